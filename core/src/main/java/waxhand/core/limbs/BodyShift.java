package waxhand.core.limbs;

import java.util.Arrays;
import java.util.List;
import waxhand.core.ik.LimbSolver;
import waxhand.core.signal.RaisedCosine;

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
    double[] eased = goesAlong ? StraightLimbs.shift(goals, captured) : new double[3 * count];
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
    double[] wide = largest(need, half);
    double[] weights = RaisedCosine.of(half);
    double[] smooth = new double[need.length];
    double[] mean = new double[3];
    for (int n = 0; n < need.length / 3; n++) {
      RaisedCosine.mean(wide, 3, weights, n, mean);
      System.arraycopy(mean, 0, smooth, 3 * n, 3);
    }
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

  /** The share of a round, so that all rounds come to the whole share. */
  private static double aRound(double share) {
    return share >= 1 ? 1 : 1 - Math.pow(1 - share, 1.0 / ROUNDS);
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
      need[3 * n + i] += aRound(goal.weight()[n]) * over * way[i] / wanted;
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
}
