package waxhand.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class DistanceTest {
  private static final Motion IN = Samples.swaying(1000, 100, 0.02, 31);

  @Test
  void aShiftIsAsFarEverywhere() {
    LevelPass pass = new LevelPass(OptionalDouble.of(0), OptionalDouble.empty(), 0, 0.03, 0.04);
    Motion moved = Plate.of("l", pass).apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
    double[] apart = Distance.overTime(IN, moved, 50);
    assertThat(apart).hasSize(50);
    for (double d : apart) {
      assertThat(d).isCloseTo(0.05, within(1e-9));
    }
    assertThat(Distance.overall(IN, moved)).isCloseTo(0.05, within(1e-9));
  }

  @Test
  void aSpanIsApartInItsFramesOnly() {
    Motion smooth =
        Plate.of("s", SmoothPass.lowPass(3, 2))
            .withSpan(new Span(400, 600, 0, 0))
            .apply(IN, IN.clip().allFrames(), Work.UNWATCHED);
    double[] apart = Distance.overTime(IN, smooth, 1000);
    for (int f = 0; f < 1000; f++) {
      if (f >= 400 && f < 600) {
        assertThat(apart[f]).isPositive();
      } else {
        assertThat(apart[f]).isZero();
      }
    }
  }

  @Test
  void nothingIsApartFromItself() {
    assertThat(Distance.overall(IN, IN)).isZero();
    assertThat(Distance.overTime(IN, IN, 5000)).as("never more samples than frames").hasSize(1000);
  }
}
