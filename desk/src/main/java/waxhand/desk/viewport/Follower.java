package waxhand.desk.viewport;

import java.util.List;
import org.joml.Vector3d;

/** Lets the cameras of views go along with a body over the ground. */
final class Follower {
  private final List<View> views;
  private double x;
  private double z;

  Follower(List<View> views) {
    this.views = views;
  }

  /** Looks at a whole body. */
  void frame(Vector3d middle, double heightM) {
    Vector3d target = new Vector3d(middle.x, 0.49 * heightM, middle.z);
    views.forEach(v -> v.setCamera(v.aspect().camera(heightM).at(target)));
    remember(middle);
  }

  void followTo(Vector3d middle) {
    double dx = middle.x - x;
    double dz = middle.z - z;
    if (dx != 0 || dz != 0) {
      views.forEach(
          v -> v.setCamera(v.camera().at(new Vector3d(v.camera().target()).add(dx, 0, dz))));
      remember(middle);
    }
  }

  private void remember(Vector3d middle) {
    x = middle.x;
    z = middle.z;
  }
}
