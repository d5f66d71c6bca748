package waxhand.desk.viewport;

import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.props.Prop;

/** Finds the prop under the pointer. */
final class PropSight {
  /** A line of sight that comes so near to a prop meets it, metres. */
  private static final double MET = 0.002;

  /** Nothing is seen farther away, metres. */
  private static final double FAR = 300;

  private static final int MOST_STEPS = 300;

  private PropSight() {}

  /**
   * How far a prop is along a line of sight, found by going on as far as is free each time (Hart,
   * "Sphere tracing", The Visual Computer 12, 1996); infinite where it is not met.
   */
  static double distance(Prop prop, int frame, Vector3d eye, Vector3d sight) {
    double far = Math.max(0, eye.distance(place(prop, frame)) - 2 * extent(prop));
    for (int step = 0; step < MOST_STEPS && far < FAR; step++) {
      double free =
          prop.outside(frame, eye.x + far * sight.x, eye.y + far * sight.y, eye.z + far * sight.z);
      if (free < MET) {
        return far;
      }
      far += free;
    }
    return Double.POSITIVE_INFINITY;
  }

  private static Vector3d place(Prop prop, int frame) {
    double[] pose = new double[7];
    prop.path().read(frame, pose, 0);
    return new Vector3d(pose[0], pose[1], pose[2]);
  }

  private static double extent(Prop prop) {
    double[] size = prop.shape().size();
    return Math.hypot(Math.hypot(size[0], size[1]), size[2]);
  }

  /** The nearest of some props along a line of sight, if any is met before {@code before}. */
  static Optional<Prop> nearest(
      List<Prop> props, int frame, Vector3d eye, Vector3d sight, double before) {
    Prop nearest = null;
    double least = before;
    for (Prop prop : props) {
      double far = distance(prop, frame, eye, sight);
      if (far < least) {
        least = far;
        nearest = prop;
      }
    }
    return Optional.ofNullable(nearest);
  }
}
