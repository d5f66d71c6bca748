package waxhand.core.thin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CourseThinnerTest {
  private static double[] wandering(long seed, int count) {
    Random random = new Random(seed);
    double[] p = new double[3 * count];
    double[] size = new double[9];
    double[] hz = new double[9];
    double[] phase = new double[9];
    for (int k = 0; k < 9; k++) {
      size[k] = 0.1 * random.nextDouble();
      hz[k] = 0.3 + 3 * random.nextDouble();
      phase[k] = 6 * random.nextDouble();
    }
    for (int n = 0; n < count; n++) {
      for (int i = 0; i < 3; i++) {
        for (int k = i; k < 9; k += 3) {
          p[3 * n + i] += size[k] * Math.sin(2 * Math.PI * hz[k] * n / 120 + phase[k]);
        }
      }
    }
    return p;
  }

  private static CourseThinner thinned(double[] samples, double tolerance) {
    int count = samples.length / 3;
    CourseThinner thinner = new CourseThinner(Course.PLACES, samples, count);
    double[] all = new double[count];
    Arrays.fill(all, tolerance);
    BitSet changed = new BitSet();
    changed.set(0, count);
    thinner.thin(all, changed);
    return thinner;
  }

  private static double[] dense(CourseThinner thinner, double[] samples) {
    double[] dense = new double[samples.length];
    for (int k = 0; k + 1 < thinner.keys().at().length; k++) {
      thinner.keys().dense(Course.PLACES, k, samples, dense);
    }
    return dense;
  }

  /** Fewest keys, exactly: the shortest way over all segments that stay within the tolerance. */
  private static int fewest(double[] samples, double tolerance) {
    int count = samples.length / 3;
    double[] fineness = new double[count];
    Arrays.fill(fineness, 1 / (tolerance * tolerance));
    Segment segment = new Segment();
    int[] keys = new int[count];
    Arrays.fill(keys, Integer.MAX_VALUE - 1);
    keys[0] = 1;
    double[] seen = new double[3 * count];
    for (int from = 0; from < count; from++) {
      for (int to = from + 1; to < count; to++) {
        Course.PLACES.seen(samples, from, to, seen, 3 * (to - from));
        if (segment.fits(seen, to - from, fineness, from)) {
          keys[to] = Math.min(keys[to], keys[from] + 1);
        }
      }
    }
    return keys[count - 1];
  }

  @Test
  void hardlyMoreKeysThanTheBestPossibleAndNeverFartherOffThanAllowed() {
    double worst = 0;
    int sum = 0;
    int best = 0;
    for (long seed = 0; seed < 40; seed++) {
      double[] samples = wandering(seed, 260);
      double tolerance = 0.001 * Math.pow(3, seed % 4);
      CourseThinner thinner = thinned(samples, tolerance);
      double[] dense = dense(thinner, samples);
      for (int n = 0; n < samples.length; n += 3) {
        double x = dense[n] - samples[n];
        double y = dense[n + 1] - samples[n + 1];
        double z = dense[n + 2] - samples[n + 2];
        assertThat(Math.sqrt(x * x + y * y + z * z)).isLessThanOrEqualTo(tolerance * (1 + 1e-9));
      }
      int keys = thinner.keys().at().length;
      int fewest = fewest(samples, tolerance);
      worst = Math.max(worst, (double) keys / fewest);
      sum += keys;
      best += fewest;
    }
    assertThat(worst).isLessThanOrEqualTo(1.25);
    assertThat((double) sum / best).isLessThan(1.08);
  }

  @Test
  void whatIsACubicTakesTwoKeysAndANoiseKeepsItsSamples() {
    double[] cubic = new double[3 * 90];
    double[] noise = new double[3 * 90];
    Random random = new Random(1);
    for (int n = 0; n < 90; n++) {
      double u = n / 89.0;
      cubic[3 * n] = 2 * u * u * u - u;
      cubic[3 * n + 1] = 1 - u * u;
      noise[3 * n] = random.nextGaussian();
    }
    assertThat(thinned(cubic, 1e-9).keys().at()).containsExactly(0, 89);
    double[] kept = dense(thinned(noise, 1e-6), noise);
    for (int i = 0; i < kept.length; i++) {
      assertThat(kept[i]).isBetween(noise[i] - 1e-6, noise[i] + 1e-6);
    }
  }

  @Test
  void thinnedMoreFinelyInPlacesItStaysAsItIsElsewhere() {
    double[] samples = wandering(5, 600);
    CourseThinner thinner = thinned(samples, 0.01);
    int[] before = thinner.keys().at();
    double[] finer = new double[600];
    Arrays.fill(finer, 0.01);
    BitSet changed = new BitSet();
    changed.set(300, 306);
    Arrays.fill(finer, 300, 306, 1e-5);
    thinner.thin(finer, changed);
    int[] after = thinner.keys().at();
    assertThat(after.length).isGreaterThan(before.length);
    for (int n = 0; before[n] < 300 && before[n + 1] < 300; n++) {
      assertThat(after[n]).isEqualTo(before[n]);
    }
    double[] dense = dense(thinner, samples);
    for (int n = 300; n < 306; n++) {
      assertThat(Math.abs(dense[3 * n] - samples[3 * n])).isLessThan(1e-5);
    }
  }

  /** From any guess the last that goes is found, with few questions. */
  @Test
  void theFarthestIsFoundFromAnyGuess() {
    for (int most = 1; most <= 40; most++) {
      for (int goes = 0; goes <= most + 2; goes++) {
        for (int guess = 0; guess <= most + 3; guess += 3) {
          int limit = goes;
          int reach = most;
          int[] asked = {0};
          int found =
              CourseThinner.farthest(
                  most,
                  guess,
                  n -> {
                    asked[0]++;
                    assertThat(n).isBetween(2, reach);
                    return n <= limit;
                  });
          assertThat(found)
              .as("%d of %d from %d", goes, most, guess)
              .isEqualTo(Math.max(1, Math.min(most, goes)));
          assertThat(asked[0]).isLessThanOrEqualTo(14);
        }
      }
    }
  }
}
