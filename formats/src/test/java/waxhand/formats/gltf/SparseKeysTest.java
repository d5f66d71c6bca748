package waxhand.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

/** Few keys that tell many frames, measured by what a reader makes of them. */
class SparseKeysTest {
  private static double[] sampled(int frames, DoubleUnaryOperator... of) {
    double[] values = new double[of.length * frames];
    for (int f = 0; f < frames; f++) {
      for (int i = 0; i < of.length; i++) {
        values[of.length * f + i] = of[i].applyAsDouble(f);
      }
    }
    return values;
  }

  /** The standard's cubic Hermite piece between two keys. */
  private static double at(SparseKeys.Told told, int width, int frame, int i) {
    int[] keys = told.frames();
    int k = 0;
    while (k + 2 < keys.length && keys[k + 1] <= frame) {
      k++;
    }
    double span = keys[k + 1] - keys[k];
    double t = (frame - keys[k]) / span;
    double start = told.told()[3 * width * k + width + i];
    double out = told.told()[3 * width * k + 2 * width + i];
    double in = told.told()[3 * width * (k + 1) + i];
    double end = told.told()[3 * width * (k + 1) + width + i];
    return (2 * t * t * t - 3 * t * t + 1) * start
        + span * (t * t * t - 2 * t * t + t) * out
        + (3 * t * t - 2 * t * t * t) * end
        + span * (t * t * t - t * t) * in;
  }

  private static double worst(SparseKeys.Told told, double[] values, int width) {
    double worst = 0;
    for (int f = 0; f < values.length / width; f++) {
      double sum = 0;
      for (int i = 0; i < width; i++) {
        double off = at(told, width, f, i) - values[width * f + i];
        sum += off * off;
      }
      worst = Math.max(worst, Math.sqrt(sum));
    }
    return worst;
  }

  @Test
  void aCubicNeedsItsTwoEndsOnly() {
    double[] values = sampled(200, f -> 1e-6 * f * f * f - 2e-4 * f * f + 0.01 * f, f -> 3 - f);
    SparseKeys.Told told = SparseKeys.of(values, 2, 1e-6);
    assertThat(told.frames()).containsExactly(0, 199);
    assertThat(worst(told, values, 2)).isLessThan(1e-9);
    assertThat(told.told()[4]).as("slope out of the first").isCloseTo(0.01, within(1e-9));
  }

  @Test
  void aKneeIsFoundAndHasTwoSlopes() {
    double[] values = sampled(101, f -> f < 37 ? 0.1 * f : 3.7 - 0.2 * (f - 37));
    SparseKeys.Told told = SparseKeys.of(values, 1, 1e-4);
    assertThat(told.frames()).contains(37);
    assertThat(told.frames().length).isLessThan(8);
    assertThat(worst(told, values, 1)).isLessThan(1e-4);
  }

  @Test
  void noFrameIsFartherOffThanWasAsked() {
    Random random = new Random(11);
    for (double tolerance : new double[] {1e-3, 1e-2, 0.1}) {
      double[] noise = new double[4 * 301];
      double value = 0;
      for (int n = 0; n < noise.length; n++) {
        value += 0.03 * random.nextGaussian();
        noise[n] = value;
      }
      SparseKeys.Told told = SparseKeys.of(noise, 4, tolerance);
      assertThat(worst(told, noise, 4)).isLessThanOrEqualTo(tolerance * (1 + 1e-9));
      double[] smooth =
          sampled(301, f -> Math.sin(f / 20), f -> Math.cos(f / 33), f -> 0.01 * f, f -> 1);
      SparseKeys.Told few = SparseKeys.of(smooth, 4, tolerance);
      assertThat(worst(few, smooth, 4)).isLessThanOrEqualTo(tolerance * (1 + 1e-9));
      assertThat(few.frames().length).isLessThan(60);
    }
  }

  @Test
  void shortTakesHaveTheirFrames() {
    assertThat(SparseKeys.of(new double[] {5}, 1, 1e-3).frames()).containsExactly(0);
    double[] two = {1, 4};
    SparseKeys.Told told = SparseKeys.of(two, 1, 1e-3);
    assertThat(told.frames()).containsExactly(0, 1);
    assertThat(worst(told, two, 1)).isLessThan(1e-12);
    double[] three = {1, 4, 0};
    assertThat(SparseKeys.of(three, 1, 1e-3).frames()).containsExactly(0, 1, 2);
  }
}
