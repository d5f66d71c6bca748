package waxhand.core.thin;

/**
 * A cubic through two samples whose slopes are fitted to those between them: least squares, each
 * error by its tolerance, once more with the worst weighed up where that may help (Schneider, "An
 * algorithm for automatically fitting digitized curves", Graphics Gems, 1990; Lawson 1961 for the
 * weights). Not safe for use from two threads at once.
 */
final class Segment {
  /** How far from fitting it is worth another try, squared. */
  private static final double NEARLY = 1.5 * 1.5;

  /** Slopes that the samples do not tell are those of the straight line. */
  private static final double RIDGE = 1e-9;

  /** Slopes at both ends, a segment. */
  final double[] out = new double[3];

  final double[] in = new double[3];
  private double[] weights = new double[0];

  /**
   * Whether a cubic stays within the tolerances; its slopes are then {@link #out} and {@link #in}.
   *
   * @param p samples as seen from the first, 3 numbers each, {@code length + 1} of them. Not
   *     modified.
   * @param fineness 1 by the square of the tolerance, by sample, the first at {@code at}; infinite
   *     for a sample that must be kept. Not modified.
   */
  boolean fits(double[] p, int length, double[] fineness, int at) {
    if (weights.length < length) {
      weights = new double[2 * length];
    }
    double sum = 0;
    for (int n = 1; n < length; n++) {
      weights[n] = fineness[at + n];
      sum += weights[n];
    }
    if (sum == Double.POSITIVE_INFINITY) {
      return false;
    }
    solve(p, length);
    double worst = worst(p, length, fineness, at, NEARLY);
    if (worst > 1 && worst <= NEARLY) {
      for (int n = 1; n < length; n++) {
        weights[n] *= 0.05 + error(p, length, n) * fineness[at + n];
      }
      solve(p, length);
      worst = worst(p, length, fineness, at, 1);
    }
    return worst <= 1;
  }

  /** Whether the cubic with given slopes does. */
  boolean holds(double[] p, int length, double[] fineness, int at, double[] first, double[] last) {
    System.arraycopy(first, 0, out, 0, 3);
    System.arraycopy(last, 0, in, 0, 3);
    return worst(p, length, fineness, at, 1) <= 1;
  }

  private void solve(double[] p, int length) {
    int end = 3 * length;
    double endX = p[end];
    double endY = p[end + 1];
    double endZ = p[end + 2];
    double part = 1.0 / length;
    double aa = 0;
    double ab = 0;
    double bb = 0;
    double a0 = 0;
    double a1 = 0;
    double a2 = 0;
    double b0 = 0;
    double b1 = 0;
    double b2 = 0;
    for (int n = 1; n < length; n++) {
      double u = n * part;
      double v = 1 - u;
      double first = u * v * v;
      double last = -u * u * v;
      double wa = weights[n] * first;
      double wb = weights[n] * last;
      // what is left of the straight line
      double y0 = p[3 * n] - u * endX;
      double y1 = p[3 * n + 1] - u * endY;
      double y2 = p[3 * n + 2] - u * endZ;
      aa += wa * first;
      ab += wa * last;
      bb += wb * last;
      a0 += wa * y0;
      a1 += wa * y1;
      a2 += wa * y2;
      b0 += wb * y0;
      b1 += wb * y1;
      b2 += wb * y2;
    }
    double ridge = RIDGE * (aa + bb) + Double.MIN_NORMAL;
    aa += ridge;
    bb += ridge;
    double det = 1 / (aa * bb - ab * ab);
    boolean told = det > 0 && det < Double.POSITIVE_INFINITY;
    out[0] = endX + (told ? (bb * a0 - ab * b0) * det : 0);
    out[1] = endY + (told ? (bb * a1 - ab * b1) * det : 0);
    out[2] = endZ + (told ? (bb * a2 - ab * b2) * det : 0);
    in[0] = endX + (told ? (aa * b0 - ab * a0) * det : 0);
    in[1] = endY + (told ? (aa * b1 - ab * a1) * det : 0);
    in[2] = endZ + (told ? (aa * b2 - ab * a2) * det : 0);
  }

  /**
   * The square of the worst error as a share of its tolerance; some value beyond {@code enough}
   * once it is known to be.
   */
  private double worst(double[] p, int length, double[] fineness, int at, double enough) {
    double worst = 0;
    for (int n = 1; n < length && worst <= enough; n++) {
      double error = error(p, length, n) * fineness[at + n];
      if (!(error <= worst)) {
        worst = Double.isNaN(error) ? Double.POSITIVE_INFINITY : error;
      }
    }
    return worst;
  }

  /** The square of the error at a sample. */
  private double error(double[] p, int length, int n) {
    int end = 3 * length;
    double u = n * (1.0 / length);
    double v = 1 - u;
    double first = u * v * v;
    double last = -u * u * v;
    double mid = u * u * (3 - 2 * u);
    double x = mid * p[end] + first * out[0] + last * in[0] - p[3 * n];
    double y = mid * p[end + 1] + first * out[1] + last * in[1] - p[3 * n + 1];
    double z = mid * p[end + 2] + first * out[2] + last * in[2] - p[3 * n + 2];
    return x * x + y * y + z * z;
  }

  /** What the cubic shows at a share of the way. Modified: dest. */
  static void at(double u, double[] way, double[] out, double[] in, double[] dest) {
    double v = 1 - u;
    for (int i = 0; i < 3; i++) {
      dest[i] = u * u * (3 - 2 * u) * way[i] + u * v * v * out[i] - u * u * v * in[i];
    }
  }
}
