package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Poses;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.FingerBend;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.PartEdit;
import waxhand.core.passes.layers.PlaceCopy;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.pose.Pose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.scene.Scene;

/** Places copied, spines bent and fingers closed on an actor's body with fingers. */
class HandsOnLayersTest {
  private static final Motion IN =
      Motion.of(
          Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 6, 60, 11, 1.7, true, Map.of()))
              .truth());
  private static final Body BODY = IN.body();
  private static final LayerPass EMPTY = LayerPass.KIND.defaults();
  private static final LayerEdit.Hold NEAR = new LayerEdit.Hold.Near(12);

  private static Motion run(LayerPass pass) {
    return Plate.of("p", pass).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
  }

  private static double[] stands(Motion motion, Role role, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int j = BODY.joint(role).orElseThrow();
    double[] at = new double[7];
    System.arraycopy(pose.positions(), 3 * j, at, 0, 3);
    System.arraycopy(pose.rotations(), 4 * j, at, 3, 4);
    return at;
  }

  @Test
  void aHandsPlaceOnTheHipsIsPutToFiveFrames() {
    PartName hand = PartName.of(Role.LEFT_HAND);
    TieTarget hips = new TieTarget.OfPart(Role.HIPS);
    List<Double> onTheHip = List.of(0.19, 0.1, 0.06, 0.0, 0.0, Math.sin(0.6), Math.cos(0.6));
    Motion posed =
        run(
            new PlaceCopy(hand, hips, onTheHip)
                .put(EMPTY, IN, List.of(new PlaceCopy.At(100, 100)), NEAR));
    PlaceCopy place = PlaceCopy.of(posed, hand, hips, 100).orElseThrow();
    int[] frames = {40, 80, 160, 220, 300};
    List<PlaceCopy.At> at = IntStream.of(frames).mapToObj(f -> new PlaceCopy.At(f, f)).toList();
    Motion out = run(place.put(EMPTY, IN, at, NEAR));
    double[] wanted = stands(posed, Role.LEFT_HAND, 100);
    Poses.relative(stands(posed, Role.HIPS, 100), wanted, wanted);
    double before = 0;
    for (int f : frames) {
      double[] is = stands(out, Role.LEFT_HAND, f);
      Poses.relative(stands(out, Role.HIPS, f), is, is);
      double[] was = stands(IN, Role.LEFT_HAND, f);
      Poses.relative(stands(IN, Role.HIPS, f), was, was);
      before = Math.max(before, apart(was, wanted));
      assertThat(apart(is, wanted)).as("frame %d", f).isLessThan(0.003);
      double along = 0;
      for (int i = 3; i < 7; i++) {
        along += is[i] * wanted[i];
      }
      assertThat(Math.abs(along)).as("turned as there, frame %d", f).isGreaterThan(0.9999);
    }
    assertThat(before).isGreaterThan(0.05);
    assertThat(apart(stands(out, Role.LEFT_HAND, 120), stands(IN, Role.LEFT_HAND, 120))).isZero();
    assertThat(PlaceCopy.of(IN, hand, new TieTarget.OfProp("crate"), 100)).isEmpty();
  }

  private static double apart(double[] a, double[] b) {
    return Math.hypot(Math.hypot(a[0] - b[0], a[1] - b[1]), a[2] - b[2]);
  }

  @Test
  void aBendOfTheSpineIsSharedByItsJoints() {
    PartEdit chest = new PartEdit(EMPTY, IN, IN, BODY.joint(Role.CHEST).orElseThrow(), 150, 150);
    assertThat(chest.isOfTheSpine()).isTrue();
    double[] by = {0.3, 0, 0};
    Motion spread = run(chest.spread(by, NEAR));
    Motion single = run(chest.turned(by, NEAR));
    double[] a = stands(spread, Role.CHEST, 150);
    double[] b = stands(single, Role.CHEST, 150);
    double along = 0;
    for (int i = 3; i < 7; i++) {
      along += a[i] * b[i];
    }
    assertThat(Math.abs(along)).as("the chest is turned as much").isGreaterThan(1 - 1e-9);
    assertThat(apart(stands(spread, Role.NECK, 150), stands(IN, Role.NECK, 150)))
        .as("but farther away")
        .isGreaterThan(apart(stands(single, Role.NECK, 150), stands(IN, Role.NECK, 150)));
    assertThat(
            new PartEdit(EMPTY, IN, IN, BODY.joint(Role.HEAD).orElseThrow(), 9, 9).isOfTheSpine())
        .isFalse();
  }

  @Test
  void fingersCurlAndSpreadOneOrAll() {
    FingerBend hand = FingerBend.of(BODY, BODY.joint(Role.RIGHT_HAND).orElseThrow()).orElseThrow();
    assertThat(hand.roles()).hasSize(15);
    LayerPass closed = hand.bent(EMPTY, 150, 1.2, 0.1, NEAR);
    assertThat(hand.curl(closed, 150)).isCloseTo(1.2, within(1e-9));
    assertThat(hand.spread(closed, 150)).isCloseTo(0.1, within(0.02));
    Motion out = run(closed);
    double reach = reach(IN, Role.RIGHT_HAND, Role.RIGHT_MIDDLE_3);
    assertThat(reach(out, Role.RIGHT_HAND, Role.RIGHT_MIDDLE_3)).isLessThan(0.95 * reach);

    FingerBend one = FingerBend.of(BODY, BODY.joint(Role.LEFT_INDEX_2).orElseThrow()).orElseThrow();
    assertThat(one.roles())
        .containsExactlyInAnyOrder(Role.LEFT_INDEX_1, Role.LEFT_INDEX_2, Role.LEFT_INDEX_3);
    assertThat(FingerBend.of(BODY, BODY.joint(Role.HEAD).orElseThrow())).isEmpty();
  }

  private static double reach(Motion motion, Role from, Role to) {
    return apart(stands(motion, from, 150), stands(motion, to, 150));
  }

  @Test
  void aPoseLeavesTheBodyFacingWhereItFaces() {
    // bowed, and turned away by a radian
    Pose pose = new Pose(Map.of(Role.HIPS, new Vector3d(0.3, 1, 0)));
    Motion out = run(LayerEdit.posed(EMPTY, IN, IN, 150, 150, pose, 1, NEAR));
    assertThat(Math.IEEEremainder(heading(out, 150) - heading(IN, 150), 2 * Math.PI))
        .isCloseTo(0, within(0.1));
    assertThat(apart(stands(out, Role.HEAD, 150), stands(IN, Role.HEAD, 150)))
        .as("it bows")
        .isGreaterThan(0.1);
  }

  private static double heading(Motion motion, int frame) {
    double[] left = stands(motion, Role.LEFT_THIGH, frame);
    double[] right = stands(motion, Role.RIGHT_THIGH, frame);
    return Math.atan2(left[2] - right[2], left[0] - right[0]);
  }
}
