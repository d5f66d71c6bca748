package waxhand.core.signal;

/**
 * Finds single samples that do not belong to their neighbours: the Hampel identifier (Davies and
 * Gather, "The identification of multiple outliers", J. Am. Stat. Assoc. 88, 1993) on what is left
 * of each sample after a cubic through the two samples before and the two after it.
 *
 * <p>A sample is wild if that is more than {@code times} the usual there, larger than {@code
 * least}, the largest within two samples, and if the samples beside it agree with each other: a
 * step is not a spike, nor is a quick turn that takes more than one sample.
 *
 * <p>Values are given {@code width} numbers a sample, quaternions with neighbours on one side, and
 * {@code off} is what {@link #residuals} made of them. Modified are {@code usual}, the median
 * residual around each sample, and {@code size}, 0 for samples that belong, else how far the sample
 * is off.
 *
 * @param width numbers a sample
 * @param angle whether they are those of quaternions; sizes are then angles
 * @param least smallest residual that can be wild: radians, or the unit of the values
 * @param times how many times the usual residual a wild one has at least
 */
public record WildFrames(int width, boolean angle, double least, double times) {
  /** Samples to either side of which the usual residual is taken. */
  public static final int HALF = 15;

  /** How many samples to either side decide about one. */
  public static final int REACH = HALF + 4;

  /** A median of absolute values of normal noise times this is its standard deviation. */
  private static final double MAD = 1.4826;

  /** Finds the samples and tells what is left of samples as a rule around each. */
  public void find(double[] values, int count, double[] off, double[] usual, double[] size) {
    Running.median(off, count, HALF, usual);
    for (int n = 0; n < count; n++) {
      boolean far = off[n] > Math.max(least, times * MAD * usual[n]);
      size[n] = far && stands(values, count, off, n) ? off[n] : 0;
    }
  }

  /** The same samples where nobody asks for the usual residual: that is worked out if needed. */
  public void find(double[] values, int count, double[] off, double[] size) {
    double[] near = new double[2 * HALF + 1];
    for (int n = 0; n < count; n++) {
      boolean far = off[n] > least && stands(values, count, off, n);
      size[n] = far && off[n] > times * MAD * median(off, count, n, near) ? off[n] : 0;
    }
  }

  /** Numbers of quaternions tell half-angles. */
  private double scale() {
    return angle ? 2 : 1;
  }

  /** What is left of each sample, in radians or the unit of the values. Modified: off. */
  public void residuals(double[] values, int count, double[] off) {
    double scale = scale();
    int inner = Math.max(2, count - 2);
    for (int n = 0; n < Math.min(2, count); n++) {
      off[n] = scale * atEnd(values, count, width, n);
    }
    for (int n = 2; n < inner; n++) {
      off[n] = scale * inside(values, width, n);
    }
    for (int n = inner; n < count; n++) {
      off[n] = scale * atEnd(values, count, width, n);
    }
  }

  /** Whether a sample is the one that does not belong: its neighbours agree with each other. */
  private boolean stands(double[] values, int count, double[] off, int n) {
    if (!isPeak(off, count, n)) {
      return false;
    }
    double scale = scale();
    double apart = n > 0 && n < count - 1 ? scale * apart(values, width, n - 1, n + 1) : 0;
    double pace = scale * pace(values, count, width, n);
    return apart <= 0.8 * off[n] + pace;
  }

  /** The median around one sample, as {@link Running#median} gives it. */
  private static double median(double[] off, int count, int n, double[] near) {
    int from = Math.max(0, n - HALF);
    int size = Math.min(count, n + HALF + 1) - from;
    System.arraycopy(off, from, near, 0, size);
    double upper = Quickselect.at(near, size, size / 2);
    return size % 2 == 1 ? upper : 0.5 * (Quickselect.at(near, size, size / 2 - 1) + upper);
  }

  private static boolean isPeak(double[] off, int count, int n) {
    for (int k = Math.max(0, n - 2); k <= Math.min(count - 1, n + 2); k++) {
      if (off[k] > off[n]) {
        return false;
      }
    }
    return true;
  }

  /** Distance of a sample from the cubic through its neighbours. */
  private static double inside(double[] x, int width, int n) {
    double sum = 0;
    for (int i = width * n; i < width * (n + 1); i++) {
      double around = 4 * (x[i - width] + x[i + width]) - x[i - 2 * width] - x[i + 2 * width];
      double d = x[i] - around / 6;
      sum += d * d;
    }
    return Math.sqrt(sum);
  }

  /** Distance of a sample near an end from the line through its neighbours. */
  private static double atEnd(double[] x, int count, int width, int n) {
    double sum = 0;
    for (int i = 0; i < width; i++) {
      double expected;
      if (n == 1 && count > 2 || n == count - 2 && n > 0) {
        expected = 0.5 * (at(x, width, n - 1, i) + at(x, width, n + 1, i));
      } else if (n == 0 && count > 2) {
        expected = 2 * at(x, width, 1, i) - at(x, width, 2, i);
      } else if (n == count - 1 && count > 2) {
        expected = 2 * at(x, width, n - 1, i) - at(x, width, n - 2, i);
      } else {
        return 0;
      }
      double d = at(x, width, n, i) - expected;
      sum += d * d;
    }
    return Math.sqrt(sum);
  }

  /** How far samples two apart are usually from each other close by. */
  private static double pace(double[] x, int count, int width, int n) {
    double pace = Double.POSITIVE_INFINITY;
    if (n >= 3) {
      pace = apart(x, width, n - 3, n - 1);
    }
    if (n < count - 3) {
      pace = Math.min(pace, apart(x, width, n + 1, n + 3));
    }
    return pace == Double.POSITIVE_INFINITY ? 0 : pace;
  }

  private static double apart(double[] x, int width, int a, int b) {
    double sum = 0;
    for (int i = 0; i < width; i++) {
      double d = at(x, width, a, i) - at(x, width, b, i);
      sum += d * d;
    }
    return Math.sqrt(sum);
  }

  private static double at(double[] x, int width, int n, int i) {
    return x[width * n + i];
  }
}
