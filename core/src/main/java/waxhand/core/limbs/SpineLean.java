package waxhand.core.limbs;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/**
 * A spine that leans so that the shoulders come towards a goal: every joint of it turns by the same
 * small angle, the least that does it.
 */
final class SpineLean {
  private static final List<Role> SPINE =
      List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST);

  private final Skeleton skeleton;
  private final int[] joints;
  private final double[][] places;
  private final double[] step = new double[4];
  private final double[] turn = new double[4];
  private final double[] sum = new double[3];
  private final double[] w = new double[3];

  /**
   * @param scope joints that may change; where any of the spine may not, it does not lean
   */
  SpineLean(Body body, BitSet scope) {
    skeleton = body.skeleton();
    List<Integer> chain = new ArrayList<>();
    for (Role role : SPINE) {
      body.joint(role).ifPresent(chain::add);
    }
    boolean free = chain.stream().allMatch(scope::get);
    boolean joined = true;
    for (int k = 1; k < chain.size(); k++) {
      joined &= skeleton.isAncestor(chain.get(k - 1), chain.get(k));
    }
    joints = free && joined ? chain.stream().mapToInt(j -> j).toArray() : new int[0];
    places = new double[joints.length][3];
  }

  /** The joints that turn, from the hips upwards; none where it cannot lean. */
  int[] joints() {
    return joints;
  }

  /** Whether a joint goes along. */
  boolean carries(int joint) {
    return joints.length > 0 && skeleton.isAncestor(joints[joints.length - 1], joint);
  }

  /**
   * Leans for one pose.
   *
   * @param shoulders places the spine carries, 3 numbers each, metres: their middle is brought
   *     towards where it is wanted. Modified: where they come to lie.
   * @param wanted by how much, 3 numbers, metres. Not modified.
   */
  void lean(WorldPose pose, double[] shoulders, double[] wanted) {
    int count = shoulders.length / 3;
    java.util.Arrays.fill(sum, 0);
    for (int k = 0; k < joints.length; k++) {
      System.arraycopy(pose.positions(), 3 * joints[k], places[k], 0, 3);
      for (int i = 0; i < 3; i++) {
        double middle = 0;
        for (int s = 0; s < count; s++) {
          middle += shoulders[3 * s + i] / count;
        }
        sum[i] += middle - places[k][i];
      }
    }
    double size = sum[0] * sum[0] + sum[1] * sum[1] + sum[2] * sum[2];
    // the least turn w of each joint with w × sum = wanted, as far as that can be
    w[0] = (sum[1] * wanted[2] - sum[2] * wanted[1]) / Math.max(1e-9, size);
    w[1] = (sum[2] * wanted[0] - sum[0] * wanted[2]) / Math.max(1e-9, size);
    w[2] = (sum[0] * wanted[1] - sum[1] * wanted[0]) / Math.max(1e-9, size);
    Quats.exp(w, 0, step, 0);
    for (int k = 0; k < joints.length; k++) {
      for (int above = k + 1; above < joints.length; above++) {
        about(places[k], places[above], 0);
      }
      for (int s = 0; s < count; s++) {
        about(places[k], shoulders, 3 * s);
      }
    }
  }

  private void about(double[] centre, double[] p, int at) {
    for (int i = 0; i < 3; i++) {
      p[at + i] -= centre[i];
    }
    Quats.rotate(step, 0, p, at, p, at);
    for (int i = 0; i < 3; i++) {
      p[at + i] += centre[i];
    }
  }

  /** World turn of what hangs from the first {@code count} joints, after {@link #lean}. */
  double[] turn(int count) {
    double[] v = {count * w[0], count * w[1], count * w[2]};
    Quats.exp(v, 0, turn, 0);
    return turn;
  }
}
