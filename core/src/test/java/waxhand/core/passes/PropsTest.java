package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.JointRange;
import waxhand.core.body.Role;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Shortfall;
import waxhand.core.chain.Span;
import waxhand.core.contact.Floor;
import waxhand.core.contact.FloorPlane;
import waxhand.core.contact.Ground;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.props.PropPathPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.props.Shape;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Props as ground, and where they begin and end; how far joints turn. */
class PropsTest {
  private static final Motion BODY = Samples.swaying(300, 120, 0.002, 3);

  private static Motion run(Pass pass) {
    return Plate.of("p", pass).apply(BODY, BODY.clip().allFrames(), Work.UNWATCHED);
  }

  private static double[] pose(Motion motion, int frame) {
    double[] pose = new double[7];
    motion.get(Props.KIND).named("crate").orElseThrow().path().read(frame, pose, 0);
    return pose;
  }

  private static PropPass held(double height, int from, int to) {
    return PropPass.KIND
        .of(Map.of("start", "where hands take it", "height", height))
        .withHolds(List.of(new Hold(Holder.BOTH_HANDS, new Frames(from, to))));
  }

  @Test
  void aThingBeginsBetweenTheHandsThatTakeIt() {
    Motion out = run(held(0.3, 100, 200));
    WorldPose hands = new WorldPose(BODY.clip().skeleton());
    hands.solve(BODY.clip(), 100);
    int a = BODY.body().joint(Role.LEFT_HAND).orElseThrow();
    int b = BODY.body().joint(Role.RIGHT_HAND).orElseThrow();
    Vector3d middle =
        new Vector3d(hands.x(a), hands.y(a), hands.z(a))
            .add(hands.x(b), hands.y(b), hands.z(b))
            .mul(0.5);
    double[] first = pose(out, 0);
    assertThat(middle.distance(first[0], first[1] + 0.15, first[2])).isLessThan(1e-9);
    // it is there before they come, and stays where they let go
    assertThat(pose(out, 99)).isEqualTo(first);
    assertThat(pose(out, 299)).isEqualTo(pose(out, 201));
    assertThat(pose(out, 150)).isNotEqualTo(first);
    // hidden: what is typed of its place has no effect meanwhile
    assertThat(held(0.3, 100, 200).uses("placeX")).isFalse();
    assertThat(held(0.3, 100, 200).withHolds(List.of()).uses("placeX")).isTrue();
  }

  @Test
  void whatIsLetGoJustOverTheFloorComesToStandOnItWithoutALeap() {
    double floor = Floor.rounded(BODY);
    // so high that its base is nearly down while hands hold its middle
    WorldPose hands = new WorldPose(BODY.clip().skeleton());
    hands.solve(BODY.clip(), 199);
    int a = BODY.body().joint(Role.LEFT_HAND).orElseThrow();
    int b = BODY.body().joint(Role.RIGHT_HAND).orElseThrow();
    double high = 0.5 * (hands.y(a) + hands.y(b)) - floor;
    Motion out = run(held(2 * (high - 0.04), 100, 200));
    double[] last = pose(out, 299);
    assertThat(last[1]).isCloseTo(floor, within(1e-9));
    for (int f = 1; f < 300; f++) {
      assertThat(Math.abs(pose(out, f)[1] - pose(out, f - 1)[1])).as("frame " + f).isLessThan(0.02);
    }
  }

  /** Noise that was not in a path goes; where the prop stands nothing changes, to the bit. */
  @Test
  void aPathIsMadeSmoothAndStraightWithinItsSpan() {
    Random random = new Random(8);
    int frames = 400;
    double[] truth = new double[7 * frames];
    double[] shaken = new double[7 * frames];
    double[] v = new double[3];
    for (int f = 0; f < frames; f++) {
      double t = Math.max(0, Math.min(1, (f - 100) / 200.0));
      double[] place = {t * t * (3 - 2 * t), 0.25 * (1 - Math.cos(2 * Math.PI * t)), 0};
      boolean moves = f > 100 && f < 300;
      for (int i = 0; i < 3; i++) {
        truth[7 * f + i] = place[i];
        shaken[7 * f + i] = place[i] + (moves ? 0.003 * random.nextGaussian() : 0);
        v[i] = moves ? 0.02 * random.nextGaussian() : 0;
      }
      truth[7 * f + 6] = 1;
      Quats.exp(v, 0, shaken, 7 * f + 3);
    }
    Prop prop = new Prop("crate", new Shape.Box(1, 1, 1), "slate", PropPath.adopt(shaken));
    Motion in = Samples.swaying(frames, 120, 0.002, 3).with(new Props(List.of()).plus(prop));
    PropPathPass smooth = PropPathPass.KIND.defaults();
    Plate plate = Plate.of("p", smooth).withSpan(new Span(60, 340, 10, 10));
    Motion out = plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
    double[] before = new double[2];
    double[] after = new double[2];
    for (int f = 0; f < frames; f++) {
      // it is taken and set down as suddenly as it was
      if (f <= 100 || f >= 300) {
        assertThat(pose(out, f)).as("frame %d", f).isEqualTo(pose(in, f));
      }
      for (int i = 0; i < 3; i++) {
        before[0] += Math.pow(shaken[7 * f + i] - truth[7 * f + i], 2);
        after[0] += Math.pow(pose(out, f)[i] - truth[7 * f + i], 2);
      }
      before[1] += Math.pow(Quats.angle(shaken, 7 * f + 3, truth, 7 * f + 3), 2);
      after[1] += Math.pow(Quats.angle(pose(out, f), 3, truth, 7 * f + 3), 2);
    }
    assertThat(Math.sqrt(after[0] / before[0])).isLessThan(0.4);
    assertThat(Math.sqrt(after[1] / before[1])).isLessThan(0.35);

    Motion straight =
        plate
            .withPass(smooth.withBend(PropPathPass.Bend.STRAIGHT))
            .withSpan(new Span(150, 251, 0, 0))
            .apply(in, in.clip().allFrames(), Work.UNWATCHED);
    double[] a = pose(in, 150);
    double[] b = pose(in, 250);
    for (int f = 150; f <= 250; f++) {
      double[] p = pose(straight, f);
      double share = (p[0] - a[0]) / (b[0] - a[0]);
      assertThat(p[1]).isCloseTo(a[1] + share * (b[1] - a[1]), within(1e-9));
    }
    assertThat(pose(straight, 200)[1]).isLessThan(pose(in, 200)[1] - 0.05);
    assertThat(pose(straight, 149)).isEqualTo(pose(in, 149));
    assertThat(pose(straight, 251)).isEqualTo(pose(in, 251));
    // half of it is half way, and what is missing is told
    Motion half = plate.withWeight(0.5).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    double middle = 0.5 * (pose(in, 200)[1] + pose(out, 200)[1]);
    assertThat(pose(half, 200)[1]).isCloseTo(middle, within(1e-12));
    assertThat(plate.withPass(smooth.withProp("lantern")).complaint(in).orElseThrow())
        .contains("no prop 'lantern'");
    assertThat(plate.withSpan(new Span(5, 7, 0, 0)).complaint(in).orElseThrow())
        .contains("three frames");
  }

