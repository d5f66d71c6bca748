package waxhand.core.signal;

/**
 * Replaces each sample by the value of the polynomial that fits the samples around it best; at the
 * ends, of the polynomial of the last whole window (Savitzky and Golay, "Smoothing and
 * differentiation of data by simplified least squares procedures", Anal. Chem. 36, 1964,
 * doi:10.1021/ac60214a047). Immutable.
 */
public final class SavitzkyGolay implements Smoother {
  private final int half;
  // row r: weights that give the value at place r of the window
  private final double[][] weights;

  /**
   * @param window odd, more than the degree
   * @param degree 0 or more
   * @throws IllegalArgumentException where a value is out of range
   */
  public SavitzkyGolay(int window, int degree) {
    if (window % 2 == 0 || degree < 0 || window <= degree) {
      throw new IllegalArgumentException(
          "window " + window + ", degree " + degree + "; the window must be odd and larger");
    }
    half = window / 2;
    weights = new double[window][window];
    double[][] basis = basis(window, degree);
    for (int r = 0; r < window; r++) {
      for (int k = 0; k < window; k++) {
        for (double[] polynomial : basis) {
          weights[r][k] += polynomial[r] * polynomial[k];
        }
      }
    }
  }

  /** Polynomials of rising degree, orthonormal over the window (Gram–Schmidt, done twice). */
  private static double[][] basis(int window, int degree) {
    double[][] basis = new double[degree + 1][window];
    for (int d = 0; d <= degree; d++) {
      for (int k = 0; k < window; k++) {
        double x = 2.0 * k / Math.max(1, window - 1) - 1;
        basis[d][k] = d == 0 ? 1 : x * basis[d - 1][k];
      }
      for (int again = 0; again < 2; again++) {
        for (int e = 0; e < d; e++) {
          double dot = 0;
          for (int k = 0; k < window; k++) {
            dot += basis[d][k] * basis[e][k];
          }
          for (int k = 0; k < window; k++) {
            basis[d][k] -= dot * basis[e][k];
          }
        }
      }
      double norm = 0;
      for (double v : basis[d]) {
        norm += v * v;
      }
      for (int k = 0; k < window; k++) {
        basis[d][k] /= Math.sqrt(norm);
      }
    }
    return basis;
  }

  @Override
  public int reach() {
    return 2 * half + 1;
  }

  @Override
  public int workspace(int count, int width) {
    return count * width;
  }

  @Override
  public void smooth(double[] values, int count, int width, double[] work) {
    int window = 2 * half + 1;
    if (count < window) {
      return;
    }
    System.arraycopy(values, 0, work, 0, count * width);
    for (int n = 0; n < count; n++) {
      int from = Math.max(0, Math.min(count - window, n - half));
      double[] row = weights[n - from];
      for (int c = 0; c < width; c++) {
        double sum = 0;
        for (int k = 0; k < window; k++) {
          sum += row[k] * work[(from + k) * width + c];
        }
        values[n * width + c] = sum;
      }
    }
  }
}
