package waxhand.rehearsal.actor;

import java.util.SplittableRandom;

/** Slow wandering of many quantities, each a sum of a few sines. */
final class Sway {
  private static final int QUANTITIES = 32;
  private final double[][] phases = new double[QUANTITIES][4];
  private final double[][] speeds = new double[QUANTITIES][4];

  Sway(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    for (int q = 0; q < QUANTITIES; q++) {
      for (int i = 0; i < 4; i++) {
        phases[q][i] = random.nextDouble(2 * Math.PI);
        speeds[q][i] = 2 * Math.PI * (0.11 + 0.23 * i + random.nextDouble(0.15));
      }
    }
  }

  double at(int quantity, double t) {
    double sum = 0;
    for (int i = 0; i < 4; i++) {
      sum += Math.sin(phases[quantity][i] + speeds[quantity][i] * t) / (1 + 0.7 * i);
    }
    return 0.6 * sum;
  }
}
