package waxhand.core.motion;

import java.util.Arrays;

/** Where a joint, or a prop, goes in the world over a run of frames. Immutable. */
public final class PartPath {
  /** A Gaussian is nothing beyond so many of its widths. */
  private static final double WIDTHS = 3;

  /** A path shorter than this stands still, metres. */
  private static final double STILL_M = 1e-9;

  private final Frames run;
  private final double[] places;

  private PartPath(Frames run, double[] places) {
    this.run = run;
    this.places = places;
  }

  /**
   * @param run what of it lies in the clip counts
   */
  public static PartPath of(Clip clip, int joint, Frames run) {
    Frames seen = run.within(clip.allFrames());
    WorldPose pose = WorldPose.only(clip.skeleton(), joint);
    double[] places = new double[3 * seen.count()];
    for (int n = 0; n < seen.count(); n++) {
      pose.solve(clip, seen.from() + n);
      System.arraycopy(pose.positions(), 3 * joint, places, 3 * n, 3);
    }
    return new PartPath(seen, places);
  }

  /**
   * Takes over an array the caller will not touch again.
   *
   * @param places x y z a frame of the run, metres
   */
  public static PartPath adopt(Frames run, double[] places) {
    if (places.length != 3 * run.count()) {
      throw new IllegalArgumentException(places.length + " numbers for " + run.count() + " places");
    }
    return new PartPath(run, places);
  }

  /** Its frames. */
  public Frames run() {
    return run;
  }

  public int count() {
    return run.count();
  }

  /** Coordinate {@code axis} of place {@code n}, counted from the first, metres. */
  public double at(int n, int axis) {
    return places[3 * n + axis];
  }

  /** Between two places, metres. */
  public double distance(int n, int m) {
    return Math.hypot(Math.hypot(at(n, 0) - at(m, 0), at(n, 1) - at(m, 1)), at(n, 2) - at(m, 2));
  }

  /** Straight from its first place to its last one, as fast as it goes. */
  public PartPath straight() {
    int count = count();
    double[] along = new double[count];
    for (int n = 1; n < count; n++) {
      along[n] = along[n - 1] + distance(n - 1, n);
    }
    double[] to = new double[3 * count];
    for (int n = 0; n < count; n++) {
      double whole = along[count - 1];
      double share = whole < STILL_M ? n / Math.max(1.0, count - 1) : along[n] / whole;
      for (int i = 0; i < 3; i++) {
        to[3 * n + i] = at(0, i) + share * (at(count - 1, i) - at(0, i));
      }
    }
    return new PartPath(run, to);
  }

  /**
   * Smoothed by the Gaussian kernel of fourth order (Wand &amp; Schucany, "Gaussian-based kernels",
   * Can. J. Statist. 18, 1990): its second moment is nothing, so a parabola stays a parabola and
   * swings keep their size. Each place looks at as many neighbours before it as behind it, or the
   * ends would be drawn inwards; what is cut off the kernel does not come back as a moment.
   *
   * @param width of the kernel, frames, above 0
   */
  public PartPath smooth(double width) {
    double[][] kernels = kernels(width);
    double[] to = places.clone();
    double[] off = new double[3];
    for (int n = 0; n < count(); n++) {
      double[] kernel = kernels[Math.min(kernels.length - 1, Math.min(n, count() - 1 - n))];
      double sum = kernel[0];
      Arrays.fill(off, 0);
      for (int m = 1; m < kernel.length; m++) {
        sum += 2 * kernel[m];
        for (int i = 0; i < 3; i++) {
          off[i] += kernel[m] * (at(n - m, i) + at(n + m, i) - 2 * at(n, i));
        }
      }
      for (int i = 0; i < 3; i++) {
        to[3 * n + i] += off[i] / sum;
      }
    }
    return new PartPath(run, to);
  }

  /** By how many neighbours to either side are looked at: their weights, from the middle on. */
  private static double[][] kernels(double width) {
    double[][] kernels = new double[(int) Math.ceil(WIDTHS * width) + 1][];
    double second = 0;
    double fourth = 0;
    for (int reach = 0; reach < kernels.length; reach++) {
      double r2 = (double) reach * reach;
      double edge = Math.exp(-0.5 * r2 / (width * width));
      second += r2 * edge;
      fourth += r2 * r2 * edge;
      double off = fourth > 0 ? second / fourth : 0;
      double[] kernel = new double[reach + 1];
      for (int m = 0; m <= reach; m++) {
        kernel[m] = (1 - off * m * m) * Math.exp(-0.5 * m * m / (width * width));
      }
      kernels[reach] = kernel;
    }
    return kernels;
  }
}
