package waxhand.core.signal;

/**
 * Butterworth low-pass of even order as a cascade of second-order sections, and its application
 * forward and backward, which leaves no phase shift.
 *
 * <p>Design by the bilinear transform with the cutoff prewarped (Oppenheim and Schafer,
 * "Discrete-Time Signal Processing", 3rd ed. 2010, section 7.1). The cutoff is that of one pass
 * (half the power); forward and backward together halve the amplitude there. Immutable.
 */
public final class Butterworth implements Smoother {
  /** How far an impulse response has decayed, relative to 1, where it is taken to have ended. */
  private static final double DECAYED = 1e-14;

  private final int sections;
  // per section: b0 (b1 = 2 b0, b2 = b0), a1, a2
  private final double[] gain;
  private final double[] a1;
  private final double[] a2;
  private final double slowestPole;

  /**
   * @param cutoffHz above 0 and below half the rate
   * @param order even, 2 to 8
   * @throws IllegalArgumentException where a value is out of range
   */
  public Butterworth(double rateHz, double cutoffHz, int order) {
    if (order < 2 || order > 8 || order % 2 != 0) {
      throw new IllegalArgumentException("order " + order + "; it must be 2, 4, 6 or 8");
    }
    if (!(cutoffHz > 0 && cutoffHz < rateHz / 2)) {
      throw new IllegalArgumentException(
          "cutoff " + cutoffHz + " Hz; it must lie between 0 and half the rate, " + rateHz / 2);
    }
    sections = order / 2;
    gain = new double[sections];
    a1 = new double[sections];
    a2 = new double[sections];
    double warped = Math.tan(Math.PI * cutoffHz / rateHz);
    double slowest = 0;
    for (int s = 0; s < sections; s++) {
      double damping = 2 * Math.sin(Math.PI * (2 * s + 1) / (2.0 * order));
      double scale = 1 + damping * warped + warped * warped;
      gain[s] = warped * warped / scale;
      a1[s] = 2 * (warped * warped - 1) / scale;
      a2[s] = (1 - damping * warped + warped * warped) / scale;
      double discriminant = a1[s] * a1[s] - 4 * a2[s];
      double radius =
          discriminant < 0 ? Math.sqrt(a2[s]) : (Math.abs(a1[s]) + Math.sqrt(discriminant)) / 2;
      slowest = Math.max(slowest, radius);
    }
    slowestPole = slowest;
  }

  /** Samples by which both ends are padded: three times the length of the filter. */
  public int padding() {
    return 3 * (2 * sections + 1);
  }

  /** Samples after which an impulse leaves no trace in double precision, both passes together. */
  @Override
  public int reach() {
    double samples = Math.log(DECAYED) / Math.log(Math.min(slowestPole, 1 - 1e-9));
    return (int) Math.min(1e8, Math.ceil(1.2 * samples)) + padding();
  }

  /** Numbers the workspace of {@link #smooth} must hold. */
  @Override
  public int workspace(int count, int width) {
    return (count + 2 * padding()) * width;
  }

  /**
   * Filters {@code count} samples of {@code width} interleaved channels forward and backward, the
   * ends padded by odd reflection, each direction started in steady state (Gustafsson, "Determining
   * the initial states in forward-backward filtering", IEEE Trans. Signal Process. 44, 1996, gives
   * the setting; the start here is the plain steady state). One sample stays as it is.
   *
   * @param values modified: the first count · width numbers
   * @param work at least {@link #workspace} numbers. Modified.
   */
  @Override
  public void smooth(double[] values, int count, int width, double[] work) {
    if (count < 2) {
      return;
    }
    int pad = Math.min(padding(), count - 1);
    int total = count + 2 * pad;
    System.arraycopy(values, 0, work, pad * width, count * width);
    for (int p = 1; p <= pad; p++) {
      for (int c = 0; c < width; c++) {
        work[(pad - p) * width + c] = 2 * values[c] - values[p * width + c];
        work[(pad + count - 1 + p) * width + c] =
            2 * values[(count - 1) * width + c] - values[(count - 1 - p) * width + c];
      }
    }
    for (int s = 0; s < sections; s++) {
      run(work, total, width, s, true);
    }
    for (int s = 0; s < sections; s++) {
      run(work, total, width, s, false);
    }
    System.arraycopy(work, pad * width, values, 0, count * width);
  }

  private void run(double[] x, int count, int width, int section, boolean forward) {
    if (width == 3) {
      run3(x, count, section, forward);
      return;
    }
    int step = forward ? width : -width;
    for (int c = 0; c < width; c++) {
      run1(x, (forward ? 0 : (count - 1) * width) + c, step, count, section);
    }
  }

  /** Transposed direct form II, started in the steady state of the first sample. */
  private void run1(double[] x, int start, int step, int count, int section) {
    double b = gain[section];
    double p = a1[section];
    double q = a2[section];
    double s2 = (b - q) * x[start];
    double s1 = s2 + (2 * b - p) * x[start];
    int at = start;
    for (int n = 0; n < count; n++) {
      double in = x[at];
      double out = b * in + s1;
      s1 = 2 * b * in - p * out + s2;
      s2 = b * in - q * out;
      x[at] = out;
      at += step;
    }
  }

  /** As {@link #run1} for three interleaved channels at once, which keeps the pipeline busy. */
  private void run3(double[] x, int count, int section, boolean forward) {
    double b = gain[section];
    double b2 = 2 * b;
    double p = a1[section];
    double q = a2[section];
    int step = forward ? 3 : -3;
    int at = forward ? 0 : 3 * (count - 1);
    double t0 = (b - q) * x[at];
    double t1 = (b - q) * x[at + 1];
    double t2 = (b - q) * x[at + 2];
    double s0 = t0 + (b2 - p) * x[at];
    double s1 = t1 + (b2 - p) * x[at + 1];
    double s2 = t2 + (b2 - p) * x[at + 2];
    for (int n = 0; n < count; n++) {
      double i0 = b * x[at];
      double i1 = b * x[at + 1];
      double i2 = b * x[at + 2];
      double o0 = i0 + s0;
      double o1 = i1 + s1;
      double o2 = i2 + s2;
      // what waits for the output comes last: it is the only chain from sample to sample
      s0 = (2 * i0 + t0) - p * o0;
      s1 = (2 * i1 + t1) - p * o1;
      s2 = (2 * i2 + t2) - p * o2;
      t0 = i0 - q * o0;
      t1 = i1 - q * o1;
      t2 = i2 - q * o2;
      x[at] = o0;
      x[at + 1] = o1;
      x[at + 2] = o2;
      at += step;
    }
  }
}
