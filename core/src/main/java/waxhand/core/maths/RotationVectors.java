package waxhand.core.maths;

import java.util.Arrays;

/**
 * Runs of rotations as rotation vectors about a reference, continuous from sample to sample, so
 * that linear filters may act on them. The map is well behaved while every sample lies within about
 * three quarters of a turn of the reference; {@link #fromRotations} says whether it does.
 */
public final class RotationVectors {
  /** Largest angle from the reference, radians, at which the map is still used. */
  public static final double LIMIT = 1.5 * Math.PI;

  /** Below this angle no whole turn can bring a sample nearer to one that is as small. */
  private static final double NEAR = 1.5;

  /** 1 - cos(NEAR / 2): in runs that stay below it the logarithm is a series in that quantity. */
  private static final double NEAR_VERSINE = 1 - Math.cos(NEAR / 2);

  /** Squared half-angle up to which the series of sine and cosine are exact. */
  private static final double NEAR_HALF_SQUARED = 0.64;

  /** 2 arccos(1-u) / sqrt(u (2-u)) in powers of u: the ratio of neighbours is n / (2n + 1). */
  private static final double[] ARC = new double[20];

  static {
    ARC[0] = 2;
    for (int n = 1; n < ARC.length; n++) {
      ARC[n] = ARC[n - 1] * n / (2.0 * n + 1);
    }
  }

  private RotationVectors() {}

  /**
   * Rotation vectors of {@code count} unit quaternions, each about {@code reference}: q = reference
   * · exp(v).
   *
   * @param rotations 4 numbers a sample. Not modified.
   * @param reference 4 numbers. Not modified.
   * @param dest 3 numbers a sample. Modified.
   * @return false if a sample lies beyond {@link #LIMIT}; dest is then not to be used
   */
  public static boolean fromRotations(
      double[] rotations, int count, double[] reference, double[] dest) {
    double[] versines = new double[count];
    if (halfVectors(rotations, count, reference, dest, versines) > NEAR_VERSINE) {
      return unwound(rotations, count, reference, dest);
    }
    double[] arcs = polynomial(ARC, versines);
    for (int n = 0; n < count; n++) {
      double k = arcs[n];
      dest[3 * n] *= k;
      dest[3 * n + 1] *= k;
      dest[3 * n + 2] *= k;
    }
    return true;
  }

  /**
   * Vector parts of conjugate(reference) · q, the scalar part taken positive; into {@code versines}
   * 1 less the scalar part. Returns the largest of these.
   */
  private static double halfVectors(
      double[] q, int count, double[] reference, double[] dest, double[] versines) {
    double rx = reference[0];
    double ry = reference[1];
    double rz = reference[2];
    double rw = reference[3];
    double far = 0;
    for (int n = 0; n < count; n++) {
      double x = q[4 * n];
      double y = q[4 * n + 1];
      double z = q[4 * n + 2];
      double w = q[4 * n + 3];
      double scalar = rx * x + ry * y + rz * z + rw * w;
      double sign = scalar < 0 ? -1 : 1;
      dest[3 * n] = sign * (rw * x - rx * w - ry * z + rz * y);
      dest[3 * n + 1] = sign * (rw * y + rx * z - ry * w - rz * x);
      dest[3 * n + 2] = sign * (rw * z - rx * y + ry * x - rz * w);
      double versine = 1 - sign * scalar;
      versines[n] = versine;
      if (versine > far) {
        far = versine;
      }
    }
    return far;
  }

  /** As {@link #fromRotations}, with whole turns added where that keeps neighbours together. */
  private static boolean unwound(double[] rotations, int count, double[] reference, double[] dest) {
    double[] q = new double[4];
    double[] v = new double[3];
    double px = 0;
    double py = 0;
    double pz = 0;
    double before = 0;
    for (int n = 0; n < count; n++) {
      Quats.between(reference, 0, rotations, 4 * n, q, 0);
      Quats.log(q, 0, v, 0);
      double angle = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
      if (angle > NEAR || before > NEAR) {
        // the same rotation some whole turns further may be nearer to the sample before
        double k = angle > 1e-9 ? 1 / angle : 0;
        double ax = k > 0 ? v[0] * k : px / before;
        double ay = k > 0 ? v[1] * k : py / before;
        double az = k > 0 ? v[2] * k : pz / before;
        double along = n == 0 ? angle : px * ax + py * ay + pz * az;
        double turned = angle + 2 * Math.PI * Math.rint((along - angle) / (2 * Math.PI));
        v[0] = turned * ax;
        v[1] = turned * ay;
        v[2] = turned * az;
        angle = Math.abs(turned);
      }
      if (angle > LIMIT) {
        return false;
      }
      before = angle;
      px = v[0];
      py = v[1];
      pz = v[2];
      dest[3 * n] = px;
      dest[3 * n + 1] = py;
      dest[3 * n + 2] = pz;
    }
    return true;
  }

