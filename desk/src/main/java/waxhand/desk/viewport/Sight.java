package waxhand.desk.viewport;

import org.joml.Vector3d;
import org.joml.Vector3dc;

/**
 * What a view looks at, and how large it is: between places of the world and pixels of the view.
 *
 * @param width of the view, pixels
 * @param height of the view, pixels
 */
public record Sight(Camera camera, double width, double height) {
  /** A hand need not hit a handle more exactly than this, pixels. */
  private static final double NEAR_PX = 3;

  /**
   * @param dest x and y in pixels, then the distance. Modified.
   * @return whether the place is before the eye
   */
  public boolean project(double x, double y, double z, double[] dest) {
    return camera.project(x, y, z, width, height, dest);
  }

  public boolean project(Vector3dc place, double[] dest) {
    return project(place.x(), place.y(), place.z(), dest);
  }

  /** To the right in the view, unit. */
  public Vector3d right() {
    return new Vector3d(camera.right());
  }

  /** Up in the view, unit. */
  public Vector3d up() {
    return new Vector3d(camera.up());
  }

  /** Whether a handle of that radius about a place is under the pointer. */
  public boolean meets(Vector3dc place, double radiusPx, double x, double y) {
    double[] p = new double[3];
    return project(place, p) && Math.hypot(p[0] - x, p[1] - y) <= radiusPx + NEAR_PX;
  }

  /** Where the pointer is on the level through a place, metres. */
  public Vector3d ground(double x, double y, Vector3dc through) {
    return camera.ground(x, y, width, height, new Vector3d(through));
  }

  /**
   * By how much what is held at a place goes with the pointer: in the plane of the view; with
   * {@code upOnly} only up and down, with {@code groundOnly} only over the ground, with both along
   * x or z alone.
   */
  public Vector3d moved(
      Vector3dc place,
      double fromX,
      double fromY,
      double x,
      double y,
      boolean upOnly,
      boolean groundOnly) {
    if (groundOnly) {
      Vector3d by = ground(x, y, place).sub(ground(fromX, fromY, place));
      by.y = 0;
      if (upOnly && Math.abs(by.x) >= Math.abs(by.z)) {
        by.z = 0;
      } else if (upOnly) {
        by.x = 0;
      }
      return by;
    }
    double scale = depth(place) / height;
    if (upOnly) {
      return new Vector3d(0, (fromY - y) * scale, 0);
    }
    return new Vector3d()
        .fma((x - fromX) * scale, camera.right())
        .fma((fromY - y) * scale, camera.up());
  }

  /** Height of what the view shows at the depth of a place, metres. */
  private double depth(Vector3dc place) {
    double[] p = new double[3];
    project(place, p);
    return camera.heightM() * p[2] / camera.distance();
  }
}
