package waxhand.desk.viewport;

import org.joml.Vector3d;
import org.joml.Vector3dc;

/**
 * A camera that looks at a target. Parallel views are perspective from very far away, so that all
 * views share one projection. World: metres, y up.
 *
 * @param target what is looked at
 * @param yawRad 0 looks at the front of a figure that faces +z; to the figure's left above 0
 * @param pitchRad from above, over 0
 * @param heightM height of what is seen at the target
 * @param parallel whether lines stay parallel
 */
public record Camera(
    Vector3dc target, double yawRad, double pitchRad, double heightM, boolean parallel) {
  private static final double FIELD_RAD = Math.toRadians(32);
  private static final double FAR_FIELD_RAD = Math.toRadians(0.6);

  public Camera {
    target = new Vector3d(target);
    pitchRad = Math.max(-Math.PI / 2, Math.min(Math.PI / 2, pitchRad));
    heightM = Math.max(0.05, Math.min(200, heightM));
  }

  double fieldRad() {
    return parallel ? FAR_FIELD_RAD : FIELD_RAD;
  }

  double distance() {
    return 0.5 * heightM / Math.tan(fieldRad() / 2);
  }

  /** From the target to the eye. */
  Vector3d back() {
    return new Vector3d(
        Math.cos(pitchRad) * Math.sin(yawRad),
        Math.sin(pitchRad),
        Math.cos(pitchRad) * Math.cos(yawRad));
  }

  Vector3d right() {
    return new Vector3d(Math.cos(yawRad), 0, -Math.sin(yawRad));
  }

  Vector3d up() {
    return back().cross(right());
  }

  Vector3d eye() {
    return back().mul(distance()).add(target);
  }

  Camera at(Vector3dc other) {
    return new Camera(other, yawRad, pitchRad, heightM, parallel);
  }

  Camera orbited(double yaw, double pitch) {
    return new Camera(target, yawRad + yaw, pitchRad + pitch, heightM, parallel);
  }

  Camera zoomed(double factor) {
    return new Camera(target, yawRad, pitchRad, heightM * factor, parallel);
  }

  /** Moved by a share of the view's height to the right and up. */
  Camera panned(double right, double up) {
    return at(new Vector3d(target).fma(right * heightM, right()).fma(up * heightM, up()));
  }

  /**
   * Where a point appears in a view.
   *
   * @param dest x and y in pixels, then the distance in front of the eye. Modified.
   * @return false where the point is behind the eye
   */
  boolean project(double x, double y, double z, double width, double height, double[] dest) {
    double bx = Math.cos(pitchRad) * Math.sin(yawRad);
    double by = Math.sin(pitchRad);
    double bz = Math.cos(pitchRad) * Math.cos(yawRad);
    double rx = Math.cos(yawRad);
    double rz = -Math.sin(yawRad);
    double ux = by * rz;
    double uy = bz * rx - bx * rz;
    double uz = -by * rx;
    double dx = x - target.x();
    double dy = y - target.y();
    double dz = z - target.z();
    double depth = distance() - (dx * bx + dy * by + dz * bz);
    double scale = 0.5 * height / Math.tan(fieldRad() / 2) / depth;
    dest[0] = 0.5 * width + scale * (dx * rx + dz * rz);
    dest[1] = 0.5 * height - scale * (dx * ux + dy * uy + dz * uz);
    dest[2] = depth;
    return depth > 0.01;
  }

  /** The direction of the line of sight through a pixel; 1 along the middle of the view. */
  Vector3d sight(double px, double py, double width, double height) {
    double scale = Math.tan(fieldRad() / 2) / (0.5 * height);
    double across = (px - 0.5 * width) * scale;
    double over = (0.5 * height - py) * scale;
    return back().negate().fma(across, right()).fma(over, up());
  }

  /**
   * Where the line of sight through a pixel meets a level plane; where it hardly does, the place at
   * the depth of {@code near}, moved aside alone.
   *
   * @param near a place of the plane that is near, metres
   */
  Vector3d ground(double px, double py, double width, double height, Vector3dc near) {
    Vector3d sight = sight(px, py, width, height);
    Vector3d eye = eye();
    if (Math.abs(sight.y) < 0.05) {
      double depth = new Vector3d(near).sub(eye).dot(back().negate());
      Vector3d place = new Vector3d(eye).fma(depth, sight);
      double aside = place.sub(near).dot(right());
      return new Vector3d(near).fma(aside, right());
    }
    double t = (near.y() - eye.y) / sight.y;
    return new Vector3d(eye).fma(t, sight);
  }
}
