package waxhand.core.gaps;

import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;

/**
 * Fills a stretch of samples between known ones: a cubic from end to end that leaves and arrives
 * with the speed of the samples beside it (Fritsch and Butland, "A method for constructing local
 * monotone piecewise cubic interpolants", 1984, damp their speeds for the same reason: what is long
 * must not swing out).
 */
public final class GapFiller {
  /** Samples beside the gap from which its ends' speeds are taken, seconds. */
  public static final double SIDE = 0.08;

  /** In gaps longer than this the speeds at the ends count less, seconds. */
  private static final double SHORT = 0.25;

  private final double rateHz;
  private final int side;

  public GapFiller(double rateHz) {
    this.rateHz = rateHz;
    this.side = side(rateHz);
  }

  /** Samples to either side of a gap that decide about its filling. */
  public static int side(double rateHz) {
    return Math.max(3, (int) Math.round(SIDE * rateHz));
  }

  /**
   * Fills rotations in place; leaves them where there is no known sample on one side.
   *
   * @param q 4 numbers a sample, neighbours outside the gap on one side. Modified: the gap.
   * @param gap samples that are not known
   */
  public void rotations(double[] q, int count, Frames gap) {
    int a = gap.from() - 1;
    int b = gap.to();
    if (a < 0 && b >= count) {
      return;
    }
    if (a < 0 || b >= count) {
      int known = a < 0 ? b : a;
      for (int n = gap.from(); n < gap.to(); n++) {
        System.arraycopy(q, 4 * known, q, 4 * n, 4);
      }
      return;
    }
    double[] start = new double[6];
    double[] end = new double[6];
    line(q, count, a, -1, a, start);
    line(q, count, b, 1, a, end);
    double length = b - a;
    double calm = calm(length);
    double[] v = new double[3];
    double[] turn = new double[4];
    for (int n = gap.from(); n < gap.to(); n++) {
      double u = (n - a) / length;
      for (int i = 0; i < 3; i++) {
        v[i] = Hermite.at(start[i], calm * start[3 + i], end[i], calm * end[3 + i], length, u);
      }
      Quats.exp(v, 0, turn, 0);
      Quats.multiply(q, 4 * a, turn, 0, q, 4 * n);
    }
  }

  /**
   * Fills rotations in place with the course of another stretch, turned so that it begins and ends
   * as the samples beside the gap do.
   *
   * @param q 4 numbers a sample, neighbours outside the gap on one side. Modified: the gap.
   * @param gap samples that are not known, known ones on both sides
   * @param course 4 numbers a sample, from the one that stands for the last known one before the
   *     gap to the one that stands for the first after it. Not modified.
   */
  public void borrowed(double[] q, int count, Frames gap, double[] course) {
    int a = gap.from() - 1;
    int b = gap.to();
    double[] line = new double[6];
    double[] turn = new double[4];
    double[] start = new double[3];
    double[] end = new double[3];
    line(q, count, a, -1, a, line);
    away(q, 4 * a, line, course, 0, turn, start);
    line(q, count, b, 1, b, line);
    away(q, 4 * b, line, course, 4 * (b - a), turn, end);
    double[] v = new double[3];
    for (int n = gap.from(); n < gap.to(); n++) {
      double u = (n - a) / (double) (b - a);
      double w = Hermite.smoothstep(u);
      for (int i = 0; i < 3; i++) {
        v[i] = (1 - w) * start[i] + w * end[i];
      }
      Quats.exp(v, 0, turn, 0);
      Quats.multiply(course, 4 * (n - a), turn, 0, q, 4 * n);
    }
  }

  /** How far a sample of the course is from where the samples beside the gap point. */
  private static void away(
      double[] q,
      int at,
      double[] line,
      double[] course,
      int courseAt,
      double[] work,
      double[] dest) {
    Quats.exp(line, 0, work, 0);
    Quats.multiply(q, at, work, 0, work, 0);
    Quats.between(course, courseAt, work, 0, work, 0);
    Quats.log(work, 0, dest, 0);
  }

  /** As {@link #rotations} for places, 3 numbers a sample. */
  public void places(double[] p, int count, Frames gap) {
    int a = gap.from() - 1;
    int b = gap.to();
    if (a < 0 || b >= count) {
      int known = a < 0 ? b : a;
      for (int n = gap.from(); n < gap.to() && known >= 0 && known < count; n++) {
        System.arraycopy(p, 3 * known, p, 3 * n, 3);
      }
      return;
    }
    double length = b - a;
    double calm = calm(length);
    for (int i = 0; i < 3; i++) {
      double[] left = new double[2];
      double[] right = new double[2];
      fit(p, count, a, -1, i, left);
      fit(p, count, b, 1, i, right);
      for (int n = gap.from(); n < gap.to(); n++) {
        double u = (n - a) / length;
        p[3 * n + i] = Hermite.at(left[0], calm * left[1], right[0], calm * right[1], length, u);
      }
    }
  }

  private double calm(double length) {
    return Math.min(1, SHORT * rateHz / length);
  }

  /**
   * Value at {@code from} and slope a sample of the rotation vectors about sample {@code about}.
   */
  private void line(double[] q, int count, int from, int step, int about, double[] dest) {
    int most = room(count, from, step);
    double[] v = new double[3 * most];
    double[] d = new double[4];
    for (int k = 0; k < most; k++) {
      Quats.between(q, 4 * about, q, 4 * (from + step * k), d, 0);
      Quats.log(d, 0, v, 3 * k);
    }
    for (int i = 0; i < 3; i++) {
      double[] fit = straight(v, most, 3, i);
      dest[i] = fit[0];
      dest[3 + i] = step * fit[1];
    }
  }

  private void fit(double[] p, int count, int from, int step, int i, double[] dest) {
    int most = room(count, from, step);
    double[] v = new double[most];
    for (int k = 0; k < most; k++) {
      v[k] = p[3 * (from + step * k) + i];
    }
    double[] fit = straight(v, most, 1, 0);
    dest[0] = fit[0];
    dest[1] = step * fit[1];
  }

  private int room(int count, int from, int step) {
    return Math.min(side, step > 0 ? count - from : from + 1);
  }

  /** Least-squares line: value at sample 0 and slope. */
  private static double[] straight(double[] v, int count, int width, int i) {
    double middle = (count - 1) / 2.0;
    double sy = 0;
    double sxy = 0;
    double spread = 0;
    for (int k = 0; k < count; k++) {
      sy += v[width * k + i];
      sxy += (k - middle) * v[width * k + i];
      spread += (k - middle) * (k - middle);
    }
    double slope = spread > 0 ? sxy / spread : 0;
    return new double[] {sy / count - middle * slope, slope};
  }
}
