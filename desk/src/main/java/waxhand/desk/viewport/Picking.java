package waxhand.desk.viewport;

import java.util.BitSet;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Skeleton;

/** Finds the body part under the pointer. */
final class Picking {
  /** Parts are at least this wide to the pointer, pixels. */
  private static final double LEAST_PX = 6;

  private final double[] a = new double[3];
  private final double[] b = new double[3];

  /**
   * The joint whose body part is drawn at a place of a view, -1 where there is none: the nearest to
   * the eye of the bones within reach of the pointer.
   *
   * @param isolated the parts that are shown; all where there are none
   */
  int pick(
      Camera camera, double width, double height, Posed wax, BitSet isolated, double x, double y) {
    if (wax.motion().isEmpty()) {
      return -1;
    }
    Body body = wax.motion().get().body();
    double pixels = height / camera.heightM();
    double bestCost = Double.POSITIVE_INFINITY;
    int best = -1;
    for (int j = 0; j < body.skeleton().size(); j++) {
      if (!isolated.isEmpty() && !isolated.get(j)) {
        continue;
      }
      Vector3d from = wax.place(j).orElseThrow();
      Vector3d end = boneEnd(body, wax, j);
      if (!camera.project(from.x, from.y, from.z, width, height, a)
          || !camera.project(end.x, end.y, end.z, width, height, b)) {
        continue;
      }
      double thick = Math.max(LEAST_PX, thickness(body, j) * pixels);
      double off = Sight.fromStretch(x, y, a, b);
      if (off < thick) {
        double cost =
            off / thick + 0.5 * (Math.min(a[2], b[2]) - camera.distance()) / body.heightM();
        if (cost < bestCost) {
          bestCost = cost;
          best = j;
        }
      }
    }
    return best;
  }

  private static boolean isMiddle(Body body, int joint) {
    return body.role(joint).map(r -> r.side() == Side.MIDDLE).orElse(true);
  }

  private static Vector3d boneEnd(Body body, Posed wax, int joint) {
    Skeleton skeleton = body.skeleton();
    for (int child : skeleton.children(joint)) {
      boolean counts = body.role(child).isPresent() || skeleton.children(joint).size() == 1;
      boolean limb = body.role(joint).map(r -> r.side() != Side.MIDDLE).orElse(true);
      if (counts && (limb || isMiddle(body, child))) {
        return wax.place(child).orElseThrow();
      }
    }
    if (skeleton.joint(joint).tip().isPresent()) {
      double[] p = new double[3];
      wax.pose().point(joint, skeleton.joint(joint).tip().get(), p, 0);
      return new Vector3d(p[0], p[1], p[2]);
    }
    return wax.place(joint).orElseThrow();
  }

  /** Half the thickness of a part, metres. */
  private static double thickness(Body body, int joint) {
    return body.heightM() * body.role(joint).map(Picking::share).orElse(0.02);
  }

  private static double share(Role role) {
    return switch (role) {
      case HIPS, CHEST -> 0.085;
      case SPINE_1, SPINE_2, SPINE_3 -> 0.075;
      case HEAD -> 0.05;
      case LEFT_THIGH, RIGHT_THIGH -> 0.045;
      default -> role.isFinger() ? 0.008 : 0.03;
    };
  }
}
