package waxhand.desk.viewport;

import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.desk.session.Along;

/**
 * What a view looks at, and how large it is: between places of the world and pixels of the view.
 *
 * @param width of the view, pixels
 * @param height of the view, pixels
 */
public record Sight(Camera camera, double width, double height) {
  /** Sine of the angle to the ground above which a drag over it goes with the pointer. */
  private static final double LEAST_STEEP = 0.45;

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
   * By how much what is held at a place goes with the pointer: in the plane of the view where it
   * may go anywhere, over the ground where its height stays.
   */
  public Vector3d moved(
      Vector3dc place, double fromX, double fromY, double x, double y, Along along) {
    double scale = depth(place) / height;
    return switch (along) {
      case UP -> new Vector3d(0, (fromY - y) * scale, 0);
      case ANYWHERE ->
          new Vector3d()
              .fma((x - fromX) * scale, camera.right())
              .fma((fromY - y) * scale, camera.up());
      default -> level(over(place, fromX, fromY, x, y, scale), along);
    };
  }

  /**
   * Over the ground, with the pointer; who looks nearly level along the ground would send what is
   * held far away by a hair, and moves it as if from higher up.
   */
  private Vector3d over(
      Vector3dc place, double fromX, double fromY, double x, double y, double scale) {
    if (Math.abs(camera.back().y()) >= LEAST_STEEP) {
      return ground(x, y, place).sub(ground(fromX, fromY, place));
    }
    double side = camera.back().y() < 0 ? -1 : 1;
    Vector3d ahead = new Vector3d(0, side, 0).cross(camera.right());
    return new Vector3d()
        .fma((x - fromX) * scale, camera.right())
        .fma((fromY - y) * scale / LEAST_STEEP, ahead);
  }

  private static Vector3d level(Vector3d by, Along along) {
    boolean farther = Math.abs(by.x) >= Math.abs(by.z);
    boolean x = along != Along.Z && (along != Along.X_OR_Z || farther);
    boolean z = along != Along.X && (along != Along.X_OR_Z || !farther);
    return new Vector3d(x ? by.x : 0, 0, z ? by.z : 0);
  }

  /** Height of what the view shows at the depth of a place, metres. */
  private double depth(Vector3dc place) {
    double[] p = new double[3];
    project(place, p);
    return camera.heightM() * p[2] / camera.distance();
  }

  /** How far a place of a view is from the straight stretch between two others, pixels. */
  public static double fromStretch(double x, double y, double[] a, double[] b) {
    double dx = b[0] - a[0];
    double dy = b[1] - a[1];
    double length2 = dx * dx + dy * dy;
    double t = length2 < 1e-9 ? 0 : ((x - a[0]) * dx + (y - a[1]) * dy) / length2;
    t = Math.max(0, Math.min(1, t));
    return Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy);
  }
}
