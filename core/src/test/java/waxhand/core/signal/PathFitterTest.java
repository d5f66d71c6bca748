package waxhand.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PathFitterTest {
  private static final int COUNT = 400;

  private static double[] fit(
      double[] values, double[] valueWeights, double[] steps, double[] stepWeights, double price) {
    double[] out = new double[COUNT];
    double[] work = new double[PathFitter.workspace(COUNT)];
    PathFitter.fit(values, valueWeights, steps, stepWeights, price, COUNT, out, work);
    return out;
  }

  private static double[] filled(double value) {
    double[] all = new double[COUNT];
    Arrays.fill(all, value);
    return all;
  }

  /** A straight path whose steps and one value are known comes out exactly. */
  @Test
  void aStraightPathIsReproduced() {
    double[] values = filled(0);
    double[] held = filled(0);
    held[100] = 1;
    values[100] = 3;
    double[] path = fit(values, held, filled(0.02), filled(1), 50);
    for (int n = 0; n < COUNT; n++) {
      assertThat(path[n]).isCloseTo(3 + 0.02 * (n - 100), within(1e-8));
    }
  }

  /** Where no step is known the path goes on as it went, and comes back to its value slowly. */
  @Test
  void gapsAreBridgedStraight() {
    double[] known = filled(1);
    Arrays.fill(known, 150, 250, 0);
    double[] path = fit(filled(0), filled(1e-12), filled(0.01), known, 10);
    for (int n = 1; n < COUNT; n++) {
      assertThat(path[n] - path[n - 1]).isCloseTo(0.01, within(1e-6));
    }
  }

  /** It is the least of what it says it minimises: any change of it costs more. */
  @Test
  void nothingNearByCostsLess() {
    Random random = new Random(4);
    double[] values = new double[COUNT];
    double[] valueWeights = new double[COUNT];
    double[] steps = new double[COUNT];
    double[] stepWeights = new double[COUNT];
    for (int n = 0; n < COUNT; n++) {
      values[n] = random.nextGaussian();
      valueWeights[n] = 0.01 + random.nextDouble();
      steps[n] = random.nextGaussian();
      stepWeights[n] = random.nextDouble();
    }
    double[] path = fit(values, valueWeights, steps, stepWeights, 3);
    double least = cost(path, values, valueWeights, steps, stepWeights, 3);
    for (int n = 0; n < 200; n++) {
      double[] other = path.clone();
      other[random.nextInt(COUNT)] += 0.01 * random.nextGaussian();
      assertThat(cost(other, values, valueWeights, steps, stepWeights, 3)).isGreaterThan(least);
    }
  }

  private static double cost(
      double[] x, double[] values, double[] a, double[] steps, double[] b, double price) {
    double sum = 0;
    for (int n = 0; n < COUNT; n++) {
      sum += a[n] * (x[n] - values[n]) * (x[n] - values[n]);
      if (n < COUNT - 1) {
        double off = x[n + 1] - x[n] - steps[n];
        sum += b[n] * off * off;
      }
      if (n > 0 && n < COUNT - 1) {
        double bend = x[n - 1] - 2 * x[n] + x[n + 1];
        sum += price * bend * bend;
      }
    }
    return sum;
  }
}
