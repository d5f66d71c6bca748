package waxhand.core.passes.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.Samples;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Place;
import waxhand.core.chain.Scope;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** What the low-pass does to motions whose smooth form is known by theory. */
class SmoothPassTest {
  private static final double RATE = 120;

  /** One joint that turns about z by {@code angle(f)} and translations along x as far in metres. */
  private static Motion turning(int frames, java.util.function.IntToDoubleFunction angle) {
    Skeleton one = new Skeleton(List.of(Samples.joint("Hips", -1, 0, 1, 0)));
    double[] q = new double[4 * frames];
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      double a = angle.applyAsDouble(f);
      q[4 * f + 2] = Math.sin(a / 2);
      q[4 * f + 3] = Math.cos(a / 2);
      p[3 * f] = a;
    }
    return Motion.of(
        new Clip(
            one,
            RATE,
            List.of(Track.of(TrackType.ROTATION, q)),
            List.of(Track.of(TrackType.TRANSLATION, p))));
  }

  private static Motion smooth(Motion in, double cutoffHz, int order) {
    SmoothPass pass = SmoothPass.lowPass(cutoffHz, order);
    return pass.prepared(in, Place.ALL).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static double angle(Motion motion, int frame) {
    Track t = motion.clip().rotation(0);
    return 2 * Math.atan2(t.at(frame, 2), t.at(frame, 3));
  }

  /** Gain of both directions together is 1 / (1 + (tan(πf/r) / tan(πc/r))^(2n)). */
  @ParameterizedTest
  @CsvSource({"6, 6, 2", "6, 6, 8", "3, 6, 2", "12, 6, 2", "12, 6, 4", "20, 10, 6"})
  void aSwingKeepsTheShareThatTheoryGives(double swingHz, double cutoffHz, int order) {
    double size = 0.3;
    Motion in = turning(1200, f -> size * Math.sin(2 * Math.PI * swingHz * f / RATE));
    Motion out = smooth(in, cutoffHz, order);
    double ratio = Math.tan(Math.PI * swingHz / RATE) / Math.tan(Math.PI * cutoffHz / RATE);
    double gain = 1 / (1 + Math.pow(ratio, 2 * order));
    for (int f = 400; f < 800; f++) {
      double wanted = gain * size * Math.sin(2 * Math.PI * swingHz * f / RATE);
      assertThat(angle(out, f)).as("turn, no delay").isCloseTo(wanted, within(1e-6));
      assertThat(out.clip().translation(0).at(f, 0)).as("travel").isCloseTo(wanted, within(1e-6));
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 0.004, -0.01})
  void steadyTurningStaysSteadyAcrossBlocks(double perFrame) {
    // up to 1.3 radians away from the middle of a block: both ways of the logarithm are used
    Motion in = turning(3000, f -> 0.2 + perFrame * f);
    Motion out = smooth(in, 5, 2);
    // at the ends of the take alone the filter starts as if the body stood still
    for (int f = 250; f < 2750; f++) {
      double off = angle(out, f) - (0.2 + perFrame * f);
      assertThat(Math.IEEEremainder(off, 2 * Math.PI)).isCloseTo(0, within(1e-9));
    }
  }

  @Test
  void blocksJoinWithoutASeam() {
    Motion in = Samples.swaying(4 * BlockFilter.BLOCK, RATE, 0.02, 11);
    Clip out = smooth(in, 6, 2).clip();
    double[] q = new double[4 * out.frames()];
    double seam = 0;
    double usual = 0;
    for (int j = 0; j < out.skeleton().size(); j++) {
      out.rotation(j).read(out.allFrames(), q);
      for (int f = 2; f < out.frames(); f++) {
        double before = Quats.angle(q, 4 * (f - 2), q, 4 * (f - 1));
        double bend = Math.abs(Quats.angle(q, 4 * (f - 1), q, 4 * f) - before);
        if (f % BlockFilter.BLOCK <= 1) {
          seam = Math.max(seam, bend);
        } else {
          usual = Math.max(usual, bend);
        }
      }
    }
    assertThat(seam).as("change of angular speed where blocks meet").isLessThan(usual);
  }

  @Test
  void whatIsSwitchedOffStaysBitForBit() {
    Motion in = Samples.swaying(600, RATE, 0.02, 12);
    SmoothPass turns = SmoothPass.lowPass(4, 2).withTurns(true, false);
    SmoothPass travel = SmoothPass.lowPass(4, 2).withTurns(false, true);
    Clip onlyTurns =
        turns.prepared(in, Place.ALL).apply(in, in.clip().allFrames(), Work.UNWATCHED).clip();
    Clip onlyTravel =
        travel.prepared(in, Place.ALL).apply(in, in.clip().allFrames(), Work.UNWATCHED).clip();
    assertThat(onlyTurns.translation(0)).isSameAs(in.clip().translation(0));
    for (int j = 0; j < in.clip().skeleton().size(); j++) {
      assertThat(onlyTurns.rotation(j)).isNotSameAs(in.clip().rotation(j));
      assertThat(onlyTravel.rotation(j)).isSameAs(in.clip().rotation(j));
    }
    Place sideways = Place.of(Scope.ALL.withAxes(EnumSet.of(Axis.X)));
    Clip one =
        travel.prepared(in, sideways).apply(in, in.clip().allFrames(), Work.UNWATCHED).clip();
    for (int f = 0; f < 600; f++) {
      assertThat(one.translation(0).at(f, 1)).isEqualTo(in.clip().translation(0).at(f, 1));
      assertThat(one.translation(0).at(f, 2)).isEqualTo(in.clip().translation(0).at(f, 2));
    }
    assertThat(one.translation(0).at(300, 0)).isNotEqualTo(in.clip().translation(0).at(300, 0));
    assertThat(
            travel
                .prepared(in, Place.of(Scope.ALL.withAxes(Set.of())))
                .apply(in, in.clip().allFrames(), Work.UNWATCHED)
                .clip()
                .translation(0))
        .as("no axis, no change")
        .isSameAs(in.clip().translation(0));
  }

  @Test
  void aJointThatNeverTurnsKeepsItsBits() {
    Motion still = turning(800, f -> 0.7);
    Motion out = smooth(still, 5, 2);
    assertThat(out.clip().rotation(0)).isSameAs(still.clip().rotation(0));
  }

  @Test
  void theReachSaysHowFarAChangeSpreads() {
    Motion in = Samples.swaying(3000, RATE, 0.02, 13);
    SmoothPass pass = SmoothPass.lowPass(6, 2);
    double[] other = {0.1, 0.2, 0.3, 0.9};
    Quats.normalize(other, 0);
    Clip poked =
        in.clip().withRotation(4, in.clip().rotation(4).with(new Frames(1500, 1501), other));
    Clip a = pass.prepared(in, Place.ALL).apply(in, in.clip().allFrames(), Work.UNWATCHED).clip();
    Clip b =
        pass.prepared(in.with(poked), Place.ALL)
            .apply(in.with(poked), in.clip().allFrames(), Work.UNWATCHED)
            .clip();
    int reach = pass.prepared(in, Place.ALL).reach();
    int first = -1;
    int last = -1;
    for (int f = 0; f < 3000; f++) {
      if (!Samples.sameBits(a, b, 4, f)) {
        first = first < 0 ? f : first;
        last = f;
      }
    }
    assertThat(first).isBetween(1500 - reach, 1500);
    assertThat(last).isBetween(1500, 1500 + reach);
  }

  @Test
  void whatItCannotDoItLeaves() {
    Motion tiny = turning(1, f -> 0.3);
    assertThat(smooth(tiny, 5, 2)).isSameAs(tiny);
    Motion in = turning(100, f -> 0.01 * f);
    assertThat(smooth(in, 60, 2)).as("half the rate").isSameAs(in);
    assertThatThrownBy(() -> SmoothPass.lowPass(5, 3)).hasMessageContaining("order 3");
    assertThat(
            SmoothPass.KIND
                .defaults()
                .withMethod(SmoothMethod.LOW_PASS)
                .prepared(turning(8, f -> f), Place.ALL)
                .complaint())
        .as("too short to tell")
        .hasValueSatisfying(words -> assertThat(words).contains("set one"));
    assertThat(((SmoothPass) SmoothPass.lowPass(7, 2).prepared(in, Place.ALL).pass()).cutoffHz())
        .as("what is set stays set")
        .hasValue(7);
  }
}
