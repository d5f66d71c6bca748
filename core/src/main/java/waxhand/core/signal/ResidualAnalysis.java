package waxhand.core.signal;

import java.util.List;

/**
 * Choice of a cutoff by residual analysis (Winter, "Biomechanics and Motor Control of Human
 * Movement", 4th ed. 2009, section 3.4.4.3). The residual between a signal and its smoothed self is
 * drawn against the cutoff. Where only noise is removed, the curve is a straight line; that line
 * carried back to 0 Hz tells how strong the noise is, and the cutoff at which the residual has that
 * size lets as much signal be lost as noise pass.
 *
 * @param cutoffsHz rising
 * @param residuals root mean square of what each cutoff removes, in the unit of the signal
 * @param noise the straight line's value at 0 Hz
 * @param slope of the straight line, a unit per Hz
 * @param suggestedHz the cutoff found
 */
public record ResidualAnalysis(
    double[] cutoffsHz, double[] residuals, double noise, double slope, double suggestedHz) {

  /** Cutoffs tried, Hz; those at or above a third of the rate are left out. */
  private static final double[] GRID = {
    0.75, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 16, 18, 20, 22.5,
    25, 27.5, 30
  };

  /**
   * Analyses several signals of one length together.
   *
   * @param signals each 3 interleaved channels of as many samples. Not modified.
   * @param order of the filter
   * @throws IllegalArgumentException if there are fewer than 16 samples or no signals
   */
  public static ResidualAnalysis of(List<double[]> signals, double rateHz, int order) {
    if (signals.isEmpty() || signals.get(0).length < 3 * 16) {
      throw new IllegalArgumentException("residual analysis needs a signal of 16 samples or more");
    }
    double top = Math.min(30, rateHz / 3);
    double[] cutoffs = java.util.Arrays.stream(GRID).filter(f -> f <= top).toArray();
    double[] residuals = new double[cutoffs.length];
    int count = signals.get(0).length / 3;
    for (int k = 0; k < cutoffs.length; k++) {
      Butterworth filter = new Butterworth(rateHz, cutoffs[k], order);
      double sum =
          signals.parallelStream().mapToDouble(signal -> removed(signal, count, filter)).sum();
      residuals[k] = Math.sqrt(sum / (signals.size() * 3.0 * count));
    }
    return fit(cutoffs, residuals, rateHz);
  }

  private static double removed(double[] signal, int count, Butterworth filter) {
    double[] smooth = signal.clone();
    filter.smooth(smooth, count, 3, new double[filter.workspace(count, 3)]);
    double sum = 0;
    for (int i = 0; i < 3 * count; i++) {
      double d = signal[i] - smooth[i];
      sum += d * d;
    }
    return sum;
  }

  private static ResidualAnalysis fit(double[] cutoffs, double[] residuals, double rateHz) {
    int n = cutoffs.length;
    // the straight part: from where the curve's drop has become a small share of its whole drop
    int from = n - 1;
    double steep = 0.02 * residuals[0] / Math.max(1, cutoffs[n - 1] / 20);
    while (from > 0
        && (residuals[from - 1] - residuals[from]) / (cutoffs[from] - cutoffs[from - 1]) < steep) {
      from--;
    }
    from = Math.min(from, n - Math.min(n, 4));
    double sx = 0;
    double sy = 0;
    double sxx = 0;
    double sxy = 0;
    int m = n - from;
    for (int k = from; k < n; k++) {
      sx += cutoffs[k];
      sy += residuals[k];
      sxx += cutoffs[k] * cutoffs[k];
      sxy += cutoffs[k] * residuals[k];
    }
    double spread = m * sxx - sx * sx;
    double slope = spread > 0 ? (m * sxy - sx * sy) / spread : 0;
    double noise = Math.max(0, (sy - slope * sx) / m);
    double suggested = cutoffs[n - 1];
    for (int k = 0; k < n; k++) {
      if (residuals[k] <= noise) {
        double share = k == 0 ? 0 : (residuals[k - 1] - noise) / (residuals[k - 1] - residuals[k]);
        suggested = k == 0 ? cutoffs[0] : cutoffs[k - 1] + share * (cutoffs[k] - cutoffs[k - 1]);
        break;
      }
    }
    return new ResidualAnalysis(
        cutoffs, residuals, noise, slope, Math.min(suggested, 0.45 * rateHz));
  }
}
