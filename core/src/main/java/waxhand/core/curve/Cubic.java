package waxhand.core.curve;

import waxhand.core.maths.Hermite;

/**
 * One cubic between two keys.
 *
 * @param from frame where it begins
 * @param to frame where it ends, behind it
 * @param a value at the beginning
 * @param out slope there, a frame
 * @param b value at the end
 * @param in slope there, a frame
 */
public record Cubic(double from, double to, double a, double out, double b, double in) {
  public Cubic {
    if (!(to > from)) {
      throw new IllegalArgumentException("a cubic from " + from + " to " + to);
    }
  }

  /** Value at a frame of it, which may lie between two. */
  public double at(double frame) {
    if (isConstant()) {
      // to the bit, so that what is put into a value that stays changes nothing
      return a;
    }
    double h = to - from;
    return Hermite.at(a, out, b, in, h, (frame - from) / h);
  }

  /** Slope at a frame of it, a frame. */
  public double slope(double frame) {
    double h = to - from;
    double u = (frame - from) / h;
    double rise = (b - a) / h;
    return (1 - 4 * u + 3 * u * u) * out + (3 * u * u - 2 * u) * in + 6 * u * (1 - u) * rise;
  }

  /** The same some frames later. */
  Cubic later(double frames) {
    return new Cubic(from + frames, to + frames, a, out, b, in);
  }

  /** So many times as high. */
  Cubic times(double k) {
    return new Cubic(from, to, k * a, k * out, k * b, k * in);
  }

  /** Whether its value stays. */
  boolean isConstant() {
    return a == b && in == 0 && out == 0;
  }
}
