package waxhand.core.signal;

import java.util.Arrays;
import java.util.List;

/**
 * The natural cubic spline that minimises the squares of the residuals plus {@code stiffness} times
 * the integral of its squared second derivative (Reinsch, "Smoothing by spline functions", Numer.
 * Math. 10, 1967, doi:10.1007/BF02162161). Samples are one unit of time apart. Immutable.
 */
public final class SmoothingSpline implements Smoother {
  /** How far the influence of a sample has decayed where it is taken to have ended. */
  private static final double DECAYED = 1e-13;

  private final double stiffness;

  /**
   * @param stiffness 0 or more; 0 keeps the samples
   */
  public SmoothingSpline(double stiffness) {
    if (!(stiffness >= 0 && stiffness < Double.POSITIVE_INFINITY)) {
      throw new IllegalArgumentException("stiffness " + stiffness + "; it must be 0 or more");
    }
    this.stiffness = stiffness;
  }

  /** The spline that halves the amplitude at a frequency. */
  public static SmoothingSpline ofCutoff(double rateHz, double cutoffHz) {
    return new SmoothingSpline(Math.pow(rateHz / (2 * Math.PI * cutoffHz), 4));
  }

  public double stiffness() {
    return stiffness;
  }

  /** Frequency at which the amplitude is halved. */
  public double cutoffHz(double rateHz) {
    return rateHz / (2 * Math.PI * Math.pow(stiffness, 0.25));
  }

  @Override
  public int reach() {
    double decay = Math.pow(Math.max(stiffness, 1e-6), -0.25) / Math.sqrt(2);
    return 4 + (int) Math.min(1e8, Math.ceil(-Math.log(DECAYED) / Math.min(2, decay)));
  }

  @Override
  public int workspace(int count, int width) {
    return 4 * count;
  }

  @Override
  public void smooth(double[] values, int count, int width, double[] work) {
    if (count < 3 || stiffness == 0) {
      return;
    }
    int inner = count - 2;
    factor(inner, stiffness, work);
    int g = 3 * count;
    for (int c = 0; c < width; c++) {
      bends(values, inner, width, c, work, g);
      FiveDiagonals.solve(inner, 1, work, work, g);
      for (int n = 0; n < count; n++) {
        values[n * width + c] -= stiffness * unbend(inner, work, g, n);
      }
    }
  }

  /** Second differences of a channel, into the workspace. */
  private static void bends(double[] x, int inner, int width, int c, double[] work, int g) {
    for (int k = 0; k < inner; k++) {
      work[g + k] = x[k * width + c] - 2 * x[(k + 1) * width + c] + x[(k + 2) * width + c];
    }
  }

  /** Row n of the transposed second difference applied to the solution. */
  private static double unbend(int inner, double[] work, int g, int n) {
    double sum = n < inner ? work[g + n] : 0;
    if (n >= 1 && n - 1 < inner) {
      sum -= 2 * work[g + n - 1];
    }
    if (n >= 2) {
      sum += work[g + n - 2];
    }
    return sum;
  }

  /** Factors R + stiffness · QᵀQ, whose rows are all alike. */
  private static void factor(int inner, double stiffness, double[] work) {
    Arrays.fill(work, 0, inner, 2.0 / 3 + 6 * stiffness);
    Arrays.fill(work, inner, 2 * inner, 1.0 / 6 - 4 * stiffness);
    Arrays.fill(work, 2 * inner, 3 * inner, stiffness);
    FiveDiagonals.factor(inner, 1, work);
  }

  /**
   * The spline whose stiffness generalised cross-validation chooses for several signals together
   * (Craven and Wahba, "Smoothing noisy data with spline functions", Numer. Math. 31, 1979,
   * doi:10.1007/BF01404567; Woltring 1986 for movement). The noise is taken to be white.
   *
   * @param signals each {@code width} interleaved channels of as many samples. Not modified.
   * @throws IllegalArgumentException if there are fewer than 5 samples or no signals
   */
  public static SmoothingSpline byCrossValidation(List<double[]> signals, int width) {
    if (signals.isEmpty() || signals.get(0).length < 5 * width) {
      throw new IllegalArgumentException("cross-validation needs a signal of 5 samples or more");
    }
    // the score has one valley in the logarithm of the stiffness: found on a grid, then narrowed
    double best = -4;
    double least = Double.POSITIVE_INFINITY;
    for (double log = -4; log <= 22; log += 1) {
      double score = score(signals, width, Math.exp(log));
      if (score < least) {
        least = score;
        best = log;
      }
    }
    double a = best - 1;
    double b = best + 1;
    double golden = (Math.sqrt(5) - 1) / 2;
    double x1 = b - golden * (b - a);
    double x2 = a + golden * (b - a);
    double y1 = score(signals, width, Math.exp(x1));
    double y2 = score(signals, width, Math.exp(x2));
    while (b - a > 1e-7) {
      if (y1 < y2) {
        b = x2;
        x2 = x1;
        y2 = y1;
        x1 = b - golden * (b - a);
        y1 = score(signals, width, Math.exp(x1));
      } else {
        a = x1;
        x1 = x2;
        y1 = y2;
        x2 = a + golden * (b - a);
        y2 = score(signals, width, Math.exp(x2));
      }
    }
    return new SmoothingSpline(Math.exp((a + b) / 2));
  }

  /** The criterion: squared residuals over the squared share of freedom that is left to them. */
  static double score(List<double[]> signals, int width, double stiffness) {
    int count = signals.get(0).length / width;
    double[] shared = new double[4 * count];
    factor(count - 2, stiffness, shared);
    double left = stiffness * trace(count - 2, shared) / count;
    SmoothingSpline spline = new SmoothingSpline(stiffness);
    double sum =
        signals.parallelStream()
            .mapToDouble(
                signal -> {
                  double[] smooth = signal.clone();
                  spline.smooth(smooth, count, width, new double[4 * count]);
                  double squares = 0;
                  for (int i = 0; i < signal.length; i++) {
                    squares += (signal[i] - smooth[i]) * (signal[i] - smooth[i]);
                  }
                  return squares;
                })
            .sum();
    return sum / (left * left);
  }

  /**
   * Trace of Q (R + stiffness · QᵀQ)⁻¹ Qᵀ from the middle diagonals of the inverse (Hutchinson and
   * de Hoog, "Smoothing noisy data with spline functions", Numer. Math. 47, 1985,
   * doi:10.1007/BF01389878).
   */
  private static double trace(int inner, double[] work) {
    int e = inner;
    int f = 2 * inner;
    double trace = 0;
    // diagonals 0, 1 and 2 of the inverse at rows k, k + 1, k + 2
    double d1 = 0;
    double d2 = 0;
    double o1 = 0;
    for (int k = inner - 1; k >= 0; k--) {
      double l1 = work[e + k];
      double l2 = work[f + k];
      double off1 = -l1 * d1 - l2 * o1;
      double off2 = -l1 * o1 - l2 * d2;
      double main = 1 / work[k] - l1 * off1 - l2 * off2;
      trace += 6 * main;
      trace -= 8 * off1;
      trace += 2 * off2;
      d2 = d1;
      d1 = main;
      o1 = off1;
    }
    return trace;
  }
}