  /** Whether all of some samples are so near to the reference that series are exact enough. */
  public static boolean isNear(double[] vectors, int from, int count) {
    double far = 0;
    for (int at = 3 * from; at < 3 * (from + count); at += 3) {
      double half2 = halfSquared(vectors, at);
      if (!(half2 <= far)) {
        far = half2;
      }
    }
    return far <= NEAR_HALF_SQUARED;
  }

  private static double halfSquared(double[] vectors, int at) {
    double x = vectors[at];
    double y = vectors[at + 1];
    double z = vectors[at + 2];
    return (x * x + y * y + z * z) / 4;
  }

  /**
   * Samples {@code from} to {@code from + count} back as unit quaternions: reference · exp(v).
   *
   * @param near whether they {@link #isNear are near}, or are taken for so as part of more samples
   * @param vectors 3 numbers a sample. Not modified.
   * @param reference 4 numbers, of unit length. Not modified.
   * @param dest 4 numbers a sample, the first of them at 0. Modified.
   */
  public static void toRotations(
      double[] vectors, int from, int count, boolean near, double[] reference, double[] dest) {
    if (!near) {
      for (int n = 0; n < count; n++) {
        Quats.exp(vectors, 3 * (from + n), dest, 4 * n);
        Quats.multiply(reference, 0, dest, 4 * n, dest, 4 * n);
        Quats.normalize(dest, 4 * n);
      }
      return;
    }
    double[] halfSquares = new double[count];
    for (int n = 0; n < count; n++) {
      halfSquares[n] = halfSquared(vectors, 3 * (from + n));
    }
    double[] sincs = polynomial(Quats.SINC, halfSquares);
    double[] cosines = polynomial(Quats.COS, halfSquares);
    double rx = reference[0];
    double ry = reference[1];
    double rz = reference[2];
    double rw = reference[3];
    for (int n = 0; n < count; n++) {
      int at = 3 * (from + n);
      double k = 0.5 * sincs[n];
      double w = cosines[n];
      double x = k * vectors[at];
      double y = k * vectors[at + 1];
      double z = k * vectors[at + 2];
      double ox = rw * x + rx * w + ry * z - rz * y;
      double oy = rw * y - rx * z + ry * w + rz * x;
      double oz = rw * z + rx * y - ry * x + rz * w;
      double ow = rw * w - rx * x - ry * y - rz * z;
      // one step of Newton's method to unit length, from which it is only roundings away
      double unit = 1.5 - 0.5 * (ox * ox + oy * oy + oz * oz + ow * ow);
      dest[4 * n] = ox * unit;
      dest[4 * n + 1] = oy * unit;
      dest[4 * n + 2] = oz * unit;
      dest[4 * n + 3] = ow * unit;
    }
  }

  /**
   * Horner's scheme for many arguments side by side. The loop is over two arrays with one index, so
   * that the compiler turns it into vector instructions; with places of one array it cannot.
   */
  private static double[] polynomial(double[] coefficients, double[] x) {
    double[] values = new double[x.length];
    int top = coefficients.length - 1;
    Arrays.fill(values, coefficients[top]);
    for (int term = top - 1; term >= 0; term--) {
      double c = coefficients[term];
      for (int n = 0; n < values.length; n++) {
        values[n] = c + x[n] * values[n];
      }
    }
    return values;
  }

  /**
   * Of the rotation vectors that mean the same as one, whole turns apart along its axis, the
   * nearest to another.
   *
   * @param v 3 numbers. Modified.
   * @param near 3 numbers. Not modified.
   */
  public static void unwind(double[] v, double[] near) {
    double angle = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    if (angle <= 1e-9) {
      return;
    }
    double along = (near[0] * v[0] + near[1] * v[1] + near[2] * v[2]) / angle;
    double turns = Math.rint((along - angle) / (2 * Math.PI));
    if (turns != 0) {
      double k = (angle + 2 * Math.PI * turns) / angle;
      for (int i = 0; i < 3; i++) {
        v[i] *= k;
      }
    }
  }

  /** Flips signs so that neighbouring quaternions lie on one side. Modified: rotations. */
  public static void alignSigns(double[] rotations, int count) {
    for (int n = 1; n < count; n++) {
      if (Quats.dot(rotations, 4 * n - 4, rotations, 4 * n) < 0) {
        for (int i = 0; i < 4; i++) {
          rotations[4 * n + i] = -rotations[4 * n + i];
        }
      }
    }
  }
}
