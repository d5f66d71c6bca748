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
    return 3 * count;
  }

  /** The price at which the smoother has the same response as a Butterworth with that cutoff. */
  public static double price(double rateHz, double cutoffHz) {
    double w = 2 * Math.sin(Math.PI * Math.min(0.5, cutoffHz / rateHz));
    return 1 / (w * w * w * w);
  }

  /**
   * Smooths {@code width} interleaved channels by one banded solve (LDLᵀ of the five diagonals).
   *
   * @param values Modified: the first count · width numbers.
   * @param prices of the second difference about each sample; the first and last are not used. Not
   *     modified.
   * @param work at least {@link #workspace} numbers. Modified.
   */
  public static void smooth(double[] values, int count, int width, double[] prices, double[] work) {
    if (count < 3) {
      return;
    }
    // d: pivots, e and f: the two lower diagonals of L
    int e = count;
    int f = 2 * count;
    for (int n = 0; n < count; n++) {
      double before = n >= 2 ? prices[n - 1] : 0;
      double here = n >= 1 && n < count - 1 ? prices[n] : 0;
      double after = n < count - 2 ? prices[n + 1] : 0;
      double pivot = 1 + before + 4 * here + after;
      double low1 = -2 * here - 2 * after;
      double low2 = after;
      if (n >= 1) {
        pivot -= work[n - 1] * work[e + n - 1] * work[e + n - 1];
        low1 -= work[n - 1] * work[e + n - 1] * work[f + n - 1];
      }
      if (n >= 2) {
        pivot -= work[n - 2] * work[f + n - 2] * work[f + n - 2];
      }
      work[n] = pivot;
      work[e + n] = n < count - 1 ? low1 / pivot : 0;
      work[f + n] = n < count - 2 ? low2 / pivot : 0;
    }
    if (width == 1) {
      solve(values, count, work);
      return;
    }
    for (int n = 1; n < count; n++) {
      double one = work[e + n - 1];
      double two = n >= 2 ? work[f + n - 2] : 0;
      for (int c = 0; c < width; c++) {
        double x = values[width * n + c] - one * values[width * (n - 1) + c];
        if (n >= 2) {
          x -= two * values[width * (n - 2) + c];
        }
        values[width * n + c] = x;
      }
    }
    for (int n = count - 1; n >= 0; n--) {
      for (int c = 0; c < width; c++) {
        double x = values[width * n + c] / work[n];
        if (n < count - 1) {
          x -= work[e + n] * values[width * (n + 1) + c];
        }
        if (n < count - 2) {
          x -= work[f + n] * values[width * (n + 2) + c];
        }
        values[width * n + c] = x;
      }
    }
  }

  /** Both substitutions for a single channel. */
  private static void solve(double[] x, int count, double[] work) {
    int e = count;
    int f = 2 * count;
    double one = x[0];
    double two = 0;
    for (int n = 1; n < count; n++) {
      double now = x[n] - work[e + n - 1] * one - (n >= 2 ? work[f + n - 2] * two : 0);
      x[n] = now;
      two = one;
      one = now;
    }
    one = 0;
    two = 0;
    for (int n = count - 1; n >= 0; n--) {
      double now = x[n] / work[n] - work[e + n] * one - work[f + n] * two;
      x[n] = now;
      two = one;
      one = now;
    }
  }
}
