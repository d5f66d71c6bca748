package waxhand.core.passes.layers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.props.PropPass;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class LayerPassTest {
  private static final Motion IN = Samples.stepping(900, 120, 0.01, 4);
  private static final LayerPass EMPTY = LayerPass.KIND.defaults();

  private static LayerRow row(Role role, Channel channel, CurveKey... keys) {
    return new LayerRow(PartName.of(role), channel, Curve.of(List.of(keys)));
  }

  private static Motion run(LayerPass pass, Motion in) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static int joint(Role role) {
    return IN.body().joint(role).orElseThrow();
  }

  private static double[] place(Motion motion, Role role, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int j = motion.body().joint(role).orElseThrow();
    return new double[] {pose.x(j), pose.y(j), pose.z(j)};
  }

  private static double[] turn(Motion motion, Role role, int frame, boolean inWorld) {
    double[] q = new double[4];
    int j = motion.body().joint(role).orElseThrow();
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    if (inWorld) {
      System.arraycopy(pose.rotations(), 4 * j, q, 0, 4);
    } else {
      motion.clip().rotation(j).read(frame, q, 0);
    }
    return q;
  }

  private static void assertTurnedBy(double[] was, double[] is, double x, double y, double z) {
    double[] by = new double[4];
    Quats.leading(was, 0, is, 0, by, 0);
    double[] v = new double[3];
    Quats.log(by, 0, v, 0);
    assertThat(v[0]).isCloseTo(x, within(1e-9));
    assertThat(v[1]).isCloseTo(y, within(1e-9));
    assertThat(v[2]).isCloseTo(z, within(1e-9));
  }

  @Test
  void aLayerWithoutKeysIsNothingAndOneKeyIsAnOffsetOverAll() {
    assertThat(run(EMPTY, IN).clip()).isSameAs(IN.clip());
    Motion out =
        run(EMPTY.plus(row(Role.LEFT_UPPER_ARM, Channel.TURN_Z, CurveKey.smooth(40, 0.3))), IN);
    for (int f : new int[] {0, 40, 899}) {
      double[] was = turn(IN, Role.LEFT_UPPER_ARM, f, false);
      assertTurnedBy(was, turn(out, Role.LEFT_UPPER_ARM, f, false), 0, 0, 0.3);
    }
    assertThat(out.clip().rotation(joint(Role.HEAD)))
        .isSameAs(IN.clip().rotation(joint(Role.HEAD)));
  }

  @Test
  void inTheWorldsFrameAPartTurnsAboutTheWorldsAxes() {
    LayerPass pass =
        new LayerPass(
            LayerPass.Mode.ADDS,
            LayerPass.Frame.WORLD,
            List.of(
                row(Role.CHEST, Channel.TURN_X, CurveKey.smooth(0, -0.2)),
                row(Role.RIGHT_FOREARM, Channel.TURN_Y, CurveKey.smooth(0, 0.5))),
            Curve.NONE,
            0.5);
    Motion out = run(pass, IN);
    double[] chest = turn(IN, Role.CHEST, 300, true);
    assertTurnedBy(chest, turn(out, Role.CHEST, 300, true), -0.2, 0, 0);
    // the forearm turns with the chest, and then about the upright
    double[] lean = new double[4];
    Quats.exp(new double[] {-0.2, 0, 0}, 0, lean, 0);
    double[] carried = new double[4];
    Quats.multiply(lean, 0, turn(IN, Role.RIGHT_FOREARM, 300, true), 0, carried, 0);
    assertTurnedBy(carried, turn(out, Role.RIGHT_FOREARM, 300, true), 0, 0.5, 0);
  }

  @Test
  void replacingTakesThePlaceOfWhatIsThereByItsWeight() {
    LayerPass pass =
        EMPTY
            .withMode(LayerPass.Mode.REPLACES)
            .plus(row(Role.HEAD, Channel.TURN_X, CurveKey.smooth(0, 0.1)))
            .plus(row(Role.HEAD, Channel.TURN_Y, CurveKey.smooth(0, 0.2), CurveKey.smooth(100, 0)))
            .plus(row(Role.HEAD, Channel.TURN_Z, CurveKey.smooth(0, 0)))
            .plus(row(Role.HIPS, Channel.MOVE_Y, CurveKey.smooth(0, 1.5)));
    Motion out = run(pass, IN);
    double[] none = {0, 0, 0, 1};
    assertTurnedBy(none, turn(out, Role.HEAD, 0, false), 0.1, 0.2, 0);
    assertTurnedBy(none, turn(out, Role.HEAD, 500, false), 0.1, 0, 0);
    assertThat(out.clip().translation(0).at(70, 1)).isEqualTo(1.5);
    assertThat(out.clip().translation(0).at(70, 0)).isEqualTo(IN.clip().translation(0).at(70, 0));
    Motion half =
        run(pass.withWeight(Curve.of(List.of(CurveKey.smooth(0, 0.5), CurveKey.smooth(9, 0)))), IN);
    assertThat(Samples.sameBits(half.clip(), IN.clip(), joint(Role.HEAD), 9)).isTrue();
    double[] q = turn(half, Role.HEAD, 0, false);
    double way = Quats.angle(turn(IN, Role.HEAD, 0, false), 0, q, 0);
    assertThat(way).isCloseTo(Quats.angle(q, 0, turn(out, Role.HEAD, 0, false), 0), within(1e-9));
    assertThat(way).isGreaterThan(0.05);
  }

  @Test
  void anEditOfAnyChannelChangesNoBitOutsideItsSpan() {
    for (Channel channel : Channel.values()) {
      assertKeepsBitsOutside(
          channel.of() == Channel.Of.MOVE
              ? Role.HIPS
              : channel.of().isGoal() ? Role.LEFT_HAND : Role.LEFT_UPPER_ARM,
          channel);
    }
    for (GoalPart part : GoalPart.values()) {
      assertKeepsBitsOutside(part.role(), Channel.GOAL_Y);
    }
  }

  private static void assertKeepsBitsOutside(Role role, Channel channel) {
    Curve keyed = Curve.NONE.edited(300, 0.35, 270, 330);
    Motion out = run(EMPTY.plus(new LayerRow(PartName.of(role), channel, keyed)), IN);
    boolean inside = false;
    for (int f = 0; f < 900; f++) {
      boolean same = true;
      for (int j = 0; j < IN.clip().skeleton().size(); j++) {
        same &= Samples.sameBits(IN.clip(), out.clip(), j, f);
      }
      assertThat(same || f > 270 && f < 330).as("%s of %s frame %d", channel, role, f).isTrue();
      inside |= !same;
    }
    assertThat(inside).as("%s of %s", channel, role).isTrue();
  }

  @Test
  void aPulledHandGetsThereAndTheRestFollows() {
    Curve up = Curve.NONE.edited(450, -0.15, 400, 500);
    LayerPass pass = EMPTY.plus(new LayerRow(PartName.of(Role.RIGHT_HAND), Channel.GOAL_Y, up));
    Motion out = run(pass, IN);
    double[] was = place(IN, Role.RIGHT_HAND, 450);
    double[] is = place(out, Role.RIGHT_HAND, 450);
    assertThat(is[1] - was[1]).isCloseTo(-0.15, within(0.004));
    assertThat(is[0]).isCloseTo(was[0], within(0.004));
    assertThat(place(out, Role.LEFT_FOOT, 450)[1])
        .isCloseTo(place(IN, Role.LEFT_FOOT, 450)[1], within(1e-6));
  }

  @Test
  void aPlaceCanBeToldFromTheHipsOrAThing() {
    Motion with =
        Plate.of("crate", PropPass.KIND.of(Map.of("name", "crate")))
            .apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
    for (String to : List.of("hips", "crate")) {
      LayerPass pass = EMPTY.withMode(LayerPass.Mode.REPLACES);
      double[] at = {0.35, 0.25, 0.3};
      if (to.equals("crate")) {
        double[] hand = place(IN, Role.LEFT_HAND, 200);
        double[] thing = new double[7];
        Props.of(with).get(0).path().read(200, thing, 0);
        for (int i = 0; i < 3; i++) {
          at[i] = hand[i] - thing[i] + 0.05;
        }
      }
      for (int i = 0; i < 3; i++) {
        pass =
            pass.plus(
                new LayerRow(
                    PartName.of(Role.LEFT_HAND),
                    Channel.of(Channel.Of.GOAL, Axis.values()[i]),
                    to,
                    Curve.constant(at[i]),
                    false));
      }
      Motion out = run(pass, with);
      double[] is = place(out, Role.LEFT_HAND, 200);
      if (to.equals("crate")) {
        double[] hand = place(IN, Role.LEFT_HAND, 200);
        assertThat(is[0]).isCloseTo(hand[0] + 0.05, within(0.01));
      } else {
        double[] hips = place(out, Role.HIPS, 200);
        double away = Math.hypot(Math.hypot(is[0] - hips[0], is[1] - hips[1]), is[2] - hips[2]);
        assertThat(away).isCloseTo(Math.sqrt(0.35 * 0.35 + 0.25 * 0.25 + 0.3 * 0.3), within(0.02));
      }
    }
  }

  @Test
  void whatHasNoEffectIsToldAndKept() {
    LayerPass pass =
        EMPTY
            .plus(row(Role.LEFT_THUMB_1, Channel.TURN_X, CurveKey.smooth(0, 1)))
            .plus(row(Role.LEFT_FOREARM, Channel.MOVE_X, CurveKey.smooth(0, 1)))
            .plus(row(Role.NECK, Channel.GOAL_X, CurveKey.smooth(0, 1)))
            .plus(row(Role.HEAD, Channel.TURN_X, CurveKey.smooth(5, 0.1), CurveKey.smooth(5, 0.2)));
    String told = Plate.of("p", pass).complaint(IN).orElseThrow();
    assertThat(told)
        .contains("no left thumb 1")
        .contains("left forearm only turns")
        .contains("neck cannot be driven")
        .contains("Two keys of head, turn x stand at frame 5");
    assertThat(LayerPass.KIND.of(LayerPass.KIND.plain(pass))).isEqualTo(pass);
    assertThatThrownBy(
            () ->
                LayerPass.KIND.of(
                    Map.of("channels", List.of(Map.of("part", "tail", "channel", "turn-x")))))
        .hasMessageContaining("tail");
  }

  @Test
  void aGoalAMetreOutOfReachIsFollowedAsFarAsItGoesAndTold() {
    LayerPass pass = EMPTY.plus(row(Role.LEFT_HAND, Channel.GOAL_Z, CurveKey.smooth(0, 1.6)));
    Prepared ready = pass.prepared(IN, Place.ALL);
    Motion out = ready.apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
    assertThat(ready.shortfalls(IN, out)).isNotEmpty();
    assertThat(ready.shortfalls(IN, out).get(0).mm()).isBetween(300.0, 1600.0);
    for (int j = 0; j < out.clip().skeleton().size(); j++) {
      assertThat(out.clip().rotation(j).at(450, 3)).isBetween(-1.0, 1.0);
    }
    Motion wild = run(EMPTY.plus(row(Role.HEAD, Channel.TURN_Y, CurveKey.smooth(0, 17.5))), IN);
    assertTurnedBy(
        turn(IN, Role.HEAD, 9, false),
        turn(wild, Role.HEAD, 9, false),
        0,
        Math.IEEEremainder(17.5, 2 * Math.PI),
        0);
  }

  @Test
  void movingAKeyCostsWhatItTouches() {
    Motion in = Samples.swaying(20_000, 120, 0.01, 6);
    LayerPass pass = EMPTY;
    for (int k = 0; k < 20; k++) {
      Curve curve = pass.rows().isEmpty() ? Curve.NONE : pass.rows().get(0).curve();
      pass =
          pass.plus(
              new LayerRow(
                  PartName.of(Role.HEAD),
                  Channel.TURN_X,
                  curve.plus(CurveKey.smooth(1000 * k, 0.1 * (k % 3)))));
    }
    Evaluator evaluator = new Evaluator(in);
    Clip before = evaluator.evaluate(Chain.of(Plate.of("p", pass)), Work.UNWATCHED).result().clip();
    long computed = evaluator.chunksComputed();
    Curve moved = pass.rows().get(0).curve().changed(k -> k.frame() == 9000, k -> k.withValue(0.5));
    LayerPass edited = pass.plus(pass.rows().get(0).withCurve(moved));
    Clip after =
        evaluator.evaluate(Chain.of(Plate.of("p", edited)), Work.UNWATCHED).result().clip();
    // two keys to either side
    assertThat(evaluator.chunksComputed() - computed).isLessThanOrEqualTo(18);
    assertThat(after.bytesBeyond(before)).isLessThanOrEqualTo(18 * 256 * 32L);
    Clip fresh = run(edited, in).clip();
    assertThat(Samples.sameBits(fresh, after)).isTrue();
    assertThat(after.rotation(0).shares(new Frames(0, 20_000), before.rotation(0))).isTrue();
  }
}
