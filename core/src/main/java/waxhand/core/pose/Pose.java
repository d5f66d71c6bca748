package waxhand.core.pose;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;

/**
 * How parts are turned in what they hang from, beyond rest. Turns are rotation vectors along the
 * world's axes as the body stands at rest, so that a pose does not depend on how a file turns its
 * joints; it does on the rest pose itself. Immutable.
 *
 * @param turns by role, radians
 */
public record Pose(Map<Role, Vector3dc> turns) {
  /** A turn has no part longer than this, radians. */
  private static final double MOST = 4 * Math.PI;

  public Pose {
    Map<Role, Vector3dc> own = new EnumMap<>(Role.class);
    turns.forEach(
        (role, turn) -> {
          if (!(Math.abs(turn.x()) <= MOST
              && Math.abs(turn.y()) <= MOST
              && Math.abs(turn.z()) <= MOST)) {
            throw new IllegalArgumentException(role.words() + " is turned by " + turn);
          }
          own.put(role, new Vector3d(turn));
        });
    turns = Map.copyOf(own);
  }

  /** The pose of some parts of a body in a frame. */
  public static Pose of(Clip clip, Body body, int frame, Set<Role> parts) {
    Map<Role, Vector3dc> turns = new EnumMap<>(Role.class);
    double[] q = new double[4];
    double[] v = new double[3];
    for (Map.Entry<Role, Integer> joint : body.joints().entrySet()) {
      if (parts.contains(joint.getKey())) {
        clip.rotation(joint.getValue()).read(frame, q, 0);
        double[] frameOf = frameOf(body.skeleton(), joint.getValue());
        double[] rest = rest(body.skeleton(), joint.getValue());
        Quats.leading(rest, 0, q, 0, q, 0);
        Quats.log(q, 0, v, 0);
        Quats.rotate(frameOf, 0, v, 0, v, 0);
        turns.put(joint.getKey(), new Vector3d(v[0], v[1], v[2]));
      }
    }
    return new Pose(turns);
  }

  /** How what a joint hangs from is turned in the world at rest. */
  private static double[] frameOf(Skeleton skeleton, int joint) {
    int parent = skeleton.parent(joint);
    return numbers(parent < 0 ? new Quaterniond() : skeleton.restRotation(parent));
  }

  private static double[] rest(Skeleton skeleton, int joint) {
    return numbers(skeleton.joint(joint).rest());
  }

  private static double[] numbers(Quaterniondc q) {
    return new double[] {q.x(), q.y(), q.z(), q.w()};
  }

  /**
   * The local rotation that a part of a body has in this pose; empty where the pose says nothing of
   * it, or the body has none. Modified: dest.
   */
  public boolean rotation(Body body, Role role, double[] dest, int at) {
    Vector3dc turn = turns.get(role);
    int joint = body.joint(role).orElse(-1);
    if (turn == null || joint < 0) {
      return false;
    }
    double[] v = {turn.x(), turn.y(), turn.z()};
    double[] frame = frameOf(body.skeleton(), joint);
    double[] back = {-frame[0], -frame[1], -frame[2], frame[3]};
    Quats.rotate(back, 0, v, 0, v, 0);
    Quats.exp(v, 0, dest, at);
    Quats.multiply(dest, at, rest(body.skeleton(), joint), 0, dest, at);
    return true;
  }

  /** The same pose of the other side: left and right exchanged. */
  public Pose mirrored() {
    Map<Role, Vector3dc> other = new EnumMap<>(Role.class);
    // a turn is mirrored the other way round than a place
    turns.forEach((r, t) -> other.put(r.mirrored(), new Vector3d(t.x(), -t.y(), -t.z())));
    return new Pose(other);
  }

  /** Of some parts alone. */
  public Pose of(Set<Role> parts) {
    Map<Role, Vector3dc> some = new EnumMap<>(Role.class);
    turns.forEach(
        (r, t) -> {
          if (parts.contains(r)) {
            some.put(r, t);
          }
        });
    return new Pose(some);
  }

  /** The turn of a part. */
  public Optional<Vector3dc> turn(Role role) {
    return Optional.ofNullable(turns.get(role));
  }
}
