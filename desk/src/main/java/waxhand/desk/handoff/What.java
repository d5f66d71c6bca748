package waxhand.desk.handoff;

/** What of a take on a character is handed on. */
enum What {
  CHARACTER("Character and motion"),
  SKELETON("Skeleton and motion, no skin"),
  STILL("Character without motion");

  private final String words;

  What(String words) {
    this.words = words;
  }

  @Override
  public String toString() {
    return words;
  }
}
