package waxhand.core.limbs;

import java.util.BitSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import waxhand.core.body.Role;
import waxhand.core.ik.LimbSolver;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/**
 * Brings limbs to their goals. First the body goes along with them, then it gives way where a limb
 * does not reach, both smoothly over time and for all limbs at once; then each limb is solved.
 */
public final class Reposer {
  /** It gives way within this time before and after a limb falls short, seconds. */
  private static final double GIVE_S = 0.12;

  private static final int ROUNDS = 6;

  /** So far the body gives way as it is asked to, as a share of its height; then ever less. */
  private static final double FREE_SHARE = 0.07;

  /** No limb out of reach moves the body farther than this, as a share of its height. */
  private static final double MOST_SHARE = 0.14;

  private final Clip clip;
  private final Skeleton skeleton;
  private final double giveWay;
  private final BitSet scope;
  private final int mover;
  private double freeM;
  private final double mostM;

  /**
   * @param giveWay how far the body goes to where a limb does not reach, 0 to 1
   * @param scope joints that may change
   */
  public Reposer(Motion motion, double giveWay, BitSet scope) {
    this.clip = motion.clip();
    this.skeleton = clip.skeleton();
    this.giveWay = giveWay;
    this.scope = scope;
    OptionalInt hips = motion.body().joint(Role.HIPS);
    int joint = hips.orElse(0);
    while (joint >= 0 && !clip.hasTravel(joint)) {
      joint = skeleton.parent(joint);
    }
    mover = joint >= 0 && scope.get(hips.orElse(0)) ? joint : -1;
    freeM = FREE_SHARE * motion.body().heightM();
    mostM = MOST_SHARE * motion.body().heightM();
  }

  /** However far a limb is out of reach. */
  public Reposer givingAllTheWay() {
    freeM = Double.POSITIVE_INFINITY;
    return this;
  }

  /** How many frames to either side goals can be felt. */
  public static int reach(double rateHz) {
    return 2 * half(GIVE_S, rateHz) + 1;
  }

  private static int half(double seconds, double rateHz) {
    return (int) Math.max(1, Math.round(seconds * rateHz));
  }

  /**
   * The clip with the frames of {@code run} solved.
   *
   * @param goals of limbs, all over the same frames, which hold {@code run} and what lies within
   *     {@link #reach} of it; they count from where limbs are carried
   * @param carry how the whole body is carried in those frames, 3 numbers a frame, metres. Not
   *     modified.
   */
  public Clip repose(Frames run, List<LimbGoals> goals, double[] carry) {
    if (goals.isEmpty() || run.isEmpty()) {
      return clip;
    }
    Frames region = goals.get(0).frames();
    double[][] captured = captured(region, goals);
    double[] given = new double[3 * region.count()];
    if (mover >= 0 && giveWay > 0) {
      giveWay(goals, captured, given);
    }
    return new Writer(run, region, goals, captured, carry, given).clip();
  }

  /** A pose of the limbs and of what moves the body. */
  private WorldPose pose(List<LimbGoals> goals) {
    int[] joints =
        IntStream.concat(
                IntStream.of(Math.max(0, mover)),
                goals.stream().flatMapToInt(g -> IntStream.of(g.limb().end(), g.limb().tip())))
            .toArray();
    return WorldPose.only(skeleton, joints);
  }

  /** World places of root, middle and end, 9 numbers a frame, for each limb. */
  private double[][] captured(Frames region, List<LimbGoals> goals) {
    double[][] captured = new double[goals.size()][9 * region.count()];
    WorldPose pose = pose(goals);
    for (int n = 0; n < region.count(); n++) {
      pose.solve(clip, region.from() + n);
      for (int g = 0; g < captured.length; g++) {
        Limb limb = goals.get(g).limb();
        System.arraycopy(pose.positions(), 3 * limb.upper(), captured[g], 9 * n, 3);
        System.arraycopy(pose.positions(), 3 * limb.middle(), captured[g], 9 * n + 3, 3);
        System.arraycopy(pose.positions(), 3 * limb.end(), captured[g], 9 * n + 6, 3);
      }
    }
    return captured;
  }

  // ---- the body ----------------------------------------------------------------------------

