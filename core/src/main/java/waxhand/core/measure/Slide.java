package waxhand.core.measure;

import java.util.Optional;
import waxhand.core.contact.Contact;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * How a part moves along the ground while it rests, seen in a few steps in which jitter is averaged
 * out.
 *
 * @param speedsMms speed in each step, mm/s
 * @param trail place after each step and at the start, x y z, metres
 */
public record Slide(double[] speedsMms, double[] trail) {
  private static final int STEPS = 40;

  /** A step lasts at least this long, seconds. */
  private static final double SHORTEST = 0.2;

  private static final Slide NONE = new Slide(new double[0], new double[0]);

  /** Nothing where the motion has no such part or the contact lies outside it. */
  public static Slide of(Motion motion, Contact contact) {
    Optional<PartPoint> point = contact.part().on(motion.body());
    Frames run = contact.frames().within(motion.clip().allFrames());
    if (point.isEmpty() || run.isEmpty()) {
      return NONE;
    }
    double rate = motion.clip().rateHz();
    int most = (int) Math.max(1, Math.floor(run.count() / (SHORTEST * rate)));
    int places = Math.min(STEPS, most) + 1;
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), point.get().joint());
    double[] trail = new double[3 * places];
    double[] p = new double[3];
    double[] middle = new double[places];
    for (int k = 0; k < places; k++) {
      int from = run.from() + (int) ((long) run.count() * k / places);
      int to = Math.max(from + 1, run.from() + (int) ((long) run.count() * (k + 1) / places));
      // of long steps a few frames tell enough
      int step = Math.max(1, (to - from) / 8);
      int count = 0;
      for (int f = from; f < to; f += step) {
        pose.solve(motion.clip(), f);
        point.get().place(pose, p, 0);
        for (int i = 0; i < 3; i++) {
          trail[3 * k + i] += p[i];
        }
        count++;
      }
      for (int i = 0; i < 3; i++) {
        trail[3 * k + i] /= count;
      }
      middle[k] = 0.5 * (from + to);
    }
    double[] speeds = new double[places - 1];
    for (int k = 0; k < speeds.length; k++) {
      double way = Math.hypot(trail[3 * k + 3] - trail[3 * k], trail[3 * k + 5] - trail[3 * k + 2]);
      speeds[k] = 1000 * way * rate / (middle[k + 1] - middle[k]);
    }
    return new Slide(speeds, trail);
  }

  /** Greatest distance along the ground between two places of the trail, mm. */
  public double farMm() {
    double most = 0;
    for (int a = 0; a < trail.length; a += 3) {
      for (int b = 0; b < a; b += 3) {
        most = Math.max(most, Math.hypot(trail[a] - trail[b], trail[a + 2] - trail[b + 2]));
      }
    }
    return 1000 * most;
  }
}
