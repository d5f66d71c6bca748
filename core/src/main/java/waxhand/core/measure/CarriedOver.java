package waxhand.core.measure;

import java.util.Arrays;
import java.util.List;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.PartPoint;
import waxhand.core.limbs.Limb;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * How well a motion came over to another body.
 *
 * @param directionDeg mean angle between where upper and lower limbs point on both, degrees; NaN
 *     where they have no limb in common
 * @param speedMms 95th percentile of the speed of parts of the soles inside their contacts, mm/s;
 *     NaN without contacts
 * @param floatMm 95th percentile of how high the lowest resting part of a sole is over the floor
 *     inside contacts, mm
 * @param sinkMm 95th percentile of how deep the deepest part of a sole is in it at any time, mm
 * @param kneePeak how many times as hard as before knees snap at most; NaN where one has none
 * @param elbowPeak the same of elbows
 */
public record CarriedOver(
    double directionDeg,
    double speedMms,
    double floatMm,
    double sinkMm,
    double kneePeak,
    double elbowPeak) {
  /** So many frames are looked at for directions at most. */
  private static final int SAMPLES = 2000;

  /** An elbow or a knee that snaps less hard is not seen, rad/s². */
  private static final double UNSEEN = 30;

  /** Ends of contacts are not looked at for so long, seconds. */
  private static final double ENDS_S = 0.05;

  /** What rests higher than this stands on something else than the floor, metres. */
  private static final double RAISED_M = 0.08;

  /**
   * @param before on the body it came from
   * @param after on the other, with as many frames
   * @param contacts what rests
   * @param floorM height of the floor after
   */
  public static CarriedOver of(Motion before, Motion after, List<Contact> contacts, double floorM) {
    double[] soles = soles(after, contacts, floorM);
    return new CarriedOver(
        direction(before, after),
        soles[0],
        soles[1],
        soles[2],
        peak(before, after, true),
        peak(before, after, false));
  }

  private static double peak(Motion before, Motion after, boolean knees) {
    boolean both =
        Limb.of(before.body()).stream().anyMatch(l -> l.leg() == knees)
            && Limb.of(after.body()).stream().anyMatch(l -> l.leg() == knees);
    return both ? Pops.peak(after, knees) / Math.max(UNSEEN, Pops.peak(before, knees)) : Double.NaN;
  }

  private static double direction(Motion a, Motion b) {
    WorldPose pa = new WorldPose(a.clip().skeleton());
    WorldPose pb = new WorldPose(b.clip().skeleton());
    int step = Math.max(1, a.clip().frames() / SAMPLES);
    double sum = 0;
    int count = 0;
    for (int f = 0; f < a.clip().frames(); f += step) {
      pa.solve(a.clip(), f);
      pb.solve(b.clip(), f);
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        for (boolean leg : new boolean[] {true, false}) {
          List<Role> limb = Role.limb(side, leg);
          int first = leg ? 0 : 1;
          for (int n = first; n < first + 2; n++) {
            Vector3d u = bone(a.body(), pa, limb.get(n), limb.get(n + 1));
            Vector3d v = bone(b.body(), pb, limb.get(n), limb.get(n + 1));
            if (u != null && v != null) {
              sum += Math.toDegrees(u.angle(v));
              count++;
            }
          }
        }
      }
    }
    return count == 0 ? Double.NaN : sum / count;
  }

  private static Vector3d bone(Body body, WorldPose pose, Role from, Role to) {
    int a = body.joint(from).orElse(-1);
    int b = body.joint(to).orElse(-1);
    if (a < 0 || b < 0) {
      return null;
    }
    Vector3d bone =
        new Vector3d(pose.x(b), pose.y(b), pose.z(b)).sub(pose.x(a), pose.y(a), pose.z(a));
    return bone.length() > 1e-6 ? bone : null;
  }

  private static double[] soles(Motion motion, List<Contact> contacts, double floorM) {
    Clip clip = motion.clip();
    int ends = (int) Math.round(ENDS_S * clip.rateHz());
    double[] speeds = new double[0];
    double[] floats = new double[0];
    for (Contact contact : contacts) {
      var point = contact.part().isSole() ? contact.part().on(motion.body()) : null;
      if (point == null || point.isEmpty()) {
        continue;
      }
      Frames whole = contact.frames().within(clip.allFrames());
      if (whole.count() <= 2 * ends + 2) {
        continue;
      }
      Frames run = new Frames(whole.from() + ends, whole.to() - ends);
      int at = speeds.length;
      speeds = Arrays.copyOf(speeds, at + run.count() - 1);
      floats = Arrays.copyOf(floats, at + run.count() - 1);
      fill(clip, point.get(), run, floorM, speeds, floats, at);
    }
    return new double[] {top(speeds), top(floats), top(sinks(motion, floorM))};
  }

  private static void fill(
      Clip clip,
      PartPoint point,
      Frames run,
      double floorM,
      double[] speeds,
      double[] floats,
      int at) {
    WorldPose pose = WorldPose.only(clip.skeleton(), point.joint());
    double[] p = new double[3];
    double[] q = new double[3];
    for (int n = 0; n < run.count(); n++) {
      pose.solve(clip, run.from() + n);
      point.place(pose, p, 0);
      if (n > 0) {
        double way = Math.hypot(Math.hypot(p[0] - q[0], p[1] - q[1]), p[2] - q[2]);
        speeds[at + n - 1] = 1000 * way * clip.rateHz();
        floats[at + n - 1] = p[1];
      }
      System.arraycopy(p, 0, q, 0, 3);
    }
    double[] heights = Arrays.copyOfRange(floats, at, at + run.count() - 1);
    Arrays.sort(heights);
    double own = heights[heights.length / 2];
    // what stands on steps is measured from there
    double level = own > floorM + RAISED_M ? own : floorM;
    for (int n = at; n < at + run.count() - 1; n++) {
      floats[n] = 1000 * Math.max(0, floats[n] - level);
    }
  }

  private static double[] sinks(Motion motion, double floorM) {
    Clip clip = motion.clip();
    double[] sinks = new double[clip.frames()];
    WorldPose pose = new WorldPose(clip.skeleton());
    for (int f = 0; f < sinks.length && !motion.body().soles().isEmpty(); f++) {
      pose.solve(clip, f);
      for (Sole sole : motion.body().soles()) {
        sinks[f] = Math.max(sinks[f], 1000 * (floorM - sole.lowest(pose)));
      }
    }
    return sinks;
  }

  private static double top(double[] values) {
    if (values.length == 0) {
      return Double.NaN;
    }
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return sorted[(int) (0.95 * (sorted.length - 1))];
  }
}
