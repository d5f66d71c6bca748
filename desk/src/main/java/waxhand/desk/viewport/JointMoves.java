package waxhand.desk.viewport;

import java.util.function.ToDoubleFunction;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;

/**
 * What takes each joint from where it stands at rest to where a pose has it, and a skin to its
 * shapes.
 */
final class JointMoves {
  private final double[] fromRest;
  private final double[] turn = new double[4];
  private WorldPose pose;
  private ToDoubleFunction<String> weights = shape -> 0;

  /**
   * @param fromRest for each joint, what takes the world's axes at rest to its own, 4 numbers. Not
   *     modified.
   */
  JointMoves(double[] fromRest) {
    this.fromRest = fromRest;
  }

  JointMoves to(WorldPose other) {
    pose = other;
    return this;
  }

  /** With how much a skin goes to each shape, by its name. */
  JointMoves weighing(ToDoubleFunction<String> other) {
    weights = other;
    return this;
  }

  double weight(String shape) {
    return weights.applyAsDouble(shape);
  }

  /**
   * The move of what is shaped about a joint, in the world's axes at rest.
   *
   * @param m 3 rows of 4 numbers; metres in the last column. Modified.
   */
  void matrix(int joint, double[] m) {
    Quats.multiply(pose.rotations(), 4 * joint, fromRest, 4 * joint, turn, 0);
    double x = turn[0];
    double y = turn[1];
    double z = turn[2];
    double w = turn[3];
    m[0] = 1 - 2 * (y * y + z * z);
    m[1] = 2 * (x * y - z * w);
    m[2] = 2 * (x * z + y * w);
    m[3] = pose.x(joint);
    m[4] = 2 * (x * y + z * w);
    m[5] = 1 - 2 * (x * x + z * z);
    m[6] = 2 * (y * z - x * w);
    m[7] = pose.y(joint);
    m[8] = 2 * (x * z - y * w);
    m[9] = 2 * (y * z + x * w);
    m[10] = 1 - 2 * (x * x + y * y);
    m[11] = pose.z(joint);
  }
}
