package waxhand.core.limbs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.maths.Quats;
import waxhand.core.measure.Pops;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** Limbs brought to goals and the body that gives way, in numbers. */
class ReposerTest {
  private static final int COUNT = 240;
  private static final double RATE = 120;
  private static final Motion BODY = standing();
  private static final Frames ALL = BODY.clip().allFrames();
  private static final BitSet EVERY = all();

  /** With knees and elbows a little bent, and a breath in every joint. */
  private static Motion standing() {
    Skeleton skeleton = Samples.body();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      String name = skeleton.joint(j).name();
      double bend =
          name.endsWith("UpLeg")
              ? -0.3
              : name.endsWith("Leg") ? 0.6 : name.endsWith("Foot") ? -0.3 : 0;
      double[] q = new double[4 * COUNT];
      for (int f = 0; f < COUNT; f++) {
        double breath = 0.01 * Math.sin(0.05 * f + j);
        double fold = name.endsWith("ForeArm") ? (name.startsWith("Left") ? -0.5 : 0.5) : 0;
        Quats.exp(new double[] {bend + breath, fold, 0.5 * breath}, 0, q, 4 * f);
      }
      rotations.add(Track.of(TrackType.ROTATION, q));
      translations.add(null);
    }
    double[] p = new double[3 * COUNT];
    for (int f = 0; f < COUNT; f++) {
      p[3 * f + 1] = 0.92;
      p[3 * f + 2] = 0.001 * f;
    }
    translations.set(0, Track.of(TrackType.TRANSLATION, p));
    return Motion.of(new Clip(skeleton, RATE, rotations, translations));
  }

  private static BitSet all() {
    BitSet all = new BitSet();
    all.set(0, BODY.clip().skeleton().size());
    return all;
  }

  private static Limb limb(Side side, boolean leg) {
    return Limb.of(BODY.body(), side, leg).orElseThrow();
  }

  /** A goal that comes and goes: in full from a third to two thirds of the take. */
  private static LimbGoals goal(Limb limb, double x, double y, double z) {
    LimbGoals goals = new LimbGoals(limb, ALL);
    for (int f = 0; f < COUNT; f++) {
      double u = Math.max(0, Math.min(1, 3.0 * Math.min(f, COUNT - 1 - f) / COUNT));
      double w = u * u * (3 - 2 * u);
      goals.weight()[f] = w;
      goals.shift()[3 * f] = w * x;
      goals.shift()[3 * f + 1] = w * y;
      goals.shift()[3 * f + 2] = w * z;
    }
    return goals;
  }

  private static Clip repose(Reposer reposer, LimbGoals... goals) {
    return reposer.repose(ALL, List.of(goals), new double[3 * COUNT]);
  }

  private static double[] place(Clip clip, int joint, int frame) {
    WorldPose pose = new WorldPose(clip.skeleton());
    pose.solve(clip, frame);
    return new double[] {pose.x(joint), pose.y(joint), pose.z(joint)};
  }

  private static double[] moved(Clip out, int joint, int frame) {
    double[] a = place(BODY.clip(), joint, frame);
    double[] b = place(out, joint, frame);
    return new double[] {b[0] - a[0], b[1] - a[1], b[2] - a[2]};
  }

  private static double length(double[] v) {
    return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  }

  @Test
  void aGoalWithinReachMovesItsLimbAndNothingElse() {
    Limb leg = limb(Side.LEFT, true);
    Clip out = repose(new Reposer(BODY, 1, EVERY), goal(leg, 0.03, 0.05, 0.04));
    for (int f = COUNT / 3 + 1; f < 2 * COUNT / 3; f += 7) {
      assertThat(moved(out, leg.end(), f))
          .containsExactly(new double[] {0.03, 0.05, 0.04}, within(1e-9));
    }
    for (int j = 0; j < out.skeleton().size(); j++) {
      boolean own = j == leg.upper() || j == leg.middle() || j == leg.end() || j == leg.tip();
      assertThat(out.rotation(j) == BODY.clip().rotation(j)).as("joint %d", j).isEqualTo(!own);
    }
    assertThat(out.translation(0)).isSameAs(BODY.clip().translation(0));
    assertThat(Samples.sameBits(out, BODY.clip(), leg.upper(), 0)).as("before it begins").isTrue();
  }

  /** Both feet lower than legs are long: the hips come down, softly and no more than they must. */
  @Test
  void hipsGiveWayForBothLegsAtOnce() {
    LimbGoals left = goal(limb(Side.LEFT, true), 0, -0.08, 0);
    LimbGoals right = goal(limb(Side.RIGHT, true), 0, -0.08, 0);
    Clip out = repose(new Reposer(BODY, 1, EVERY), left, right);
    Clip stiff = repose(new Reposer(BODY, 0, EVERY), left, right);
    int middle = COUNT / 2;
    double down = -moved(out, 0, middle)[1];
    assertThat(down).isBetween(0.02, 0.08);
    assertThat(moved(out, left.limb().end(), middle)[1]).isCloseTo(-0.08, within(2e-3));
    assertThat(moved(out, right.limb().end(), middle)[1]).isCloseTo(-0.08, within(2e-3));
    assertThat(stiff.translation(0)).isSameAs(BODY.clip().translation(0));
    assertThat(moved(stiff, left.limb().end(), middle)[1])
        .as("legs are too short")
        .isGreaterThan(-0.07);
    // the way of the hips has no corner: never more than 2 m/s²
    for (int f = 1; f + 1 < COUNT; f++) {
      double a = moved(out, 0, f - 1)[1] - 2 * moved(out, 0, f)[1] + moved(out, 0, f + 1)[1];
      assertThat(Math.abs(a) * RATE * RATE).as("frame %d", f).isLessThan(2);
    }
    // knees do not lock
    WorldPose pose = new WorldPose(out.skeleton());
    pose.solve(out, middle);
    assertThat(straightness(pose, left.limb())).isLessThan(0.9996);
  }

  /** Distance of a limb's ends as a share of its length. */
  private static double straightness(WorldPose pose, Limb limb) {
    double a = apart(pose, limb.upper(), limb.middle());
    double b = apart(pose, limb.middle(), limb.end());
    return apart(pose, limb.upper(), limb.end()) / (a + b);
  }

  private static double apart(WorldPose pose, int a, int b) {
    return length(
        new double[] {pose.x(a) - pose.x(b), pose.y(a) - pose.y(b), pose.z(a) - pose.z(b)});
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.3, 0.6, 1, 2})
  void theBodyGivesWayOnlySoFar(double far) {
    LimbGoals left = goal(limb(Side.LEFT, true), 0, -far, 0);
    LimbGoals right = goal(limb(Side.RIGHT, true), 0, -far, 0);
    Clip out = repose(new Reposer(BODY, 1, EVERY), left, right);
    double height = BODY.body().heightM();
    for (int f = 0; f < COUNT; f += 5) {
      assertThat(length(moved(out, 0, f))).isLessThan(0.1401 * height);
    }
    assertThat(length(moved(out, 0, COUNT / 2))).isGreaterThan(0.07 * height);
    Clip willing = repose(new Reposer(BODY, 1, EVERY).givingAllTheWay(), left, right);
    assertThat(moved(willing, left.limb().end(), COUNT / 2)[1]).isCloseTo(-far, within(0.01));
  }

  @Test
  void halfOfTheWayIsHalf() {
    LimbGoals left = goal(limb(Side.LEFT, true), 0, -0.08, 0);
    LimbGoals right = goal(limb(Side.RIGHT, true), 0, -0.08, 0);
    double whole = moved(repose(new Reposer(BODY, 1, EVERY), left, right), 0, COUNT / 2)[1];
    double half = moved(repose(new Reposer(BODY, 0.5, EVERY), left, right), 0, COUNT / 2)[1];
    assertThat(half).isCloseTo(0.5 * whole, within(1e-9));
  }

  /** Which frames are asked for makes no difference to any of them. */
  @Test
  void aFrameDoesNotDependOnTheRunItIsSolvedIn() {
    LimbGoals arm = goal(limb(Side.RIGHT, false), -0.25, 0.1, 0.2);
    LimbGoals leg = goal(limb(Side.LEFT, true), 0.1, -0.1, 0.1);
    Clip whole = repose(new Reposer(BODY, 0.7, EVERY), arm, leg);
    int reach = Reposer.reach(RATE);
    for (Frames run : List.of(new Frames(0, 30), new Frames(97, 140), new Frames(200, COUNT))) {
      Frames region = run.grown(reach).within(ALL);
      Clip part =
          new Reposer(BODY, 0.7, EVERY)
              .repose(
                  run, List.of(cut(arm, region), cut(leg, region)), new double[3 * region.count()]);
      for (int j = 0; j < part.skeleton().size(); j++) {
        for (int f = run.from(); f < run.to(); f++) {
          assertThat(Samples.sameBits(part, whole, j, f)).as("joint %d frame %d", j, f).isTrue();
        }
      }
    }
  }

  private static LimbGoals cut(LimbGoals goals, Frames region) {
    LimbGoals cut = new LimbGoals(goals.limb(), region);
    System.arraycopy(goals.shift(), 3 * region.from(), cut.shift(), 0, 3 * region.count());
    System.arraycopy(goals.weight(), region.from(), cut.weight(), 0, region.count());
    return cut;
  }

  @Test
  void aCarriedBodyKeepsItsPose() {
    double[] carry = new double[3 * COUNT];
    for (int f = 0; f < COUNT; f++) {
      carry[3 * f] = 0.02 * Math.sin(0.1 * f);
      carry[3 * f + 2] = 0.001 * f;
    }
    Clip out =
        new Reposer(BODY, 1, EVERY)
            .repose(ALL, List.of(new LimbGoals(limb(Side.LEFT, true), ALL)), carry);
    for (int f = 0; f < COUNT; f += 13) {
      double[] by = Arrays.copyOfRange(carry, 3 * f, 3 * f + 3);
      for (int j = 0; j < out.skeleton().size(); j++) {
        assertThat(moved(out, j, f)).containsExactly(by, within(1e-12));
      }
    }
  }

  @Test
  void anEndIsTurnedInTheWorldWhateverItsLimbDoes() {
    Limb leg = limb(Side.RIGHT, true);
    LimbGoals goals = goal(leg, 0.02, 0.06, -0.05);
    double[] yaw = new double[4];
    Quats.exp(new double[] {0, 0.4, 0}, 0, yaw, 0);
    for (int f = 0; f < COUNT; f++) {
      System.arraycopy(yaw, 0, goals.turn(), 4 * f, 4);
      System.arraycopy(yaw, 0, goals.tipTurn(), 4 * f, 4);
    }
    Clip out = repose(new Reposer(BODY, 1, EVERY), goals);
    WorldPose a = new WorldPose(out.skeleton());
    WorldPose b = new WorldPose(out.skeleton());
    double[] wanted = new double[4];
    for (int f = 0; f < COUNT; f += 11) {
      a.solve(BODY.clip(), f);
      b.solve(out, f);
      for (int j : new int[] {leg.end(), leg.tip()}) {
        Quats.multiply(yaw, 0, a.rotations(), 4 * j, wanted, 0);
        assertThat(Quats.angle(wanted, 0, b.rotations(), 4 * j)).isLessThan(1e-7);
      }
    }
  }

  /** A knee that rests on its spot while the foot stays: both bones lead over it. */
  @Test
  void aKneeRestsOnItsSpot() {
    Limb leg = limb(Side.LEFT, true);
    LimbGoals goals = new LimbGoals(leg, ALL);
    Arrays.fill(goals.weight(), 1);
    Arrays.fill(goals.middleWeight(), 1);
    for (int f = 0; f < COUNT; f++) {
      goals.middleShift()[3 * f] = 0.02;
    }
    Clip out = repose(new Reposer(BODY, 1, EVERY), goals);
    int f = COUNT / 2;
    double[] knee = moved(out, leg.middle(), f);
    // as near as the bone between knee and foot lets it
    assertThat(knee[0]).isCloseTo(0.02, within(1.5e-3));
    assertThat(length(moved(out, leg.end(), f))).isLessThan(1e-3);
    assertThat(length(moved(out, 0, f))).as("the hips go along").isGreaterThan(1e-4);
  }

  /**
   * The body leaps by 7 cm in one frame and a foot is held: it would leap against the shin, and the
   * knee would snap. Steadied it goes along, by as much as is asked for, and only thereabouts.
   */
  @Test
  void aHeldFootDoesNotLeapWhereTheBodyDoes() {
    int leap = 130;
    Motion body = leaping(leap, 0, 0.07);
    LimbGoals foot = holding(leap, 0, 0.07);
    Clip firm = steadied(body, 0, ALL, foot);
    Clip half = steadied(body, 0.5, ALL, foot);
    Clip steady = steadied(body, 1, ALL, foot);
    int ankle = foot.limb().end();
    assertThat(fastest(firm, ankle)).as("degrees a second").isGreaterThan(400);
    assertThat(fastest(half, ankle))
        .isBetween(0.45 * fastest(firm, ankle), 0.75 * fastest(firm, ankle));
    assertThat(fastest(steady, ankle)).isLessThan(260);
    assertThat(Pops.peak(body.with(steady), true))
        .isLessThan(0.5 * Pops.peak(body.with(firm), true));
    assertThat(Samples.sameBits(firm, steady, ankle, leap - 45)).isTrue();
    assertThat(Samples.sameBits(firm, steady, ankle, leap + 45)).isTrue();
    Frames part = new Frames(leap - 3, leap + 9);
    Clip inPart = steadied(body, 1, part, foot);
    for (int f = part.from(); f < part.to(); f++) {
      assertThat(Samples.sameBits(inPart, steady, ankle, f)).as("frame %d", f).isTrue();
    }
  }

  /** A foot that is held goes aside with the body rather than snap, but not down into the floor. */
  @Test
  void aHeldFootDoesNotSinkWithABodyThatDrops() {
    int leap = 130;
    Motion body = leaping(leap, -0.04, 0.02);
    LimbGoals foot = holding(leap, -0.04, 0.02);
    Clip firm = steadied(body, 0, ALL, foot);
    Clip steady = steadied(body, 1, ALL, foot);
    Sole sole = body.body().soles().get(0);
    assertThat(sole.side()).isEqualTo(Side.LEFT);
    WorldPose pose = new WorldPose(body.clip().skeleton());
    double deepest = 0;
    double farthest = 0;
    for (int f = leap - 30; f < leap + 30; f++) {
      pose.solve(firm, f);
      double height = sole.lowest(pose);
      double z = pose.z(sole.joint(2));
      pose.solve(steady, f);
      deepest = Math.max(deepest, height - sole.lowest(pose));
      farthest = Math.max(farthest, Math.abs(z - pose.z(sole.joint(2))));
    }
    assertThat(deepest).as("metres").isBetween(0.001, 0.004);
    assertThat(farthest).as("metres").isGreaterThan(0.001);
    assertThat(Pops.peak(body.with(steady), true)).isLessThan(Pops.peak(body.with(firm), true));
  }

  /** Of a take that snaps as hard elsewhere, or nearly, no foot lets go of its spot for it. */
  @Test
  void whatIsBearableIsNotSteadied() {
    Motion body = leaping(130, 0, 0.07);
    LimbGoals goals = holding(130, 0, 0.07);
    Clip firm = steadied(body, 0, ALL, goals);
    Clip steady = steadied(body, 1, ALL, goals);
    Bearable all = Bearable.asIn(body.with(firm), 1.001);
    Bearable most = Bearable.asIn(body.with(firm), 0.7);
    Clip left =
        new Reposer(body, 0, EVERY)
            .steadying(1)
            .bearing(all)
            .repose(ALL, List.of(goals), new double[3 * COUNT]);
    Clip some =
        new Reposer(body, 0, EVERY)
            .steadying(1)
            .bearing(most)
            .repose(ALL, List.of(goals), new double[3 * COUNT]);
    assertThat(Samples.sameBits(left, firm)).isTrue();
    double peak = Pops.peak(body.with(firm), true);
    assertThat(Pops.peak(body.with(steady), true)).isLessThan(0.6 * peak);
    assertThat(Pops.peak(body.with(some), true)).as("what is harder is").isLessThan(0.7 * peak);
    Bearable calm = Bearable.asIn(BODY, 2);
    assertThat(calm.snapRadS2()).isLessThan(most.snapRadS2());
    assertThat(Bearable.asIn(BODY, 4).leapRadS()).isCloseTo(2 * calm.leapRadS(), within(1e-9));
  }

  /** The body as it leaps from a frame on. */
  private static Motion leaping(int from, double up, double ahead) {
    double[] path = new double[3 * COUNT];
    BODY.clip().translation(0).read(ALL, path);
    for (int f = from; f < COUNT; f++) {
      path[3 * f + 1] += up;
      path[3 * f + 2] += ahead;
    }
    Track track = Track.of(TrackType.TRANSLATION, path);
    return BODY.with(BODY.clip().withTranslation(0, track));
  }

  /** The left foot stays where it was before such a leap. */
  private static LimbGoals holding(int from, double up, double ahead) {
    LimbGoals goals = new LimbGoals(limb(Side.LEFT, true), ALL);
    Arrays.fill(goals.weight(), 1);
    for (int f = from; f < COUNT; f++) {
      goals.shift()[3 * f + 1] = -up;
      goals.shift()[3 * f + 2] = -ahead;
    }
    return goals;
  }

  private static Clip steadied(Motion body, double amount, Frames run, LimbGoals goals) {
    return new Reposer(body, 0, EVERY)
        .steadying(amount)
        .repose(run, List.of(goals), new double[3 * COUNT]);
  }

  /** How fast a joint turns at most, degrees a second. */
  private static double fastest(Clip clip, int joint) {
    double[] q = new double[4 * COUNT];
    clip.rotation(joint).read(ALL, q);
    double most = 0;
    for (int f = 1; f < COUNT; f++) {
      most = Math.max(most, Math.toDegrees(Quats.angle(q, 4 * f - 4, q, 4 * f)) * RATE);
    }
    return most;
  }

  @Test
  void withNothingToMoveNothingIsMade() {
    Reposer reposer = new Reposer(BODY, 1, EVERY);
    assertThat(reposer.repose(ALL, List.of(), new double[3 * COUNT])).isSameAs(BODY.clip());
    assertThat(
            reposer.repose(
                Frames.NONE, List.of(goal(limb(Side.LEFT, true), 1, 0, 0)), new double[0]))
        .isSameAs(BODY.clip());
    Clip idle = repose(reposer, new LimbGoals(limb(Side.LEFT, true), ALL));
    assertThat(Samples.sameBits(idle, BODY.clip())).isTrue();
  }

  /**
   * The shoulders get where they are wanted, by the same small turn of every joint of the spine.
   */
  @Test
  void aSpineLeansByEqualTurns() {
    SpineLean lean = new SpineLean(BODY.body(), EVERY);
    assertThat(lean.joints()).hasSize(2);
    int left = BODY.body().joint(Role.LEFT_UPPER_ARM).orElseThrow();
    int right = BODY.body().joint(Role.RIGHT_UPPER_ARM).orElseThrow();
    assertThat(lean.carries(left) && lean.carries(right)).isTrue();
    WorldPose pose = new WorldPose(BODY.clip().skeleton());
    pose.solve(BODY.clip(), 10);
    for (double[] wanted : new double[][] {{0.02, 0, 0}, {0, 0, 0.02}, {-0.015, 0, -0.01}}) {
      double[] shoulders = new double[6];
      System.arraycopy(pose.positions(), 3 * left, shoulders, 0, 3);
      System.arraycopy(pose.positions(), 3 * right, shoulders, 3, 3);
      double[] before = shoulders.clone();
      lean.lean(pose, shoulders, wanted);
      for (int i = 0; i < 3; i++) {
        double by = 0.5 * (shoulders[i] - before[i] + shoulders[3 + i] - before[3 + i]);
        assertThat(by).as("axis %d", i).isCloseTo(wanted[i], within(1.5e-3));
      }
      double once = 2 * Math.acos(Math.min(1, Math.abs(lean.turn(1)[3])));
      double twice = 2 * Math.acos(Math.min(1, Math.abs(lean.turn(2)[3])));
      assertThat(twice).isCloseTo(2 * once, within(1e-9));
    }
    BitSet stiff = all();
    stiff.clear(lean.joints()[0]);
    assertThat(new SpineLean(BODY.body(), stiff).joints()).isEmpty();
  }
}
