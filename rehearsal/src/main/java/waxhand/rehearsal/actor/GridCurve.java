package waxhand.rehearsal.actor;

/** A quantity over time that was worked out on a grid and is smooth between its points. */
final class GridCurve {
  /** Points a second. */
  static final double HZ = 240;

  private final double[] values;

  private GridCurve(double[] values) {
    this.values = values;
  }

  /** Values on the grid, softened by a bell of that width, seconds. */
  static GridCurve softened(double[] raw, double sigmaS) {
    int reach = (int) Math.ceil(3 * sigmaS * HZ);
    double[] kernel = new double[2 * reach + 1];
    double sum = 0;
    for (int k = -reach; k <= reach; k++) {
      kernel[k + reach] = Math.exp(-0.5 * Math.pow(k / (sigmaS * HZ), 2));
      sum += kernel[k + reach];
    }
    double[] soft = new double[raw.length];
    for (int g = 0; g < raw.length; g++) {
      for (int k = -reach; k <= reach; k++) {
        soft[g] += kernel[k + reach] * raw[Math.max(0, Math.min(raw.length - 1, g + k))] / sum;
      }
    }
    return new GridCurve(soft);
  }

  /** By a cubic through the four points around {@code t}, seconds. */
  double at(double t) {
    double g = Math.max(0, Math.min(values.length - 1.001, t * HZ));
    int i = (int) g;
    double u = g - i;
    double p0 = values[Math.max(0, i - 1)];
    double p1 = values[i];
    double p2 = values[Math.min(values.length - 1, i + 1)];
    double p3 = values[Math.min(values.length - 1, i + 2)];
    return p1
        + 0.5 * u * (p2 - p0 + u * (2 * p0 - 5 * p1 + 4 * p2 - p3 + u * (3 * (p1 - p2) + p3 - p0)));
  }
}
