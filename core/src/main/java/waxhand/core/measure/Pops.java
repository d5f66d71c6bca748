package waxhand.core.measure;

import waxhand.core.limbs.Limb;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** How hard knees and elbows snap. */
public final class Pops {
  /** Angles are compared over this time, so that jitter of single frames hardly counts, seconds. */
  private static final double APART = 1 / 30.0;

  /** A knee that is bent 2° more for a thirtieth of a second: less is not seen, rad/s². */
  private static final double UNSEEN = 30;

  private Pops() {}

  /** How many times as hard as before knees snap at most; what nobody saw before counts as seen. */
  public static double ofKnees(Motion before, Motion after) {
    return peak(after, true) / Math.max(UNSEEN, peak(before, true));
  }

  /**
   * Largest acceleration of the bend of any knee, or of any elbow, radians/s²; 0 without limbs.
   *
   * @param knees knees, else elbows
   */
  public static double peak(Motion motion, boolean knees) {
    double peak = 0;
    for (Limb limb : Limb.of(motion.body())) {
      if (limb.leg() == knees) {
        peak = Math.max(peak, peak(bends(motion.clip(), limb), motion.clip().rateHz()));
      }
    }
    return peak;
  }

  private static double peak(double[] bends, double rateHz) {
    int step = (int) Math.max(1, Math.round(APART * rateHz));
    double most = 0;
    for (int n = step; n + step < bends.length; n++) {
      most = Math.max(most, Math.abs(bends[n - step] - 2 * bends[n] + bends[n + step]));
    }
    return most * rateHz * rateHz / (step * step);
  }

  /** Angle between the bones of a limb, 0 when straight, by frame. */
  private static double[] bends(Clip clip, Limb limb) {
    double[] bends = new double[clip.frames()];
    WorldPose pose = WorldPose.only(clip.skeleton(), limb.end());
    double[] p = pose.positions();
    for (int n = 0; n < bends.length; n++) {
      pose.solve(clip, n);
      double dot = 0;
      double u = 0;
      double v = 0;
      for (int i = 0; i < 3; i++) {
        double a = p[3 * limb.middle() + i] - p[3 * limb.upper() + i];
        double b = p[3 * limb.end() + i] - p[3 * limb.middle() + i];
        dot += a * b;
        u += a * a;
        v += b * b;
      }
      bends[n] = Math.acos(Math.max(-1, Math.min(1, dot / Math.sqrt(u * v))));
    }
    return bends;
  }
}
