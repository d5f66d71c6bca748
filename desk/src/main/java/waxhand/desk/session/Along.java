package waxhand.desk.session;

/** Where to a drag in a view may go. */
public enum Along {
  ANYWHERE("anywhere"),
  UP("up and down"),
  LEVEL("level"),
  X("along x"),
  Z("along z"),
  /** Along x or z, whichever the hand goes farther. */
  X_OR_Z("along x or z");

  private final String words;

  Along(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** The next one that can be set; the last one is for keys that are held. */
  Along next() {
    return values()[(ordinal() + 1) % X_OR_Z.ordinal()];
  }
}
