package waxhand.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.Ground;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.Planted;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * A body that stands and is captured as if it drifted: the drift is taken out of the whole body.
 */
class CarryTest {
  private static final double RATE = 60;
  private static final int COUNT = 480;

  private static Motion standing(
      DoubleUnaryOperator x, DoubleUnaryOperator y, DoubleUnaryOperator z) {
    Body body = Body.of(Samples.body());
    return Samples.told(
        body,
        COUNT,
        RATE,
        (j, f, turn) -> {
          if (body.skeleton().joint(j).name().contains("Arm")) {
            turn.rotateX(0.1 * Math.sin(0.05 * f));
          }
        },
        f ->
            new Vector3d(
                x.applyAsDouble(f / RATE),
                0.95 + y.applyAsDouble(f / RATE),
                z.applyAsDouble(f / RATE)));
  }

  private static Planted found(Motion in, PlantsPass pass, Place place) {
    return (Planted) pass.prepared(in, place);
  }

  private static final DoubleUnaryOperator DRIFT = t -> 0.03 * Math.sin(0.9 * t);
  private static final DoubleUnaryOperator FLOAT = t -> 0.008 * Math.sin(1.3 * t);

  @Test
  void theDriftOfTheBodyIsCancelled() {
    Motion in = standing(DRIFT, FLOAT, t -> -0.5 * DRIFT.applyAsDouble(t));
    Carry carry = found(in, PlantsPass.KIND.defaults(), Place.ALL).plan().carry();
    double[] off = new double[3];
    for (int i = 0; i < 3; i++) {
      off[i] = in.clip().translation(0).at(COUNT / 2, i) + carry.at(COUNT / 2, i);
    }
    for (int f = 0; f < COUNT; f += 3) {
      for (int i = 0; i < 3; i++) {
        double is = in.clip().translation(0).at(f, i) + carry.at(f, i);
        // it comes back to where it was captured over a quarter of a minute
        assertThat(is)
            .as("frame %d axis %d", f, i)
            .isCloseTo(off[i], within(i == 1 ? 1.5e-3 : 6e-3));
      }
    }
    Carry half = found(in, PlantsPass.KIND.of(Map.of("follow", 0.5)), Place.ALL).plan().carry();
    assertThat(half.at(100, 0)).isCloseTo(0.5 * carry.at(100, 0), within(1e-12));
    Carry none = found(in, PlantsPass.KIND.of(Map.of("follow", 0.0)), Place.ALL).plan().carry();
    assertThat(none).isEqualTo(Carry.NONE);
  }

  /** Feet are exactly still afterwards, and legs hardly had to do anything for it. */
  @Test
  void plantedFeetStandAndLegsKeepTheirPose() {
    Motion in = standing(DRIFT, FLOAT, t -> 0);
    Motion out =
        Plate.of("p", PlantsPass.KIND.defaults()).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    int foot = in.body().soles().get(0).foot();
    WorldPose pose = new WorldPose(in.clip().skeleton());
    pose.solve(out.clip(), 0);
    double[] spot = {pose.x(foot), pose.y(foot), pose.z(foot)};
    double worst = 0;
    double turned = 0;
    int shin = in.clip().skeleton().indexOf("LeftLeg");
    double[] a = new double[4];
    double[] b = new double[4];
    for (int f = 0; f < COUNT; f++) {
      pose.solve(out.clip(), f);
      double x = pose.x(foot) - spot[0];
      double y = pose.y(foot) - spot[1];
      double z = pose.z(foot) - spot[2];
      worst = Math.max(worst, Math.sqrt(x * x + y * y + z * z));
      in.clip().rotation(shin).read(f, a, 0);
      out.clip().rotation(shin).read(f, b, 0);
      turned = Math.max(turned, Quats.angle(a, 0, b, 0));
    }
    assertThat(worst).isLessThan(1e-6);
    // legs stand straight here, where the knee is most sensitive to the last millimetres
    assertThat(Math.toDegrees(turned)).isLessThan(12);
  }

  @Test
  void nothingIsCarriedOutsideTheSpan() {
    Motion in = standing(DRIFT, FLOAT, DRIFT);
    Plate plate = Plate.of("p", PlantsPass.KIND.defaults()).withSpan(new Span(120, 300, 0, 0));
    Carry carry = found(in, PlantsPass.KIND.defaults(), plate.place()).plan().carry();
    for (int f = 0; f < 110; f += 10) {
      assertThat(Math.abs(carry.at(f, 0))).as("frame %d", f).isLessThan(2e-3);
    }
    Motion out = plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
    assertThat(Samples.sameBits(in.clip(), out.clip(), 0, 119)).isTrue();
    assertThat(Samples.sameBits(in.clip(), out.clip(), 0, 300)).isTrue();
    assertThat(Samples.sameBits(in.clip(), out.clip(), 0, 200)).isFalse();
  }

