package waxhand.core.retarget;

import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;

/** How a body stands in a frame of a take, turned about the vertical so that it looks ahead. */
final class Standing implements Stance {
  private static final double SHORT = 1e-6;

  private final WorldPose pose;
  private final Quaterniond ahead;

  Standing(Body body, Clip clip, int frame) {
    pose = new WorldPose(body.skeleton());
    pose.solve(clip, frame);
    Vector3d left = new Vector3d();
    // of two pairs the hips say it best
    for (List<Role> pair :
        List.of(
            List.of(Role.LEFT_THIGH, Role.RIGHT_THIGH),
            List.of(Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM))) {
      int a = body.joint(pair.get(0)).orElse(-1);
      int b = body.joint(pair.get(1)).orElse(-1);
      if (a >= 0 && b >= 0 && left.length() < SHORT) {
        left.set(place(a)).sub(place(b)).setComponent(1, 0);
      }
    }
    ahead =
        left.length() < SHORT
            ? new Quaterniond()
            : new Quaterniond().rotateY(Math.atan2(left.z, left.x));
  }

  private Vector3d place(int joint) {
    double[] p = pose.positions();
    return new Vector3d(p[3 * joint], p[3 * joint + 1], p[3 * joint + 2]);
  }

  @Override
  public Quaterniond rotation(int joint) {
    double[] q = pose.rotations();
    int at = 4 * joint;
    return new Quaterniond(ahead)
        .mul(new Quaterniond(q[at], q[at + 1], q[at + 2], q[at + 3]))
        .normalize();
  }
}
