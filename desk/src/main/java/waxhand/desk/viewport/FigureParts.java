package waxhand.desk.viewport;

import java.util.List;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Skeleton;

/**
 * The lay figure: for each joint with a role a skin of wax, shaped from the bones around it. Widths
 * follow the height of the body. Bodies without roles get plain tapered bones.
 */
final class FigureParts {
  private FigureParts() {}

  static List<Part> of(Body body) {
    Clay clay = new Clay(body);
    if (body.joint(Role.HIPS).isPresent() && body.joint(Role.CHEST).isPresent()) {
      Trunk.shape(clay);
      Head.shape(clay);
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        Arm.shape(clay, side);
        Leg.shape(clay, side);
      }
    }
    bones(clay);
    return clay.parts();
  }

  /** Bones of joints that got no skin and have length: extra limbs, tails, bodies without roles. */
  private static void bones(Clay clay) {
    List<Part> parts = clay.parts();
    Skeleton skeleton = clay.skeleton;
    Body body = clay.body;
    boolean roleless = parts.isEmpty();
    double size = clay.h > 0 ? clay.h : 1;
    for (int j = 0; j < skeleton.size(); j++) {
      int joint = j;
      boolean bare = parts.stream().noneMatch(p -> p.joint() == joint);
      if (!bare || (!roleless && skeleton.parent(j) < 0)) {
        continue;
      }
      if (!roleless && body.role(j).isEmpty() && skeleton.children(j).isEmpty()) {
        continue;
      }
      Vector3d to = clay.next(j);
      if (to.length() > 0.01 * size && (roleless || body.role(j).isPresent())) {
        Vector3d f = Clay.across(to, Clay.Z).mul(0.015 * size);
        Vector3d s = new Vector3d(to).normalize().cross(f);
        Loft loft = new Loft();
        loft.ring(new Vector3d(), s, f, 2);
        loft.ring(to, new Vector3d(s).mul(0.7), new Vector3d(f).mul(0.7), 2);
        clay.add(j, Side.MIDDLE, loft.rounded(0.01 * size, 0.008 * size));
      }
    }
  }
}
