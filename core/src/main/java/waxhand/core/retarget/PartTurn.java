package waxhand.core.retarget;

import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;

/**
 * A part of a character turned, with all it carries, in the pose that it shares with a take.
 *
 * @param sideDeg about the axis that goes out to the character's left, degrees; the three are one
 *     rotation vector, so none of them is turned before another
 * @param upDeg about the axis that goes up
 * @param aheadDeg about the axis that goes where it looks
 */
public record PartTurn(Role part, double sideDeg, double upDeg, double aheadDeg) {
  /** No part is turned by more about one axis. */
  public static final double MOST_DEG = 180;

  public PartTurn {
    for (double deg : new double[] {sideDeg, upDeg, aheadDeg}) {
      if (!(Math.abs(deg) <= MOST_DEG)) {
        throw new IllegalArgumentException(
            "a part is turned by " + deg + "°; it must be from -180 to 180");
      }
    }
  }

  public static PartTurn none(Role part) {
    return new PartTurn(part, 0, 0, 0);
  }

  boolean isNone() {
    return sideDeg == 0 && upDeg == 0 && aheadDeg == 0;
  }

  /** About one of the axes, in the order of the components, degrees. */
  public double about(int axis) {
    return axis == 0 ? sideDeg : axis == 1 ? upDeg : aheadDeg;
  }

  /** With another turn about one of them. */
  public PartTurn withAbout(int axis, double deg) {
    return new PartTurn(
        part, axis == 0 ? deg : sideDeg, axis == 1 ? deg : upDeg, axis == 2 ? deg : aheadDeg);
  }

  /**
   * Turned on.
   *
   * @param axis in the axes of the three components, unit
   */
  public PartTurn by(Vector3dc axis, double angleRad) {
    Quaterniond all = new Quaterniond().rotateAxis(angleRad, axis).mul(turn());
    double[] q = {all.x, all.y, all.z, all.w};
    double[] v = new double[3];
    Quats.normalize(q, 0);
    Quats.log(q, 0, v, 0);
    return new PartTurn(part, Math.toDegrees(v[0]), Math.toDegrees(v[1]), Math.toDegrees(v[2]));
  }

  Quaterniond turn() {
    Vector3d vector = new Vector3d(sideDeg, upDeg, aheadDeg);
    double deg = vector.length();
    return deg == 0
        ? new Quaterniond()
        : new Quaterniond().rotateAxis(Math.toRadians(deg), vector.div(deg));
  }
}
