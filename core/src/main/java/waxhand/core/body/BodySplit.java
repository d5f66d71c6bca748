package waxhand.core.body;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import waxhand.core.motion.Skeleton;

/** Which joints of a skeleton are one body: a file may hold several, and what is none. */
final class BodySplit {
  /** Bodies hang from a root, or from a joint not far below one. */
  private static final int DEEPEST = 6;

  /** A body has no fewer joints. */
  private static final int FEWEST = 6;

  private BodySplit() {}

  /** The joints of each body, in order; all joints as one where there is at most one body. */
  static List<BitSet> of(Skeleton skeleton) {
    List<BitSet> bodies = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      if (skeleton.parent(j) < 0) {
        collect(skeleton, j, 0, bodies);
      }
    }
    if (bodies.size() > 1) {
      return bodies;
    }
    BitSet all = new BitSet();
    all.set(0, skeleton.size());
    return List.of(all);
  }

  /** Adds the bodies that hang from a joint or begin at it; says whether there are any. */
  private static boolean collect(Skeleton skeleton, int top, int depth, List<BitSet> bodies) {
    BitSet one = new BitSet();
    one.set(top);
    BitSet below = skeleton.below(one);
    if (below.cardinality() < FEWEST || depth > DEEPEST || !isWhole(skeleton, below)) {
      return false;
    }
    boolean inside = false;
    for (int child : skeleton.children(top)) {
      inside |= collect(skeleton, child, depth + 1, bodies);
    }
    if (!inside) {
      bodies.add(below);
    }
    return true;
  }

  /** Two legs and an arm or a head. */
  private static boolean isWhole(Skeleton skeleton, BitSet joints) {
    Map<Role, Integer> roles = RoleFinder.find(skeleton, joints);
    return roles.containsKey(Role.LEFT_SHIN)
        && roles.containsKey(Role.RIGHT_SHIN)
        && (roles.containsKey(Role.HEAD)
            || roles.containsKey(Role.LEFT_FOREARM)
            || roles.containsKey(Role.RIGHT_FOREARM));
  }

  /**
   * What passes may change: the hips and what hangs from them, but for cameras, targets and props,
   * and what carries the hips where it carries no other body.
   */
  static BitSet members(Skeleton skeleton, BitSet part, Map<Role, Integer> roles, boolean alone) {
    Integer hips = roles.get(Role.HIPS);
    if (hips == null || !roles.containsKey(Role.LEFT_SHIN) && !roles.containsKey(Role.RIGHT_SHIN)) {
      return part;
    }
    BitSet members = new BitSet();
    members.set(hips);
    members = skeleton.below(members);
    for (int j = hips + 1; j < skeleton.size(); j++) {
      boolean beside = JointName.of(skeleton.joint(j).name()).isBeside() && !roles.containsValue(j);
      boolean hangs = skeleton.parent(j) >= 0 && !members.get(skeleton.parent(j));
      if (members.get(j) && (beside || hangs)) {
        members.clear(j);
      }
    }
    for (int j = skeleton.parent(hips); alone && j >= 0; j = skeleton.parent(j)) {
      members.set(j);
    }
    return members;
  }
}
