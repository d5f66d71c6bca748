package waxhand.core.signal;

/**
 * The path that keeps near to wanted values and to wanted steps from sample to sample and bends
 * little: minimises Σ a (x − value)² + Σ b (Δx − step)² + price Σ (Δ²x)², a linear system with five
 * diagonals (a penalised least squares as in Eilers, "A perfect smoother", Anal. Chem. 75, 2003,
 * doi:10.1021/ac034173t).
 */
public final class PathFitter {
  private PathFitter() {}

  /** Numbers the workspace of {@link #fit} must hold. */
  public static int workspace(int count) {
    return FiveDiagonals.workspace(count, 1);
  }

  /**
   * Fits one channel.
   *
   * @param values wanted. Not modified.
   * @param valueWeights of the values, somewhere above 0. Not modified.
   * @param steps wanted from each sample to the next; the last is not used. Not modified.
   * @param stepWeights of the steps. Not modified.
   * @param price of the squared second difference, above 0
   * @param dest Modified: the first {@code count} numbers.
   * @param work at least {@link #workspace} numbers. Modified.
   */
  public static void fit(
      double[] values,
      double[] valueWeights,
      double[] steps,
      double[] stepWeights,
      double price,
      int count,
      double[] dest,
      double[] work) {
    for (int n = 0; n < count; n++) {
      double before = n >= 2 ? price : 0;
      double here = n >= 1 && n < count - 1 ? price : 0;
      double after = n < count - 2 ? price : 0;
      double in = n > 0 ? stepWeights[n - 1] : 0;
      double out = n < count - 1 ? stepWeights[n] : 0;
      work[n] = valueWeights[n] + in + out + before + 4 * here + after;
      work[count + n] = -out - 2 * here - 2 * after;
      work[2 * count + n] = after;
      dest[n] = valueWeights[n] * values[n];
      dest[n] += n > 0 ? in * steps[n - 1] : 0;
      dest[n] -= n < count - 1 ? out * steps[n] : 0;
    }
    FiveDiagonals.factor(count, 1, work);
    FiveDiagonals.solve(count, 1, work, dest, 0);
  }
}
