package waxhand.core.signal;

/**
 * The value at a place in order, found without putting all values in order (C. A. R. Hoare,
 * "Algorithm 65: Find", Communications of the ACM 4, 1961).
 */
public final class Quickselect {
  private Quickselect() {}

  /**
   * The value that would stand at {@code place} if the first {@code count} values were in order. No
   * value may be NaN. In linear time for all but values made to be slow.
   *
   * @param values Modified: the first {@code count} numbers come in another order.
   * @param place from 0, below {@code count}
   */
  public static double at(double[] values, int count, int place) {
    if (place < 0 || place >= count || count > values.length) {
      throw new IndexOutOfBoundsException("place " + place + " of " + count);
    }
    int low = 0;
    int high = count - 1;
    while (low < high) {
      double pivot = middle(values[low], values[(low + high) >>> 1], values[high]);
      int left = low;
      int right = high;
      while (left <= right) {
        while (values[left] < pivot) {
          left++;
        }
        while (pivot < values[right]) {
          right--;
        }
        if (left <= right) {
          double swap = values[left];
          values[left++] = values[right];
          values[right--] = swap;
        }
      }
      if (place <= right) {
        high = right;
      } else if (place >= left) {
        low = left;
      } else {
        return values[place];
      }
    }
    return values[place];
  }

  /** The one of three that is neither the least nor the greatest. */
  static double middle(double a, double b, double c) {
    return Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
  }
}
