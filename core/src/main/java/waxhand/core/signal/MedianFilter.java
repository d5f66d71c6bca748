package waxhand.core.signal;

/** Replaces each sample of each channel by the median of those around it. Immutable. */
public final class MedianFilter implements Smoother {
  private final int half;

  /**
   * @param half samples to either side, 0 or more
   */
  public MedianFilter(int half) {
    if (half < 0) {
      throw new IllegalArgumentException("half a window of " + half + " samples");
    }
    this.half = half;
  }

  @Override
  public int reach() {
    return half;
  }

  @Override
  public int workspace(int count, int width) {
    return 2 * count;
  }

  @Override
  public void smooth(double[] values, int count, int width, double[] work) {
    double[] middle = new double[count];
    for (int c = 0; c < width; c++) {
      for (int n = 0; n < count; n++) {
        work[n] = values[n * width + c];
      }
      Running.median(work, count, half, middle);
      for (int n = 0; n < count; n++) {
        values[n * width + c] = middle[n];
      }
    }
  }
}
