package waxhand.core.contact;

/**
 * The floor: a plane that may be tilted a little.
 *
 * @param heightM of the floor over the origin, metres
 * @param slopeX rise along x, metres a metre
 * @param slopeZ rise along z, metres a metre
 */
public record FloorPlane(double heightM, double slopeX, double slopeZ) implements Surface {
  /** A level floor. */
  public static FloorPlane level(double heightM) {
    return new FloorPlane(heightM, 0, 0);
  }

  /** Height of the floor at a place, metres. */
  public double at(double x, double z) {
    return heightM + slopeX * x + slopeZ * z;
  }

  @Override
  public double over(int frame, double x, double y, double z) {
    return (y - at(x, z)) / Math.sqrt(1 + slopeX * slopeX + slopeZ * slopeZ);
  }

  /** How far apart two floors are at most within a distance of the origin, metres. */
  public double farthest(FloorPlane other, double withinM) {
    return Math.abs(heightM - other.heightM)
        + withinM * Math.hypot(slopeX - other.slopeX, slopeZ - other.slopeZ);
  }

  /** The turn from level to this floor, a unit quaternion. Modified: dest. */
  public void tilt(double[] dest) {
    // from (0, 1, 0) to (-slopeX, 1, -slopeZ)
    double size = Math.sqrt(1 + slopeX * slopeX + slopeZ * slopeZ);
    double real = 1 + 1 / size;
    double scale = 1 / Math.sqrt(2 * real);
    dest[0] = -slopeZ / size * scale;
    dest[1] = 0;
    dest[2] = slopeX / size * scale;
    dest[3] = real * scale;
  }
}
