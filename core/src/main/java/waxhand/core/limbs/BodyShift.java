package waxhand.core.limbs;

import java.util.Arrays;
import java.util.List;
import waxhand.core.ik.LimbSolver;

/**
 * How the body goes to where limbs do not reach, frame by frame: first the hips, for all limbs at
 * once, then, weaker, the spine, for arms that still fall short. Both come and go smoothly.
 */
final class BodyShift {
  /** The body gives way within this time before and after a limb falls short, seconds. */
  private static final double GIVE_S = 0.12;

  private static final int ROUNDS = 6;

  /** So far the body gives way as it is asked to, as a share of its height; then ever less. */
  private static final double FREE_SHARE = 0.07;

  /** No limb out of reach moves the body farther than this, as a share of its height. */
  private static final double MOST_SHARE = 0.14;

  /** The spine goes so much of the way that the hips leave to it. */
  private static final double SPINE_SHARE = 0.6;

  /** Limbs are straighter than this for no sum, as a share of their length. */
  private static final double STRAIGHTEST = 0.999;

  /** Where a knee moves less than the root of this many times as far as the ends, it is bent. */
  private static final double BENT_LEVER = 1;

  /** What a limb is asked for beyond this share of its length is wanted, and no error of place. */
  private static final double SLIGHT = 0.04;

  /** What moves the body costs so much, beside what moves a knee. */
  private static final double BODY_PRICE = 2;

  private final boolean goesAlong;
  private final double giveWay;
  private final double freeM;
  private final double mostM;
  private final int half;

  /**
   * @param giveWay how far the body goes to where a limb does not reach, 0 to 1
   * @param limited whether it goes only so far, however far the limb is out of reach
   * @param goesAlong whether it goes along with limbs that are nearly straight
   */
  BodyShift(double heightM, double rateHz, double giveWay, boolean limited, boolean goesAlong) {
    this.goesAlong = goesAlong;
    this.giveWay = giveWay;
    this.half = half(rateHz);
    freeM = limited ? FREE_SHARE * heightM : Double.POSITIVE_INFINITY;
    mostM = MOST_SHARE * heightM;
  }

  /** How many frames to either side a goal can be felt. */
  static int reach(double rateHz) {
    return 4 * half(rateHz) + 1;
  }

  private static int half(double rateHz) {
    return (int) Math.max(1, Math.round(GIVE_S * rateHz));
  }

  /**
   * Where the hips go, 3 numbers a frame, metres.
   *
   * @param captured world places of each limb's root, middle and end, 9 numbers a frame
   */
  double[] ofHips(List<LimbGoals> goals, double[][] captured) {
    int count = goals.get(0).frames().count();
    double[] eased = goesAlong ? eased(goals, captured) : new double[3 * count];
    double[] need = eased.clone();
    boolean any = false;
    double[] way = new double[3];
    for (int n = 0; n < count; n++) {
      for (int round = 0; round < ROUNDS; round++) {
        double most = 0;
        for (int g = 0; g < captured.length; g++) {
          if (goals.get(g).weight()[n] > 0) {
            most = Math.max(most, pull(goals.get(g), captured[g], need, n, way));
          }
          if (goals.get(g).middleWeight()[n] > 0) {
            most = Math.max(most, prop(goals.get(g), captured[g], need, n, way));
          }
        }
        any |= most > 0;
        if (most < 1e-5) {
          break;
        }
      }
    }
    double[] more = need;
    for (int i = 0; i < need.length; i++) {
      more[i] -= eased[i];
    }
    more = any ? softened(more, giveWay) : more;
    for (int i = 0; i < need.length; i++) {
      more[i] += giveWay * eased[i];
    }
    return more;
  }

