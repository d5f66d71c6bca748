package waxhand.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.maths.Hermite;

/** Banded solves, and what the smoothers that use them minimise. */
class BandedTest {
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 17, 120})
  void whatIsSolvedGivesTheRightSideBack(int size) {
    for (int lanes : new int[] {1, 3, 4}) {
      Random random = new Random(size);
      double[] work = random.doubles(FiveDiagonals.workspace(size, lanes), -0.5, 0.5).toArray();
      for (int i = 0; i < size * lanes; i++) {
        work[i] += 6;
      }
      double[] given = work.clone();
      double[] right = random.doubles(size * lanes + 5, -3, 3).toArray();
      double[] x = right.clone();
      FiveDiagonals.factor(size, lanes, work);
      FiveDiagonals.solve(size, lanes, work, x, 5);
      for (int i = 0; i < size * lanes; i++) {
        double sum = given[i] * x[5 + i];
        for (int d = 1; d <= 2; d++) {
          int below = i + d * lanes;
          int above = i - d * lanes;
          int diagonal = d * size * lanes;
          sum += below < size * lanes ? given[diagonal + i] * x[5 + below] : 0;
          sum += above >= 0 ? given[diagonal + above] * x[5 + above] : 0;
        }
        assertThat(sum).as("%d of %d lanes", i, lanes).isCloseTo(right[5 + i], within(1e-12));
      }
      assertThat(Arrays.copyOf(x, 5)).as("what lies before").isEqualTo(Arrays.copyOf(right, 5));
    }
  }

  /** Distance to the values, and the priced second differences: what smoothing makes least. */
  private static double cost(double[] x, double[] values, double[] prices) {
    double sum = 0;
    for (int n = 0; n < x.length; n++) {
      sum += (x[n] - values[n]) * (x[n] - values[n]);
      if (n > 0 && n < x.length - 1) {
        double bend = x[n - 1] - 2 * x[n] + x[n + 1];
        sum += prices[n] * bend * bend;
      }
    }
    return sum;
  }

  @Test
  void nothingCostsLessThanWhatThePenalizedSmootherGives() {
    Random random = new Random(4);
    int count = 80;
    double[] values = random.doubles(count, -1, 1).toArray();
    double[] prices = random.doubles(count, 0, 400).toArray();
    double[] smooth = values.clone();
    PenalizedSmoother.smooth(
        smooth, count, 1, prices, new double[PenalizedSmoother.workspace(count, 1)]);
    double least = cost(smooth, values, prices);
    assertThat(least).isLessThan(cost(values, values, prices));
    for (int n = 0; n < count; n++) {
      for (double by : new double[] {-1e-3, 1e-3}) {
        double[] other = smooth.clone();
        other[n] += by;
        assertThat(cost(other, values, prices)).as("place %d", n).isGreaterThan(least);
      }
    }
    double[] free = values.clone();
    PenalizedSmoother.smooth(
        free, count, 1, new double[count], new double[PenalizedSmoother.workspace(count, 1)]);
    assertThat(free).as("bends that cost nothing stay").containsExactly(values, within(1e-12));
  }

  @Test
  void meansAreThoseOfTheirWindows() {
    double[] values = new Random(9).doubles(50, -5, 5).toArray();
    for (int half : new int[] {0, 1, 4, 30, 100}) {
      double[] means = new double[50];
      Running.mean(values, 25, 2, half, means);
      for (int i = 0; i < 50; i++) {
        int n = i / 2;
        double sum = 0;
        int samples = 0;
        for (int k = Math.max(0, n - half); k <= Math.min(24, n + half); k++) {
          sum += values[2 * k + i % 2];
          samples++;
        }
        assertThat(means[i]).isCloseTo(sum / samples, within(1e-12));
      }
    }
  }

  @Test
  void theCubicBetweenTwoValuesIsTheCubicItself() {
    double h = 0.35;
    double from = 1.2;
    for (double u = 0; u <= 1; u += 0.125) {
      assertThat(Hermite.at(cubic(from), slope(from), cubic(from + h), slope(from + h), h, u))
          .isCloseTo(cubic(from + u * h), within(1e-12));
    }
  }

  private static double cubic(double x) {
    return 2 - x + 3 * x * x - 0.7 * x * x * x;
  }

  private static double slope(double x) {
    return -1 + 6 * x - 2.1 * x * x;
  }
}
