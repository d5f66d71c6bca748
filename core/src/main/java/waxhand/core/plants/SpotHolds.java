package waxhand.core.plants;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.contact.Ground;
import waxhand.core.contact.PartPoint;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** Finds the spots of hands and knees that rest, and what brings them there. */
public final class SpotHolds {
  private static final int SAMPLES = 120;

  /** A part this near over what lies beneath is laid on it, metres: by the artist, and found. */
  private static final double LEVEL = 0.08;

  private static final double LEVEL_FOUND = 0.004;

  /** A found part that is farther from its spot for a tenth of the time does not rest, metres. */
  private static final double AWAY_M = 0.03;

  /** A found hold begins and ends where the part was captured so near to its spot, metres. */
  private static final double NEAR_M = 0.005;

  /** A found knee may be off its spot by so much: it rolls where it rests, metres. */
  private static final double ROLLS_M = 0.008;

  private SpotHolds() {}

  /**
   * The spots of all plants of hands and knees that are not muted, snapped to what lies beneath.
   * Found ones hold only over the frames in which the part was captured near its spot, and not at
   * all where it wanders off: the search does not know to the frame when a hand is laid down.
   */
  public static List<SpotHold> of(Motion motion, List<Plant> plants, Ground ground, Carry carry) {
    List<SpotHold> holds = new ArrayList<>();
    for (Plant plant : plants) {
      Frames run = plant.frames().within(motion.clip().allFrames());
      Optional<PartPoint> point = plant.part().on(motion.body());
      if (!plant.part().isSole() && !plant.muted() && !run.isEmpty() && point.isPresent()) {
        SpotHold hold = hold(motion.clip(), plant, run, point.get(), ground, carry);
        if (plant.byHand()) {
          holds.add(hold);
        } else {
          near(motion.clip(), hold, run, point.get(), carry).ifPresent(holds::add);
        }
      }
    }
    return holds;
  }

  /** A found hold over the frames, from first to last, in which the part is near its spot. */
  private static Optional<SpotHold> near(
      Clip clip, SpotHold hold, Frames run, PartPoint point, Carry carry) {
    WorldPose pose = WorldPose.only(clip.skeleton(), point.joint());
    double[] p = new double[3];
    int first = -1;
    int last = -1;
    int far = 0;
    for (int f = run.from(); f < run.to(); f++) {
      pose.solve(clip, f);
      point.place(pose, p, 0);
      double away =
          Math.hypot(
              Math.hypot(p[0] + carry.at(f, 0) - hold.x(), p[1] + carry.at(f, 1) - hold.y()),
              p[2] + carry.at(f, 2) - hold.z());
      if (away < NEAR_M) {
        first = first < 0 ? f : first;
        last = f;
      }
      far += away > AWAY_M ? 1 : 0;
    }
    boolean still = first >= 0 && far <= 0.1 * run.count();
    Plant plant = hold.plant();
    return still
        ? Optional.of(
            hold.with(
                Plant.found(
                    plant.part(), new Frames(first, last + 1), plant.easeIn(), plant.easeOut())))
        : Optional.empty();
  }

  private static SpotHold hold(
      Clip clip, Plant plant, Frames run, PartPoint point, Ground ground, Carry carry) {
    WorldPose pose = WorldPose.only(clip.skeleton(), point.joint());
    int step = Math.max(1, run.count() / SAMPLES);
    int count = (run.count() - 1) / step + 1;
    double[][] places = new double[3][count];
    double[] p = new double[3];
    for (int n = 0; n < count; n++) {
      int f = run.from() + n * step;
      pose.solve(clip, f);
      point.place(pose, p, 0);
      for (int i = 0; i < 3; i++) {
        places[i][n] = p[i] + carry.at(f, i);
      }
    }
    double[] spot = new double[3];
    for (int i = 0; i < 3; i++) {
      Arrays.sort(places[i]);
      spot[i] = places[i][count / 2];
    }
    int middle = (run.from() + run.to()) / 2;
    double over = ground.over(middle, spot[0], spot[1], spot[2]) - point.radiusM();
    double up = ground.over(middle, spot[0], spot[1] + 1e-3, spot[2]) - point.radiusM();
    // only what lies beneath draws a part down or pushes it up
    boolean level =
        (up - over) / 1e-3 > 0.7 && Math.abs(over) < (plant.byHand() ? LEVEL : LEVEL_FOUND);
    Plant.Move move = plant.move();
    double x = spot[0] + move.x();
    double z = spot[2] + move.z();
    double y = spot[1] - (level ? over : 0);
    if (level && (move.x() != 0 || move.z() != 0)) {
      y = ground.beneath(middle, x, spot[1] + Footings.STEP, z) + point.radiusM();
    }
    double heading = heading(clip, point.joint(), middle) + move.turnRad();
    return new SpotHold(plant, x, y + move.y(), z, heading, point.radiusM());
  }

