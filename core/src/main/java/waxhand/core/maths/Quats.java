package waxhand.core.maths;

/**
 * Quaternions in arrays, x y z w, each starting at an index. The destination may be one of the
 * inputs. Rotations are right-handed; {@code a · b} turns first by b, then by a.
 */
public final class Quats {
  private Quats() {}

  /** dest = a · b. Modified: dest. */
  public static void multiply(double[] a, int aAt, double[] b, int bAt, double[] dest, int destAt) {
    multiply(a, aAt, 1, b, bAt, 1, dest, destAt);
  }

  /** dest = conjugate(a) · b, the turn that leads from a to b as seen from a. Modified: dest. */
  public static void between(double[] a, int aAt, double[] b, int bAt, double[] dest, int destAt) {
    multiply(a, aAt, -1, b, bAt, 1, dest, destAt);
  }

  /**
   * dest = b · conjugate(a), the turn that leads from a to b as seen from the frame in which both
   * are. Modified: dest.
   */
  public static void leading(double[] a, int aAt, double[] b, int bAt, double[] dest, int destAt) {
    multiply(b, bAt, 1, a, aAt, -1, dest, destAt);
  }

  /**
   * dest = a · b.
   *
   * @param aTurns 1, or -1 to take the conjugate of a
   * @param bTurns 1, or -1 to take that of b
   */
  private static void multiply(
      double[] a,
      int aAt,
      double aTurns,
      double[] b,
      int bAt,
      double bTurns,
      double[] dest,
      int destAt) {
    double ax = aTurns * a[aAt];
    double ay = aTurns * a[aAt + 1];
    double az = aTurns * a[aAt + 2];
    double aw = a[aAt + 3];
    double bx = bTurns * b[bAt];
    double by = bTurns * b[bAt + 1];
    double bz = bTurns * b[bAt + 2];
    double bw = b[bAt + 3];
    dest[destAt] = aw * bx + ax * bw + ay * bz - az * by;
    dest[destAt + 1] = aw * by - ax * bz + ay * bw + az * bx;
    dest[destAt + 2] = aw * bz + ax * by - ay * bx + az * bw;
    dest[destAt + 3] = aw * bw - ax * bx - ay * by - az * bz;
  }

  /** dest = v turned by q. Modified: dest. */
  public static void rotate(double[] q, int qAt, double[] v, int vAt, double[] dest, int destAt) {
    double x = q[qAt];
    double y = q[qAt + 1];
    double z = q[qAt + 2];
    double w = q[qAt + 3];
    double vx = v[vAt];
    double vy = v[vAt + 1];
    double vz = v[vAt + 2];
    double tx = 2 * (y * vz - z * vy);
    double ty = 2 * (z * vx - x * vz);
    double tz = 2 * (x * vy - y * vx);
    dest[destAt] = vx + w * tx + y * tz - z * ty;
    dest[destAt + 1] = vy + w * ty + z * tx - x * tz;
    dest[destAt + 2] = vz + w * tz + x * ty - y * tx;
  }

  public static double dot(double[] a, int aAt, double[] b, int bAt) {
    return a[aAt] * b[bAt]
        + a[aAt + 1] * b[bAt + 1]
        + a[aAt + 2] * b[bAt + 2]
        + a[aAt + 3] * b[bAt + 3];
  }

  /** Angle between two rotations, 0 to π. */
  public static double angle(double[] a, int aAt, double[] b, int bAt) {
    double s = 0;
    double c = 0;
    double d = dot(a, aAt, b, bAt) < 0 ? -1 : 1;
    // the half-angle from chord lengths: exact for tiny angles, where acos is not
    for (int i = 0; i < 4; i++) {
      double minus = a[aAt + i] - d * b[bAt + i];
      double plus = a[aAt + i] + d * b[bAt + i];
      s += minus * minus;
      c += plus * plus;
    }
    return 4 * Math.atan2(Math.sqrt(s), Math.sqrt(c));
  }

  /** Scales q to unit length; a zero quaternion becomes identity. Modified: q. */
  public static void normalize(double[] q, int at) {
    double n = Math.sqrt(dot(q, at, q, at));
    if (n > 0 && n < Double.POSITIVE_INFINITY) {
      double k = 1 / n;
      q[at] *= k;
      q[at + 1] *= k;
      q[at + 2] *= k;
      q[at + 3] *= k;
    } else {
      q[at] = 0;
      q[at + 1] = 0;
      q[at + 2] = 0;
      q[at + 3] = 1;
    }
  }

