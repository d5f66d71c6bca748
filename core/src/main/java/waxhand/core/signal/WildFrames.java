package waxhand.core.signal;

import java.util.function.IntToDoubleFunction;

/**
 * Finds samples, single or a few in a row, that do not belong to their neighbours: the Hampel
 * identifier (Davies and Gather, "The identification of multiple outliers", J. Am. Stat. Assoc. 88,
 * 1993) on what is left of each sample after a cubic through the two samples before and the two
 * after it.
 *
 * <p>A sample is wild if that is more than {@code times} the usual there, larger than {@code
 * least}, the largest within two samples, and if the samples beside it agree with each other: a
 * step is not a spike, nor is a quick turn that takes more than one sample. A run of several is
 * wild if all of its samples are so far from the cubic through those before and behind it, if it is
 * entered and left in one leap each, and if nothing near it moves as quickly: strikes and waves
 * take longer.
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
 * @param longest most samples in a row that can be wild, 1 to 4
 * @param gross most samples in a row that can be wild if they are far off, no fewer
 */
public record WildFrames(
    int width, boolean angle, double least, double times, int longest, int gross) {
  /** Most wild samples in a row. */
  public static final int MOST = 4;

  /** Longer runs of wild samples are none, seconds. */
  private static final double LONGEST_S = 0.035;

  /** Two samples that take longer are a run if they are so many times as far off as one must be. */
  private static final double FAR = 1.6;

  /** Below this rate two samples are none, Hz. */
  private static final double LOWEST_HZ = 23;

  /** Leaps into and out of a run are at least this share of how far off it is. */
  private static final double LEAP = 0.55;

  /** A wild run is so many times as far off as what lies beside it moves in one sample. */
  private static final double QUICKER = 1.25;

  /** What lies before a run and behind it is apart by at most this share of how far it is off. */
  private static final double AGREE = 0.7;

  /** A part of what is wild is at least this share of what is wild by itself. */
  private static final double PART = 0.25;

  /** So many steps to either side tell how quick a movement is. */
  private static final int BESIDE = 3;

  /** Samples to either side of which the usual residual is taken. */
  public static final int HALF = 15;

  /** How many samples to either side decide about one. */
  public static final int REACH = HALF + MOST + 4;

  /** A median of absolute values of normal noise times this is its standard deviation. */
  private static final double MAD = 1.4826;

  /** So many samples of a rate are wild in a row at most. */
  public static int longest(double rateHz) {
    return (int) Math.max(1, Math.min(MOST, Math.floor(LONGEST_S * rateHz + 1e-9)));
  }

  /** So many are if they are far off: two, also where these are no quick turn's time. */
  public static int gross(double rateHz) {
    return Math.max(rateHz < LOWEST_HZ ? 1 : 2, longest(rateHz));
  }

  /** Finds the samples and tells what is left of samples as a rule around each. */
  public void find(double[] values, int count, double[] off, double[] usual, double[] size) {
    Running.median(off, count, HALF, usual);
    for (int n = 0; n < count; n++) {
      boolean far = off[n] > Math.max(least, times * MAD * usual[n]);
      size[n] = far && stands(values, count, off, n) ? off[n] : 0;
    }
    runs(values, count, size, n -> usual[n]);
  }

  /** The same samples where nobody asks for the usual residual: that is worked out if needed. */
  public void find(double[] values, int count, double[] off, double[] size) {
    double[] near = new double[2 * HALF + 1];
    for (int n = 0; n < count; n++) {
      boolean far = off[n] > least && stands(values, count, off, n);
      size[n] = far && off[n] > times * MAD * median(off, count, n, near) ? off[n] : 0;
    }
    runs(values, count, size, n -> median(off, count, n, near));
  }

  /**
   * Adds the part that one joint has in what is wild of several together.
   *
   * @param values of the one
   * @param whole sizes as found for all together. Not modified.
   * @param size Modified: those of runs of {@code whole} in which the one is off throughout.
   */
  public void parts(double[] values, int count, double[] whole, double[] size) {
    double[] far = new double[count];
    for (int a = 1; a < count; a++) {
      int length = 0;
      boolean found = false;
      while (a + length < count && whole[a + length] > 0 && length < MOST) {
        found |= size[a + length] > 0;
        length++;
      }
      if (length > 0 && a + length < count && !found) {
        boolean part = leastOff(values, count, a, length, far) > PART * least;
        for (int k = 0; part && k < length; k++) {
          size[a + k] = far[k];
        }
      }
      a += length;
    }
  }

  /** Adds runs of several samples. */
  private void runs(double[] x, int count, double[] size, IntToDoubleFunction usual) {
    double scale = scale();
    double[] far = new double[MOST];
    for (int length = 2; length <= gross; length++) {
      double bound = length > longest ? FAR * least : least;
      double before = count > 1 ? scale * apart(x, width, 0, 1) : 0;
      for (int a = 1; a + length < count; a++) {
        double enter = before;
        before = scale * apart(x, width, a, a + 1);
        if (enter < LEAP * bound) {
          continue;
        }
        double leave = scale * apart(x, width, a + length - 1, a + length);
        if (leave < LEAP * bound) {
          continue;
        }
        double off = leastOff(x, count, a, length, far);
        double beside = beside(x, count, a, length);
        boolean wild =
            off > bound
                && Math.min(enter, leave) > LEAP * off
                && off > QUICKER * beside
                && astray(x, count, a, length) < AGREE * off + calmer(x, count, a, length)
                && off > times * MAD * usual.applyAsDouble(a + length / 2);
        for (int k = 0; wild && k < length; k++) {
          size[a + k] = far[k];
        }
      }
    }
  }

  /** How far the nearest of a run is from the cubic through its neighbours. Modified: far. */
  private double leastOff(double[] x, int count, int a, int length, double[] far) {
    double least = Double.POSITIVE_INFINITY;
    for (int k = 0; k < length; k++) {
      double sum = 0;
      for (int i = 0; i < width; i++) {
        double d = at(x, width, a + k, i) - across(x, width, count, a, length, k, i);
        sum += d * d;
      }
      far[k] = scale() * Math.sqrt(sum);
      least = Math.min(least, far[k]);
    }
    return least;
  }

  /**
   * What a component of the k-th sample of a run would be by the two samples on either side: on the
   * cubic through them (Lagrange), on the line between the nearest where there are not so many.
   *
   * @param from first sample of the run, above 0
   * @param length of the run, which ends before the last sample
   */
  public static double across(
      double[] x, int width, int count, int from, int length, int k, int i) {
    double p = at(x, width, from - 1, i);
    double q = at(x, width, from + length, i);
    double gap = length + 1;
    double t = k + 1;
    if (from < 2 || from + length + 1 >= count) {
      return p + (q - p) * t / gap;
    }
    double o = at(x, width, from - 2, i);
    double r = at(x, width, from + length + 1, i);
    // nodes at -1, 0, gap and gap + 1
    return o * t * (t - gap) * (t - gap - 1) / (-1 * (-1 - gap) * (-2 - gap))
        + p * (t + 1) * (t - gap) * (t - gap - 1) / (gap * (gap + 1))
        + q * (t + 1) * t * (t - gap - 1) / ((gap + 1) * gap * -1)
        + r * (t + 1) * t * (t - gap) / ((gap + 2) * (gap + 1));
  }

  /**
   * How far what lies behind a run is from where the steps before and behind it would have led: a
   * body that leaps back and walks on is not where it was going.
   */
  private double astray(double[] x, int count, int a, int length) {
    int end = a + length;
    double sum = 0;
    for (int i = 0; i < width; i++) {
      double before = a > 1 ? at(x, width, a - 1, i) - at(x, width, a - 2, i) : 0;
      double after = end + 1 < count ? at(x, width, end + 1, i) - at(x, width, end, i) : 0;
      double led = 0.5 * (before + after) * (length + 1);
      double d = at(x, width, end, i) - at(x, width, a - 1, i) - led;
      sum += d * d;
    }
    return scale() * Math.sqrt(sum);
  }

  /** The quickest step near a run, without those into it and out of it. */
  private double beside(double[] x, int count, int a, int length) {
    return Math.max(stepBefore(x, a), stepAfter(x, count, a + length));
  }

  /** The quickest step on the calmer side of a run: what leaps away moves on one side only. */
  private double calmer(double[] x, int count, int a, int length) {
    return Math.min(stepBefore(x, a), stepAfter(x, count, a + length));
  }

  private double stepBefore(double[] x, int a) {
    double most = 0;
    for (int n = Math.max(1, a - BESIDE); n < a; n++) {
      most = Math.max(most, apart(x, width, n - 1, n));
    }
    return scale() * most;
  }

  private double stepAfter(double[] x, int count, int end) {
    double most = 0;
    for (int n = end + 1; n <= Math.min(count - 1, end + BESIDE); n++) {
      most = Math.max(most, apart(x, width, n - 1, n));
    }
    return scale() * most;
  }

  /** Numbers of quaternions tell half-angles. */
  private double scale() {
    return angle ? 2 : 1;
  }

  /** What is left of each sample, in radians or the unit of the values. */
  public double[] residuals(double[] values, int count) {
    double[] off = new double[count];
    residuals(values, count, off);
    return off;
  }

  /** The same. Modified: off. */
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
    if (n > 0 && off[n] <= beside(values, count, n, 1)) {
      return false;
    }
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
