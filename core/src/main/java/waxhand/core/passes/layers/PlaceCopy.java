package waxhand.core.passes.layers;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.PartName;
import waxhand.core.maths.Poses;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.limbs.TieTarget;
import waxhand.core.scene.Motion;

/**
 * Where a part is relative to the hips, another part or a prop in a frame, to be put to other
 * frames: a hand on the hip here is one there.
 *
 * @param part that can be pulled
 * @param target what it is told relative to
 * @param pose place and rotation as the target sees them, 7 numbers
 */
public record PlaceCopy(PartName part, TieTarget target, List<Double> pose) {
  /** A frame of a motion, counted there and in the raw take. */
  public record At(int local, double raw) {}

  /** Of a part in a frame of a motion; empty where the motion lacks the part or the target. */
  public static Optional<PlaceCopy> of(Motion motion, PartName part, TieTarget target, int frame) {
    Optional<TieTarget.Course> course = target.in(motion);
    if (course.isEmpty() || part.on(motion.body()).isEmpty()) {
      return Optional.empty();
    }
    double[] frameOf = new double[7];
    course.get().pose(frame, frameOf);
    double[] own = new double[7];
    stands(motion, part, frame, own);
    Poses.relative(frameOf, own, own);
    return Optional.of(new PlaceCopy(part, target, Arrays.stream(own).boxed().toList()));
  }

  private static void stands(Motion motion, PartName part, int frame, double[] dest) {
    int joint = part.on(motion.body()).orElseThrow();
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), joint);
    pose.solve(motion.clip(), frame);
    System.arraycopy(pose.positions(), 3 * joint, dest, 0, 3);
    System.arraycopy(pose.rotations(), 4 * joint, dest, 3, 4);
  }

  /**
   * A layer that adds, with the part there in some frames: a key of place and turn in each.
   *
   * @param out what comes of the layer as it is
   * @throws IllegalArgumentException if the layer replaces
   */
  public LayerPass put(LayerPass layer, Motion out, List<At> frames, LayerEdit.Hold hold) {
    if (layer.replaces()) {
      throw new IllegalArgumentException("places are put on layers that add");
    }
    TieTarget.Course course = target.in(out).orElseThrow();
    LayerPass put = layer;
    for (At at : frames) {
      double[] frameOf = new double[7];
      course.pose(at.local(), frameOf);
      double[] wanted = pose.stream().mapToDouble(d -> d).toArray();
      Poses.within(frameOf, wanted, wanted);
      double[] is = new double[7];
      stands(out, part, at.local(), is);
      double[] place = LayerEdit.at(layer, part, Channel.Of.GOAL, at.raw());
      for (int i = 0; i < 3; i++) {
        place[i] += wanted[i] - is[i];
      }
      double[] turn = LayerEdit.at(layer, part, Channel.Of.GOAL_TURN, at.raw());
      double[] q = new double[8];
      Quats.leading(is, 3, wanted, 3, q, 0);
      Quats.exp(turn, 0, q, 4);
      Quats.multiply(q, 0, q, 4, q, 0);
      Quats.log(q, 0, turn, 0);
      put = LayerEdit.set(put, part, Channel.Of.GOAL, at.raw(), place, hold);
      put = LayerEdit.set(put, part, Channel.Of.GOAL_TURN, at.raw(), turn, hold);
    }
    return put;
  }
}
