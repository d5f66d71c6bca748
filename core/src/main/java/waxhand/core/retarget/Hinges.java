package waxhand.core.retarget;

import java.util.EnumMap;
import java.util.Map;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/**
 * About what elbows and knees bend, found from how they bend in a take: some skeletons have limbs
 * that are rolled about themselves at rest, so that the rest pose does not tell.
 */
final class Hinges {
  /** So many frames are looked at at most, evenly spread. */
  private static final int SAMPLES = 400;

  /** A limb bent by less or more tells little of its plane, radians. */
  private static final double LEAST_RAD = Math.toRadians(25);

  private static final double MOST_RAD = Math.toRadians(150);

  /** In so many of the frames looked at a limb must be bent. */
  private static final int ENOUGH = 8;

  /** So much alike the planes must be: the length of their mean normal. */
  private static final double ALIKE = 0.9;

  private Hinges() {}

  /**
   * Axes in the frame of what carries the lower joint, unit, of those limbs that show them: where
   * joints in the line of a bone twist, the last of them turns with the elbow or knee.
   *
   * @return by the role of the upper joint
   */
  static Map<Role, Vector3d> of(Clip clip, Body body) {
    Map<Role, Vector3d> hinges = new EnumMap<>(Role.class);
    for (Side side : new Side[] {Side.LEFT, Side.RIGHT}) {
      for (boolean leg : new boolean[] {true, false}) {
        var roles = Role.limb(side, leg);
        int first = leg ? 0 : 1;
        int upper = body.joint(roles.get(first)).orElse(-1);
        int middle = body.joint(roles.get(first + 1)).orElse(-1);
        int end = body.joint(roles.get(first + 2)).orElse(-1);
        if (upper >= 0 && middle >= 0 && end >= 0) {
          Vector3d axis = axis(clip, upper, middle, end);
          if (axis != null) {
            hinges.put(roles.get(first), axis);
          }
        }
      }
    }
    return hinges;
  }

  /** In whose frame the axis of a limb is told. */
  static int carrier(Skeleton skeleton, int upper, int middle) {
    return skeleton.parent(middle) < 0 ? upper : skeleton.parent(middle);
  }

  private static Vector3d axis(Clip clip, int upper, int middle, int end) {
    WorldPose pose = WorldPose.only(clip.skeleton(), end);
    int at = 4 * carrier(clip.skeleton(), upper, middle);
    Vector3d sum = new Vector3d();
    Vector3d a = new Vector3d();
    Vector3d b = new Vector3d();
    int count = 0;
    int step = Math.max(1, clip.frames() / SAMPLES);
    for (int f = 0; f < clip.frames(); f += step) {
      pose.solve(clip, f);
      a.set(pose.x(middle), pose.y(middle), pose.z(middle));
      b.set(pose.x(end), pose.y(end), pose.z(end)).sub(a);
      a.sub(pose.x(upper), pose.y(upper), pose.z(upper));
      double bend = a.angle(b);
      if (bend > LEAST_RAD && bend < MOST_RAD) {
        a.cross(b).normalize();
        double[] q = pose.rotations();
        new Quaterniond(q[at], q[at + 1], q[at + 2], q[at + 3]).transformInverse(a);
        sum.add(a);
        count++;
      }
    }
    return count >= ENOUGH && sum.length() > ALIKE * count ? sum.normalize() : null;
  }
}
