package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntUnaryOperator;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Plate;
import waxhand.core.gaps.Repeats;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.passes.time.RepeatsPass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Remedies;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;

/** Pictures of one rate in a take of a higher one. */
class RepeatsTest {
  private static final int FRAMES = 400;
  private static final double RATE = 30;

  /** A take, and the same as some pictures in each beat of frames show it. */
  private record Pair(Motion truth, Motion shown) {
    static Pair of(int pictures, int period, int shift) {
      Motion fine = Samples.swaying((FRAMES + 2 * period) * pictures, RATE * pictures, 0, 4);
      return new Pair(
          sampled(fine, f -> (f + shift) * pictures),
          sampled(fine, f -> (f + shift) * pictures / period * period));
    }

    private static Motion sampled(Motion fine, IntUnaryOperator at) {
      Clip clip = fine.clip();
      List<Track> rotations = new ArrayList<>();
      List<Track> places = new ArrayList<>();
      for (int j = 0; j < clip.skeleton().size(); j++) {
        rotations.add(sampled(clip.rotation(j), at));
        places.add(clip.hasTranslation(j) ? sampled(clip.translation(j), at) : null);
      }
      return Motion.of(new Clip(clip.skeleton(), RATE, rotations, places));
    }

    private static Track sampled(Track track, IntUnaryOperator at) {
      double[] values = new double[FRAMES * track.width()];
      for (int f = 0; f < FRAMES; f++) {
        track.read(at.applyAsInt(f), values, f * track.width());
      }
      return Track.of(track.type(), values);
    }
  }

  @Test
  void theBeatIsHeardWhateverItIsAndThePicturesAreSpreadBetween() {
    int[][] beats = {{4, 5}, {1, 2}, {2, 5}, {24, 25}, {1, 4}, {5, 6}};
    for (int[] beat : beats) {
      for (int shift = 0; shift < beat[1]; shift += 3) {
        Pair pair = Pair.of(beat[0], beat[1], shift);
        Motion truth = pair.truth();
        Motion raw = pair.shown();
        Repeats found = Repeats.of(raw.clip(), raw.body()).orElseThrow();
        assertThat(found.picturesHz(RATE)).isCloseTo(RATE * beat[0] / beat[1], within(1e-9));
        Motion even =
            Plate.of("p", RepeatsPass.KIND.defaults())
                .apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
        assertThat(Repeats.of(even.clip(), even.body())).as("what is spread").isEmpty();
        assertThat(unevenness(even.clip()))
            .as("%d pictures in %d frames", beat[0], beat[1])
            .isLessThan(Math.min(1.4 * unevenness(truth.clip()), unevenness(raw.clip())));
        double before = Comparison.of(truth, raw, List.of()).rotationRmsDeg();
        double after = Comparison.of(truth, even, List.of()).rotationRmsDeg();
        assertThat(after).isLessThan(before);
      }
    }
  }

  /** How much the chest's turn changes its pace from frame to frame, mean. */
  private static double unevenness(Clip clip) {
    int chest = clip.skeleton().indexOf("Chest");
    double[] q = new double[12];
    double sum = 0;
    for (int f = 1; f + 1 < clip.frames(); f++) {
      clip.rotation(Math.max(0, chest)).read(new Frames(f - 1, f + 2), q);
      for (int i = 0; i < 4; i++) {
        sum += Math.abs(q[i] - 2 * q[4 + i] + q[8 + i]);
      }
    }
    return sum;
  }

  @Test
  void whatStandsStillOrRepeatsNowAndThenHasNoBeat() {
    Motion truth = Samples.swaying(FRAMES, RATE, 0, 4);
    assertThat(Repeats.of(truth.clip(), truth.body())).isEmpty();
    Motion faulty = Samples.faulty(Samples.swaying(FRAMES, 120, 0.01, 1));
    assertThat(Repeats.of(faulty.clip(), faulty.body())).isEmpty();
    Clip still = truth.clip();
    for (int j = 0; j < still.skeleton().size(); j++) {
      still = still.withRotation(j, Samples.held(still.rotation(j), still.allFrames()));
      still =
          still.hasTranslation(j)
              ? still.withTranslation(j, Samples.held(still.translation(j), still.allFrames()))
              : still;
    }
    assertThat(Repeats.of(still, truth.body())).isEqualTo(Optional.empty());
  }

  @Test
  void itIsToldOnceAndItsRemedyTakesItOut() {
    Motion raw = Pair.of(4, 5, 2).shown();
    Survey survey = new Surveyor().survey(raw, Work.UNWATCHED);
    List<Finding> told =
        survey.findings().stream().filter(f -> f.kind() == FindingKind.REPEAT).toList();
    assertThat(told).hasSize(1);
    assertThat(survey.findings()).noneMatch(f -> f.kind() == FindingKind.FREEZE);
    assertThat(told.get(0).text())
        .isEqualTo("One frame in 5 repeats the one before: 24 pictures a second in 30.");
    Plate remedy = new Remedies(raw, survey.floorM()).of(told.get(0)).orElseThrow();
    Motion even = remedy.apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
    assertThat(new Surveyor().survey(even, Work.UNWATCHED).findings())
        .noneMatch(f -> f.kind() == FindingKind.REPEAT || f.kind() == FindingKind.FREEZE);
  }
}
