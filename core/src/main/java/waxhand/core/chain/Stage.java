package waxhand.core.chain;

/** The stages of the work, in the order they mostly come; each kind of pass belongs to one. */
public enum Stage {
  SIGNAL("Signal"),
  TIME("Time"),
  GROUND("Ground"),
  BODY("Body"),
  ACTING("Acting"),
  CHARACTER("Character"),
  FACE("Face");

  private final String words;

  Stage(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
