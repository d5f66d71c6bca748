package waxhand.core.passes.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.OptionalDouble;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Sole;
import waxhand.core.body.SoleThickness;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Level moves the world under the body and changes nothing within it. */
class LevelPassTest {
  private static final Motion IN = Samples.swaying(300, 60, 0.01, 21);

  private static Motion run(LevelPass pass, double weight) {
    return Plate.of("l", pass).withWeight(weight).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
  }

  private static Vector3d[] places(Motion motion, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    Vector3d[] places = new Vector3d[motion.clip().skeleton().size()];
    for (int j = 0; j < places.length; j++) {
      places[j] = new Vector3d(pose.x(j), pose.y(j), pose.z(j));
    }
    return places;
  }

  @Property(tries = 40)
  void everyPointGoesWhereTheSettingsSay(
      @ForAll @DoubleRange(min = -0.3, max = 0.3) double floor,
      @ForAll @DoubleRange(min = 1.2, max = 2.2) double height,
      @ForAll @DoubleRange(min = -3.1, max = 3.1) double heading,
      @ForAll @DoubleRange(min = -4, max = 4) double east,
      @ForAll @DoubleRange(min = -4, max = 4) double south) {
    LevelPass pass =
        new LevelPass(OptionalDouble.of(floor), OptionalDouble.of(height), heading, east, south);
    Motion out = run(pass, 1);
    double scale = height / IN.body().heightM();
    for (int f : new int[] {0, 150, 299}) {
      Vector3d[] before = places(IN, f);
      Vector3d[] after = places(out, f);
      for (int j = 0; j < before.length; j++) {
        Vector3d wanted =
            before[j].sub(0, floor, 0).mul(scale).rotateY(heading).add(east, 0, south);
        assertThat(after[j].distance(wanted)).as("joint %d", j).isLessThan(1e-9);
      }
    }
    assertThat(out.body().heightM()).isCloseTo(height, within(1e-9));
  }

  @Test
  void twoHalvesMakeAWholeTurnOfTheWorld() {
    LevelPass pass = new LevelPass(OptionalDouble.of(0.2), OptionalDouble.empty(), 0.8, 0, 0);
    Motion half = run(pass, 0.5);
    Motion whole =
        Plate.of("l", pass).withWeight(0.5).apply(half, half.clip().allFrames(), Work.UNWATCHED);
    Motion once = run(pass, 1);
    for (int j = 0; j < 20; j++) {
      assertThat(places(whole, 99)[j].distance(places(once, 99)[j])).isLessThan(1e-9);
    }
  }

  @Test
  void aLevelTakeIsLeftAsItIs() {
    Motion level = run(LevelPass.KIND.defaults(), 1);
    LevelPass again = (LevelPass) LevelPass.KIND.defaults().prepared(level, Place.ALL).pass();
    assertThat(again.floorM().getAsDouble()).as("floor found again").isCloseTo(0, within(1e-9));
    LevelPass idle = new LevelPass(OptionalDouble.of(0), OptionalDouble.empty(), 0, 0, 0);
    assertThat(run(idle, 1).clip().translation(0)).isSameAs(IN.clip().translation(0));
    assertThat(run(idle, 1).clip().rotation(0)).isSameAs(IN.clip().rotation(0));
  }

  @Test
  void onlyTheRootMovesWhileTheSizeStays() {
    LevelPass pass = new LevelPass(OptionalDouble.of(0.1), OptionalDouble.empty(), 0.5, 1, 2);
    Motion out = run(pass, 1);
    for (int j = 1; j < IN.clip().skeleton().size(); j++) {
      assertThat(out.clip().rotation(j)).isSameAs(IN.clip().rotation(j));
    }
    assertThat(out.body()).isSameAs(IN.body());
  }