  private static Prop still(Shape shape, double x, double y, double z) {
    double[] path = {x, y, z, 0, 0, 0, 1, x, y, z, 0, 0, 0, 1, x, y, z, 0, 0, 0, 1};
    return new Prop("thing", shape, "slate", PropPath.adopt(path));
  }

  @Test
  void whatLiesBeneathIsTheFirstSurfaceGoingDown() {
    Prop step = still(new Shape.Box(1, 0.2, 1), 0, 0, 0);
    Prop ball = still(new Shape.Ball(0.4), 3, 0, 0);
    Ground ground = new Ground(new FloorPlane(0.01, 0.02, 0), List.of(step, ball));
    assertThat(ground.beneath(1, 0.2, 0.9, 0.3)).isCloseTo(0.2, within(1e-5));
    assertThat(ground.beneath(1, 3, 0.9, 0)).isCloseTo(0.4, within(1e-4));
    assertThat(ground.beneath(1, 2, 0.9, 0)).isCloseTo(0.05, within(1e-5));
    // from inside a prop the floor counts
    assertThat(ground.beneath(1, 0, 0.1, 0)).isCloseTo(0.01, within(1e-9));
    // and what is carried is no ground
    double[] path = {0, 0, 0, 0, 0, 0, 1, 0, 0.1, 0, 0, 0, 0, 1, 0, 0.2, 0, 0, 0, 0, 1};
    Prop moving = new Prop("m", new Shape.Box(1, 0.2, 1), "slate", PropPath.adopt(path));
    Ground under = new Ground(FloorPlane.level(0), List.of(moving));
    assertThat(under.beneath(1, 0.2, 0.9, 0.3)).isCloseTo(0, within(1e-5));
    assertThat(under.over(1, 0.2, 0.15, 0.3)).isCloseTo(0.15, within(1e-9));
  }

  @Test
  void rangesHoldBendAndTwistApartAndLeaveTheRestToTheBit() {
    JointRange range = new JointRange(new Vector3d(0, 1, 0), new Quaterniond(), 0.8, 0.5);
    double[] bent = turn(new double[] {1.2, 0, 0});
    double[] none = {0, 0, 0, 1};
    range.hold(none, 0, bent, 0);
    assertThat(range.swing(bent, 0)).isCloseTo(0.8, within(1e-9));
    assertThat(range.twist(bent, 0)).isCloseTo(0, within(1e-9));
    double[] twisted = turn(new double[] {0, -1.1, 0});
    range.hold(none, 0, twisted, 0);
    assertThat(range.twist(twisted, 0)).isCloseTo(0.5, within(1e-9));
    assertThat(twisted[1]).as("the same way round").isNegative();
    double[] inside = turn(new double[] {0.3, 0.2, -0.4});
    double[] before = inside.clone();
    range.hold(none, 0, inside, 0);
    assertThat(inside).isEqualTo(before);
    // where it was captured farther out it may stay so far out
    double[] far = turn(new double[] {1.0, 0, 0});
    double[] farther = turn(new double[] {1.4, 0, 0});
    range.hold(far, 0, farther, 0);
    assertThat(range.swing(farther, 0)).isCloseTo(1.0, within(1e-9));
  }

  private static double[] turn(double[] v) {
    double[] q = new double[4];
    Quats.exp(v, 0, q, 0);
    return q;
  }

  @Test
  void shortfallsAreRunsWithTheirWorstFrame() {
    double[] off = new double[100];
    for (int f = 20; f < 30; f++) {
      off[f] = 20 + f;
    }
    off[32] = 90;
    off[60] = 16;
    List<Shortfall> all = Shortfall.in(new Frames(10, 70), 4, f -> off[f]);
    assertThat(all)
        .containsExactly(
            new Shortfall(4, new Frames(20, 33), 32, 90),
            new Shortfall(4, new Frames(60, 61), 60, 16));
    assertThat(Shortfall.in(new Frames(10, 70), 4, f -> 14.9)).isEmpty();
    assertThat(Shortfall.in(new Frames(10, 12), 4, f -> 30))
        .containsExactly(new Shortfall(4, new Frames(10, 12), 10, 30));
  }
}
