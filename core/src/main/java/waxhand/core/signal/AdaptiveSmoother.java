package waxhand.core.signal;

import java.util.Arrays;

/**
 * A low-pass that opens where the motion is quick and closes where it rests: a {@link
 * PenalizedSmoother} whose price for a bend, at each sample, is that of noise against motion there.
 * Were the second differences of the motion independent and normal, with the local mean square m,
 * and the noise white with variance s², then s²/m would be the price of the most likely motion.
 * Motion is smoother than that, so the price is larger by a factor that was fitted to simulated
 * takes.
 *
 * <p>The local mean square is first taken from a plain low-pass, then from what came out, so that a
 * strike, smeared by the first, opens its few samples in the second. Immutable.
 */
public final class AdaptiveSmoother implements Smoother {
  /** Cutoff of the low-pass that is looked at first, Hz. */
  private static final double PILOT_HZ = 5;

  /** By how much motion is smoother than independent second differences, Hz. */
  private static final double SMOOTHNESS_HZ = 52;

  /** Motion is as quick as it is on average within this time to either side, seconds. */
  private static final double NEAR_S = 0.08;

  /** Noise is as strong as it is on average within this time to either side, seconds. */
  private static final double NOISE_S = 0.75;

  /** However calm it is, slower movement than this stays, Hz. */
  private static final double LOWEST_HZ = 1.2;

  private static final int ROUNDS = 2;

  /** Median size of the residual of three channels of unit white noise from the cubic. */
  private static final double RESIDUAL = 2.14;

  private final double rateHz;
  private final double strength;

  /**
   * @param strength 1 as fitted; twice as much halves the frequency at which it cuts
   */
  public AdaptiveSmoother(double rateHz, double strength) {
    if (!(rateHz > 0 && strength > 0)) {
      throw new IllegalArgumentException("rate " + rateHz + " Hz, strength " + strength);
    }
    this.rateHz = rateHz;
    this.strength = strength;
  }

  @Override
  public int reach() {
    // the influence of a sample decays by e in 1 / (√2 π f) seconds; ten of these leave nothing to
    // see
    return (int) Math.ceil(rateHz * (NOISE_S + Math.max(1, strength) * 2.4 / LOWEST_HZ));
  }

  @Override
  public int workspace(int count, int width) {
    return PenalizedSmoother.workspace(count, width);
  }

  @Override
  public void smooth(double[] values, int count, int width, double[] work) {
    if (count < 8) {
      return;
    }
    int all = count * width;
    double[] noise = new double[count];
    noise(values, count, width, noise);
    double[] curve = Arrays.copyOf(values, all);
    double[] prices = new double[all];
    double[] bends = new double[all];
    double[] near = new double[all];
    double most = PenalizedSmoother.price(rateHz, LOWEST_HZ / strength);
    double least = PenalizedSmoother.price(rateHz, 0.45 * rateHz);
    double scale = Math.pow(strength, 4) * SMOOTHNESS_HZ / rateHz;
    Arrays.fill(prices, PenalizedSmoother.price(rateHz, Math.min(PILOT_HZ, 0.3 * rateHz)));
    PenalizedSmoother.smooth(curve, count, width, prices, work);
    for (int round = 0; round < ROUNDS; round++) {
      // each channel by itself: a knee that swings opens for its swing, not for the jitter across
      bends(curve, count, width, bends);
      Running.mean(bends, count, width, (int) Math.round(NEAR_S * rateHz), near);
      for (int n = 0; n < count; n++) {
        double priced = scale * noise[n];
        for (int i = width * n; i < width * (n + 1); i++) {
          double price = priced / (Math.max(0, near[i]) + Double.MIN_NORMAL);
          prices[i] = Math.max(least, Math.min(most, price));
        }
      }
      System.arraycopy(values, 0, curve, 0, all);
      PenalizedSmoother.smooth(curve, count, width, prices, work);
    }
    System.arraycopy(curve, 0, values, 0, all);
  }

  /** Square of the second difference, by sample. */
  private static void bends(double[] x, int count, int width, double[] dest) {
    int last = width * (count - 1);
    for (int i = width; i < last; i++) {
      double d = x[i - width] - 2 * x[i] + x[i + width];
      dest[i] = d * d;
    }
    System.arraycopy(dest, width, dest, 0, width);
    System.arraycopy(dest, last - width, dest, last, width);
  }

  /** Variance of the noise of a channel around each sample, from what cubics leave of samples. */
  private void noise(double[] x, int count, int width, double[] dest) {
    double[] squares = new double[count];
    for (int n = 2; n < count - 2; n++) {
      double sum = 0;
      for (int i = width * n; i < width * (n + 1); i++) {
        double around = 4 * (x[i - width] + x[i + width]) - x[i - 2 * width] - x[i + 2 * width];
        double d = x[i] - around / 6;
        sum += d * d;
      }
      squares[n] = sum;
    }
    for (int n = 0; n < 2; n++) {
      squares[n] = squares[2];
      squares[count - 1 - n] = squares[count - 3];
    }
    double usual = Quickselect.at(squares.clone(), count, count / 2);
    // strikes and what is left of spikes are no noise
    for (int n = 0; n < count; n++) {
      squares[n] = Math.min(squares[n], 4 * usual);
    }
    Running.mean(squares, count, (int) Math.round(NOISE_S * rateHz), dest);
    for (int n = 0; n < count; n++) {
      // of normal noise the capped mean is 1.2 times the median
      dest[n] /= 1.2 * RESIDUAL * RESIDUAL;
    }
  }
}
