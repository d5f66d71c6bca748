package waxhand.core.signal;

import java.util.Arrays;

/** Running statistics on plain arrays. */
public final class Running {
  private Running() {}

  /**
   * Median of the {@code 2 · half + 1} values around each sample, fewer at the ends.
   *
   * @param values Not modified.
   * @param dest Modified: the first {@code count} numbers.
   */
  public static void median(double[] values, int count, int half, double[] dest) {
    int inner = Math.max(half, count - half);
    if (half == 1 || half == 2) {
      // most windows are of three or five values
      window(values, count, half, 0, Math.min(half, count), dest);
      window(values, count, half, inner, count, dest);
      for (int n = half; n < inner; n++) {
        dest[n] = half == 1 ? ofThree(values, n) : ofFive(values, n);
      }
      return;
    }
    window(values, count, half, 0, count, dest);
  }

  private static double ofThree(double[] x, int n) {
    return Quickselect.middle(x[n - 1] + 0.0, x[n] + 0.0, x[n + 1] + 0.0);
  }

  /** What is neither the least nor the greatest of four, and the fifth. */
  private static double ofFive(double[] x, int n) {
    double a = x[n - 2] + 0.0;
    double b = x[n - 1] + 0.0;
    double c = x[n + 1] + 0.0;
    double d = x[n + 2] + 0.0;
    double low = Math.max(Math.min(a, b), Math.min(c, d));
    double high = Math.min(Math.max(a, b), Math.max(c, d));
    return Quickselect.middle(low, x[n] + 0.0, high);
  }

  /** Medians around samples {@code from} to {@code to}, by a window that is kept in order. */
  private static void window(
      double[] values, int count, int half, int from, int to, double[] dest) {
    double[] window = new double[2 * half + 1];
    // one value leaves, one is put in; adding 0 makes -0 0
    int size = 0;
    for (int n = Math.max(0, from - half); n < Math.min(from + half, count); n++) {
      size = insert(window, size, values[n] + 0.0);
    }
    for (int n = from; n < to; n++) {
      boolean leaves = n > from && n - half > 0;
      boolean comes = n + half < count;
      if (leaves && comes) {
        replace(window, size, values[n - half - 1] + 0.0, values[n + half] + 0.0);
      } else if (leaves) {
        size = remove(window, size, values[n - half - 1] + 0.0);
      } else if (comes) {
        size = insert(window, size, values[n + half] + 0.0);
      }
      dest[n] = size % 2 == 1 ? window[size / 2] : 0.5 * (window[size / 2 - 1] + window[size / 2]);
    }
  }

  /**
   * Whether the {@link #median} can be as large as {@code level} around any sample: whether so many
   * values of a window are. Costs far less than the median itself.
   *
   * @param values Not modified.
   */
  public static boolean canMedianReach(double level, double[] values, int count, int half) {
    int large = 0;
    for (int n = 0; n < Math.min(half, count); n++) {
      large += values[n] >= level ? 1 : 0;
    }
    for (int n = 0; n < count; n++) {
      large += n + half < count && values[n + half] >= level ? 1 : 0;
      large -= n - half > 0 && values[n - half - 1] >= level ? 1 : 0;
      int size = Math.min(count, n + half + 1) - Math.max(0, n - half);
      if (2 * large >= size) {
        return true;
      }
    }
    return false;
  }

  private static int insert(double[] window, int size, double value) {
    int at = size;
    while (at > 0 && window[at - 1] > value) {
      window[at] = window[at - 1];
      at--;
    }
    window[at] = value;
    return size + 1;
  }

  /** Where a value of the window is first; always the same steps, so that none is guessed wrong. */
  private static int place(double[] window, int size, double value) {
    int at = 0;
    for (int step = Integer.highestOneBit(size); step > 0; step >>= 1) {
      at += at + step <= size && window[at + step - 1] < value ? step : 0;
    }
    return Math.min(at, size - 1);
  }

  /** Puts one value in the place of another; only what lies between the two moves. */
  private static void replace(double[] window, int size, double old, double value) {
    int at = place(window, size, old);
    while (at > 0 && window[at - 1] > value) {
      window[at] = window[at - 1];
      at--;
    }
    while (at + 1 < size && window[at + 1] < value) {
      window[at] = window[at + 1];
      at++;
    }
    window[at] = value;
  }

  private static int remove(double[] window, int size, double value) {
    int at = place(window, size, value);
    System.arraycopy(window, at + 1, window, at, size - at - 1);
    return size - 1;
  }

  /** As {@link #mean(double[], int, int, int, double[])}, of one channel. */
  public static void mean(double[] values, int count, int half, double[] dest) {
    mean(values, count, 1, half, dest);
  }

  /**
   * Mean of the {@code 2 · half + 1} samples around each sample, fewer at the ends.
   *
   * @param values {@code width} channels, interleaved. Not modified.
   * @param dest another array. Modified: the first {@code count · width} numbers.
   */
  public static void mean(double[] values, int count, int width, int half, double[] dest) {
    int all = count * width;
    int ahead = half * width;
    int behind = ahead + width;
    Arrays.fill(dest, 0, Math.min(width, all), 0);
    for (int i = 0; i < Math.min(behind, all); i++) {
      dest[i % width] += values[i];
    }
    // sums first: of each channel the former one, with what comes and without what leaves
    for (int i = width; i < all; i++) {
      double sum = dest[i - width];
      sum += i + ahead < all ? values[i + ahead] : 0;
      dest[i] = i >= behind ? sum - values[i - behind] : sum;
    }
    for (int n = 0; n < count; n++) {
      int samples = Math.min(count, n + half + 1) - Math.max(0, n - half);
      for (int i = width * n; i < width * (n + 1); i++) {
        dest[i] /= samples;
      }
    }
  }

  /**
   * The least of the values up to each one and from it on, within a width; each by a deque of
   * candidates, so that the cost does not depend on the width.
   *
   * @param x not modified
   * @param before of the {@code width} values before each and itself. Modified.
   * @param after of itself and the {@code width} behind. Modified.
   */
  public static void least(double[] x, int count, int width, double[] before, double[] after) {
    int[] deque = new int[count];
    int head = 0;
    int tail = 0;
    for (int n = 0; n < count; n++) {
      while (tail > head && x[deque[tail - 1]] >= x[n]) {
        tail--;
      }
      deque[tail++] = n;
      if (deque[head] < n - width) {
        head++;
      }
      before[n] = x[deque[head]];
    }
    head = 0;
    tail = 0;
    for (int n = count - 1; n >= 0; n--) {
      while (tail > head && x[deque[tail - 1]] >= x[n]) {
        tail--;
      }
      deque[tail++] = n;
      if (deque[head] > n + width) {
        head++;
      }
      after[n] = x[deque[head]];
    }
  }
}
