package waxhand.core.maths;

/**
 * Euler angles about three different axes, intrinsic: rotation = R(first) · R(second) · R(third).
 *
 * <p>The extraction takes the first angle from the matrix and the third from the matrix with the
 * first turned away, so that first and third stay consistent at and near the pole, where each alone
 * is ill determined (compare Shoemake, "Euler angle conversion", Graphics Gems IV, 1994).
 */
public final class EulerAngles {
  /** Below this cosine of the second angle the first is taken from the neighbouring frame. */
  private static final double POLE = 1e-9;

  private final int i;
  private final int j;
  private final int k;
  private final double sign;

  /**
   * @param first axis turned first, 0 to 2; the three must differ
   * @throws IllegalArgumentException if an axis occurs twice
   */
  public EulerAngles(int first, int second, int third) {
    if (first + second + third != 3 || first == second || second == third || first == third) {
      throw new IllegalArgumentException("axes " + first + " " + second + " " + third);
    }
    i = first;
    j = second;
    k = third;
    sign = (first + 1) % 3 == second ? 1 : -1;
  }

  /** Axis (0 to 2) of the angle at that place of the order. */
  public int axis(int place) {
    return place == 0 ? i : place == 1 ? j : k;
  }

  /** Unit quaternion of three angles in radians. Modified: dest. */
  public void toQuaternion(double a, double b, double c, double[] dest, int at) {
    double ca = Sines.cos(a / 2);
    double sa = Sines.sin(a / 2);
    double cb = Sines.cos(b / 2);
    double sb = Sines.sin(b / 2);
    double cc = Sines.cos(c / 2);
    double sc = Sines.sin(c / 2);
    // the three factors each have one imaginary part; products of two axes give ± the third
    dest[at + i] = sa * cb * cc + sign * ca * sb * sc;
    dest[at + j] = ca * sb * cc - sign * sa * cb * sc;
    dest[at + k] = ca * cb * sc + sign * sa * sb * cc;
    dest[at + 3] = ca * cb * cc - sign * sa * sb * sc;
  }

  /**
   * Unit quaternions of many triples of angles, told by the sines and cosines of their halves.
   *
   * @param sines of the first, second and third angles. Not modified.
   * @param cosines likewise. Not modified.
   * @param parts x, y, z and w. Modified.
   */
  void products(double[][] sines, double[][] cosines, int count, double[][] parts) {
    double[] sas = sines[0];
    double[] sbs = sines[1];
    double[] scs = sines[2];
    double[] cas = cosines[0];
    double[] cbs = cosines[1];
    double[] ccs = cosines[2];
    double[] is = parts[i];
    double[] js = parts[j];
    double[] ks = parts[k];
    double[] ws = parts[3];
    double e = sign;
    for (int n = 0; n < count; n++) {
      is[n] = sas[n] * cbs[n] * ccs[n] + e * cas[n] * sbs[n] * scs[n];
      js[n] = cas[n] * sbs[n] * ccs[n] - e * sas[n] * cbs[n] * scs[n];
    }
    for (int n = 0; n < count; n++) {
      ks[n] = cas[n] * cbs[n] * scs[n] + e * sas[n] * sbs[n] * ccs[n];
      ws[n] = cas[n] * cbs[n] * ccs[n] - e * sas[n] * sbs[n] * scs[n];
    }
  }

  /**
   * Angles of a unit quaternion, radians, each as near as can be to {@code near}, so that curves
   * neither wrap nor flip. Modified: dest.
   *
   * @param near three angles, usually those of the frame before. Not modified.
   */
  public void fromQuaternion(double[] q, int qAt, double[] near, double[] dest) {
    double x = q[qAt + i];
    double y = q[qAt + j];
    double z = q[qAt + k];
    double w = q[qAt + 3];
    double e = sign;
    // the matrix in the frame of the ordered axes; an odd order mirrors it
    double m00 = 1 - 2 * (y * y + z * z);
    double m01 = 2 * (x * y - e * z * w);
    double m02 = 2 * (x * z + e * y * w);
    double m10 = 2 * (x * y + e * z * w);
    double m11 = 1 - 2 * (x * x + z * z);
    double m12 = 2 * (y * z - e * x * w);
    double m20 = 2 * (x * z - e * y * w);
    double m21 = 2 * (y * z + e * x * w);
    double m22 = 1 - 2 * (x * x + y * y);
    double cosB = Math.hypot(m12, m22);
    double a = cosB < POLE ? e * near[0] : Math.atan2(-m12, m22);
    double sinA = Math.sin(a);
    double cosA = Math.cos(a);
    double b = Math.atan2(m02, Math.hypot(m00, m01));
    double c = Math.atan2(cosA * m10 + sinA * m20, cosA * m11 + sinA * m21);
    settle(e * a, e * b, e * c, near, dest);
  }

  /** Picks between the two triples of one rotation the one nearer to {@code near}, unwrapped. */
  private static void settle(double a, double b, double c, double[] near, double[] dest) {
    double a1 = unwrap(a, near[0]);
    double b1 = unwrap(b, near[1]);
    double c1 = unwrap(c, near[2]);
    double a2 = unwrap(a + Math.PI, near[0]);
    double b2 = unwrap(Math.PI - b, near[1]);
    double c2 = unwrap(c + Math.PI, near[2]);
    double d1 = Math.abs(a1 - near[0]) + Math.abs(b1 - near[1]) + Math.abs(c1 - near[2]);
    double d2 = Math.abs(a2 - near[0]) + Math.abs(b2 - near[1]) + Math.abs(c2 - near[2]);
    dest[0] = d1 <= d2 ? a1 : a2;
    dest[1] = d1 <= d2 ? b1 : b2;
    dest[2] = d1 <= d2 ? c1 : c2;
  }

  /** The angle that differs from {@code angle} by whole turns and lies nearest to {@code near}. */
  public static double unwrap(double angle, double near) {
    return angle + 2 * Math.PI * Math.rint((near - angle) / (2 * Math.PI));
  }
}
