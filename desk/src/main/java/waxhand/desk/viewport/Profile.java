package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.maths.Hermite;

/**
 * Measures of a skin along its way, known in a few rows: smooth between them and never beyond two
 * neighbours (monotone cubic with the slopes of Fritsch & Butland 1984).
 */
final class Profile {
  /** Rings between two rows, the second row's own among them; fewer show as facets. */
  private static final int FINE = 3;

  private final double[][] rows;
  private final double[][] slopes;

  /**
   * @param rows of: where along the way, rising, then the measures there. Not modified.
   */
  Profile(double[][] rows) {
    this.rows = rows;
    slopes = new double[rows.length][rows[0].length];
    for (int n = 1; n + 1 < rows.length; n++) {
      for (int i = 1; i < rows[n].length; i++) {
        slopes[n][i] = slope(rows[n - 1], rows[n], rows[n + 1], i);
      }
    }
    for (int i = 1; i < rows[0].length; i++) {
      // straight at the ends, as far as the next slope allows
      int last = rows.length - 1;
      slopes[0][i] = 1.5 * steep(rows[0], rows[1], i) - 0.5 * slopes[1][i];
      slopes[last][i] = 1.5 * steep(rows[last - 1], rows[last], i) - 0.5 * slopes[last - 1][i];
    }
  }

  private static double slope(double[] a, double[] b, double[] c, int i) {
    double before = steep(a, b, i);
    double after = steep(b, c, i);
    if (!(before * after > 0)) {
      return 0;
    }
    double h1 = b[0] - a[0];
    double h2 = c[0] - b[0];
    double w1 = 2 * h2 + h1;
    double w2 = h2 + 2 * h1;
    return (w1 + w2) / (w1 / before + w2 / after);
  }

  private static double steep(double[] a, double[] b, int i) {
    return (b[i] - a[i]) / (b[0] - a[0]);
  }

  /** The row so far along; beyond the ends the row there. */
  double[] at(double way) {
    int n = 1;
    while (n < rows.length - 1 && rows[n][0] < way) {
      n++;
    }
    double[] a = rows[n - 1];
    double[] b = rows[n];
    double h = b[0] - a[0];
    double u = Math.max(0, Math.min(1, (way - a[0]) / h));
    double[] row = new double[a.length];
    row[0] = way;
    for (int i = 1; i < row.length; i++) {
      row[i] = Hermite.at(a[i], slopes[n - 1][i], b[i], slopes[n][i], h, u);
    }
    return row;
  }

  /** Rows close enough that rings of them look smooth: the known ones and some between each two. */
  List<double[]> fine() {
    List<double[]> fine = new ArrayList<>(List.of(rows[0]));
    for (int n = 1; n < rows.length; n++) {
      for (int k = 1; k < FINE; k++) {
        fine.add(at(rows[n - 1][0] + (rows[n][0] - rows[n - 1][0]) * k / FINE));
      }
      fine.add(rows[n]);
    }
    return fine;
  }
}
