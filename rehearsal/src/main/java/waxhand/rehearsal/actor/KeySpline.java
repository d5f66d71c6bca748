package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;

/**
 * Keys over time with a natural cubic spline through them, or with eased ramps between them that
 * never leave the range of their two keys; constant before the first and after the last key.
 */
final class KeySpline {
  private final List<double[]> keys = new ArrayList<>();
  private final boolean ramps;
  private double[] bend;

  KeySpline() {
    this(false);
  }

  /**
   * @param ramps whether to ease from key to key in stead of a spline
   */
  KeySpline(boolean ramps) {
    this.ramps = ramps;
  }

  /** Adds a key; times must rise. A key at (nearly) the time of the last one replaces it. */
  void key(double time, double value) {
    if (!keys.isEmpty() && time <= keys.get(keys.size() - 1)[0] + 1e-6) {
      keys.get(keys.size() - 1)[1] = value;
    } else {
      keys.add(new double[] {time, value});
    }
    bend = null;
  }

  /** Adds a key with the value the last one had. */
  void hold(double time) {
    key(time, last());
  }

  double last() {
    return keys.isEmpty() ? 0 : keys.get(keys.size() - 1)[1];
  }

  double at(double time) {
    int n = keys.size();
    if (n == 0) {
      return 0;
    }
    if (time <= keys.get(0)[0]) {
      return keys.get(0)[1];
    }
    if (time >= keys.get(n - 1)[0]) {
      return keys.get(n - 1)[1];
    }
    if (bend == null && !ramps) {
      solve();
    }
    int low = 0;
    int high = n - 1;
    while (high - low > 1) {
      int mid = (low + high) / 2;
      if (keys.get(mid)[0] <= time) {
        low = mid;
      } else {
        high = mid;
      }
    }
    double h = keys.get(high)[0] - keys.get(low)[0];
    double a = (keys.get(high)[0] - time) / h;
    double b = 1 - a;
    if (ramps) {
      double from = keys.get(low)[1];
      return from + (keys.get(high)[1] - from) * Stance.ease(b);
    }
    return a * keys.get(low)[1]
        + b * keys.get(high)[1]
        + ((a * a * a - a) * bend[low] + (b * b * b - b) * bend[high]) * h * h / 6;
  }

  /** Second derivatives at the keys; the ends run out flat so that holds do not ring. */
  private void solve() {
    int n = keys.size();
    double[] m = new double[n];
    double[] c = new double[n];
    double[] d = new double[n];
    for (int i = 0; i < n; i++) {
      double hl = i > 0 ? keys.get(i)[0] - keys.get(i - 1)[0] : 0;
      double hr = i < n - 1 ? keys.get(i + 1)[0] - keys.get(i)[0] : 0;
      double sl = i > 0 ? (keys.get(i)[1] - keys.get(i - 1)[1]) / hl : 0;
      double sr = i < n - 1 ? (keys.get(i + 1)[1] - keys.get(i)[1]) / hr : 0;
      double lower = hl;
      double diagonal = 2 * (hl + hr);
      double right = 6 * (sr - sl);
      double w = i > 0 ? diagonal - lower * c[i - 1] : diagonal;
      c[i] = i < n - 1 ? hr / w : 0;
      d[i] = (right - (i > 0 ? lower * d[i - 1] : 0)) / w;
    }
    m[n - 1] = d[n - 1];
    for (int i = n - 2; i >= 0; i--) {
      m[i] = d[i] - c[i] * m[i + 1];
    }
    bend = m;
  }
}
