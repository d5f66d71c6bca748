package waxhand.core.limbs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;
import waxhand.core.body.JointRange;
import waxhand.core.ik.LimbSolver;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** Solves frame by frame and writes the joints that change. */
final class LimbWriter {
  /** A limb whose middle is so far beside the line between its ends is bent, metres. */
  private static final double BENT_M = 0.02;

  /** It is turned about that line by all of what is wanted up to this, radians. */
  private static final double SURE_RAD = Math.toRadians(90);

  /**
   * What is asked for over a region of frames.
   *
   * @param captured world places of each limb's root, middle and end, 9 numbers a frame, metres
   * @param carry how the whole body is carried, 3 numbers a frame, metres
   * @param hips how these give way beyond that
   * @param spine how this takes the shoulders beyond that
   */
  record Asked(
      Frames region,
      List<LimbGoals> goals,
      double[][] captured,
      double[] carry,
      double[] hips,
      double[] spine) {}

  private final Motion motion;
  private final Clip clip;
  private final Skeleton skeleton;
  private final BitSet scope;
  private final Frames run;
  private final Asked asked;
  private final int mover;
  private final SpineLean lean;
  private final double stretch;
  private final WorldPose pose;
  private final LimbSolver solver = new LimbSolver();
  private final double[][] rotations;
  private final double[][] translations;
  private final double[] shoulders;
  private final JointRange[] ranges;
  private final double[] free = new double[4];
  private final double[] places = new double[9];
  private final double[] turns = new double[8];
  private final double[] root = new double[3];
  private final double[] goal = new double[3];
  private final double[] hinge = new double[3];
  private final double[] spot = new double[3];
  private final double[] knee = new double[3];
  private final double[] axis = new double[3];
  private final double[] parent = new double[4];
  private final double[] world = new double[4];
  private final double[] v = new double[3];

  // by goal: the joints whose offsets are its limb's bones, and by how much these may grow
  private final int[][] bones;
  private final double[] grows;

  LimbWriter(
      Motion motion,
      BitSet scope,
      Frames run,
      Asked asked,
      int mover,
      SpineLean lean,
      double stretch) {
    this.motion = motion;
    this.clip = motion.clip();
    this.skeleton = clip.skeleton();
    this.scope = scope;
    this.run = run;
    this.asked = asked;
    this.mover = mover;
    this.lean = lean;
    this.stretch = stretch;
    pose = WorldPose.only(skeleton, Reposer.joints(mover, asked.goals));
    ranges = new JointRange[skeleton.size()];
    rotations = new double[skeleton.size()][];
    translations = new double[skeleton.size()][];
    shoulders = new double[3 * (int) asked.goals.stream().filter(g -> leans(g.limb())).count()];
    if (mover >= 0) {
      translations[mover] = new double[3 * run.count()];
      clip.translation(mover).read(run, translations[mover]);
    }
    bones = new int[asked.goals.size()][];
    grows = new double[asked.goals.size()];
    for (int which = 0; which < bones.length; which++) {
      Limb limb = asked.goals.get(which).limb();
      bones[which] = bones(limb);
      grows[which] = grows(limb, bones[which]);
      for (int j : limb.joints()) {
        unpack(j);
      }
      ranges[limb.end()] = JointRange.of(motion.body(), limb.end()).orElse(null);
      for (int j : grows[which] > 0 ? bones[which] : new int[0]) {
        translations[j] = new double[3 * run.count()];
        clip.places(j).read(run, translations[j]);
      }
    }
    if (mover >= 0) {
      for (int j : lean.joints()) {
        unpack(j);
      }
    }
  }

  private void unpack(int joint) {
    if (scope.get(joint) && rotations[joint] == null) {
      rotations[joint] = new double[4 * run.count()];
      clip.rotation(joint).read(run, rotations[joint]);
    }
  }

  /** By how much of their length the bones of a limb may grow: all of them or none. */
  private double grows(Limb limb, int[] joints) {
    boolean whole = scope.get(limb.upper());
    for (int j : joints) {
      whole &= scope.get(j);
    }
    return whole ? stretch : 0;
  }

  /** The joints whose offsets are the bones of a limb, twist joints among them. */
  private int[] bones(Limb limb) {
    List<Integer> bones = new ArrayList<>();
    for (int j = limb.end(); j != limb.upper(); j = skeleton.parent(j)) {
      bones.add(j);
    }
    return bones.stream().mapToInt(j -> j).toArray();
  }

  /** Writes all frames. */
  LimbWriter solve() {
    for (int n = 0; n < run.count(); n++) {
      frame(n, run.from() - asked.region.from() + n);
    }
    return this;
  }

