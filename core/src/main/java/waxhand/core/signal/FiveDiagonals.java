package waxhand.core.signal;

/**
 * Symmetric positive definite systems with two diagonals beside the middle one, by LDLᵀ (Golub and
 * Van Loan, "Matrix Computations", 4th ed. 2013, section 4.3). Many systems of one size are solved
 * side by side, as lanes: each step of one waits for the step before it, and while it waits the
 * others go on.
 *
 * <p>A workspace of three times the size, for each lane, holds the middle diagonals, then the first
 * and the second below them, in each the lanes of a row beside each other; factoring replaces them
 * by the pivots and the diagonals of L.
 */
final class FiveDiagonals {
  private FiveDiagonals() {}

  /** Numbers the workspace must hold. */
  static int workspace(int size, int lanes) {
    return 3 * size * lanes;
  }

  /**
   * Factors the matrices whose diagonals the workspace holds.
   *
   * @param work Modified.
   */
  static void factor(int size, int lanes, double[] work) {
    int e = size * lanes;
    int f = 2 * e;
    // the diagonals below the middle one are shorter than it
    for (int i = Math.max(0, e - lanes); i < e; i++) {
      work[e + i] = 0;
    }
    for (int i = Math.max(0, e - 2 * lanes); i < e; i++) {
      work[f + i] = 0;
    }
    for (int i = 0; i < Math.min(lanes, e); i++) {
      work[e + i] /= work[i];
      work[f + i] /= work[i];
    }
    for (int i = lanes; i < Math.min(2 * lanes, e); i++) {
      double low = work[e + i - lanes];
      double moved = work[i - lanes] * low;
      work[i] -= moved * low;
      work[e + i] = (work[e + i] - moved * work[f + i - lanes]) / work[i];
      work[f + i] /= work[i];
    }
    eliminate(2 * lanes, e, lanes, work);
  }

  /** From the third row on. */
  private static void eliminate(int from, int e, int lanes, double[] work) {
    int f = 2 * e;
    for (int i = from; i < e; i++) {
      double low = work[e + i - lanes];
      double far = work[f + i - 2 * lanes];
      double moved = work[i - lanes] * low;
      double pivot = work[i] - moved * low - work[i - 2 * lanes] * far * far;
      work[i] = pivot;
      work[e + i] = (work[e + i] - moved * work[f + i - lanes]) / pivot;
      work[f + i] /= pivot;
    }
  }

  /**
   * Solves for a right side of each lane.
   *
   * @param x right sides, then solutions, the lanes of a row beside each other, {@code size ·
   *     lanes} numbers from {@code at}. Modified.
   * @param work as factored. Not modified where {@code x} is another array.
   */
  static void solve(int size, int lanes, double[] work, double[] x, int at) {
    int e = size * lanes;
    int f = 2 * e;
    for (int i = lanes; i < Math.min(2 * lanes, e); i++) {
      x[at + i] -= work[e + i - lanes] * x[at + i - lanes];
    }
    for (int i = 2 * lanes; i < e; i++) {
      int n = at + i;
      x[n] = x[n] - work[e + i - lanes] * x[n - lanes] - work[f + i - 2 * lanes] * x[n - 2 * lanes];
    }
    for (int i = e - 1; i >= Math.max(0, e - lanes); i--) {
      x[at + i] /= work[i];
    }
    for (int i = e - lanes - 1; i >= Math.max(0, e - 2 * lanes); i--) {
      x[at + i] = x[at + i] / work[i] - work[e + i] * x[at + i + lanes];
    }
    for (int i = e - 2 * lanes - 1; i >= 0; i--) {
      int n = at + i;
      x[n] = x[n] / work[i] - work[e + i] * x[n + lanes] - work[f + i] * x[n + 2 * lanes];
    }
  }
}