  /**
   * How the body goes along with limbs that are nearly straight, 3 numbers a frame, metres. A hair
   * of their length moves knee or elbow by many, and what is wrong there is not likely the bend: it
   * is mostly where the body is. Least squares of what knees and elbows move and the body does.
   */
  private static double[] eased(List<LimbGoals> goals, double[][] captured) {
    int count = goals.get(0).frames().count();
    double[] eased = new double[3 * count];
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
        solve(m, b, eased, 3 * n);
      }
    }
    return eased;
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
    double length = distance(captured, at, at + 3) + distance(captured, at + 3, at + 6);
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

  /**
   * Where the spine takes the shoulders from where the hips have taken them, 3 numbers a frame,
   * metres.
   *
   * @param hips where those go
   */
  double[] ofSpine(List<LimbGoals> goals, double[][] captured, double[] hips) {
    int count = hips.length / 3;
    double[] need = new double[3 * count];
    boolean any = false;
    double[] way = new double[3];
    double[] lean = new double[3];
    for (int n = 0; n < count; n++) {
      System.arraycopy(hips, 3 * n, lean, 0, 3);
      System.arraycopy(lean, 0, need, 3 * n, 3);
      for (int g = 0; g < captured.length; g++) {
        if (!goals.get(g).limb().leg() && goals.get(g).weight()[n] > 0) {
          any |= pull(goals.get(g), captured[g], need, n, way) > 0;
        }
      }
      for (int i = 0; i < 3; i++) {
        need[3 * n + i] -= lean[i];
      }
    }
    return any ? softened(need, SPINE_SHARE * giveWay) : need;
  }

  private double[] softened(double[] need, double share) {
    double[] smooth = spread(largest(need, half), 3, kernel(half));
    for (int at = 0; at < smooth.length; at += 3) {
      double size = Math.hypot(Math.hypot(smooth[at], smooth[at + 1]), smooth[at + 2]);
      double scale = share * (size > freeM ? within(size) / size : 1);
      for (int i = 0; i < 3; i++) {
        smooth[at + i] *= scale;
      }
    }
    return smooth;
  }

  /** How far the body goes when it is asked to go farther than it freely does. */
  private double within(double asked) {
    double soft = mostM - freeM;
    return freeM + soft * (1 - Math.exp(-(asked - freeM) / soft));
  }

  /** Adds to the need of frame n what one limb falls short of; returns how much. */
  private static double pull(
      LimbGoals goal, double[] captured, double[] need, int n, double[] way) {
    int at = 9 * n;
    double wanted = 0;
    double is = 0;
    for (int i = 0; i < 3; i++) {
      double root = captured[at + i] + need[3 * n + i];
      way[i] = captured[at + 6 + i] + goal.shift()[3 * n + i] - root;
      wanted += way[i] * way[i];
      double d = captured[at + 6 + i] - captured[at + i];
      is += d * d;
    }
    wanted = Math.sqrt(wanted);
    double length = distance(captured, at, at + 3) + distance(captured, at + 3, at + 6);
    double over = wanted - Math.max(LimbSolver.SOFT * length, Math.sqrt(is));
    if (over <= 0) {
      return 0;
    }
    for (int i = 0; i < 3; i++) {
      need[3 * n + i] += goal.weight()[n] * over * way[i] / wanted;
    }
    return over;
  }

  /**
   * Adds what brings a root to its bone's length from a resting knee; returns how far off it is.
   */
  private static double prop(
      LimbGoals goal, double[] captured, double[] need, int n, double[] way) {
    int at = 9 * n;
    double w = goal.middleWeight()[n];
    double is = 0;
    middle(goal, captured, n, way);
    for (int i = 0; i < 3; i++) {
      way[i] -= captured[at + i] + need[3 * n + i];
      is += way[i] * way[i];
    }
    is = Math.sqrt(is);
    double off = is - distance(captured, at, at + 3);
    for (int i = 0; i < 3; i++) {
      need[3 * n + i] += is < 1e-9 ? 0 : w * off * way[i] / is;
    }
    return Math.abs(w * off) < 1e-5 ? 0 : Math.abs(w * off);
  }

  /**
   * Where a resting knee or elbow goes: to its spot, but as far from the goal of the limb's end as
   * the bone between them is long. Modified: dest.
   */
  static void middle(LimbGoals goal, double[] captured, int n, double[] dest) {
    int at = 9 * n;
    double w = goal.middleWeight()[n];
    double bone = distance(captured, at + 3, at + 6);
    double size = 0;
    double[] end = new double[3];
    for (int i = 0; i < 3; i++) {
      end[i] = captured[at + 6 + i] + goal.shift()[3 * n + i];
      dest[i] = captured[at + 3 + i] + goal.middleShift()[3 * n + i] / w - end[i];
      size += dest[i] * dest[i];
    }
    size = Math.sqrt(size);
    for (int i = 0; i < 3; i++) {
      dest[i] = end[i] + (size < 1e-9 ? 0 : dest[i] * bone / size);
    }
  }

  static double distance(double[] p, int a, int b) {
    double x = p[a] - p[b];
    double y = p[a + 1] - p[b + 1];
    double z = p[a + 2] - p[b + 2];
    return Math.sqrt(x * x + y * y + z * z);
  }

  /**
   * As large as the largest vector within {@code half} frames of each, in the direction of all of
   * them together, so that the direction never leaps.
   */
  private static double[] largest(double[] vectors, int half) {
    int count = vectors.length / 3;
    double[] size = new double[count];
    for (int n = 0; n < count; n++) {
      size[n] = Math.hypot(Math.hypot(vectors[3 * n], vectors[3 * n + 1]), vectors[3 * n + 2]);
    }
    double[] out = new double[vectors.length];
    double[] sum = new double[3];
    for (int n = 0; n < count; n++) {
      double most = 0;
      double sizes = 0;
      Arrays.fill(sum, 0);
      for (int k = Math.max(0, n - half); k <= Math.min(count - 1, n + half); k++) {
        most = Math.max(most, size[k]);
        sizes += size[k];
        for (int i = 0; i < 3; i++) {
          sum[i] += vectors[3 * k + i];
        }
      }
      for (int i = 0; i < 3; i++) {
        out[3 * n + i] = sizes < 1e-12 ? 0 : most * sum[i] / sizes;
      }
    }
    return out;
  }

  /** A raised cosine of sum 1. */
  private static double[] kernel(int half) {
    double[] kernel = new double[2 * half + 1];
    double sum = 0;
    for (int k = -half; k <= half; k++) {
      kernel[k + half] = 1 + Math.cos(Math.PI * k / (half + 1.0));
      sum += kernel[k + half];
    }
    for (int k = 0; k < kernel.length; k++) {
      kernel[k] /= sum;
    }
    return kernel;
  }

  /** Weighted mean over time; beyond the ends the first and last values go on. */
  private static double[] spread(double[] values, int width, double[] kernel) {
    int count = values.length / width;
    int half = kernel.length / 2;
    double[] out = new double[values.length];
    for (int n = 0; n < count; n++) {
      for (int k = -half; k <= half; k++) {
        int from = Math.max(0, Math.min(count - 1, n + k)) * width;
        for (int i = 0; i < width; i++) {
          out[n * width + i] += kernel[k + half] * values[from + i];
        }
      }
    }
    return out;
  }
}
