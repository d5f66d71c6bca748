package waxhand.core.contact;

import java.util.Arrays;
import waxhand.core.body.Sole;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * Finds the height of the floor a take stands on: the middle height of sole points in the frames
 * where they are low and slow.
 */
public final class Floor {
  /** No floor is farther from the origin, metres: nothing a take holds is. */
  public static final double FARTHEST = 10_000;

  /** Sole points slower than this are taken to rest, m/s. */
  private static final double SLOW = 0.35;

  /** Sole points this far over the lowest are not on the floor, metres. */
  private static final double LOW = 0.05;

  /** At most this many frames are looked at, evenly spread. */
  private static final int SAMPLES = 6000;

  private Floor() {}

  /**
   * Height of the floor under the feet, metres; the lowest joint where the body has no feet.
   *
   * <p>Definition: of all sole points slower than 0.35 m/s, the 10th percentile of height is taken
   * as low; the median of those within 5 cm of it is the floor. Damage such as spikes moves
   * neither.
   */
  public static double height(Motion motion) {
    Clip clip = motion.clip();
    if (motion.body().soles().isEmpty()) {
      return lowestJoint(motion);
    }
    int step = Math.max(1, clip.frames() / SAMPLES);
    double[] slow =
        new double[motion.body().soles().size() * Sole.PLACES * (clip.frames() / step + 1)];
    double[] any = new double[slow.length];
    int slowCount = 0;
    int anyCount = 0;
    WorldPose before = new WorldPose(clip.skeleton());
    WorldPose after = new WorldPose(clip.skeleton());
    double[] p = new double[3];
    double[] q = new double[3];
    // over a tenth of a second jitter hardly counts as speed
    int apart = Math.max(1, (int) Math.round(clip.rateHz() * 0.1));
    for (int f = 0; f < clip.frames(); f += step) {
      int g = Math.min(clip.frames() - 1, f + apart);
      before.solve(clip, f);
      after.solve(clip, g);
      for (Sole sole : motion.body().soles()) {
        for (int point = 0; point < Sole.PLACES; point++) {
          sole.at(point, before, p);
          sole.at(point, after, q);
          double speed = Math.hypot(Math.hypot(q[0] - p[0], q[1] - p[1]), q[2] - p[2]);
          speed *= clip.rateHz() / Math.max(1, g - f);
          any[anyCount++] = p[1];
          if (speed < SLOW) {
            slow[slowCount++] = p[1];
          }
        }
      }
    }
    return slowCount >= 3 ? lowMiddle(slow, slowCount) : lowMiddle(any, anyCount);
  }

  /**
   * The same in whole millimetres, so that an edit far from the feet does not move it by a hair.
   */
  public static double rounded(Motion motion) {
    return 0.001 * Math.round(1000 * height(motion));
  }

  private static double lowMiddle(double[] heights, int count) {
    double[] sorted = Arrays.copyOf(heights, count);
    Arrays.sort(sorted);
    double low = sorted[count / 10];
    int from = 0;
    while (sorted[from] < low - LOW) {
      from++;
    }
    int to = from;
    while (to < count && sorted[to] <= low + LOW) {
      to++;
    }
    return sorted[(from + to) / 2 < count ? (from + to) / 2 : count - 1];
  }

  private static double lowestJoint(Motion motion) {
    Clip clip = motion.clip();
    WorldPose pose = new WorldPose(clip.skeleton());
    double low = Double.POSITIVE_INFINITY;
    int step = Math.max(1, clip.frames() / SAMPLES);
    for (int f = 0; f < clip.frames(); f += step) {
      pose.solve(clip, f);
      for (int j = 0; j < clip.skeleton().size(); j++) {
        low = Math.min(low, pose.y(j));
      }
    }
    return low;
  }
}
