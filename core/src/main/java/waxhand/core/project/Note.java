package waxhand.core.project;

/**
 * A mark on the time of a take.
 *
 * @param id unique in the take, stays the same
 * @param frame of the raw take
 * @param name as the artist calls it
 * @param colour which of the colours for notes
 */
public record Note(String id, int frame, String name, Colour colour) {
  /** Colours a note can have; the theme says what they look like. */
  public enum Colour {
    PLAIN,
    LEFT,
    RIGHT,
    GOOD,
    TROUBLE
  }

  public Note {
    if (frame < 0) {
      throw new IllegalArgumentException("note '" + name + "' is at frame " + frame);
    }
  }

  public Note withFrame(int other) {
    return new Note(id, other, name, colour);
  }

  public Note withName(String other) {
    return new Note(id, frame, other, colour);
  }

  public Note withColour(Colour other) {
    return new Note(id, frame, name, other);
  }
}
