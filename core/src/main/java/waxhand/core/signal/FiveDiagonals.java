package waxhand.core.signal;

/**
 * Symmetric positive definite systems with two diagonals beside the middle one, by LDLᵀ (Golub and
 * Van Loan, "Matrix Computations", 4th ed. 2013, section 4.3).
 *
 * <p>A workspace of three times the size holds the middle diagonal, then the first and the second
 * below it; factoring replaces them by the pivots and the diagonals of L.
 */
final class FiveDiagonals {
  private FiveDiagonals() {}

  /** Numbers the workspace must hold. */
  static int workspace(int size) {
    return 3 * size;
  }

  /**
   * Factors the matrix whose diagonals the workspace holds.
   *
   * @param work Modified.
   */
  static void factor(int size, double[] work) {
    int e = size;
    int f = 2 * size;
    // pivot and diagonals of the row before, and of the one before that
    double pivotOne = 0;
    double lowOne = 0;
    double farOne = 0;
    double pivotTwo = 0;
    double farTwo = 0;
    for (int k = 0; k < size; k++) {
      double pivot = work[k] - pivotOne * lowOne * lowOne - pivotTwo * farTwo * farTwo;
      double low = k < size - 1 ? (work[e + k] - pivotOne * lowOne * farOne) / pivot : 0;
      double far = k < size - 2 ? work[f + k] / pivot : 0;
      work[k] = pivot;
      work[e + k] = low;
      work[f + k] = far;
      pivotTwo = pivotOne;
      farTwo = farOne;
      pivotOne = pivot;
      lowOne = low;
      farOne = far;
    }
  }

  /**
   * Solves for a right side.
   *
   * @param x right side, then solution, {@code size} numbers from {@code at}. Modified.
   * @param work as factored. Not modified where {@code x} is another array.
   */
  static void solve(int size, double[] work, double[] x, int at) {
    int e = size;
    int f = 2 * size;
    double one = 0;
    double two = 0;
    double low = 0;
    double farOne = 0;
    double farTwo = 0;
    for (int k = 0; k < size; k++) {
      double now = x[at + k] - low * one - farTwo * two;
      x[at + k] = now;
      low = work[e + k];
      farTwo = farOne;
      farOne = work[f + k];
      two = one;
      one = now;
    }
    one = 0;
    two = 0;
    for (int k = size - 1; k >= 0; k--) {
      double now = x[at + k] / work[k] - work[e + k] * one - work[f + k] * two;
      x[at + k] = now;
      two = one;
      one = now;
    }
  }
}
