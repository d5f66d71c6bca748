package waxhand.core.curve;

import java.util.Optional;

/**
 * A key of a curve.
 *
 * @param frame where it stands; may lie between frames and beyond the take
 * @param value in radians, metres or a share
 * @param in slope towards it, a frame; counts where the manner is free
 * @param out slope away from it, a frame; counts where the manner is free
 * @param part the longer cubic of which the segment behind this key is a part, where it was cut by
 *     putting a key into it: so what lies beside an edit keeps its very bits
 */
public record CurveKey(
    double frame, double value, Manner manner, double in, double out, Optional<Cubic> part) {
  public CurveKey {
    if (!Double.isFinite(frame)
        || !Double.isFinite(value)
        || !Double.isFinite(in)
        || !Double.isFinite(out)) {
      throw new IllegalArgumentException(
          "a key at " + frame + " with value " + value + " and slopes " + in + ", " + out);
    }
  }

  /** One of which nothing is said but where it stands and how it goes. */
  public static CurveKey of(double frame, double value, Manner manner) {
    return new CurveKey(frame, value, manner, 0, 0, Optional.empty());
  }

  public static CurveKey smooth(double frame, double value) {
    return of(frame, value, Manner.SMOOTH);
  }

  public static CurveKey free(double frame, double value, double in, double out) {
    return new CurveKey(frame, value, Manner.FREE, in, out, Optional.empty());
  }

  public CurveKey withValue(double other) {
    return new CurveKey(frame, other, manner, in, out, Optional.empty());
  }

  public CurveKey withFrame(double other) {
    return new CurveKey(other, value, manner, in, out, Optional.empty());
  }

  public CurveKey withManner(Manner other) {
    return new CurveKey(frame, value, other, in, out, Optional.empty());
  }

  public CurveKey withSlopes(double otherIn, double otherOut) {
    return new CurveKey(frame, value, Manner.FREE, otherIn, otherOut, Optional.empty());
  }

  /** Whether its slopes stay whatever its neighbours do. */
  boolean isSet() {
    return manner != Manner.SMOOTH && manner != Manner.STRAIGHT;
  }

  /** So many times as high. */
  CurveKey times(double k) {
    return new CurveKey(frame, k * value, manner, k * in, k * out, part.map(c -> c.times(k)));
  }

  CurveKey within(Cubic longer) {
    return new CurveKey(frame, value, manner, in, out, Optional.of(longer));
  }
}
