package waxhand.core.maths;

/**
 * Quaternions in arrays, x y z w, each starting at an index. The destination may be one of the
 * inputs. Rotations are right-handed; {@code a · b} turns first by b, then by a.
 */
public final class Quats {
  private Quats() {}

  /** dest = a · b. Modified: dest. */
  public static void multiply(double[] a, int aAt, double[] b, int bAt, double[] dest, int destAt) {
    double ax = a[aAt];
    double ay = a[aAt + 1];
    double az = a[aAt + 2];
    double aw = a[aAt + 3];
    double bx = b[bAt];
    double by = b[bAt + 1];
    double bz = b[bAt + 2];
    double bw = b[bAt + 3];
    dest[destAt] = aw * bx + ax * bw + ay * bz - az * by;
    dest[destAt + 1] = aw * by - ax * bz + ay * bw + az * bx;
    dest[destAt + 2] = aw * bz + ax * by - ay * bx + az * bw;
    dest[destAt + 3] = aw * bw - ax * bx - ay * by - az * bz;
  }

  /** dest = conjugate(a) · b, the turn that leads from a to b. Modified: dest. */
  public static void between(double[] a, int aAt, double[] b, int bAt, double[] dest, int destAt) {
    double ax = -a[aAt];
    double ay = -a[aAt + 1];
    double az = -a[aAt + 2];
    double aw = a[aAt + 3];
    double bx = b[bAt];
    double by = b[bAt + 1];
    double bz = b[bAt + 2];
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
      for (int i = 0; i < 4; i++) {
        q[at + i] /= n;
      }
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
    return s < 1e-8 ? 2 / w : 2 * Math.atan2(s, w) / s;
  }

  /** Unit quaternion of a rotation vector. Modified: dest. */
  public static void exp(double[] v, int vAt, double[] dest, int destAt) {
    double x = v[vAt];
    double y = v[vAt + 1];
    double z = v[vAt + 2];
    double angle = Math.sqrt(x * x + y * y + z * z);
    double k = angle < 1e-8 ? 0.5 - angle * angle / 48 : Math.sin(angle / 2) / angle;
    dest[destAt] = k * x;
    dest[destAt + 1] = k * y;
    dest[destAt + 2] = k * z;
    dest[destAt + 3] = Math.cos(angle / 2);
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
