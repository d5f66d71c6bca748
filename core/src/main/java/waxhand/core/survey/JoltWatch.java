package waxhand.core.survey;

import waxhand.core.motion.Frames;

/**
 * Jolts: a leap from one frame to the next after which the motion goes on from the new place. The
 * size of the leap is that between two straight lines, one through the frames before and one
 * through those after.
 */
final class JoltWatch implements Watch {
  private static final double LEAST_M = 0.028;
  private static final double LEAST_RAD = Math.toRadians(22);

  /** The leap must be alone: its step this share of it larger than the steps beside it. */
  private static final double ALONE = 0.6;

  /** Below this rate strikes and quick turns may look like leaps. */
  private static final double COARSE_HZ = 60;

  private final double[] reachM;

  /**
   * @param reachM by joint, how far its farthest part is from it
   */
  JoltWatch(double[] reachM) {
    this.reachM = reachM;
  }

  @Override
  public void look(Window w, Marks marks) {
    int side = w.frames(0.04, 3);
    double[] leaps = new double[w.count()];
    double coarse = Math.max(1, Math.pow(COARSE_HZ / w.rateHz(), 0.9));
    for (int j = 0; j < w.joints(); j++) {
      if (w.translation(j) != null && w.parent(j) < 0) {
        leaps(w.translation(j), 3, w.count(), side, coarse * LEAST_M, leaps);
        add(w, marks, j, leaps, coarse * LEAST_M, 1000);
      }
      leaps(w.rotation(j), 4, w.count(), side, coarse * LEAST_RAD / 2, leaps);
      add(w, marks, j, leaps, coarse * LEAST_RAD / 2, 2000 * Math.max(0.05, reachM[j]));
    }
  }

  private static void add(
      Window w, Marks marks, int joint, double[] leaps, double least, double unit) {
    for (int n = 1; n < w.count() - 1; n++) {
      if (leaps[n] > least && leaps[n] >= leaps[n - 1] && leaps[n] > leaps[n + 1]) {
        int f = w.first() + n;
        marks.add(FindingKind.JOLT, joint, new Frames(f, f + 1), f, unit * leaps[n]);
      }
    }
  }

  /** Sizes of leaps by frame, 0 where there is none or one of at most {@code least}. */
  private static void leaps(
      double[] x, int width, int count, int side, double least, double[] dest) {
    for (int n = 0; n < count; n++) {
      dest[n] = 0;
      if (n < side || n + side > count) {
        continue;
      }
      double alone = 0;
      for (int i = 0; i < width; i++) {
        double step = x[width * n + i] - x[width * (n - 1) + i];
        double beside =
            0.5
                * (x[width * (n - 1) + i]
                    - x[width * (n - 2) + i]
                    + x[width * (n + 1) + i]
                    - x[width * n + i]);
        alone += (step - beside) * (step - beside);
      }
      // no larger leap is alone with this step
      if (Math.sqrt(alone) <= ALONE * least) {
        continue;
      }
      double sum = 0;
      for (int i = 0; i < width; i++) {
        double leap = line(x, width, i, n, 1, side) - line(x, width, i, n - 1, -1, side);
        sum += leap * leap;
      }
      double size = Math.sqrt(sum);
      dest[n] = Math.sqrt(alone) > ALONE * size ? size : 0;
    }
  }

  /** Value of the straight line through {@code side} samples, half a sample before the first. */
  private static double line(double[] x, int width, int i, int from, int step, int side) {
    double sy = 0;
    double sxy = 0;
    double middle = (side - 1) / 2.0;
    double spread = 0;
    for (int k = 0; k < side; k++) {
      double y = x[width * (from + step * k) + i];
      sy += y;
      sxy += (k - middle) * y;
      spread += (k - middle) * (k - middle);
    }
    return sy / side - (middle + 0.5) * sxy / spread;
  }
}
