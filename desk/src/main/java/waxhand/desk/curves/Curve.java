package waxhand.desk.curves;

/**
 * Values by frame that can be asked for the lowest and highest of any run quickly: a blocks'
 * extremes are kept, so that a drawn pixel never loses a peak and never reads all frames it stands
 * for.
 */
final class Curve {
  private static final int BLOCK = 64;

  private final double[] values;
  private final double[] lows;
  private final double[] highs;

  /**
   * @param values by frame; must not be modified any more
   */
  Curve(double[] values) {
    this.values = values;
    int blocks = (values.length + BLOCK - 1) / BLOCK;
    lows = new double[blocks];
    highs = new double[blocks];
    for (int b = 0; b < blocks; b++) {
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int f = b * BLOCK; f < Math.min(values.length, (b + 1) * BLOCK); f++) {
        low = Math.min(low, values[f]);
        high = Math.max(high, values[f]);
      }
      lows[b] = low;
      highs[b] = high;
    }
  }

  int frames() {
    return values.length;
  }

  double at(int frame) {
    return values[frame];
  }

  double[] values() {
    return values;
  }

  /**
   * Lowest and highest of the frames from {@code from} up to but not with {@code to}, kept within
   * the curve; nothing is written where no frame is left. Modified: dest.
   */
  boolean extremes(int from, int to, double[] dest) {
    int f = Math.max(0, from);
    int end = Math.min(values.length, to);
    if (f >= end) {
      return false;
    }
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    while (f < end) {
      if (f % BLOCK == 0 && f + BLOCK <= end) {
        low = Math.min(low, lows[f / BLOCK]);
        high = Math.max(high, highs[f / BLOCK]);
        f += BLOCK;
      } else {
        low = Math.min(low, values[f]);
        high = Math.max(high, values[f]);
        f++;
      }
    }
    dest[0] = low;
    dest[1] = high;
    return true;
  }
}
