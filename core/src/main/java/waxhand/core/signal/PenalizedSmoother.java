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
  public static int workspace(int count) {
    return FiveDiagonals.workspace(count);
  }

  /** The price at which the smoother has the same response as a Butterworth with that cutoff. */
  public static double price(double rateHz, double cutoffHz) {
    double w = 2 * Math.sin(Math.PI * Math.min(0.5, cutoffHz / rateHz));
    return 1 / (w * w * w * w);
  }

  /**
   * Smooths one channel.
   *
   * @param values Modified: the first {@code count} numbers.
   * @param prices of the second difference about each sample; the first and last are not used. Not
   *     modified.
   * @param work at least {@link #workspace} numbers. Modified.
   */
  public static void smooth(double[] values, int count, double[] prices, double[] work) {
    prepare(count, prices, work);
    apply(values, count, work);
  }

  /**
   * Prepares to smooth channels that have the same prices.
   *
   * @param prices as for {@link #smooth}. Not modified.
   * @param work at least {@link #workspace} numbers. Modified.
   */
  public static void prepare(int count, double[] prices, double[] work) {
    for (int n = 0; n < count; n++) {
      double before = n >= 2 ? prices[n - 1] : 0;
      double here = n >= 1 && n < count - 1 ? prices[n] : 0;
      double after = n < count - 2 ? prices[n + 1] : 0;
      work[n] = 1 + before + 4 * here + after;
      work[count + n] = -2 * here - 2 * after;
      work[2 * count + n] = after;
    }
    FiveDiagonals.factor(count, work);
  }

  /**
   * Smooths one channel as prepared.
   *
   * @param values Modified: the first {@code count} numbers.
   * @param work as {@link #prepare} left it. Not modified.
   */
  public static void apply(double[] values, int count, double[] work) {
    if (count >= 3) {
      FiveDiagonals.solve(count, work, values, 0);
    }
  }
}