  /** The body goes where limbs that fall short pull it. */
  private void giveWay(List<LimbGoals> goals, double[][] captured, double[] given) {
    int count = given.length / 3;
    double[] need = new double[3 * count];
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
    if (!any) {
      return;
    }
    int half = half(GIVE_S, clip.rateHz());
    double[] smooth = spread(largest(need, half), 3, kernel(half));
    for (int n = 0; n < count; n++) {
      double size = Math.hypot(Math.hypot(smooth[3 * n], smooth[3 * n + 1]), smooth[3 * n + 2]);
      double scale = giveWay * (size > freeM ? within(size) / size : 1);
      for (int i = 0; i < 3; i++) {
        given[3 * n + i] = scale * smooth[3 * n + i];
      }
    }
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
  private static void middle(LimbGoals goal, double[] captured, int n, double[] dest) {
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

  private static double distance(double[] p, int a, int b) {
    double x = p[a] - p[b];
    double y = p[a + 1] - p[b + 1];
    double z = p[a + 2] - p[b + 2];
    return Math.sqrt(x * x + y * y + z * z);
  }

  /** The largest vector within {@code half} frames of each. */
  private static double[] largest(double[] vectors, int half) {
    int count = vectors.length / 3;
    double[] size = new double[count];
    for (int n = 0; n < count; n++) {
      size[n] = Math.hypot(Math.hypot(vectors[3 * n], vectors[3 * n + 1]), vectors[3 * n + 2]);
    }
    double[] out = new double[vectors.length];
    for (int n = 0; n < count; n++) {
      int best = n;
      for (int k = Math.max(0, n - half); k <= Math.min(count - 1, n + half); k++) {
        best = size[k] > size[best] ? k : best;
      }
      System.arraycopy(vectors, 3 * best, out, 3 * n, 3);
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

  // ---- the limbs ---------------------------------------------------------------------------

  /** Solves frame by frame and writes the joints that change. */
  private final class Writer {
    private final Frames run;
    private final int first;
    private final List<LimbGoals> goals;
    private final double[][] captured;
    private final double[] carry;
    private final double[] given;
    private final WorldPose pose;
    private final LimbSolver solver = new LimbSolver();
    private final double[][] rotations = new double[skeleton.size()][];
    private final double[] travel;
    private final double[] turns = new double[8];
    private final double[] root = new double[3];
    private final double[] goal = new double[3];
    private final double[] hinge = new double[3];
    private final double[] parent = new double[4];
    private final double[] world = new double[4];

    Writer(
        Frames run,
        Frames region,
        List<LimbGoals> goals,
        double[][] captured,
        double[] carry,
        double[] given) {
      this.run = run;
      this.first = region.from();
      this.pose = pose(goals);
      this.goals = goals;
      this.captured = captured;
      this.carry = carry;
      this.given = given;
      travel = mover < 0 ? null : new double[3 * run.count()];
      if (mover >= 0) {
        clip.travel(mover).read(run, travel);
      }
      for (LimbGoals g : goals) {
        Limb limb = g.limb();
        for (int j : new int[] {limb.upper(), limb.middle(), limb.end(), limb.tip()}) {
          if (scope.get(j) && rotations[j] == null) {
            rotations[j] = new double[4 * run.count()];
            clip.rotation(j).read(run, rotations[j]);
          }
        }
      }
    }

    Clip clip() {
      for (int n = 0; n < run.count(); n++) {
        frame(n, run.from() - first + n);
      }
      Clip out = clip;
      for (int j = 0; j < rotations.length; j++) {
        if (rotations[j] != null) {
          out = out.withRotation(j, clip.rotation(j).with(run, rotations[j]));
        }
      }
      if (mover >= 0) {
        out = out.withTravel(mover, clip.travel(mover).with(run, travel));
      }
      return out;
    }

    private void frame(int n, int in) {
      boolean still = isZero(given, in);
      boolean idle = still && isZero(carry, in);
      for (LimbGoals g : goals) {
        idle &= g.isIdle(in);
      }
      if (idle) {
        return;
      }
      pose.solve(clip, run.from() + n);
      if (mover >= 0) {
        shiftBody(n, in);
      }
      for (int g = 0; g < captured.length; g++) {
        if (!goals.get(g).isIdle(in) || !still && goals.get(g).weight()[in] > 0) {
          limb(goals.get(g), captured[g], n, in);
        }
      }
    }

    private static boolean isZero(double[] v, int n) {
      return v[3 * n] == 0 && v[3 * n + 1] == 0 && v[3 * n + 2] == 0;
    }

    private void shiftBody(int n, int in) {
      int p = skeleton.parent(mover);
      for (int i = 0; i < 3; i++) {
        root[i] = carry[3 * in + i] + given[3 * in + i];
      }
      if (p >= 0) {
        conjugate(pose.rotations(), 4 * p, parent);
        Quats.rotate(parent, 0, root, 0, root, 0);
      }
      for (int i = 0; i < 3; i++) {
        travel[3 * n + i] += root[i];
      }
    }

    private void limb(LimbGoals g, double[] places, int n, int in) {
      Limb limb = g.limb();
      boolean hangs = mover >= 0 && skeleton.isAncestor(mover, limb.upper());
      for (int i = 0; i < 3; i++) {
        root[i] = places[9 * in + i] + (hangs ? given[3 * in + i] : 0);
        goal[i] = places[9 * in + 6 + i] + g.shift()[3 * in + i];
      }
      // places count from where the body is carried; a free limb goes with what gives way
      double free = 1 - g.weight()[in];
      if (free > 0 && hangs) {
        for (int i = 0; i < 3; i++) {
          goal[i] += free * given[3 * in + i];
        }
      }
      hinge[0] = limb.hinge().x();
      hinge[1] = limb.hinge().y();
      hinge[2] = limb.hinge().z();
      Quats.rotate(pose.rotations(), 4 * limb.upper(), hinge, 0, hinge, 0);
      solver.solve(places, 9 * in, root, goal, hinge, g.aside()[in], turns);
      if (g.middleWeight()[in] > 0) {
        overMiddle(g, places, in);
      }
      turn(limb.upper(), null, 0, turns, 0, n);
      turn(limb.middle(), turns, 0, turns, 4, n);
      turn(limb.end(), turns, 4, g.turn(), 4 * in, n);
      if (limb.tip() != limb.end()) {
        turn(limb.tip(), g.turn(), 4 * in, g.tipTurn(), 4 * in, n);
      }
    }

    /** Leads both bones over the place where knee or elbow rests. */
    private void overMiddle(LimbGoals g, double[] places, int in) {
      int at = 9 * in;
      double w = g.middleWeight()[in];
      double[] bone = new double[3];
      double[] to = new double[3];
      double[] arcs = new double[8];
      double length = distance(places, at, at + 3);
      double size = 0;
      middle(g, places, in, to);
      for (int i = 0; i < 3; i++) {
        bone[i] = places[at + 3 + i] - places[at + i];
        to[i] -= root[i];
        size += to[i] * to[i];
      }
      size = Math.sqrt(size);
      if (size < 1e-6) {
        return;
      }
      LimbSolver.arc(bone, to, arcs, 0);
      for (int i = 0; i < 3; i++) {
        bone[i] = places[at + 6 + i] - places[at + 3 + i];
        to[i] = goal[i] - root[i] - to[i] * length / size;
      }
      LimbSolver.arc(bone, to, arcs, 4);
      Quats.slerp(turns, 0, arcs, 0, w, turns, 0);
      Quats.slerp(turns, 4, arcs, 4, w, turns, 4);
    }

    /**
     * Sets the local rotation of a joint whose world rotation turns by {@code by} while what it
     * hangs from turns by {@code carried}.
     */
    private void turn(int joint, double[] carried, int carriedAt, double[] by, int byAt, int n) {
      if (rotations[joint] == null) {
        return;
      }
      int p = skeleton.parent(joint);
      Quats.multiply(by, byAt, pose.rotations(), 4 * joint, world, 0);
      if (p < 0) {
        System.arraycopy(world, 0, rotations[joint], 4 * n, 4);
        return;
      }
      if (carried == null) {
        System.arraycopy(pose.rotations(), 4 * p, parent, 0, 4);
      } else {
        Quats.multiply(carried, carriedAt, pose.rotations(), 4 * p, parent, 0);
      }
      conjugate(parent, 0, parent);
      Quats.multiply(parent, 0, world, 0, rotations[joint], 4 * n);
    }

    private static void conjugate(double[] q, int at, double[] dest) {
      dest[0] = -q[at];
      dest[1] = -q[at + 1];
      dest[2] = -q[at + 2];
      dest[3] = q[at + 3];
    }
  }
}
