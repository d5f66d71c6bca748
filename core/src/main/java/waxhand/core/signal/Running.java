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
    double[] window = new double[2 * half + 1];
    // the window is kept in order: one value leaves, one is put in; adding 0 makes -0 0
    int size = 0;
    for (int n = 0; n < Math.min(half, count); n++) {
      size = insert(window, size, values[n] + 0.0);
    }
    for (int n = 0; n < count; n++) {
      boolean leaves = n - half > 0;
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

  private static int insert(double[] window, int size, double value) {
    int at = size;
    while (at > 0 && window[at - 1] > value) {
      window[at] = window[at - 1];
      at--;
    }
    window[at] = value;
    return size + 1;
  }

  /** Puts one value in the place of another; only what lies between the two moves. */
  private static void replace(double[] window, int size, double old, double value) {
    int at = Arrays.binarySearch(window, 0, size, old);
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
    int at = Arrays.binarySearch(window, 0, size, value);
    System.arraycopy(window, at + 1, window, at, size - at - 1);
    return size - 1;
  }

  /**
   * Mean of the {@code 2 · half + 1} values around each sample, fewer at the ends.
   *
   * @param values Not modified.
   * @param dest another array. Modified: the first {@code count} numbers.
   */
  public static void mean(double[] values, int count, int half, double[] dest) {
    double sum = 0;
    int from = 0;
    int to = 0;
    for (int n = 0; n < count; n++) {
      for (; to < Math.min(count, n + half + 1); to++) {
        sum += values[to];
      }
      for (; from < n - half; from++) {
        sum -= values[from];
      }
      dest[n] = sum / (to - from);
    }
  }
}
