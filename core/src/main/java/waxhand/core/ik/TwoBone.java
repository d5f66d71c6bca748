package waxhand.core.ik;

import org.joml.Matrix3d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/**
 * A limb of two bones and a hinge between them, solved in closed form by the law of cosines.
 *
 * @param upper bone from the root to the hinge at rest, metres
 * @param lower bone from the hinge to the end at rest, metres
 * @param hinge axis at rest about which the lower bone turns when the limb bends, unit
 */
public record TwoBone(Vector3dc upper, Vector3dc lower, Vector3dc hinge) {

  /**
   * World rotations of both bones that bring the end to a goal.
   *
   * @param upperRotation of the upper bone in the world
   * @param lowerRotation of the lower bone in the world
   * @param missM how far the end stays from the goal, 0 where the limb reaches
   */
  public record Solution(Quaterniond upperRotation, Quaterniond lowerRotation, double missM) {}

  /**
   * Solves for a goal; out of reach, the limb points at it as straight as it gets.
   *
   * @param root place of the root, metres
   * @param goal wanted place of the end, metres
   * @param bend direction to which the hinge shall lie off the line from root to goal; need not be
   *     square to it
   */
  public Solution solve(Vector3dc root, Vector3dc goal, Vector3dc bend) {
    double a = upper.length();
    double b = lower.length();
    Vector3d line = new Vector3d(goal).sub(root);
    double wanted = line.length();
    double reach = Math.max(Math.abs(a - b) + 1e-9, Math.min(wanted, a + b - 1e-9));
    if (wanted < 1e-9) {
      line.set(0, -1, 0);
    } else {
      line.div(wanted);
    }
    Vector3d off = new Vector3d(bend).fma(-bend.dot(line), line);
    if (off.lengthSquared() < 1e-16) {
      off.set(Math.abs(line.y) < 0.9 ? new Vector3d(0, 1, 0) : new Vector3d(0, 0, 1));
      off.fma(-off.dot(line), line);
    }
    off.normalize();
    double along = (a * a - b * b + reach * reach) / (2 * reach);
    double aside = Math.sqrt(Math.max(0, a * a - along * along));
    Vector3d middle = new Vector3d(root).fma(along, line).fma(aside, off);
    Vector3d end = new Vector3d(root).fma(reach, line);
    // bending turns the lower bone about this axis, right-handed
    Vector3d axis = new Vector3d(off).cross(line);
    return new Solution(
        turn(upper, new Vector3d(middle).sub(root), axis),
        turn(lower, new Vector3d(end).sub(middle), axis),
        Math.abs(wanted - reach));
  }

  /** The rotation that lays a rest bone along a direction and the rest hinge along an axis. */
  private Quaterniond turn(Vector3dc rest, Vector3d direction, Vector3dc axis) {
    Matrix3d from = frame(rest, hinge);
    Matrix3d to = frame(direction, axis);
    return to.mul(from.transpose()).getNormalizedRotation(new Quaterniond());
  }

  private static Matrix3d frame(Vector3dc along, Vector3dc hinge) {
    Vector3d x = new Vector3d(along).normalize();
    Vector3d y = new Vector3d(hinge).fma(-x.dot(hinge), x).normalize();
    Vector3d z = new Vector3d(x).cross(y);
    return new Matrix3d(x, y, z);
  }
}
