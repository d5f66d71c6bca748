package waxhand.desk.viewport;

import javafx.scene.canvas.GraphicsContext;
import waxhand.core.maths.Quats;
import waxhand.core.props.Prop;
import waxhand.core.props.Shape;

/** Props drawn as lines, for machines without 3D: rings of round ones, the edges of others. */
final class PropWire {
  private static final int ROUND = 24;

  private final double[] pose = new double[7];
  private final double[] p = new double[3];
  private final double[] a = new double[3];
  private final double[] b = new double[3];

  void draw(GraphicsContext g, Camera camera, double width, double height, Prop prop, int frame) {
    prop.path().read(frame, pose, 0);
    double[] size = prop.shape().size();
    boolean round = prop.shape() instanceof Shape.Cylinder || prop.shape() instanceof Shape.Ball;
    int corners = round ? ROUND : 4;
    double middle = prop.shape() instanceof Shape.Ball ? size[1] / 2 : -1;
    for (int n = 0; n < corners; n++) {
      double[] from = corner(n, corners, size, round);
      double[] to = corner(n + 1, corners, size, round);
      if (middle >= 0) {
        line(g, camera, width, height, from[0], middle, from[1], to[0], middle, to[1]);
        line(g, camera, width, height, from[0], middle + from[1], 0, to[0], middle + to[1], 0);
        line(g, camera, width, height, 0, middle + from[1], from[0], 0, middle + to[1], to[0]);
        continue;
      }
      line(g, camera, width, height, from[0], 0, from[1], to[0], 0, to[1]);
      line(g, camera, width, height, from[0], size[1], from[1], to[0], size[1], to[1]);
      if (n % (corners / 4) == 0) {
        line(g, camera, width, height, from[0], 0, from[1], from[0], size[1], from[1]);
      }
    }
  }

  private static double[] corner(int n, int corners, double[] size, boolean round) {
    double angle = 2 * Math.PI * n / corners + (round ? 0 : Math.PI / 4);
    double reach = round ? 1 : Math.sqrt(2);
    return new double[] {
      0.5 * size[0] * reach * Math.cos(angle), 0.5 * size[2] * reach * Math.sin(angle)
    };
  }

  private void line(
      GraphicsContext g,
      Camera camera,
      double width,
      double height,
      double x0,
      double y0,
      double z0,
      double x1,
      double y1,
      double z1) {
    if (project(camera, width, height, x0, y0, z0, a)
        && project(camera, width, height, x1, y1, z1, b)) {
      g.strokeLine(a[0], a[1], b[0], b[1]);
    }
  }

  private boolean project(
      Camera camera, double width, double height, double x, double y, double z, double[] dest) {
    p[0] = x;
    p[1] = y;
    p[2] = z;
    Quats.rotate(pose, 3, p, 0, p, 0);
    return camera.project(p[0] + pose[0], p[1] + pose[1], p[2] + pose[2], width, height, dest);
  }
}
