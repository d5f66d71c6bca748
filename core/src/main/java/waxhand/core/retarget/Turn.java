package waxhand.core.retarget;

import java.util.function.BiFunction;
import org.joml.Vector3dc;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;

/**
 * How a joint of the character is turned from a {@link Stance}, in the world, by how joints of the
 * other body are turned from theirs. Turns are unit quaternions in arrays, 4 numbers a joint.
 */
interface Turn {
  /**
   * @param source turns of the other body's joints. Not modified.
   * @param target turns of the character's joints; those of what carries this one are known.
   *     Modified: this joint's.
   */
  void apply(double[] source, double[] target);

  /**
   * The same from another stance.
   *
   * @param bones where the bone of the other body between two joints points in it; null where it is
   *     too short to tell
   */
  default Turn from(BiFunction<Integer, Integer, Vector3dc> bones) {
    return this;
  }

  /** As a joint of the other body. */
  record Copied(int joint, int from) implements Turn {
    @Override
    public void apply(double[] source, double[] target) {
      System.arraycopy(source, 4 * from, target, 4 * joint, 4);
    }
  }

  /** Some way between two joints of the other body: where a spine has other joints. */
  record Between(int joint, int from, int to, double share) implements Turn {
    @Override
    public void apply(double[] source, double[] target) {
      Quats.slerp(source, 4 * from, source, 4 * to, share, target, 4 * joint);
    }
  }

  /** With what carries it. */
  record Following(int joint, int parent) implements Turn {
    @Override
    public void apply(double[] source, double[] target) {
      if (parent < 0) {
        target[4 * joint] = 0;
        target[4 * joint + 1] = 0;
        target[4 * joint + 2] = 0;
        target[4 * joint + 3] = 1;
      } else {
        System.arraycopy(target, 4 * parent, target, 4 * joint, 4);
      }
    }
  }

  /**
   * As the lower bone of an arm, with a share of the whole roll between elbow and hand about it:
   * the elbow has none, twist joints have some, the hand has all.
   *
   * @param upper joint of the other body, as are the next two
   * @param axis of the bone in the stance, unit
   */
  record Rolled(int joint, int upper, int lower, int end, Vector3dc axis, double share)
      implements Turn {
    @Override
    public void apply(double[] source, double[] target) {
      double first = roll(source, upper, lower, target);
      double second = roll(source, lower, end, target);
      rolled(source, lower, axis, share * (first + second) - first, target, joint);
    }

    @Override
    public Turn from(BiFunction<Integer, Integer, Vector3dc> bones) {
      Vector3dc other = bones.apply(lower, end);
      return other == null ? this : new Rolled(joint, upper, lower, end, other, share);
    }

    /** By how much one joint is turned about the bone beyond another, radians. Modified: target. */
    private double roll(double[] turns, int from, int to, double[] target) {
      double along = along(turns, from, turns, to, axis, target, 4 * joint);
      return 2 * Math.IEEEremainder(Math.atan2(along, target[4 * joint + 3]), Math.PI);
    }
  }

  /**
   * As a bone that hangs on another, with a share of its roll about itself: what lies where it
   * begins goes with what carries it, what lies at its end with the bone. Where the bone points
   * back, or is rolled by half a turn, nobody can tell to which side: there all goes with the bone,
   * and softly so, or skins would leap.
   *
   * @param above what carries the bone, joint of the character
   * @param bone joint of the other body that has the whole roll of its bone
   * @param from the bone of the other body begins at this joint
   * @param to and ends at this one
   * @param axis of the bone in the stance, unit
   */
  record Shared(int joint, int above, int bone, int from, int to, Vector3dc axis, double share)
      implements Turn {
    /** Cosine of half the swing below which nothing is told of a roll, and above which all. */
    private static final double BACK = 0.17;

    private static final double PLAIN = 0.5;

    /** Rolls up to so much are told wholly, radians; half a turn is not at all. */
    private static final double SURE_RAD = Math.toRadians(120);

    @Override
    public void apply(double[] source, double[] target) {
      double along = along(target, above, source, bone, axis, target, 4 * joint);
      double w = target[4 * joint + 3];
      double roll = 2 * Math.IEEEremainder(Math.atan2(along, w), Math.PI);
      double told =
          Hermite.smoothstep((Math.hypot(along, w) - BACK) / (PLAIN - BACK))
              * Hermite.smoothstep((Math.PI - Math.abs(roll)) / (Math.PI - SURE_RAD));
      rolled(source, bone, axis, -(1 - share) * told * roll, target, joint);
    }

    @Override
    public Turn from(BiFunction<Integer, Integer, Vector3dc> bones) {
      Vector3dc other = bones.apply(from, to);
      return other == null ? this : new Shared(joint, above, bone, from, to, other, share);
    }
  }

  /** The turn of a joint, rolled about an axis first. Modified: dest. */
  private static void rolled(
      double[] turns, int of, Vector3dc axis, double angleRad, double[] dest, int joint) {
    double s = Math.sin(angleRad / 2);
    int at = 4 * joint;
    dest[at] = s * axis.x();
    dest[at + 1] = s * axis.y();
    dest[at + 2] = s * axis.z();
    dest[at + 3] = Math.cos(angleRad / 2);
    Quats.multiply(turns, 4 * of, dest, at, dest, at);
  }

  /**
   * The part along an axis of what turns one joint beyond another.
   *
   * @param room for 4 numbers. Modified.
   */
  private static double along(
      double[] turns,
      int from,
      double[] others,
      int to,
      Vector3dc axis,
      double[] room,
      int roomAt) {
    Quats.between(turns, 4 * from, others, 4 * to, room, roomAt);
    return room[roomAt] * axis.x() + room[roomAt + 1] * axis.y() + room[roomAt + 2] * axis.z();
  }
}