  /**
   * Takes out leaps of limbs that were not captured.
   *
   * @param amount how much of what is needed is done, 0 to 1
   * @param bearable what is left as it is whatever was captured
   */
  LimbWriter steady(double amount, Bearable bearable) {
    int first = run.from() - asked.region.from();
    Steadier steadier = new Steadier(motion, run, amount, bearable);
    for (LimbGoals goals : asked.goals) {
      if (IntStream.of(goals.limb().joints()).allMatch(j -> rotations[j] != null)) {
        double[] held = Arrays.copyOfRange(goals.weight(), first, first + run.count());
        steadier.steady(goals.limb(), held, rotations);
      }
    }
    return this;
  }

  /** The clip with what was written in some of the frames. */
  Clip clip(Frames frames) {
    Clip out = clip;
    for (int j = 0; j < rotations.length; j++) {
      if (rotations[j] != null) {
        out = out.withRotation(j, clip.rotation(j).with(frames, rows(rotations[j], 4, frames)));
      }
      if (translations[j] != null) {
        Track before = clip.places(j);
        Track after = before.with(frames, rows(translations[j], 3, frames));
        // a joint comes to move only where a bone did grow
        out = after == before ? out : out.withTranslation(j, after);
      }
    }
    return out;
  }

  private double[] rows(double[] all, int width, Frames frames) {
    int from = width * (frames.from() - run.from());
    return Arrays.copyOfRange(all, from, from + width * frames.count());
  }

  private boolean leans(Limb limb) {
    return !limb.leg() && lean.carries(limb.upper());
  }

  private void frame(int n, int in) {
    boolean leaning = !isZero(asked.spine, in);
    boolean still = isZero(asked.hips, in) && !leaning;
    boolean idle = still && isZero(asked.carry, in);
    for (LimbGoals g : asked.goals) {
      idle &= g.isIdle(in);
    }
    if (idle) {
      return;
    }
    pose.solve(clip, run.from() + n);
    if (mover >= 0) {
      shiftBody(n, in);
    }
    if (leaning) {
      leanSpine(n, in);
    }
    int arm = 0;
    for (int g = 0; g < asked.captured.length; g++) {
      LimbGoals goals = asked.goals.get(g);
      int shoulder = leans(goals.limb()) ? arm++ : -1;
      if (!goals.isIdle(in) || !still && goals.weight()[in] > 0) {
        limb(goals, g, leaning ? shoulder : -1, n, in);
      }
    }
  }

  private static boolean isZero(double[] v, int n) {
    return v[3 * n] == 0 && v[3 * n + 1] == 0 && v[3 * n + 2] == 0;
  }

  private void shiftBody(int n, int in) {
    int p = skeleton.parent(mover);
    for (int i = 0; i < 3; i++) {
      root[i] = asked.carry[3 * in + i] + asked.hips[3 * in + i];
    }
    if (p >= 0) {
      conjugate(pose.rotations(), 4 * p, parent);
      Quats.rotate(parent, 0, root, 0, root, 0);
    }
    for (int i = 0; i < 3; i++) {
      translations[mover][3 * n + i] += root[i];
    }
  }

  private void leanSpine(int n, int in) {
    int at = 0;
    for (int g = 0; g < asked.captured.length; g++) {
      if (leans(asked.goals.get(g).limb())) {
        System.arraycopy(asked.captured[g], 9 * in, shoulders, at, 3);
        at += 3;
      }
    }
    System.arraycopy(asked.spine, 3 * in, v, 0, 3);
    lean.lean(pose, shoulders, v);
    double[] below = {0, 0, 0, 1};
    for (int k = 0; k < lean.joints().length; k++) {
      double[] own = lean.turn(k + 1);
      turn(lean.joints()[k], below, 0, own, 0, n);
      System.arraycopy(own, 0, below, 0, 4);
    }
  }

