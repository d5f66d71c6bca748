package waxhand.core.body;

import java.util.Arrays;
import java.util.OptionalInt;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;

/**
 * Which joints of a body answer each other on its two sides. Roles pair them, then names and where
 * they hang; joints of the middle answer themselves. Skeletons need not be symmetric.
 */
public final class Mirroring {
  /** Nearer to an axis of the skeleton than this the sides lie along it, cosine. */
  private static final double ALONG = 0.99;

  /** Bones that point so alike are symmetric, metres a metre. */
  private static final double ALIKE = 1e-6;

  private final Skeleton skeleton;
  private final int[] partners;
  private final Vector3d across;
  private final Quaterniond[] turns;

  public Mirroring(Body body) {
    skeleton = body.skeleton();
    partners = new int[skeleton.size()];
    Arrays.fill(partners, -1);
    body.joints()
        .forEach(
            (role, joint) -> {
              OptionalInt other = body.joint(role.mirrored());
              other.ifPresent(o -> partners[joint] = o);
            });
    for (int j = 0; j < partners.length; j++) {
      if (partners[j] < 0 && body.role(j).isEmpty()) {
        partners[j] = byName(body, j);
      }
    }
    across = findAcross();
    turns = new Quaterniond[partners.length];
    for (int j = 0; j < turns.length; j++) {
      turns[j] = findTurn(j);
    }
  }

  /** The joint of the other side; the joint itself in the middle; -1 where none answers it. */
  public int partner(int joint) {
    return partners[joint];
  }

  /** From the body's right to its left at rest, unit. */
  public Vector3d across() {
    return new Vector3d(across);
  }

  private Vector3d findAcross() {
    Vector3d sum = new Vector3d();
    Vector3d[] rest = skeleton.restPositions();
    for (int j = 0; j < partners.length; j++) {
      if (partners[j] > j) {
        Vector3d to = new Vector3d(rest[j]).sub(rest[partners[j]]);
        sum.add(leftFirst(j) ? to : to.negate());
      }
    }
    if (sum.length() < 1e-6) {
      return new Vector3d(1, 0, 0);
    }
    sum.normalize();
    for (int axis = 0; axis < 3; axis++) {
      if (Math.abs(sum.get(axis)) > ALONG) {
        double sign = Math.signum(sum.get(axis));
        return new Vector3d().setComponent(axis, sign);
      }
    }
    return sum;
  }

  private boolean leftFirst(int joint) {
    return JointName.of(skeleton.joint(joint).name()).side() != Side.RIGHT;
  }

  /**
   * By which rotation, in the world's axes at rest, a joint must be turned beyond the reflection of
   * its partner, so that its bone points where the partner's does: none where both sides are alike
   * at rest.
   */
  public Quaterniond turn(int joint) {
    return new Quaterniond(turns[joint]);
  }

  /** Parents come first: a joint without bones turns as what it hangs from. */
  private Quaterniond findTurn(int joint) {
    int partner = partners[joint];
    if (partner < 0 || partner == joint) {
      return new Quaterniond();
    }
    for (int child : skeleton.children(joint)) {
      int other = partners[child];
      if (other >= 0 && skeleton.parent(other) == partner) {
        Vector3d bone = offset(child);
        Vector3d wanted = reflected(offset(other));
        if (bone.length() > 1e-6 && wanted.length() > 1e-6) {
          bone.normalize();
          wanted.normalize();
          return bone.distance(wanted) < ALIKE
              ? new Quaterniond()
              : new Quaterniond().rotationTo(bone, wanted);
        }
      }
    }
    int parent = skeleton.parent(joint);
    return parent < 0 ? new Quaterniond() : new Quaterniond(turns[parent]);
  }

  private Vector3d offset(int joint) {
    Vector3d offset = new Vector3d(skeleton.joint(joint).offset());
    return skeleton.toWorldAtRest(skeleton.parent(joint), offset);
  }

  private Vector3d reflected(Vector3d v) {
    return v.fma(-2 * v.dot(across), across);
  }

  /** Among the joints that hang from what answers its parent, the one of the same name. */
  /** A joint is across from another if it lies so near to where that is mirrored, by height. */
  private static final double ACROSS = 0.12;

  /**
   * The joint that lies across from another at rest, whatever the roles of both: of those that are
   * named alike for the other side, if there are any, the nearest.
   */
  public static OptionalInt across(Body body, int joint) {
    Skeleton skeleton = body.skeleton();
    Vector3d[] rest = skeleton.restPositions();
    Vector3d middle = rest[body.joint(Role.HIPS).orElse(0)];
    Vector3d wanted = new Vector3d(2 * middle.x - rest[joint].x, rest[joint].y, rest[joint].z);
    JointName own = JointName.of(skeleton.joint(joint).name());
    int best = -1;
    boolean alike = false;
    // what lies in the middle is across from nothing
    double least = Math.min(ACROSS * body.heightM(), 0.5 * rest[joint].distance(wanted));
    for (int j = body.members().nextSetBit(0); j >= 0; j = body.members().nextSetBit(j + 1)) {
      JointName its = JointName.of(skeleton.joint(j).name());
      boolean named =
          own.side() != Side.MIDDLE
              && its.side() == own.side().other()
              && its.part().equals(own.part());
      double away = rest[j].distance(wanted);
      if (j != joint && (named && !alike || named == alike && away < least)) {
        best = j;
        alike = named;
        least = away;
      }
    }
    return best < 0 ? OptionalInt.empty() : OptionalInt.of(best);
  }

  private int byName(Body body, int joint) {
    int parent = skeleton.parent(joint);
    if (parent < 0) {
      return joint;
    }
    int where = partners[parent];
    if (where < 0) {
      return -1;
    }
    JointName own = JointName.of(skeleton.joint(joint).name());
    for (int other : skeleton.children(where)) {
      JointName its = JointName.of(skeleton.joint(other).name());
      if (body.role(other).isEmpty()
          && its.part().equals(own.part())
          && its.side() == own.side().other()) {
        return other;
      }
    }
    return where == parent && own.side() == Side.MIDDLE ? joint : -1;
  }
}