  @Test
  void whatDiffersIsTold() {
    Motion in = standing(DRIFT, FLOAT, t -> 0);
    Carry whole = found(in, PlantsPass.KIND.defaults(), Place.ALL).plan().carry();
    Carry half = found(in, PlantsPass.KIND.of(Map.of("follow", 0.5)), Place.ALL).plan().carry();
    assertThat(whole.differing(whole)).isEqualTo(Frames.NONE);
    assertThat(whole.differing(half).count()).isGreaterThan(COUNT - 5);
    assertThat(whole.of(new Frames(10, 12)))
        .containsExactly(
            whole.at(10, 0),
            whole.at(10, 1),
            whole.at(10, 2),
            whole.at(11, 0),
            whole.at(11, 1),
            whole.at(11, 2));
    assertThat(Carry.NONE.of(new Frames(3, 5))).containsOnly(0);
  }

  /** Spots come from where a foot is stillest, whatever its ends do, and from what was captured. */
  @Test
  void spotsAreThoseOfTheStillestFrames() {
    // it slides 6 cm in the first second and stands for seven
    Motion in = standing(t -> t < 1 ? 0.06 * (1 - t) : 0, t -> 0, t -> 0);
    PlantsPass pass = PlantsPass.KIND.of(Map.of("follow", 0.0));
    Footing footing = found(in, pass, Place.ALL).plan().footings().get(0);
    double[] ball = new double[3];
    WorldPose pose = new WorldPose(in.clip().skeleton());
    pose.solve(in.clip(), COUNT - 1);
    ContactPart.ofSole(footing.side(), footing.anchor()).place(in.body(), pose, ball, 0);
    assertThat(footing.x()).isCloseTo(ball[0], within(1e-3));
    assertThat(footing.z()).isCloseTo(ball[2], within(1e-3));
    assertThat(footing.segments()).hasSize(1);
    assertThat(footing.segments().get(0).headingRad()).isCloseTo(0, within(1e-6));
  }

  /** A foot mostly on its toes is where its toes are, whatever its ball did for a moment. */
  @Test
  void aFootMostlyOnItsToesIsWhereTheyAre() {
    Motion in = standing(t -> t < 0.15 ? 0.04 : 0, t -> 0, t -> 0);
    Frames all = in.clip().allFrames();
    List<Plant> plants =
        List.of(
            Plant.found(ContactPart.LEFT_BALL, Frames.first(8), 0, 0),
            Plant.found(ContactPart.LEFT_TOE, all, 0, 0));
    Footing footing =
        new Footings(in, Ground.of(in, 0)).of(plants, all, 0, Map.of(), null).footings().get(0);
    double[] toe = new double[3];
    WorldPose pose = new WorldPose(in.clip().skeleton());
    pose.solve(in.clip(), COUNT - 1);
    ContactPart.LEFT_TOE.place(in.body(), pose, toe, 0);
    assertThat(footing.anchorPart()).isEqualTo(ContactPart.LEFT_TOE);
    assertThat(footing.x()).isCloseTo(toe[0], within(1e-3));
  }

  /** Where no foot tells how high the body is it goes on level, whichever way it went. */
  @Test
  void aBodyThatLeavesTheGroundIsNotCarriedOnDown() {
    Motion in = standing(t -> 0, t -> t < 2 ? 0 : t < 2.5 ? 0.03 * (t - 2) : 0.6, t -> 0);
    List<Plant> plants = new ArrayList<>();
    for (ContactPart part : List.of(ContactPart.LEFT_BALL, ContactPart.RIGHT_BALL)) {
      plants.add(Plant.found(part, Frames.first(150), 0, 0));
    }
    Carry carry =
        new Footings(in, Ground.of(in, 0))
            .of(plants, in.clip().allFrames(), 1, Map.of(), null)
            .carry();
    assertThat(carry.at(149, 1) - carry.at(60, 1)).isBetween(-0.02, -0.005);
    assertThat(carry.at(COUNT - 1, 1)).isCloseTo(carry.at(160, 1), within(0.006));
  }

  /** What a foot shakes is no drift, however unevenly it goes there and back. */
  @Test
  void shakingSlowlyOneWayAndQuicklyBackIsNoDrift() {
    DoubleUnaryOperator shakes = t -> t < 3 || t > 5 ? 0 : 0.025 * ((6 * t) % 1);
    Motion in = standing(t -> 0, t -> 0, shakes);
    Carry carry = found(in, PlantsPass.KIND.defaults(), Place.ALL).plan().carry();
    double before = carry.at(120, 2);
    double after = carry.at(360, 2);
    assertThat(after).isCloseTo(before, within(2e-3));
  }

  /** Both feet leap at once: that is the body, and no knee bends for it. */
  @Test
  void aJoltOfTheWholeBodyBendsNoKnee() {
    Motion in = standing(t -> 0, t -> t > 4 && t < 4.04 ? -0.03 : 0, t -> 0);
    Motion out =
        Plate.of("p", PlantsPass.KIND.defaults()).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    int shin = in.clip().skeleton().parent(in.body().soles().get(0).foot());
    double[] q = new double[4];
    double[] still = {0, 0, 0, 1};
    for (int f = 230; f < 255; f++) {
      out.clip().rotation(shin).read(f, q, 0);
      assertThat(Math.toDegrees(Quats.angle(still, 0, q, 0))).as("frame %d", f).isLessThan(8);
    }
  }
}
