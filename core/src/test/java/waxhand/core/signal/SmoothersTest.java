package waxhand.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Reference;

/** The filters beside the low-pass, against reference data and by what they promise. */
class SmoothersTest {
  private static double[] smooth(Smoother smoother, double[] in, int width) {
    double[] out = in.clone();
    int count = in.length / width;
    smoother.smooth(out, count, width, new double[smoother.workspace(count, width)]);
    return out;
  }

  @Test
  void localPolynomialMatchesTheReference() {
    for (JsonNode c : Reference.cases("savitzky_golay")) {
      SavitzkyGolay filter =
          new SavitzkyGolay(c.get("window").asInt(), c.get("polynomial").asInt());
      double[] wanted = Reference.numbers(c.get("output"));
      double[] out = smooth(filter, Reference.numbers(c.get("input")), 1);
      for (int i = 0; i < out.length; i++) {
        assertThat(out[i]).isCloseTo(wanted[i], within(1e-9));
      }
    }
    assertThatThrownBy(() -> new SavitzkyGolay(5, 5)).hasMessageContaining("larger");
  }

  /**
   * With the reference's stiffness the curves are equal. The reference ends its own search for the
   * stiffness within 1e-5 s³, which is as large as the stiffness itself, so by its own criterion
   * ours is at least as good.
   */
  @Test
  void splineByCrossValidationMatchesTheReference() {
    double[] stiffness = {6.273505183998782e-06, 3.936489975557462e-06};
    int which = 0;
    for (JsonNode c : Reference.cases("smoothing_spline_gcv")) {
      double step = c.get("t").get(1).asDouble();
      SmoothingSpline theirs = new SmoothingSpline(stiffness[which++] / Math.pow(step, 3));
      double[] in = Reference.numbers(c.get("input"));
      double[] wanted = Reference.numbers(c.get("output"));
      double[] clean = Reference.numbers(c.get("clean"));
      SmoothingSpline spline = SmoothingSpline.byCrossValidation(List.of(in), 1);
      double[] out = smooth(spline, in, 1);
      double[] same = smooth(theirs, in, 1);
      assertThat(SmoothingSpline.score(List.of(in), 1, spline.stiffness()))
          .isLessThanOrEqualTo(SmoothingSpline.score(List.of(in), 1, theirs.stiffness()));
      double before = 0;
      double after = 0;
      for (int i = 0; i < out.length; i++) {
        assertThat(out[i]).isCloseTo(wanted[i], within(0.04));
        assertThat(same[i]).isCloseTo(wanted[i], within(1e-7));
        before += Math.pow(in[i] - clean[i], 2);
        after += Math.pow(out[i] - clean[i], 2);
      }
      assertThat(after).isLessThan(0.6 * before);
      assertThat(SmoothingSpline.ofCutoff(120, spline.cutoffHz(120)).stiffness())
          .isCloseTo(spline.stiffness(), within(1e-9 * spline.stiffness()));
    }
  }

  /** With one price for all bends it is a low-pass of order 2, forward and backward. */
  @Test
  void onePriceForAllIsAButterworth() {
    Random random = new Random(3);
    double[] x = random.doubles(900, -1, 1).toArray();
    Butterworth butterworth = new Butterworth(120, 6, 2);
    double[] prices = new double[900];
    double warped = Math.tan(Math.PI * 6 / 120);
    // the bilinear transform has its zero at half the rate, the difference operator has not
    Arrays.fill(prices, 1 / Math.pow(2 * warped, 4));
    double[] penalized = x.clone();
    PenalizedSmoother.smooth(
        penalized, 900, 1, prices, new double[PenalizedSmoother.workspace(900, 1)]);
    double[] filtered = smooth(butterworth, x, 1);
    double difference = 0;
    double size = 0;
    for (int i = 100; i < 800; i++) {
      difference += Math.pow(penalized[i] - filtered[i], 2);
      size += filtered[i] * filtered[i];
    }
    assertThat(Math.sqrt(difference / size)).isLessThan(0.06);
  }

  @Test
  void linesStayLinesAndShortRunsSurvive() {
    for (Smoother smoother :
        List.of(
            new SavitzkyGolay(9, 3),
            new MedianFilter(4),
            new SmoothingSpline(50),
            new AdaptiveSmoother(120, 1))) {
      for (int count : new int[] {0, 1, 2, 3, 5, 8, 400}) {
        double[] line = new double[3 * count];
        for (int i = 0; i < line.length; i++) {
          line[i] = 2 - 0.3 * (i / 3) * (i % 3);
        }
        double[] out = smooth(smoother, line, 3);
        boolean bendsEnds = smoother instanceof MedianFilter;
        for (int i = bendsEnds ? 12 : 0; i < line.length - (bendsEnds ? 12 : 0); i++) {
          assertThat(out[i]).as("%s %d", smoother, count).isCloseTo(line[i], within(1e-8));
        }
      }
    }
  }

  /** Noise goes, a kink stays: the adaptive filter is nearer to the truth than any fixed one. */
  @Test
  void adaptiveOpensAtAStrikeAndClosesAtRest() {
    double rate = 120;
    int count = 1200;
    Random random = new Random(5);
    double[] truth = new double[3 * count];
    double[] noisy = new double[3 * count];
    for (int n = 0; n < count; n++) {
      double t = n / rate;
      double swing = t % 2 < 1 ? 0 : Math.abs(Math.sin(2 * Math.PI * 1.5 * (t % 2)));
      for (int i = 0; i < 3; i++) {
        truth[3 * n + i] = 0.6 * swing;
        noisy[3 * n + i] = truth[3 * n + i] + 0.01 * random.nextGaussian();
      }
    }
    double adaptive = error(smooth(new AdaptiveSmoother(rate, 1), noisy, 3), truth);
    double best = Double.POSITIVE_INFINITY;
    for (double hz = 3; hz < 30; hz += 0.5) {
      best = Math.min(best, error(smooth(new Butterworth(rate, hz, 2), noisy, 3), truth));
    }
    assertThat(adaptive).isLessThan(0.8 * best);
  }

  private static double error(double[] out, double[] truth) {
    double sum = 0;
    for (int i = 0; i < out.length; i++) {
      sum += (out[i] - truth[i]) * (out[i] - truth[i]);
    }
    return Math.sqrt(sum / out.length);
  }

  @Test
  void runningMedianIsThatOfEachWindow() {
    Random random = new Random(9);
    double[] x = new double[200];
    for (int i = 0; i < x.length; i++) {
      x[i] = random.nextInt(9) - 4;
      x[i] = i % 7 == 0 ? -0.0 : x[i];
    }
    for (int half : new int[] {0, 1, 2, 4, 300}) {
      double[] out = new double[x.length];
      Running.median(x, x.length, half, out);
      double[] mean = new double[x.length];
      Running.mean(x, x.length, half, mean);
      for (int n = 0; n < x.length; n++) {
        double[] window =
            Arrays.copyOfRange(x, Math.max(0, n - half), Math.min(x.length, n + half + 1));
        Arrays.sort(window);
        int m = window.length;
        double middle = 0.5 * (window[(m - 1) / 2] + window[m / 2]);
        assertThat(out[n]).isEqualTo(middle + 0.0);
        assertThat(mean[n]).isCloseTo(Arrays.stream(window).average().orElse(0), within(1e-12));
      }
    }
  }
}
