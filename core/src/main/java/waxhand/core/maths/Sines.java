package waxhand.core.maths;

/**
 * Sine and cosine where many are needed of small angles: up to an eighth turn by a polynomial,
 * within 2 units in the last place (minimax coefficients of FDLIBM 5.3, Sun Microsystems 1993,
 * freely distributable), beyond it as {@link Math} has them.
 */
final class Sines {
  private static final double EIGHTH = Math.PI / 4;

  private Sines() {}

  static double sin(double x) {
    if (!(Math.abs(x) <= EIGHTH)) {
      return Math.sin(x);
    }
    return sinNear(x);
  }

  private static double sinNear(double x) {
    double z = x * x;
    double r =
        8.33333333332248946124e-03
            + z
                * (-1.98412698298579493134e-04
                    + z
                        * (2.75573137070700676789e-06
                            + z * (-2.50507602534068634195e-08 + z * 1.58969099521155010221e-10)));
    return x + z * x * (-1.66666666666666324348e-01 + z * r);
  }

  static double cos(double x) {
    if (!(Math.abs(x) <= EIGHTH)) {
      return Math.cos(x);
    }
    return cosNear(x);
  }

  private static double cosNear(double x) {
    double z = x * x;
    double r =
        z
            * (4.16666666666666019037e-02
                + z
                    * (-1.38888888888741095749e-03
                        + z
                            * (2.48015872894767294178e-05
                                + z
                                    * (-2.75573143513906633035e-07
                                        + z
                                            * (2.08757232129817482790e-09
                                                + z * -1.13596475577881948265e-11)))));
    return 1 - (0.5 * z - z * r);
  }

  /**
   * Of many angles, as one by one to the last bit; quick where all are small.
   *
   * @param x radians. Not modified.
   * @param sin modified, as is cos
   */
  static void of(double[] x, int count, double[] sin, double[] cos) {
    boolean near = true;
    for (int n = 0; n < count; n++) {
      near &= Math.abs(x[n]) <= EIGHTH;
    }
    if (near) {
      for (int n = 0; n < count; n++) {
        sin[n] = sinNear(x[n]);
      }
      for (int n = 0; n < count; n++) {
        cos[n] = cosNear(x[n]);
      }
    } else {
      for (int n = 0; n < count; n++) {
        sin[n] = sin(x[n]);
        cos[n] = cos(x[n]);
      }
    }
  }
}