  /**
   * Rotation vector of a unit quaternion: axis times angle, the angle from -π to π. Modified: dest.
   */
  public static void log(double[] q, int qAt, double[] dest, int destAt) {
    double x = q[qAt];
    double y = q[qAt + 1];
    double z = q[qAt + 2];
    double w = q[qAt + 3];
    double s = Math.sqrt(x * x + y * y + z * z);
    double k = w < 0 ? -logFactor(s, -w) : logFactor(s, w);
    dest[destAt] = k * x;
    dest[destAt + 1] = k * y;
    dest[destAt + 2] = k * z;
  }

  private static double logFactor(double s, double w) {
    double t = s / w;
    if (t < SMALL) {
      return 2 / w * atanOverItself(t);
    }
    if (t < 0.8) {
      // atan t = atan 1/2 + atan((t - 1/2) / (1 + t/2)), the second again small
      double u = (t - 0.5) / (1 + 0.5 * t);
      return 2 * (ATAN_HALF + u * atanOverItself(u)) / s;
    }
    return 2 * Math.atan2(s, w) / s;
  }

  /** Up to here the series below are exact to the last bit that counts. */
  private static final double SMALL = 0.23;

  private static final double ATAN_HALF = Math.atan(0.5);

  /** atan(t) / t by its series, several times as quick as atan2: |t| up to {@link #SMALL}. */
  private static double atanOverItself(double t) {
    double x = t * t;
    double y = x * x;
    // even and odd terms apart, so that the two sums run side by side
    double even =
        1
            + y
                * (1 / 5.0
                    + y * (1 / 9.0 + y * (1 / 13.0 + y * (1 / 17.0 + y * (1 / 21.0 + y / 25)))));
    double odd =
        1 / 3.0 + y * (1 / 7.0 + y * (1 / 11.0 + y * (1 / 15.0 + y * (1 / 19.0 + y / 23.0))));
    return even - x * odd;
  }

  /** Unit quaternion of a rotation vector. Modified: dest. */
  public static void exp(double[] v, int vAt, double[] dest, int destAt) {
    double x = v[vAt];
    double y = v[vAt + 1];
    double z = v[vAt + 2];
    double angle2 = x * x + y * y + z * z;
    double k;
    double w;
    if (angle2 < 1) {
      // series of sin(h)/h and cos(h) of the half-angle h, to the last bit that counts
      double h2 = angle2 / 4;
      double sinc = SINC[8];
      w = COS[8];
      for (int n = 7; n >= 0; n--) {
        sinc = SINC[n] + h2 * sinc;
        w = COS[n] + h2 * w;
      }
      k = 0.5 * sinc;
    } else {
      double angle = Math.sqrt(angle2);
      k = Math.sin(angle / 2) / angle;
      w = Math.cos(angle / 2);
    }
    dest[destAt] = k * x;
    dest[destAt + 1] = k * y;
    dest[destAt + 2] = k * z;
    dest[destAt + 3] = w;
  }

  /** sin(h) / h in powers of h². Not modified. */
  static final double[] SINC = series(1);

  /** cos(h) in powers of h². Not modified. */
  static final double[] COS = series(0);

  /** (−1)ⁿ / (2n + first)!, nine terms. */
  private static double[] series(int first) {
    double[] series = new double[9];
    double factorial = 1;
    for (int n = 0, m = first; n < series.length; n++, m += 2) {
      series[n] = (n % 2 == 0 ? 1 : -1) / factorial;
      factorial *= (m + 1.0) * (m + 2.0);
    }
    return series;
  }

  /** dest = the rotation a share {@code s} of the shorter way from a to b. Modified: dest. */
  public static void slerp(
      double[] a, int aAt, double[] b, int bAt, double s, double[] dest, int destAt) {
    double d = dot(a, aAt, b, bAt);
    double sign = d < 0 ? -1 : 1;
    double angle = angle(a, aAt, b, bAt) / 2;
    double sin = Math.sin(angle);
    double wa = sin < 1e-9 ? 1 - s : Math.sin((1 - s) * angle) / sin;
    double wb = sin < 1e-9 ? s : Math.sin(s * angle) / sin;
    for (int i = 0; i < 4; i++) {
      dest[destAt + i] = wa * a[aAt + i] + wb * sign * b[bAt + i];
    }
    normalize(dest, destAt);
  }
}
