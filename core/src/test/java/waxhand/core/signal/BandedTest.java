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
    Random random = new Random(size);
    double[] work = new double[FiveDiagonals.workspace(size)];
    double[][] dense = new double[size][size];
    for (int k = 0; k < size; k++) {
      work[k] = 6 + random.nextDouble();
      dense[k][k] = work[k];
      for (int d = 1; d <= 2; d++) {
        double beside = random.nextDouble() - 0.5;
        work[d * size + k] = beside;
        if (k + d < size) {
          dense[k + d][k] = beside;
          dense[k][k + d] = beside;
        }
      }
    }
    double[] right = random.doubles(size + 5, -3, 3).toArray();
    double[] x = right.clone();
    FiveDiagonals.factor(size, work);
    FiveDiagonals.solve(size, work, x, 5);
    for (int row = 0; row < size; row++) {
      double sum = 0;
      for (int k = 0; k < size; k++) {
        sum += dense[row][k] * x[5 + k];
      }
      assertThat(sum).as("row %d", row).isCloseTo(right[5 + row], within(1e-12));
    }
    assertThat(Arrays.copyOf(x, 5)).as("what lies before").isEqualTo(Arrays.copyOf(right, 5));
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
    PenalizedSmoother.smooth(smooth, count, prices, new double[PenalizedSmoother.workspace(count)]);
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
        free, count, new double[count], new double[PenalizedSmoother.workspace(count)]);
    assertThat(free).as("bends that cost nothing stay").containsExactly(values, within(1e-12));
  }

  @Test
  void meansAreThoseOfTheirWindows() {
    double[] values = new Random(9).doubles(50, -5, 5).toArray();
    for (int half : new int[] {0, 1, 4, 30, 100}) {
      double[] means = new double[50];
      Running.mean(values, 50, half, means);
      for (int n = 0; n < 50; n++) {
        double[] window =
            Arrays.copyOfRange(values, Math.max(0, n - half), Math.min(50, n + half + 1));
        assertThat(means[n])
            .isCloseTo(Arrays.stream(window).average().orElseThrow(), within(1e-12));
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
