package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Frames;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.props.PropPathPass;
import waxhand.core.props.Hold;
import waxhand.core.props.Holder;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.mate.MateScene;
import waxhand.rehearsal.scene.Scene;

/** Paths of what hands carry, smoothed, against the paths that the true hands would have led it. */
class PropPathOnRehearsalTest {
  private record Carried(String name, Rehearsal take, Holder by) {
    @Override
    public String toString() {
      return name + " in " + by.words();
    }

    /** The take with a prop in the hands for most of it. */
    private Motion carrying(Motion motion) {
      int frames = motion.clip().frames();
      Frames held = new Frames(frames / 5, 4 * frames / 5);
      PropPass prop =
          PropPass.KIND
              .of(Map.of("start", "where hands take it"))
              .withHolds(List.of(new Hold(by, held)));
      return run(prop, motion);
    }
  }

  static Stream<Carried> takes() {
    Map<String, Double> harm = Map.of("jitter", 1.0);
    return Stream.concat(
            Stream.of(Scene.CRATE_LIFT, Scene.LANTERN_JOG, Scene.LINE_HAUL)
                .map(s -> new Rehearsal.Order(s, 6, 120, 81, 1.78, false, harm))
                .map(Rehearsal::of),
            Stream.of(MateScene.HAIL, MateScene.LUNGE, MateScene.CARTWHEEL)
                .map(s -> Rehearsal.ofMate(s, 4, 60, 82, harm)))
        .flatMap(
            t ->
                Stream.of(Holder.RIGHT_HAND, Holder.BOTH_HANDS)
                    .map(by -> new Carried(t.raw().frames() + " frames", t, by)));
  }

  private static Motion run(Pass pass, Motion motion) {
    return Plate.of("p", pass).apply(motion, motion.clip().allFrames(), Work.UNWATCHED);
  }

  private static double[] pose(Motion motion, int frame) {
    double[] pose = new double[Poses.SIZE];
    Props.of(motion).get(0).path().read(frame, pose, 0);
    return pose;
  }

  private static double apart(Motion a, Motion b, int frame) {
    double[] p = pose(a, frame);
    double[] q = pose(b, frame);
    return Math.hypot(Math.hypot(p[0] - q[0], p[1] - q[1]), p[2] - q[2]);
  }

  /** Root mean square of the difference of second differences, metres. */
  private static double shake(Motion a, Motion truth) {
    double sum = 0;
    int frames = truth.clip().frames();
    for (int f = 1; f + 1 < frames; f++) {
      for (int i = 0; i < 3; i++) {
        double is = pose(a, f - 1)[i] - 2 * pose(a, f)[i] + pose(a, f + 1)[i];
        double was = pose(truth, f - 1)[i] - 2 * pose(truth, f)[i] + pose(truth, f + 1)[i];
        sum += (is - was) * (is - was);
      }
    }
    return Math.sqrt(sum / frames);
  }

  @ParameterizedTest
  @MethodSource("takes")
  void theShakeOfTheHandsGoesAndTheirMovementStays(Carried carried) {
    Motion truth = carried.carrying(Motion.of(carried.take().truth()));
    Motion raw = carried.carrying(Motion.of(carried.take().raw()));
    Motion smooth = run(PropPathPass.KIND.defaults(), raw);
    assertThat(shake(smooth, truth)).isLessThan(0.7 * shake(raw, truth));
    double before = 0;
    double after = 0;
    for (int f = 0; f < truth.clip().frames(); f++) {
      before += Math.pow(apart(raw, truth, f), 2);
      after += Math.pow(apart(smooth, truth, f), 2);
      if (Props.of(raw).get(0).path().isStill(f)) {
        assertThat(pose(smooth, f)).as("frame %d", f).isEqualTo(pose(raw, f));
      }
    }
    assertThat(Math.sqrt(after / before)).isLessThan(1.005);
  }

  @ParameterizedTest
  @MethodSource("takes")
  void whatShakesNotIsHardlyMoved(Carried carried) {
    Motion truth = carried.carrying(Motion.of(carried.take().truth()));
    Motion smooth = run(PropPathPass.KIND.defaults(), truth);
    double sum = 0;
    double most = 0;
    for (int f = 0; f < truth.clip().frames(); f++) {
      sum += apart(smooth, truth, f);
      most = Math.max(most, apart(smooth, truth, f));
    }
    assertThat(sum / truth.clip().frames()).as("the mean, metres").isLessThan(0.001);
    assertThat(most).isLessThan(0.016);
  }
}
