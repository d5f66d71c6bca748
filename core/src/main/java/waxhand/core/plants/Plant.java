package waxhand.core.plants;

import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;

/**
 * A contact that is held in place.
 *
 * @param part what touches
 * @param frames while it touches
 * @param easeIn frames before the contact over which the part is led to its spot
 * @param easeOut frames after the contact over which it is let go
 * @param strength 0 to 1, how much of the slide is taken away
 * @param move by how much the spot is moved from where it is found
 * @param muted whether it is let go, but kept
 * @param byHand whether the artist made or changed it; the search leaves it alone
 */
public record Plant(
    ContactPart part,
    Frames frames,
    int easeIn,
    int easeOut,
    double strength,
    Move move,
    boolean muted,
    boolean byHand) {

  /**
   * A move of a spot over the ground.
   *
   * @param x metres
   * @param y metres, up
   * @param z metres
   * @param turnRad about the vertical, to the left
   */
  public record Move(double x, double y, double z, double turnRad) {
    public static final Move NONE = new Move(0, 0, 0, 0);

    public boolean isNone() {
      return equals(NONE);
    }
  }

  public Plant {
    if (frames.isEmpty() || frames.from() < 0) {
      throw new IllegalArgumentException(
          "contact of " + part.words() + " " + frames.from() + ":" + frames.to() + " has no frame");
    }
    if (easeIn < 0 || easeOut < 0) {
      throw new IllegalArgumentException("ease " + easeIn + ", " + easeOut + " below 0");
    }
    if (!(strength >= 0 && strength <= 1)) {
      throw new IllegalArgumentException("strength " + strength + "; it must be from 0 to 1");
    }
  }

  /** A contact that the search found. */
  public static Plant found(ContactPart part, Frames frames, int easeIn, int easeOut) {
    return new Plant(part, frames, easeIn, easeOut, 1, Move.NONE, false, false);
  }

  /** The same as one that the artist made. */
  public Plant madeByHand() {
    return withMuted(muted);
  }

  public Plant withFrames(Frames other) {
    return new Plant(part, other, easeIn, easeOut, strength, move, muted, true);
  }

  public Plant withEases(int in, int out) {
    return new Plant(part, frames, in, out, strength, move, muted, true);
  }

  public Plant withStrength(double other) {
    return new Plant(part, frames, easeIn, easeOut, other, move, muted, true);
  }

  public Plant withMove(Move other) {
    return new Plant(part, frames, easeIn, easeOut, strength, other, muted, true);
  }

  public Plant withMuted(boolean other) {
    return new Plant(part, frames, easeIn, easeOut, strength, move, other, true);
  }
}
