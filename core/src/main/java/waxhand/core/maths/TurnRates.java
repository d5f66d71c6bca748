package waxhand.core.maths;

/**
 * How a rotation vector that changes turns a body, and back: the right Jacobian of the exponential
 * map (Chirikjian, "Stochastic Models, Information Theory, and Lie Groups", 2, 2011, section
 * 10.6.1). For q = exp(v) it leads from the change of v to the turning as seen by the body.
 */
public final class TurnRates {
  /** Below this angle, radians, the factors are told by their series. */
  private static final double SMALL = 1e-2;

  private TurnRates() {}

  /**
   * Turning of the body, radians a unit of time, while a rotation vector changes.
   *
   * @param v rotation vector. Not modified.
   * @param change of it a unit of time. Not modified.
   * @param dest may be {@code change}. Modified.
   */
  public static void toBody(double[] v, int vAt, double[] change, int at, double[] dest, int to) {
    double a2 = squared(v, vAt);
    double angle = Math.sqrt(a2);
    double once = angle < SMALL ? 0.5 - a2 / 24 : (1 - Math.cos(angle)) / a2;
    double twice = angle < SMALL ? 1 / 6.0 - a2 / 120 : (angle - Math.sin(angle)) / (a2 * angle);
    applied(v, vAt, -once, twice, change, at, dest, to);
  }

  /**
   * Change of a rotation vector while the body turns.
   *
   * @param v rotation vector, shorter than a whole turn. Not modified.
   * @param turning of the body, radians a unit of time. Not modified.
   * @param dest may be {@code turning}. Modified.
   */
  public static void toVector(
      double[] v, int vAt, double[] turning, int at, double[] dest, int to) {
    double a2 = squared(v, vAt);
    double angle = Math.sqrt(a2);
    double twice =
        angle < SMALL
            ? 1 / 12.0 + a2 / 720
            : 1 / a2 - (1 + Math.cos(angle)) / (2 * angle * Math.sin(angle));
    if (Math.abs(angle - Math.PI) < 1e-6) {
      twice = 1 / a2;
    }
    applied(v, vAt, 0.5, twice, turning, at, dest, to);
  }

  private static double squared(double[] v, int at) {
    return v[at] * v[at] + v[at + 1] * v[at + 1] + v[at + 2] * v[at + 2];
  }

  /** dest = x + once · v × x + twice · v × (v × x). */
  private static void applied(
      double[] v, int vAt, double once, double twice, double[] x, int at, double[] dest, int to) {
    double vx = v[vAt];
    double vy = v[vAt + 1];
    double vz = v[vAt + 2];
    double x0 = x[at];
    double x1 = x[at + 1];
    double x2 = x[at + 2];
    double c0 = vy * x2 - vz * x1;
    double c1 = vz * x0 - vx * x2;
    double c2 = vx * x1 - vy * x0;
    dest[to] = x0 + once * c0 + twice * (vy * c2 - vz * c1);
    dest[to + 1] = x1 + once * c1 + twice * (vz * c0 - vx * c2);
    dest[to + 2] = x2 + once * c2 + twice * (vx * c1 - vy * c0);
  }
}
