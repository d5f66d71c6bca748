package waxhand.desk.curves;

/** How strong movement of each frequency is in a run of values. */
final class Spectrum {
  /** So many frequencies are looked at. */
  static final int LINES = 120;

  private Spectrum() {}

  /**
   * Amplitudes at evenly spaced frequencies up to {@code topHz}, the trend taken out and the ends
   * faded (Hann), by Goertzel's recursion (Am. Math. Mon. 65, 1958).
   *
   * @param values the whole curve
   * @param from first frame looked at
   * @param to one past the last
   */
  static double[] of(double[] values, int from, int to, double rateHz, double topHz) {
    int count = to - from;
    double[] lines = new double[LINES];
    if (count < 8) {
      return lines;
    }
    double[] x = new double[count];
    double slope = (values[to - 1] - values[from]) / (count - 1);
    for (int n = 0; n < count; n++) {
      double fade = 0.5 - 0.5 * Math.cos(2 * Math.PI * n / (count - 1));
      x[n] = fade * (values[from + n] - values[from] - slope * n);
    }
    for (int k = 0; k < LINES; k++) {
      double w = 2 * Math.PI * (k + 1) * topHz / LINES / rateHz;
      double c = 2 * Math.cos(w);
      double s1 = 0;
      double s2 = 0;
      for (double v : x) {
        double s = v + c * s1 - s2;
        s2 = s1;
        s1 = s;
      }
      lines[k] = 4 * Math.sqrt(Math.max(0, s1 * s1 + s2 * s2 - c * s1 * s2)) / count;
    }
    return lines;
  }
}
