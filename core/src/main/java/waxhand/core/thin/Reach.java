package waxhand.core.thin;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/** The places that turning joints moves, and how far each joint reaches. */
final class Reach {
  private final Skeleton skeleton;
  private final List<Integer> joints = new ArrayList<>();
  private final List<Vector3dc> points = new ArrayList<>();
  private final double[] longest;

  /**
   * @param thinned joints that are changed; what hangs from them moves
   */
  Reach(Skeleton skeleton, BitSet thinned) {
    this.skeleton = skeleton;
    BitSet moved = skeleton.below(thinned);
    for (int j = moved.nextSetBit(0); j >= 0; j = moved.nextSetBit(j + 1)) {
      add(j, new Vector3d());
      if (skeleton.joint(j).tip().isPresent()) {
        add(j, skeleton.joint(j).tip().get());
      }
    }
    longest = new double[skeleton.size()];
    for (int j = longest.length - 1; j >= 0; j--) {
      double tip = skeleton.joint(j).tip().map(Vector3dc::length).orElse(0.0);
      longest[j] = Math.max(longest[j], tip);
      int p = skeleton.parent(j);
      if (p >= 0) {
        longest[p] = Math.max(longest[p], longest[j] + skeleton.joint(j).offset().length());
      }
    }
  }

  private void add(int joint, Vector3dc point) {
    joints.add(joint);
    points.add(point);
  }

  /** How many places are watched: joints and the tips of those that have one. */
  int count() {
    return joints.size();
  }

  /** The joint that place {@code k} goes with. */
  int joint(int k) {
    return joints.get(k);
  }

  Skeleton skeleton() {
    return skeleton;
  }

  /** The farthest that anything is from a joint, along the bones, metres. */
  double longest(int joint) {
    return longest[joint];
  }

  /** Place {@code k} in a frame of a run. Modified: dest. */
  void place(RunPose pose, int k, int n, double[] dest, int at) {
    pose.point(joints.get(k), points.get(k), n, dest, at);
  }

  /** All places of a pose, 3 numbers each. Modified: dest. */
  void places(WorldPose pose, double[] dest, int at) {
    for (int k = 0; k < joints.size(); k++) {
      pose.point(joints.get(k), points.get(k), dest, at + 3 * k);
    }
  }
}
