package waxhand.core.body;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Skeleton;

/**
 * How far a joint turns from rest: the bend of its bone, and the turn about it. Ranges are those of
 * a supple adult (after Kapandji, "The Physiology of the Joints"), and generous: rigs stand at rest
 * in different ways.
 *
 * @param bone direction of the bone that the joint turns, in its own frame, unit
 * @param rest its rotation at rest, in its parent's frame, unit
 * @param swingRad how far the bone bends from rest
 * @param twistRad how far it turns about itself
 */
public record JointRange(Vector3dc bone, Quaterniondc rest, double swingRad, double twistRad) {
  /** How far a knee or an elbow can close, radians from straight. */
  public static final double CLOSED_RAD = Math.toRadians(160);

  private static final Map<Role, double[]> DEGREES = degrees();

  private static Map<Role, double[]> degrees() {
    Map<Role, double[]> ranges = new EnumMap<>(Role.class);
    for (Role role : Role.values()) {
      String name = role.name();
      if (name.startsWith("SPINE") || role == Role.CHEST) {
        ranges.put(role, new double[] {65, 60});
      } else if (role == Role.NECK || role == Role.NECK_2 || role == Role.HEAD) {
        ranges.put(role, new double[] {75, 85});
      } else if (name.endsWith("COLLAR")) {
        ranges.put(role, new double[] {60, 60});
      } else if (name.endsWith("_HAND")) {
        ranges.put(role, new double[] {100, 115});
      } else if (name.endsWith("_FOOT")) {
        ranges.put(role, new double[] {85, 75});
      } else if (name.endsWith("_TOES")) {
        ranges.put(role, new double[] {85, 60});
      }
    }
    return ranges;
  }

  /** The range of a joint; empty where its role is not known to have one. */
  public static Optional<JointRange> of(Body body, int joint) {
    return body.role(joint)
        .map(DEGREES::get)
        .map(
            d ->
                new JointRange(
                    bone(body.skeleton(), joint),
                    body.skeleton().joint(joint).rest(),
                    Math.toRadians(d[0]),
                    Math.toRadians(d[1])));
  }

  /** Direction of the bone that a joint turns, unit; that of its parent's where it has no end. */
  private static Vector3d bone(Skeleton skeleton, int joint) {
    Vector3d direction = new Vector3d();
    if (skeleton.joint(joint).tip().isPresent()) {
      direction.set(skeleton.joint(joint).tip().get());
    } else if (!skeleton.children(joint).isEmpty()) {
      direction.set(skeleton.joint(skeleton.children(joint).get(0)).offset());
    }
    if (direction.length() < 1e-6) {
      skeleton.joint(joint).rest().transformInverse(skeleton.joint(joint).offset(), direction);
    }
    return direction.length() < 1e-9 ? new Vector3d(0, 1, 0) : direction.normalize();
  }

  /** How far a local rotation bends the bone, radians. */
  public double swing(double[] q, int at) {
    double along = along(q, at);
    double w = cosine(q, at);
    return 2 * Math.acos(Math.min(1, Math.sqrt(along * along + w * w)));
  }

  /** How far it turns it about itself, radians. */
  public double twist(double[] q, int at) {
    return 2 * Math.atan2(Math.abs(along(q, at)), Math.abs(cosine(q, at)));
  }

  /**
   * Whether some local rotations all stay in the range, as {@link #swing} and {@link #twist} would
   * tell, at a fraction of their cost.
   *
   * @param q unit quaternions, 4 numbers each. Not modified.
   */
  public boolean holdsAll(double[] q, int count) {
    double least = Math.pow(Math.cos(swingRad / 2), 2);
    double most = Math.tan(Math.min(twistRad, Math.PI) / 2);
    for (int at = 0; at < 4 * count; at += 4) {
      double along = along(q, at);
      double w = cosine(q, at);
      if (along * along + w * w < least || Math.abs(along) > most * Math.abs(w)) {
        return false;
      }
    }
    return true;
  }

  /** The part along the bone of what turns it from rest (of rest⁻¹ q, the vector on the bone). */
  private double along(double[] q, int at) {
    double x = q[at];
    double y = q[at + 1];
    double z = q[at + 2];
    double w = q[at + 3];
    double turnedX = rest.w() * x - rest.x() * w - (rest.y() * z - rest.z() * y);
    double turnedY = rest.w() * y - rest.y() * w - (rest.z() * x - rest.x() * z);
    double turnedZ = rest.w() * z - rest.z() * w - (rest.x() * y - rest.y() * x);
    return bone.x() * turnedX + bone.y() * turnedY + bone.z() * turnedZ;
  }

  /** Half the angle from rest, as a cosine. */
  private double cosine(double[] q, int at) {
    return rest.w() * q[at + 3] + rest.x() * q[at] + rest.y() * q[at + 1] + rest.z() * q[at + 2];
  }

  /**
   * Brings a local rotation back into the range, or as far out of it as another already was.
   *
   * @param other a unit quaternion. Not modified.
   * @param q a unit quaternion. Modified.
   */
  public void hold(double[] other, int otherAt, double[] q, int at) {
    double swing = swing(q, at);
    double twist = twist(q, at);
    double mostSwing = Math.max(swingRad, swing(other, otherAt));
    double mostTwist = Math.max(twistRad, twist(other, otherAt));
    if (swing <= mostSwing + 1e-9 && twist <= mostTwist + 1e-9) {
      return;
    }
    double along = along(q, at);
    double[] turned = {bone.x() * along, bone.y() * along, bone.z() * along, cosine(q, at)};
    Quats.normalize(turned, 0);
    double[] back = {-turned[0], -turned[1], -turned[2], turned[3]};
    double[] standing = {rest.x(), rest.y(), rest.z(), rest.w()};
    double[] bent = {-rest.x(), -rest.y(), -rest.z(), rest.w()};
    Quats.multiply(bent, 0, q, at, bent, 0);
    Quats.multiply(bent, 0, back, 0, bent, 0);
    scale(bent, swing > mostSwing ? mostSwing / swing : 1);
    scale(turned, twist > mostTwist ? mostTwist / twist : 1);
    Quats.multiply(bent, 0, turned, 0, bent, 0);
    Quats.multiply(standing, 0, bent, 0, q, at);
  }

  private static void scale(double[] q, double share) {
    if (share == 1) {
      return;
    }
    double[] v = new double[3];
    Quats.log(q, 0, v, 0);
    for (int i = 0; i < 3; i++) {
      v[i] *= share;
    }
    Quats.exp(v, 0, q, 0);
  }
}
