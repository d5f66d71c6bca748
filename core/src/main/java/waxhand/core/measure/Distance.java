package waxhand.core.measure;

import waxhand.core.motion.Motion;
import waxhand.core.motion.WorldPose;

/** How far two stages of one take are apart, over time. */
public final class Distance {
  private Distance() {}

  /**
   * Root mean square distance of joints, metres, in {@code samples} frames spread evenly over the
   * take.
   */
  public static double[] overTime(Motion a, Motion b, int samples) {
    int frames = a.clip().frames();
    double[] distance = new double[Math.min(samples, frames)];
    if (a == b) {
      return distance;
    }
    WorldPose pa = new WorldPose(a.clip().skeleton());
    WorldPose pb = new WorldPose(b.clip().skeleton());
    for (int s = 0; s < distance.length; s++) {
      int f = (int) ((long) s * frames / distance.length);
      pa.solve(a.clip(), f);
      pb.solve(b.clip(), f);
      double sum = 0;
      for (int i = 0; i < pa.positions().length; i++) {
        double d = pa.positions()[i] - pb.positions()[i];
        sum += d * d;
      }
      distance[s] = Math.sqrt(3 * sum / pa.positions().length);
    }
    return distance;
  }

  /** Root mean square of {@link #overTime} over at most 240 frames, metres. */
  public static double overall(Motion a, Motion b) {
    double[] distance = overTime(a, b, 240);
    double sum = 0;
    for (double d : distance) {
      sum += d * d;
    }
    return distance.length == 0 ? 0 : Math.sqrt(sum / distance.length);
  }
}
