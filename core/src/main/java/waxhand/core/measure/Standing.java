package waxhand.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * How still parts are while they should rest on a floor at height 0.
 *
 * @param speedMms mean speed of resting parts, mm/s
 * @param insideMms the same without the frames near the ends of contacts, mm/s
 * @param driftMm how far a part gets along the ground from where it is in the middle of its
 *     contact, the mean over contacts, without the frames near their ends
 * @param worstDriftMm what 19 of 20 contacts stay below
 * @param floatMm mean height of resting points of soles, without the frames near the ends
 * @param sinkMm how deep a point of a sole ever gets
 */
public record Standing(
    double speedMms,
    double insideMms,
    double driftMm,
    double worstDriftMm,
    double floatMm,
    double sinkMm) {
  /** Frames nearer than this to the end of a contact are near it, seconds. */
  private static final double NEAR = 0.05;

  /**
   * @param contacts true contacts with what does not move; NaN for what they are needed for where
   *     there are none
   */
  public static Standing of(Motion motion, List<Contact> contacts) {
    Sums sums = new Sums(motion.clip());
    for (Contact contact : contacts) {
      Optional<PartPoint> point = contact.part().on(motion.body());
      Frames run = contact.frames().within(motion.clip().allFrames());
      if (point.isPresent() && !run.isEmpty()) {
        sums.add(point.get(), run, contact.part().isSole());
      }
    }
    return sums.standing(deepest(motion));
  }

  private static double deepest(Motion motion) {
    int[] soles = motion.body().soles().stream().mapToInt(Sole::toes).toArray();
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), soles);
    double low = 0;
    for (int f = 0; f < motion.clip().frames(); f++) {
      pose.solve(motion.clip(), f);
      for (Sole sole : motion.body().soles()) {
        low = Math.min(low, sole.lowest(pose));
      }
    }
    return -1000 * low;
  }

  private static final class Sums {
    private final Clip clip;
    private final WorldPose pose;
    private final int near;
    private final List<Double> drifts = new ArrayList<>();
    private double way;
    private long steps;
    private double insideWay;
    private long insideSteps;
    private double height;
    private long heights;

    Sums(Clip clip) {
      this.clip = clip;
      this.pose = new WorldPose(clip.skeleton());
      this.near = (int) Math.round(NEAR * clip.rateHz());
    }

    void add(PartPoint point, Frames run, boolean onFloor) {
      double[] p = new double[3 * run.count()];
      for (int n = 0; n < run.count(); n++) {
        pose.solve(clip, run.from() + n);
        point.place(pose, p, 3 * n);
      }
      int middle = 3 * (run.count() / 2);
      double drift = -1;
      for (int n = 0; n < run.count(); n++) {
        int at = 3 * n;
        // takes begin and end in the middle of contacts
        boolean inside =
            (n >= near || run.from() == 0) && (n < run.count() - near || run.to() == clip.frames());
        if (n > 0) {
          double x = p[at] - p[at - 3];
          double y = p[at + 1] - p[at - 2];
          double z = p[at + 2] - p[at - 1];
          double step = Math.sqrt(x * x + y * y + z * z);
          way += step;
          steps++;
          insideWay += inside ? step : 0;
          insideSteps += inside ? 1 : 0;
        }
        if (inside) {
          drift = Math.max(drift, Math.hypot(p[at] - p[middle], p[at + 2] - p[middle + 2]));
          height += onFloor ? Math.abs(p[at + 1] - point.radiusM()) : 0;
          heights += onFloor ? 1 : 0;
        }
      }
      if (drift >= 0) {
        drifts.add(1000 * drift);
      }
    }

    Standing standing(double sinkMm) {
      double mmPerSecond = 1000 * clip.rateHz();
      double[] sorted = drifts.stream().mapToDouble(d -> d).sorted().toArray();
      double mean = drifts.stream().mapToDouble(d -> d).average().orElse(Double.NaN);
      double most = sorted.length == 0 ? Double.NaN : sorted[(int) (0.95 * (sorted.length - 1))];
      return new Standing(
          mmPerSecond * way / steps,
          mmPerSecond * insideWay / insideSteps,
          mean,
          most,
          1000 * height / heights,
          sinkMm);
    }
  }
}
