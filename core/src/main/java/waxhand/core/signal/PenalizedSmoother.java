package waxhand.core.signal;

/**
 * The curve that is near its samples and bends little: minimises the squares of the residuals plus
 * those of the second differences, each second difference with a price of its own (Whittaker, "On a
 * new method of graduation", Proc. Edinburgh Math. Soc. 41, 1923; Eilers, "A perfect smoother",
 * Anal. Chem. 75, 2003, doi:10.1021/ac034173t). With one price for all it is a zero-phase
 * Butterworth low-pass of order 2, free of its trouble at the ends.
 */
public final class PenalizedSmoother {
  private PenalizedSmoother() {}

  /** Numbers the workspace of {@link #smooth} must hold. */
  public static int workspace(int count, int width) {
    return FiveDiagonals.workspace(count, width);
  }

  /** The price at which the smoother has the same response as a Butterworth with that cutoff. */
  public static double price(double rateHz, double cutoffHz) {
    double w = 2 * Math.sin(Math.PI * Math.min(0.5, cutoffHz / rateHz));
    return 1 / (w * w * w * w);
  }

  /**
   * Smooths channels side by side.
   *
   * @param values {@code width} channels, interleaved. Modified: the first {@code count · width}
   *     numbers.
   * @param prices of the second difference about each sample, interleaved like the values; those of
   *     the first and last sample are not used. Not modified.
   * @param work at least {@link #workspace} numbers. Modified.
   */
  public static void smooth(double[] values, int count, int width, double[] prices, double[] work) {
    if (count < 3) {
      return;
    }
    int all = count * width;
    int last = all - width;
    for (int i = 0; i < all; i++) {
      double before = i >= 2 * width ? prices[i - width] : 0;
      double here = i >= width && i < last ? prices[i] : 0;
      double after = i < last - width ? prices[i + width] : 0;
      work[i] = 1 + before + 4 * here + after;
      work[all + i] = -2 * here - 2 * after;
      work[2 * all + i] = after;
    }
    FiveDiagonals.factor(count, width, work);
    FiveDiagonals.solve(count, width, work, values, 0);
  }
}
