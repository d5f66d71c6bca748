package waxhand.core.thin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;

class FewCurvesTest {
  @Test
  void aCubicNeedsItsEndsAloneAndNoiseStaysWithinTheTolerance() {
    double[] cubic = new double[3 * 60];
    double[] noisy = new double[3 * 60];
    Random random = new Random(3);
    for (int n = 0; n < 60; n++) {
      double t = n / 59.0;
      cubic[3 * n] = t * t * t - t;
      cubic[3 * n + 1] = 2 - t * t;
      noisy[3 * n] = Math.sin(0.4 * n) + 0.1 * random.nextGaussian();
    }
    List<Curve> few = FewCurves.through(cubic, 100, 1e-6);
    assertThat(few.get(0).keys()).extracting(CurveKey::frame).containsExactly(100.0, 159.0);
    assertThat(few.get(1).at(130)).isCloseTo(cubic[3 * 30 + 1], within(1e-6));
    List<Curve> wild = FewCurves.through(noisy, 0, 0.05);
    for (int n = 0; n < 60; n++) {
      assertThat(wild.get(0).at(n)).isCloseTo(noisy[3 * n], within(0.0501));
    }
    assertThat(wild.get(0).keys().size()).isBetween(10, 50);
    assertThatThrownBy(() -> FewCurves.through(noisy, 0, Double.NaN))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aCurveIsReducedInARunAndNoBitOfItBeyond() {
    List<CurveKey> keys = new ArrayList<>();
    for (int f = 0; f <= 200; f++) {
      keys.add(CurveKey.smooth(f, Math.sin(0.05 * f)));
    }
    Curve dense = Curve.of(keys);
    Curve few = FewCurves.reduced(dense, new Frames(50, 151), 0.002);
    assertThat(few.keys().size()).isBetween(104, 115);
    for (int f = 0; f <= 200; f++) {
      if (f <= 50 || f >= 150) {
        assertThat(few.at(f)).as("frame %d", f).isEqualTo(dense.at(f));
      } else {
        assertThat(few.at(f)).isCloseTo(dense.at(f), within(0.00201));
      }
    }
    assertThat(few.at(48.5)).isCloseTo(dense.at(48.5), within(1e-4));
    assertThat(FewCurves.reduced(Curve.NONE, new Frames(0, 9), 0.1)).isEqualTo(Curve.NONE);
  }
}
