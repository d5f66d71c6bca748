package waxhand.desk.viewport;

import java.util.List;
import org.joml.Vector3d;

/** Lets the cameras of views go along with a body over the ground. */
final class Follower {
  /** A body taller by less is still in sight. */
  private static final double TALLER = 1.02;

  private final List<View> views;
  private double x;
  private double z;
  private double tallM;

  Follower(List<View> views) {
    this.views = views;
  }

  /** Looks at a whole body. */
  void frame(Vector3d middle, double heightM) {
    Vector3d target = new Vector3d(middle.x, 0.49 * heightM, middle.z);
    views.forEach(v -> v.setCamera(v.aspect().camera(heightM).at(target)));
    tallM = heightM;
    remember(middle);
  }

  /** Tells that a body so tall is in sight. */
  void sees(double heightM) {
    tallM = heightM;
  }

  /** Steps back where the body is taller than what was framed: its head stays in sight. */
  void makeRoom(double heightM) {
    double times = heightM / tallM;
    if (tallM > 0 && times > TALLER) {
      for (View view : views) {
        Vector3d target = new Vector3d(view.camera().target());
        target.y *= times;
        view.setCamera(view.camera().zoomed(times).at(target));
      }
      tallM = heightM;
    }
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
