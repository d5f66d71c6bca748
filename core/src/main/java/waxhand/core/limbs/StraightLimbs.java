package waxhand.core.limbs;

import java.util.Arrays;
import java.util.List;

/**
 * How the body goes along with limbs that are nearly straight and are corrected slightly. A hair of
 * their length moves knee or elbow by many, and what is wrong there is not likely the bend: it is
 * mostly where the body is.
 */
final class StraightLimbs {
  /** Limbs are straighter than this for no sum, as a share of their length. */
  private static final double STRAIGHTEST = 0.999;

  /** Where a knee moves less than the root of this many times as far as the ends, it is bent. */
  private static final double BENT_LEVER = 1;

  /** What a limb is asked for beyond this share of its length is wanted, and no error of place. */
  private static final double SLIGHT = 0.04;

  /** What moves the body costs so much, beside what moves a knee. */
  private static final double BODY_PRICE = 2;

  private StraightLimbs() {}

  /**
   * Where it goes, 3 numbers a frame, metres: least squares of what knees move and the body does.
   */
  static double[] shift(List<LimbGoals> goals, double[][] captured) {
    int count = goals.get(0).frames().count();
    double[] shift = new double[3 * count];
    double[] m = new double[6];
    double[] b = new double[3];
    double[] way = new double[3];
    double[] line = new double[3];
    for (int n = 0; n < count; n++) {
      Arrays.fill(m, 0);
      Arrays.fill(b, 0);
      boolean any = false;
      for (int g = 0; g < captured.length; g++) {
        double w = goals.get(g).weight()[n];
        if (w > 0 && goals.get(g).limb().leg()) {
          any |= stiff(goals.get(g), captured[g], n, w, way, line, m, b);
        }
      }
      if (any) {
        solve(m, b, shift, 3 * n);
      }
    }
    return shift;
  }

  /** Adds what one limb asks of the body; false where it is bent enough. Modified: all after w. */
  private static boolean stiff(
      LimbGoals goal,
      double[] captured,
      int n,
      double w,
      double[] way,
      double[] line,
      double[] m,
      double[] b) {
    int at = 9 * n;
    double wanted = 0;
    double is = 0;
    for (int i = 0; i < 3; i++) {
      line[i] = captured[at + 6 + i] - captured[at + i];
      way[i] = line[i] + goal.shift()[3 * n + i];
      wanted += way[i] * way[i];
      is += line[i] * line[i];
    }
    wanted = Math.sqrt(wanted);
    is = Math.sqrt(is);
    double length =
        BodyShift.distance(captured, at, at + 3) + BodyShift.distance(captured, at + 3, at + 6);
    double straight = Math.min(STRAIGHTEST, Math.max(wanted, is) / Math.max(1e-9, length));
    // by how much a knee moves for each metre by which the ends come nearer, squared
    double lever = straight * straight / (4 * (1 - straight * straight));
    double stiff = w * Math.max(0, lever - BENT_LEVER);
    if (stiff == 0 || is < 1e-9) {
      return false;
    }
    double much = (wanted - is) / (SLIGHT * length);
    double by = (wanted - is) / (1 + much * much);
    for (int i = 0; i < 3; i++) {
      line[i] /= is;
      b[i] += stiff * by * line[i];
    }
    m[0] += stiff * line[0] * line[0];
    m[1] += stiff * line[0] * line[1];
    m[2] += stiff * line[0] * line[2];
    m[3] += stiff * line[1] * line[1];
    m[4] += stiff * line[1] * line[2];
    m[5] += stiff * line[2] * line[2];
    return true;
  }

  /** Solves (m + its price) x = b, m symmetric. Modified: dest. */
  private static void solve(double[] m, double[] b, double[] dest, int at) {
    double xx = m[0] + BODY_PRICE;
    double yy = m[3] + BODY_PRICE;
    double zz = m[5] + BODY_PRICE;
    double a = yy * zz - m[4] * m[4];
    double c = m[2] * m[4] - m[1] * zz;
    double d = m[1] * m[4] - m[2] * yy;
    double det = xx * a + m[1] * c + m[2] * d;
    dest[at] = (a * b[0] + c * b[1] + d * b[2]) / det;
    dest[at + 1] =
        (c * b[0] + (xx * zz - m[2] * m[2]) * b[1] + (m[1] * m[2] - xx * m[4]) * b[2]) / det;
    dest[at + 2] =
        (d * b[0] + (m[1] * m[2] - xx * m[4]) * b[1] + (xx * yy - m[1] * m[1]) * b[2]) / det;
  }
}
