package waxhand.core.contact;

import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.WorldPose;

/**
 * The place of a body with which a part touches the world: the middle of a ball that rests on the
 * surface.
 *
 * @param joint that carries it
 * @param inJoint its middle in the joint's frame, metres
 * @param radiusM of the ball; 0 for most points of the sole
 */
public record PartPoint(int joint, Vector3dc inJoint, double radiusM) {
  static PartPoint at(int joint, double radiusM) {
    return new PartPoint(joint, new Vector3d(), radiusM);
  }

  /** Its middle in the world, metres. Modified: dest. */
  public void place(WorldPose pose, double[] dest, int at) {
    pose.point(joint, inJoint, dest, at);
  }
}
