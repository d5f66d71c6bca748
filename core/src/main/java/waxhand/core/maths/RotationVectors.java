package waxhand.core.maths;

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

  /** Sample {@code n} back as a unit quaternion: reference · exp(v). Modified: dest. */
  public static void toRotation(
      double[] vectors, int n, double[] reference, double[] dest, int at) {
    Quats.exp(vectors, 3 * n, dest, at);
    Quats.multiply(reference, 0, dest, at, dest, at);
    Quats.normalize(dest, at);
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
