package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.EnumSet;
import java.util.Map;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.pose.HandShape;
import waxhand.core.pose.Pose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.scene.Scene;

/** Poses taken from simulated takes, and hand shapes on their hands. */
class PosesTest {
  private static final Motion TAKE =
      Motion.of(
          Rehearsal.of(new Rehearsal.Order(Scene.CRATE_LIFT, 6, 60, 3, 1.75, true, Map.of()))
              .truth());

  private static Motion posed(Pose pose, int frame, double share) {
    LayerPass layer =
        LayerEdit.posed(
            LayerPass.KIND.defaults(),
            TAKE,
            TAKE,
            frame,
            frame,
            pose,
            share,
            new LayerEdit.Hold.Near(15));
    return Plate.of("l", layer).apply(TAKE, TAKE.clip().allFrames(), Work.UNWATCHED);
  }

  private static Vector3d place(Motion motion, Role role, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int j = motion.body().joint(role).orElseThrow();
    return new Vector3d(pose.x(j), pose.y(j), pose.z(j));
  }

  private static double apart(Motion motion, Role role, int frame, double[] wanted) {
    double[] q = new double[4];
    motion.clip().rotation(motion.body().joint(role).orElseThrow()).read(frame, q, 0);
    return Quats.angle(q, 0, wanted, 0);
  }

  @Test
  void aPoseOfOneFrameIsTakenOnInAnotherWhollyOrByAShare() {
    Pose lifting = Pose.of(TAKE.clip(), TAKE.body(), 200, EnumSet.allOf(Role.class));
    Motion out = posed(lifting, 60, 1);
    Motion half = posed(lifting, 60, 0.5);
    double[] wanted = new double[4];
    for (Role role : EnumSet.of(Role.SPINE_1, Role.LEFT_UPPER_ARM, Role.RIGHT_SHIN)) {
      assertThat(lifting.rotation(TAKE.body(), role, wanted, 0)).isTrue();
      assertThat(apart(out, role, 60, wanted)).isLessThan(1e-9);
      assertThat(apart(half, role, 60, wanted))
          .isCloseTo(apart(TAKE, role, 60, wanted) / 2, within(1e-9));
    }
    assertThat(out.clip().rotation(3).sameAt(75, TAKE.clip().rotation(3))).isTrue();
    assertThat(posed(lifting.of(EnumSet.of(Role.HEAD)), 60, 1).clip().rotation(0))
        .isSameAs(TAKE.clip().rotation(0));
  }

  @Test
  void mirroredTheOtherSideStandsAcross() {
    Pose now = Pose.of(TAKE.clip(), TAKE.body(), 150, EnumSet.allOf(Role.class));
    Motion twice = posed(now.mirrored().mirrored(), 60, 1);
    double[] wanted = new double[4];
    now.rotation(TAKE.body(), Role.LEFT_FOREARM, wanted, 0);
    assertThat(apart(twice, Role.LEFT_FOREARM, 60, wanted)).isLessThan(1e-9);
    Pose bent = new Pose(Map.of(Role.LEFT_UPPER_ARM, new Vector3d(0.1, -0.4, 0.7)));
    Pose level = new Pose(Map.of(Role.HIPS, new Vector3d(), Role.SPINE_1, new Vector3d()));
    Motion left = posed(bent, 60, 1);
    Motion right = posed(bent.mirrored(), 60, 1);
    assertThat(level.turns()).hasSize(2);
    Role[] arm = {Role.LEFT_UPPER_ARM, Role.LEFT_FOREARM};
    double reach = place(left, arm[0], 60).distance(place(left, arm[1], 60));
    double other =
        place(right, arm[0].mirrored(), 60).distance(place(right, arm[1].mirrored(), 60));
    assertThat(other).isCloseTo(reach, within(1e-6));
  }

  @Test
  void aFistBringsTheFingersIntoThePalmAndAPointLeavesTheIndexOut() {
    for (Side side : new Side[] {Side.LEFT, Side.RIGHT}) {
      Role hand = Role.valueOf(side + "_HAND");
      Role index = Role.valueOf(side + "_INDEX_3");
      Role ring = Role.valueOf(side + "_RING_3");
      double open = 0;
      for (HandShape shape : HandShape.ALL) {
        Pose pose = shape.pose(TAKE.body(), side);
        assertThat(pose.turns().size()).as(shape.key()).isGreaterThanOrEqualTo(12);
        Motion out = posed(pose, 60, 1);
        double far = place(out, ring, 60).distance(place(out, hand, 60));
        double indexFar = place(out, index, 60).distance(place(out, hand, 60));
        open = shape.key().equals("open") ? far : open;
        if (shape.key().equals("fist")) {
          assertThat(far).as("%s", side).isLessThan(0.75 * open);
          assertThat(indexFar).isLessThan(0.8 * open);
        }
        if (shape.key().equals("point")) {
          assertThat(indexFar).isGreaterThan(0.9 * open);
          assertThat(far).isLessThan(0.75 * open);
        }
      }
    }
  }
}