  /** Where the bone of a joint points. */
  private static double heading(Clip clip, int joint, int frame) {
    Skeleton skeleton = clip.skeleton();
    Vector3d along =
        skeleton.children(joint).isEmpty()
            ? skeleton
                .joint(joint)
                .tip()
                .map(Vector3d::new)
                .orElseGet(() -> onwards(skeleton, joint))
            : new Vector3d(skeleton.joint(skeleton.children(joint).get(0)).offset());
    WorldPose pose = WorldPose.only(skeleton, joint);
    pose.solve(clip, frame);
    double[] ahead = {along.x, along.y, along.z};
    Quats.rotate(pose.rotations(), 4 * joint, ahead, 0, ahead, 0);
    return Math.atan2(ahead[0], ahead[2]);
  }

  /** The way of the bone before a joint, in its own frame at rest. */
  private static Vector3d onwards(Skeleton skeleton, int joint) {
    Joint bare = skeleton.joint(joint);
    return bare.rest().transformInverse(bare.offset(), new Vector3d());
  }

  /**
   * What brings a wrist or a knee to its spots: whole while it rests, fading before and after.
   *
   * @param holds of one hand or knee
   * @param shift beyond where the body is carried, 3 numbers a frame. Modified.
   * @param turn of the part in the world, 4 numbers a frame; null where it is not turned. Modified.
   * @param weight a number a frame. Modified.
   */
  public static void correct(
      Clip clip,
      PartPoint point,
      List<SpotHold> holds,
      Carry carry,
      Frames run,
      double[] shift,
      double[] turn,
      double[] weight) {
    WorldPose pose = WorldPose.only(clip.skeleton(), point.joint());
    double[] p = new double[3];
    double[] turned = new double[4];
    for (SpotHold hold : holds) {
      Plant plant = hold.plant();
      Frames own = plant.frames();
      Frames eased =
          new Frames(Math.max(0, own.from() - plant.easeIn()), own.to() + plant.easeOut());
      Frames here = eased.within(run);
      for (int f = here.from(); f < here.to(); f++) {
        int known = Math.max(own.from(), Math.min(Math.min(own.to(), clip.frames()) - 1, f));
        double share =
            plant.strength()
                * FootCorrector.fade(
                    Math.abs(f - known), f < known ? plant.easeIn() : plant.easeOut());
        int n = f - run.from();
        double free = 1 - Math.min(1, weight[n]);
        pose.solve(clip, known);
        point.place(pose, p, 0);
        double by = Math.min(share, free);
        double[] off = {hold.x() - p[0], hold.y() - p[1], hold.z() - p[2]};
        double away = 0;
        for (int i = 0; i < 3; i++) {
          off[i] -= carry.at(known, i);
          away += off[i] * off[i];
        }
        double rolls = plant.byHand() || !plant.part().isKnee() ? 0 : ROLLS_M;
        double beyond = Math.max(0, 1 - rolls / Math.max(1e-12, Math.sqrt(away)));
        for (int i = 0; i < 3; i++) {
          shift[3 * n + i] += by * beyond * off[i];
        }
        weight[n] += by;
        if (turn != null && plant.move().turnRad() != 0) {
          FootPose.yaw(by * plant.move().turnRad(), turned);
          Quats.multiply(turned, 0, turn, 4 * n, turn, 4 * n);
        }
      }
    }
  }
}
