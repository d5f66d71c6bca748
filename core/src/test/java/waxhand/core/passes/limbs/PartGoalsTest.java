package waxhand.core.passes.limbs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Several parts driven at once, as the rows of a layer ask for it. */
class PartGoalsTest {
  private static final Motion IN = Samples.stepping(400, 60, 0.01, 5);
  private static final int AT = 200;

  private static Motion run(LayerRow... rows) {
    LayerPass pass = LayerPass.KIND.defaults().withRows(List.of(rows));
    return Plate.of("p", pass).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
  }

  private static LayerRow row(Role role, Channel channel, double value) {
    return new LayerRow(PartName.of(role), channel, Curve.of(List.of(CurveKey.smooth(0, value))));
  }

  private static Vector3d place(Motion motion, Role role) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), AT);
    int j = motion.body().joint(role).orElseThrow();
    return new Vector3d(pose.x(j), pose.y(j), pose.z(j));
  }

  private static Vector3d moved(Motion out, Role role) {
    return place(out, role).sub(place(IN, role));
  }

  @Test
  void theHipsGoDownTheFeetStayAndAHandKeepsItsOwnGoal() {
    Motion out =
        run(row(Role.HIPS, Channel.GOAL_Y, -0.1), row(Role.LEFT_HAND, Channel.GOAL_Y, -0.05));
    // they give way a little for the arm, which is straight
    assertThat(moved(out, Role.HIPS).y).isCloseTo(-0.1, within(0.01));
    assertThat(moved(out, Role.LEFT_FOOT).length()).isLessThan(0.002);
    assertThat(moved(out, Role.RIGHT_FOOT).length()).isLessThan(0.002);
    assertThat(moved(out, Role.LEFT_HAND).y).isCloseTo(-0.05, within(0.004));
    // a hand without a goal goes along with the body
    assertThat(moved(out, Role.RIGHT_HAND).y).isCloseTo(-0.1, within(0.01));
  }

  @Test
  void aHeadIsBroughtAsideWithoutItsTurn() {
    Motion out = run(row(Role.HEAD, Channel.GOAL_X, 0.06), row(Role.HIPS, Channel.GOAL_Z, 0.04));
    assertThat(moved(out, Role.HEAD).x).isCloseTo(0.06, within(0.01));
    assertThat(moved(out, Role.HEAD).z).as("not carried twice").isCloseTo(0, within(0.01));
    WorldPose was = new WorldPose(IN.clip().skeleton());
    WorldPose is = new WorldPose(out.clip().skeleton());
    was.solve(IN.clip(), AT);
    is.solve(out.clip(), AT);
    int head = IN.body().joint(Role.HEAD).orElseThrow();
    double angle = Quats.angle(was.rotations(), 4 * head, is.rotations(), 4 * head);
    assertThat(angle).isLessThan(0.01);
  }

  @Test
  void aKneeTurnsAboutItsLegAndAFootWithAGoalIsTurnedToo() {
    Motion out =
        run(
            row(Role.LEFT_SHIN, Channel.GOAL_X, 0.1),
            row(Role.RIGHT_FOOT, Channel.GOAL_TURN_Y, 0.3),
            row(Role.RIGHT_FOOT, Channel.SWIVEL, 0.2));
    assertThat(moved(out, Role.LEFT_FOOT).length()).isLessThan(0.002);
    assertThat(moved(out, Role.LEFT_THIGH).length()).isLessThan(0.002);
    assertThat(moved(out, Role.RIGHT_FOOT).length()).isLessThan(0.002);
    WorldPose was = new WorldPose(IN.clip().skeleton());
    WorldPose is = new WorldPose(out.clip().skeleton());
    was.solve(IN.clip(), AT);
    is.solve(out.clip(), AT);
    int foot = IN.body().joint(Role.RIGHT_FOOT).orElseThrow();
    double angle = Quats.angle(was.rotations(), 4 * foot, is.rotations(), 4 * foot);
    assertThat(angle).isCloseTo(0.3, within(0.01));
  }

  @Test
  void aRowThatIsOffOrAPartThatIsGivenUpLeavesTheTakeAsItIs() {
    LayerRow row = row(Role.LEFT_HAND, Channel.GOAL_Y, -0.05);
    assertThat(Samples.sameBits(run(row.withOff(true)).clip(), IN.clip())).isTrue();
    assertThat(Samples.sameBits(run(row.withCurve(Curve.NONE)).clip(), IN.clip())).isTrue();
    assertThat(Samples.sameBits(run(row(Role.LEFT_HAND, Channel.GOAL_Y, 0)).clip(), IN.clip()))
        .isTrue();
  }
}
