package waxhand.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Reference;

class ButterworthTest {
  @Test
  void matchesTheReferenceInEveryChannel() {
    for (JsonNode c : Reference.cases("butterworth")) {
      Butterworth filter =
          new Butterworth(
              c.get("rate_hz").asDouble(), c.get("cutoff_hz").asDouble(), c.get("order").asInt());
      assertThat(filter.padding()).isEqualTo(c.get("pad_samples").asInt());
      double[] in = Reference.numbers(c.get("input"));
      double[] out = Reference.numbers(c.get("output"));
      for (int width : new int[] {1, 3, 4}) {
        double[] x = new double[in.length * width];
        for (int i = 0; i < x.length; i++) {
          x[i] = in[i / width] * (1 + i % width);
        }
        filter.smooth(x, in.length, width, new double[filter.workspace(in.length, width)]);
        for (int i = 0; i < x.length; i++) {
          assertThat(x[i]).isCloseTo(out[i / width] * (1 + i % width), within(1e-9));
        }
      }
    }
  }

  @Test
  void aConstantStaysALineStaysAwayFromTheEndsAndShortSignalsSurvive() {
    Butterworth filter = new Butterworth(120, 6, 4);
    for (int n : new int[] {1, 2, 3, 7, 900}) {
      for (double slope : new double[] {0, -0.25}) {
        double[] y = new double[n];
        for (int i = 0; i < n; i++) {
          y[i] = 3 + slope * i;
        }
        filter.smooth(y, n, 1, new double[filter.workspace(n, 1)]);
        for (int i = 0; i < n; i++) {
          assertThat(y[i]).isFinite();
          if (slope == 0 || (i > filter.reach() && i < n - filter.reach())) {
            assertThat(y[i]).isCloseTo(3 + slope * i, within(1e-9));
          }
        }
      }
    }
    assertThat(2 * filter.reach()).isLessThan(900);
  }

  @Test
  void anImpulseIsForgottenWithinTheReach() {
    for (double cutoff : new double[] {0.7, 3, 20, 55}) {
      Butterworth filter = new Butterworth(120, cutoff, 4);
      int reach = filter.reach();
      double[] x = new double[2 * reach + 200];
      x[x.length / 2] = 1;
      filter.smooth(x, x.length, 1, new double[filter.workspace(x.length, 1)]);
      assertThat(Math.abs(x[x.length / 2 - reach - 1])).isLessThan(1e-12);
      assertThat(Math.abs(x[x.length / 2 + reach + 1])).isLessThan(1e-12);
    }
  }

  @Test
  void refusesWhatIsNoFilter() {
    assertThatThrownBy(() -> new Butterworth(120, 60, 2)).hasMessageContaining("half the rate");
    assertThatThrownBy(() -> new Butterworth(120, Double.NaN, 2)).hasMessageContaining("cutoff");
    assertThatThrownBy(() -> new Butterworth(120, 6, 3)).hasMessageContaining("order 3");
  }

  @Test
  void residualAnalysisFindsTheNoiseAndACutoffThatHelps() {
    Random random = new Random(4);
    int n = 1200;
    double rate = 120;
    double[] truth = new double[3 * n];
    double[] noisy = new double[3 * n];
    for (int i = 0; i < 3 * n; i++) {
      double t = i / 3 / rate;
      truth[i] = Math.sin(2 * Math.PI * 0.8 * t) + 0.3 * Math.sin(2 * Math.PI * 2.1 * t + i % 3);
      noisy[i] = truth[i] + 0.05 * random.nextGaussian();
    }
    ResidualAnalysis found = ResidualAnalysis.of(List.of(noisy), rate, 2);
    assertThat(found.noise()).isCloseTo(0.05, within(0.01));
    Butterworth filter = new Butterworth(rate, found.suggestedHz(), 2);
    double[] smooth = noisy.clone();
    filter.smooth(smooth, n, 3, new double[filter.workspace(n, 3)]);
    double before = 0;
    double after = 0;
    for (int i = 0; i < 3 * n; i++) {
      before += Math.pow(noisy[i] - truth[i], 2);
      after += Math.pow(smooth[i] - truth[i], 2);
    }
    assertThat(after).isLessThan(0.2 * before);
  }
}
