package waxhand.core.measure;

import java.util.Arrays;
import waxhand.core.motion.Clip;

/**
 * Turns that are much faster than the truth is anywhere near: those that a repair made, or that it
 * left.
 */
public final class Leaps {
  /** The truth is looked at so far to either side, seconds. */
  private static final double NEAR_S = 0.1;

  /**
   * A joint leaps when it turns faster than so many times the truth, and by so much more, rad/s.
   */
  private static final double TIMES = 3;

  private static final double MORE = Math.toRadians(300);

  private Leaps() {}

  /**
   * How many joints leap in how many frames.
   *
   * @param truth and is, of as many joints and frames
   */
  public static int count(Clip truth, Clip is) {
    int leaps = 0;
    for (boolean[] joint : of(truth, is)) {
      for (boolean leaps1 : joint) {
        leaps += leaps1 ? 1 : 0;
      }
    }
    return leaps;
  }

  /** Leaps that a repair made: where what it was made from had none within the same time. */
  public static int made(Clip truth, Clip before, Clip after) {
    boolean[][] had = of(truth, before);
    boolean[][] has = of(truth, after);
    int near = near(truth);
    int made = 0;
    for (int j = 0; j < has.length; j++) {
      for (int f = 0; f < has[j].length; f++) {
        boolean known = false;
        for (int k = Math.max(0, f - near); k <= Math.min(has[j].length - 1, f + near); k++) {
          known |= had[j][k];
        }
        made += has[j][f] && !known ? 1 : 0;
      }
    }
    return made;
  }

  private static int near(Clip clip) {
    return (int) Math.max(1, Math.round(NEAR_S * clip.rateHz()));
  }

  /** By joint, and by the frame from which to the next it turns, whether it leaps. */
  public static boolean[][] of(Clip truth, Clip is) {
    int joints = truth.skeleton().size();
    boolean[][] leaps = new boolean[joints][];
    int near = near(truth);
    for (int j = 0; j < joints; j++) {
      double[] should = speeds(truth, j);
      double[] speeds = speeds(is, j);
      leaps[j] = new boolean[speeds.length];
      for (int f = 0; f < speeds.length; f++) {
        int from = Math.max(0, f - near);
        int to = Math.min(speeds.length, f + near + 1);
        double most = Arrays.stream(should, from, to).max().orElse(0);
        leaps[j][f] = speeds[f] > TIMES * most + MORE;
      }
    }
    return leaps;
  }

  /** Of a joint's own rotation, radians a second, from each frame to the next. */
  private static double[] speeds(Clip clip, int joint) {
    double[] a = new double[4];
    double[] b = new double[4];
    double[] speeds = new double[Math.max(0, clip.frames() - 1)];
    clip.rotation(joint).read(0, a, 0);
    for (int f = 0; f < speeds.length; f++) {
      clip.rotation(joint).read(f + 1, b, 0);
      double x = a[3] * b[0] - a[0] * b[3] - a[1] * b[2] + a[2] * b[1];
      double y = a[3] * b[1] - a[1] * b[3] - a[2] * b[0] + a[0] * b[2];
      double z = a[3] * b[2] - a[2] * b[3] - a[0] * b[1] + a[1] * b[0];
      double w = a[0] * b[0] + a[1] * b[1] + a[2] * b[2] + a[3] * b[3];
      speeds[f] = 2 * Math.atan2(Math.sqrt(x * x + y * y + z * z), Math.abs(w)) * clip.rateHz();
      System.arraycopy(b, 0, a, 0, 4);
    }
    return speeds;
  }
}
