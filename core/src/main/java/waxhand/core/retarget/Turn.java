package waxhand.core.retarget;

import java.util.function.BiFunction;
import org.joml.Vector3dc;
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
      double first = roll(source, upper, lower);
      double second = roll(source, lower, end);
      double angle = share * (first + second) - first;
      double s = Math.sin(angle / 2);
      int at = 4 * joint;
      target[at] = s * axis.x();
      target[at + 1] = s * axis.y();
      target[at + 2] = s * axis.z();
      target[at + 3] = Math.cos(angle / 2);
      Quats.multiply(source, 4 * lower, target, at, target, at);
    }

    @Override
    public Turn from(BiFunction<Integer, Integer, Vector3dc> bones) {
      Vector3dc other = bones.apply(lower, end);
      return other == null ? this : new Rolled(joint, upper, lower, end, other, share);
    }

    /** By how much one joint is turned about the bone beyond another, radians. */
    private double roll(double[] turns, int from, int to) {
      int a = 4 * from;
      int b = 4 * to;
      double w = Quats.dot(turns, a, turns, b);
      // vector part of conjugate(from) * to
      double ax = turns[a];
      double ay = turns[a + 1];
      double az = turns[a + 2];
      double aw = turns[a + 3];
      double bx = turns[b];
      double by = turns[b + 1];
      double bz = turns[b + 2];
      double bw = turns[b + 3];
      double x = aw * bx - ax * bw - ay * bz + az * by;
      double y = aw * by + ax * bz - ay * bw - az * bx;
      double z = aw * bz - ax * by + ay * bx - az * bw;
      double along = x * axis.x() + y * axis.y() + z * axis.z();
      return 2 * Math.IEEEremainder(Math.atan2(along, w), Math.PI);
    }
  }
}
