package waxhand.core.signal;

/** A soft window: 1 + cos, which comes to nothing beyond its ends; also called a Hann window. */
public final class RaisedCosine {
  private RaisedCosine() {}

  /**
   * Weights of the {@code 2 · half + 1} values around one, of sum 1.
   *
   * @param half at least 0
   */
  public static double[] of(int half) {
    double[] weights = new double[2 * half + 1];
    double sum = 0;
    for (int k = -half; k <= half; k++) {
      weights[k + half] = 1 + Math.cos(Math.PI * k / (half + 1.0));
      sum += weights[k + half];
    }
    for (int k = 0; k < weights.length; k++) {
      weights[k] /= sum;
    }
    return weights;
  }

  /**
   * Weighted mean over time; beyond the ends the first and last values go on.
   *
   * @param values rows of {@code width} numbers, one row a sample. Not modified.
   * @param weights as of {@link #of}. Not modified.
   * @param dest a row. Modified.
   */
  public static void mean(double[] values, int width, double[] weights, int n, double[] dest) {
    int last = values.length / width - 1;
    int half = weights.length / 2;
    for (int i = 0; i < width; i++) {
      dest[i] = 0;
    }
    for (int k = -half; k <= half; k++) {
      int from = Math.max(0, Math.min(last, n + k)) * width;
      for (int i = 0; i < width; i++) {
        dest[i] += weights[k + half] * values[from + i];
      }
    }
  }
}