  @Test
  void solesThatAreSetAreWhatTheFloorIsFoundUnderAndFeetArePlantedOn() {
    Motion steps = Samples.stepping(600, 120, 0.002, 4);
    double foundM = steps.body().soleM().orElseThrow();
    LevelPass plain = (LevelPass) LevelPass.KIND.defaults().prepared(steps, Place.ALL).pass();
    assertThat(plain.soles().ballM().orElseThrow()).isCloseTo(foundM, within(1e-9));
    SoleThickness thick =
        new SoleThickness(
            OptionalDouble.of(foundM + 0.03),
            OptionalDouble.of(steps.body().heelM().orElseThrow() + 0.03));
    LevelPass set = LevelPass.KIND.defaults().withSoles(thick);
    LevelPass ready = (LevelPass) set.prepared(steps, Place.ALL).pass();
    assertThat(plain.floorM().orElseThrow() - ready.floorM().orElseThrow())
        .as("the ground is so much lower")
        .isCloseTo(0.03, within(0.003));
    double low = lowestToes(level(plain.withSoles(SoleThickness.FOUND), steps));
    double high = lowestToes(level(set, steps));
    assertThat(high - low).isCloseTo(0.03, within(0.003));
    Motion planted =
        Plate.of("p", PlantsPass.KIND.defaults())
            .apply(level(set, steps), steps.clip().allFrames(), Work.UNWATCHED);
    assertThat(lowestToes(planted)).isCloseTo(foundM + 0.03, within(0.004));
    // a body made twice as tall has soles twice as thick
    LevelPass giant =
        new LevelPass(
                OptionalDouble.empty(),
                OptionalDouble.of(2 * steps.body().soled(thick).heightM()),
                0,
                0,
                0)
            .withSoles(thick);
    assertThat(level(giant, steps).body().soleM().orElseThrow())
        .isCloseTo(2 * (foundM + 0.03), within(1e-6));
  }

  @Test
  void solesCanBeSetInPlantsToo() {
    Motion steps = Samples.stepping(600, 120, 0.002, 4);
    double foundM = steps.body().soleM().orElseThrow();
    SoleThickness thick =
        new SoleThickness(
            OptionalDouble.of(foundM + 0.02),
            OptionalDouble.of(steps.body().heelM().orElseThrow() + 0.02));
    Motion levelled = level(LevelPass.KIND.defaults().withSoles(thick), steps);
    Motion bare = levelled.with(levelled.clip(), steps.body());
    PlantsPass plants = PlantsPass.KIND.defaults().withFloor(OptionalDouble.of(0));
    Motion told =
        Plate.of("p", plants).apply(levelled, levelled.clip().allFrames(), Work.UNWATCHED);
    Plate own = Plate.of("p", plants.withSoles(thick));
    Motion set = own.apply(bare, bare.clip().allFrames(), Work.UNWATCHED);
    assertThat(Comparison.of(told, set, List.of()).positionP95Mm()).as("mm apart").isLessThan(1);
    assertThat(set.body()).isEqualTo(told.body());
    // where the floor is found it is that of the body as it comes in, and is stepped up on
    Motion thin = level(LevelPass.KIND.defaults(), steps);
    Motion lifted =
        Plate.of("p", PlantsPass.KIND.defaults().withSoles(thick))
            .apply(thin, thin.clip().allFrames(), Work.UNWATCHED);
    assertThat(lowestToes(lifted)).isCloseTo(foundM + 0.02, within(0.004));
    // what it does not act on stands on them too, however it is worked out
    Plate part = own.withSpan(new Span(200, 500, 10, 10));
    Motion partly = part.apply(bare, bare.clip().allFrames(), Work.UNWATCHED);
    Evaluator evaluator = new Evaluator(bare);
    Motion worked = evaluator.evaluate(new Chain(List.of(part)), Work.UNWATCHED).result();
    assertThat(worked.body()).isEqualTo(partly.body()).isEqualTo(told.body());
    assertThat(Samples.differences(worked.clip(), partly.clip())).isEmpty();
    Motion muted =
        evaluator.evaluate(new Chain(List.of(part.withMuted(true))), Work.UNWATCHED).result();
    assertThat(muted.body()).isEqualTo(bare.body());
    assertThat(Samples.differences(muted.clip(), bare.clip())).isEmpty();
  }

  private static Motion level(LevelPass pass, Motion in) {
    return Plate.of("l", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static double lowestToes(Motion motion) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double low = Double.POSITIVE_INFINITY;
    for (int f = 0; f < motion.clip().frames(); f++) {
      pose.solve(motion.clip(), f);
      for (Sole sole : motion.body().soles()) {
        low = Math.min(low, pose.y(sole.toes()));
      }
    }
    return low;
  }
}
