package waxhand.core.maths;

/** Poses as 7 numbers: place x y z, metres, then a unit quaternion x y z w. */
public final class Poses {
  /** Numbers of a pose. */
  public static final int SIZE = 7;

  private Poses() {}

  /** The pose of {@code b} seen from {@code a}. Modified: dest, which may be {@code b}. */
  public static void relative(double[] a, double[] b, double[] dest) {
    double[] back = {-a[3], -a[4], -a[5], a[6]};
    for (int i = 0; i < 3; i++) {
      dest[i] = b[i] - a[i];
    }
    Quats.rotate(back, 0, dest, 0, dest, 0);
    Quats.multiply(back, 0, b, 3, dest, 3);
  }

  /** The pose that is seen as {@code b} from {@code a}. Modified: dest, which may be {@code b}. */
  public static void within(double[] a, double[] b, double[] dest) {
    double[] p = {b[0], b[1], b[2]};
    Quats.rotate(a, 3, p, 0, p, 0);
    double[] q = new double[4];
    Quats.multiply(a, 3, b, 3, q, 0);
    for (int i = 0; i < 3; i++) {
      dest[i] = a[i] + p[i];
    }
    System.arraycopy(q, 0, dest, 3, 4);
  }

  /** Turns a pose upright with a heading, radians to the left. Modified: dest. */
  public static void setHeading(double headingRad, double[] dest) {
    dest[3] = 0;
    dest[4] = Math.sin(headingRad / 2);
    dest[5] = 0;
    dest[6] = Math.cos(headingRad / 2);
  }

  /** Heading of an upright pose, radians to the left. */
  public static double heading(double[] pose) {
    return 2 * Math.atan2(pose[4], pose[6]);
  }
}
