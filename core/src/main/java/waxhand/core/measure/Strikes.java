package waxhand.core.measure;

import java.util.Arrays;
import waxhand.core.body.Sole;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.signal.Butterworth;

/**
 * How much of the strikes of the feet a filter leaves. Both motions are seen through the same
 * low-pass, so that what jitter adds to a peak does not count, and compared at the peaks of the
 * first.
 */
public final class Strikes {
  /** Jitter above this is not looked at, Hz. */
  private static final double SEEN_HZ = 8;

  /** Peaks lower than this are steps at most, m/s². */
  private static final double LEAST = 6;

  /** Frames looked at, from the middle of the take. */
  private static final int MOST = 12_000;

  private Strikes() {}

  /**
   * Middle ratio of peak accelerations, {@code out} to {@code in}; NaN where there are no feet, no
   * strikes, or takes of different length.
   */
  public static double kept(Motion in, Motion out) {
    int frames = in.clip().frames();
    double rate = in.clip().rateHz();
    if (frames != out.clip().frames() || frames < 24 || rate <= 2.5 * SEEN_HZ) {
      return Double.NaN;
    }
    double[] ratios = new double[0];
    for (Sole sole : in.body().soles()) {
      double[] a = accelerations(in, sole.foot());
      double[] b = accelerations(out, sole.foot());
      int near = (int) Math.max(1, Math.round(0.05 * rate));
      for (int n = near; n < a.length - near; n++) {
        if (a[n] > LEAST && isPeak(a, n, 3 * near)) {
          double most = 0;
          for (int k = n - near; k <= n + near; k++) {
            most = Math.max(most, b[k]);
          }
          ratios = Arrays.copyOf(ratios, ratios.length + 1);
          ratios[ratios.length - 1] = most / a[n];
        }
      }
    }
    Arrays.sort(ratios);
    return ratios.length == 0 ? Double.NaN : ratios[ratios.length / 2];
  }

  private static boolean isPeak(double[] a, int n, int half) {
    for (int k = Math.max(0, n - half); k < Math.min(a.length, n + half + 1); k++) {
      if (a[k] > a[n] || a[k] == a[n] && k < n) {
        return false;
      }
    }
    return true;
  }

  private static double[] accelerations(Motion motion, int joint) {
    int count = Math.min(MOST, motion.clip().frames());
    int from = (motion.clip().frames() - count) / 2;
    double rate = motion.clip().rateHz();
    double[] p = new double[3 * count];
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    for (int n = 0; n < count; n++) {
      pose.solve(motion.clip(), from + n);
      System.arraycopy(pose.positions(), 3 * joint, p, 3 * n, 3);
    }
    Butterworth seen = new Butterworth(rate, SEEN_HZ, 2);
    seen.smooth(p, count, 3, new double[seen.workspace(count, 3)]);
    double[] size = new double[count];
    for (int n = 1; n < count - 1; n++) {
      double sum = 0;
      for (int i = 3 * n; i < 3 * n + 3; i++) {
        double d = p[i - 3] - 2 * p[i] + p[i + 3];
        sum += d * d;
      }
      size[n] = Math.sqrt(sum) * rate * rate;
    }
    return size;
  }
}
