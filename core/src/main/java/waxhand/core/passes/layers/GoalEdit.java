package waxhand.core.passes.layers;

import java.util.Optional;
import java.util.stream.Stream;
import org.joml.Quaterniond;
import waxhand.core.curve.Curve;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Poses;
import waxhand.core.maths.Quats;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.GoalPart;
import waxhand.core.passes.limbs.PartGoals;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.scene.Motion;

/**
 * What a layer wants of one part that is driven to a goal.
 *
 * @param place of the part, one curve an axis
 * @param turn rotation vector of the part, one an axis
 * @param swivel turn of its limb's bend plane
 * @param to what place and turn are relative to; empty for the world
 * @param replaces whether they take the place of what is there
 */
record GoalEdit(
    GoalPart part,
    Curve[] place,
    Curve[] turn,
    Curve swivel,
    Optional<TieTarget> to,
    boolean replaces) {
  /** What is wanted comes and goes for the rest of the body within this time, seconds. */
  private static final double COMES_S = 0.25;

  private static boolean any(Curve[] curves) {
    return Stream.of(curves).anyMatch(c -> !c.isEmpty());
  }

  /** The frames in which anything is wanted. */
  FrameSet active() {
    if (replaces && (any(place) || any(turn))) {
      return FrameSet.of(new Frames(0, Integer.MAX_VALUE));
    }
    FrameSet active = swivel.active();
    for (int i = 0; i < 3; i++) {
      active = active.union(place[i].active()).union(turn[i].active());
    }
    return active;
  }

  /**
   * @param in what it acts on
   * @param weights how much of it counts, a number a frame of the region. Not modified.
   */
  PartGoals.Wish wish(Motion in, Frames region, double[] weights) {
    int joint = in.body().joint(part.role()).orElseThrow();
    int count = region.count();
    double[] places = JointEdit.vectors(place, region);
    double[] vectors = JointEdit.vectors(turn, region);
    double[] shifts = new double[3 * count];
    double[] turns = new double[4 * count];
    double[] aside = new double[count];
    swivel.read(region, aside, 0, 1);
    Optional<TieTarget.Course> course = to.flatMap(t -> t.in(in));
    WorldPose pose = WorldPose.only(in.clip().skeleton(), joint);
    double[] frame = {0, 0, 0, 0, 0, 0, 1};
    double[] own = new double[7];
    Quaterniond stands = in.clip().skeleton().restRotation(joint);
    double[] rest = {stands.x(), stands.y(), stands.z(), stands.w()};
    for (int n = 0; n < count; n++) {
      turns[4 * n + 3] = 1;
      aside[n] *= weights[n];
      boolean nothing =
          !replaces && JointEdit.isZero(places, 3 * n) && JointEdit.isZero(vectors, 3 * n);
      if (weights[n] == 0 || nothing) {
        continue;
      }
      if (course.isPresent()) {
        course.get().pose(region.from() + n, frame);
      }
      pose.solve(in.clip(), region.from() + n);
      System.arraycopy(pose.positions(), 3 * joint, own, 0, 3);
      System.arraycopy(pose.rotations(), 4 * joint, own, 3, 4);
      if (any(place)) {
        shift(places, own, frame, weights[n], shifts, n);
      }
      if (any(turn)) {
        turn(vectors, own, frame, rest, weights[n], turns, n);
      }
    }
    return new PartGoals.Wish(part, shifts, turns, aside, held(in, region));
  }

  private void shift(
      double[] places, double[] own, double[] frame, double w, double[] shifts, int n) {
    double[] d = {places[3 * n], places[3 * n + 1], places[3 * n + 2]};
    if (replaces) {
      double[] seen = own.clone();
      Poses.relative(frame, seen, seen);
      for (int i = 0; i < 3; i++) {
        d[i] = place[i].isEmpty() ? 0 : d[i] - seen[i];
      }
    }
    Quats.rotate(frame, 3, d, 0, d, 0);
    for (int i = 0; i < 3; i++) {
      shifts[3 * n + i] = w * d[i];
    }
  }

  private void turn(
      double[] vectors,
      double[] own,
      double[] frame,
      double[] rest,
      double w,
      double[] dest,
      int n) {
    double[] v = {vectors[3 * n], vectors[3 * n + 1], vectors[3 * n + 2]};
    if (replaces) {
      double[] q = new double[4];
      Quats.exp(v, 0, q, 0);
      Quats.multiply(frame, 3, q, 0, q, 0);
      Quats.multiply(q, 0, rest, 0, q, 0);
      Quats.leading(own, 3, q, 0, q, 0);
      Quats.log(q, 0, v, 0);
    } else {
      Quats.rotate(frame, 3, v, 0, v, 0);
    }
    for (int i = 0; i < 3; i++) {
      v[i] *= w;
    }
    Quats.exp(v, 0, dest, 4 * n);
  }

  /** Rises from nothing where something comes to be wanted, and falls to it where it ends. */
  private double[] held(Motion in, Frames region) {
    double[] held = new double[region.count()];
    int frames = in.clip().frames();
    double ease = COMES_S * in.clip().rateHz() + 1;
    for (Frames run : active().within(in.clip().allFrames()).runs()) {
      double most = Math.min(ease, (run.count() + 1) / 2.0);
      Frames seen = run.within(region);
      for (int f = seen.from(); f < seen.to(); f++) {
        double since = run.from() == 0 ? most : f - run.from() + 1;
        double left = run.to() >= frames ? most : run.to() - f;
        held[f - region.from()] = Hermite.smoothstep(Math.min(since, left) / most);
      }
    }
    return held;
  }
}