  /**
   * Solves one limb.
   *
   * @param shoulder which of the shoulders that the spine took along is its root; -1 for none
   */
  private void limb(LimbGoals g, int which, int shoulder, int n, int in) {
    Limb limb = g.limb();
    double[] captured = asked.captured[which];
    System.arraycopy(captured, 9 * in, places, 0, 9);
    boolean hangs = mover >= 0 && skeleton.isAncestor(mover, limb.upper());
    double[] carried = null;
    // a limb that is not held goes with what gives way, and turns with the spine
    double loose = 1 - g.weight()[in];
    if (shoulder >= 0) {
      carried = lean.turn(lean.joints().length);
      Quats.log(carried, 0, v, 0);
      for (int i = 0; i < 3; i++) {
        v[i] *= loose;
      }
      Quats.exp(v, 0, free, 0);
      swing(places, 3);
      swing(places, 6);
    }
    for (int i = 0; i < 3; i++) {
      double given = hangs ? asked.hips[3 * in + i] : 0;
      double moved = given + (shoulder >= 0 ? shoulders[3 * shoulder + i] - places[i] : 0);
      double swung = places[6 + i] - captured[9 * in + 6 + i];
      root[i] = places[i] + moved;
      goal[i] = captured[9 * in + 6 + i] + g.shift()[3 * in + i] + loose * (moved + swung);
    }
    hinge[0] = limb.hinge().x();
    hinge[1] = limb.hinge().y();
    hinge[2] = limb.hinge().z();
    Quats.rotate(pose.rotations(), 4 * skeleton.parent(limb.middle()), hinge, 0, hinge, 0);
    if (shoulder >= 0) {
      Quats.rotate(free, 0, hinge, 0, hinge, 0);
    }
    solver.solve(places, 0, root, goal, hinge, g.aside()[in], grows[which], turns);
    if (g.middleWeight()[in] > 0) {
      overMiddle(g, captured, places, in);
    }
    double[] ends = g.turn();
    double[] tips = g.tipTurn();
    int at = 4 * in;
    if (shoulder >= 0) {
      Quats.multiply(turns, 0, free, 0, turns, 0);
      Quats.multiply(turns, 4, free, 0, turns, 4);
      ends = new double[4];
      Quats.multiply(g.turn(), 4 * in, free, 0, ends, 0);
      tips = ends;
      at = 0;
    }
    turn(limb.upper(), carried, 0, turns, 0, n);
    turn(limb.middle(), turns, 0, turns, 4, n);
    turn(limb.end(), turns, 4, ends, at, n);
    hold(limb.end(), n);
    if (limb.tip() != limb.end()) {
      turn(limb.tip(), ends, at, tips, at, n);
    }
    if (solver.grown() > 1) {
      for (int j : bones[which]) {
        for (int i = 0; i < 3; i++) {
          translations[j][3 * n + i] *= solver.grown();
        }
      }
    }
  }

  /** Turns a place of the limb about its root as the spine turned it, as far as it is loose. */
  private void swing(double[] p, int at) {
    for (int i = 0; i < 3; i++) {
      p[at + i] -= p[i];
    }
    Quats.rotate(free, 0, p, at, p, at);
    for (int i = 0; i < 3; i++) {
      p[at + i] += p[i];
    }
  }

  /** No hand or foot is turned beyond the range of its joint, or beyond where it was captured. */
  private void hold(int joint, int n) {
    JointRange range = ranges[joint];
    if (range != null && rotations[joint] != null) {
      clip.rotation(joint).read(run.from() + n, world, 0);
      range.hold(world, 0, rotations[joint], 4 * n);
    }
  }

  /**
   * Turns a limb about the line from its root to its goal, so that its middle comes as near as can
   * be to where it rests; its end stays where it is.
   */
  private void overMiddle(LimbGoals g, double[] captured, double[] places, int in) {
    double[] to = spot;
    BodyShift.middle(g, captured, in, to);
    for (int i = 0; i < 3; i++) {
      knee[i] = places[3 + i] - places[i];
      axis[i] = goal[i] - root[i];
      to[i] -= root[i];
    }
    double length = Math.sqrt(dot(axis, axis));
    if (length < 1e-6) {
      return;
    }
    Quats.rotate(turns, 0, knee, 0, knee, 0);
    for (int i = 0; i < 3; i++) {
      axis[i] /= length;
    }
    double along = dot(knee, axis);
    double beside = dot(to, axis);
    for (int i = 0; i < 3; i++) {
      knee[i] -= along * axis[i];
      to[i] -= beside * axis[i];
    }
    double least = Math.sqrt(Math.min(dot(knee, knee), dot(to, to)));
    double x = knee[1] * to[2] - knee[2] * to[1];
    double y = knee[2] * to[0] - knee[0] * to[2];
    double z = knee[0] * to[1] - knee[1] * to[0];
    double angle = Math.atan2(x * axis[0] + y * axis[1] + z * axis[2], dot(knee, to));
    // a straight limb has its middle nowhere beside the line, and one that would have to turn by
    // half has it to neither side
    double sure =
        Hermite.smoothstep(least / BENT_M)
            * Hermite.smoothstep((Math.PI - Math.abs(angle)) / (Math.PI - SURE_RAD));
    double half = 0.5 * g.middleWeight()[in] * sure * angle;
    double sine = Math.sin(half);
    for (int i = 0; i < 3; i++) {
      world[i] = sine * axis[i];
    }
    world[3] = Math.cos(half);
    Quats.multiply(world, 0, turns, 0, turns, 0);
    Quats.multiply(world, 0, turns, 4, turns, 4);
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  /**
   * Sets the local rotation of a joint whose world rotation turns by {@code by} while what it hangs
   * from turns by {@code carried}.
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
    Quats.between(parent, 0, world, 0, rotations[joint], 4 * n);
  }

  private static void conjugate(double[] q, int at, double[] dest) {
    dest[0] = -q[at];
    dest[1] = -q[at + 1];
    dest[2] = -q[at + 2];
    dest[3] = q[at + 3];
  }
}
