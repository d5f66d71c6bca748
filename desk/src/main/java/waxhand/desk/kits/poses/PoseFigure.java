package waxhand.desk.kits.poses;

import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.shape.StrokeLineJoin;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Skeleton;
import waxhand.core.pose.HandShape;
import waxhand.core.pose.Pose;

/** Small drawings of poses: a body from ahead and a little aside, or a hand with its palm to us. */
final class PoseFigure {
  /** How far the eye stands aside, radians. */
  private static final double ASIDE = 0.45;

  private static final double FINGERS = 5;

  private PoseFigure() {}

  /** A body in a pose, in a square of so many pixels; parts the pose says nothing of are pale. */
  static void draw(
      GraphicsContext g, double size, Body body, Pose pose, Color ink, Color pale, Color wax) {
    Skeleton skeleton = body.skeleton();
    int count = skeleton.size();
    Vector3d[] places = new Vector3d[count];
    Quaterniond[] turns = new Quaterniond[count];
    double[] local = new double[4];
    for (int j = 0; j < count; j++) {
      int parent = skeleton.parent(j);
      Quaterniond own = new Quaterniond(skeleton.joint(j).rest());
      Optional<Role> role = body.role(j);
      if (role.isPresent() && pose.rotation(body, role.get(), local, 0)) {
        own.set(local[0], local[1], local[2], local[3]);
      }
      // a figure on a tile faces us, wherever it went
      boolean hips = role.filter(r -> r == Role.HIPS).isPresent();
      turns[j] = parent < 0 || hips ? new Quaterniond() : new Quaterniond(turns[parent]).mul(own);
      places[j] =
          parent < 0
              ? new Vector3d()
              : turns[parent]
                  .transform(new Vector3d(skeleton.joint(j).offset()))
                  .add(places[parent]);
    }
    Vector3d middle = places[body.joint(Role.HIPS).orElse(0)];
    double scale = 0.46 * size / (0.56 * body.heightM());
    for (int pass = 0; pass < 2; pass++) {
      for (Role role : Role.values()) {
        bone(g, size, scale, middle, body, pose, places, role, pass == 0 ? ink : null, pale, wax);
      }
    }
    head(g, size, scale, middle, body, places, ink, wax);
  }

  private static double[] seen(Vector3d p, Vector3d middle, double size, double scale) {
    double x = p.x - middle.x;
    double z = p.z - middle.z;
    double aside = x * Math.cos(ASIDE) - z * Math.sin(ASIDE);
    return new double[] {size / 2 + scale * aside, 0.52 * size - scale * (p.y - middle.y)};
  }

  private static void bone(
      GraphicsContext g,
      double size,
      double scale,
      Vector3d middle,
      Body body,
      Pose pose,
      Vector3d[] places,
      Role role,
      Color edge,
      Color pale,
      Color wax) {
    int joint = body.joint(role).orElse(-1);
    int parent = joint < 0 ? -1 : body.skeleton().parent(joint);
    if (parent < 0 || role == Role.HEAD || role.isFinger()) {
      return;
    }
    boolean told = body.role(parent).flatMap(pose::turn).isPresent();
    double[] a = seen(places[parent], middle, size, scale);
    double[] b = seen(places[joint], middle, size, scale);
    double thick = size * (role.side() == Side.MIDDLE ? 0.15 : 0.085);
    g.setLineCap(StrokeLineCap.ROUND);
    g.setStroke(edge != null ? edge : told ? wax : pale);
    g.setLineWidth(edge != null ? thick + 2 : thick);
    g.strokeLine(a[0], a[1], b[0], b[1]);
  }

  private static void head(
      GraphicsContext g,
      double size,
      double scale,
      Vector3d middle,
      Body body,
      Vector3d[] places,
      Color ink,
      Color wax) {
    int joint = body.joint(Role.HEAD).orElse(-1);
    if (joint >= 0) {
      double[] at = seen(places[joint], middle, size, scale);
      double r = 0.075 * size;
      g.setFill(wax);
      g.fillOval(at[0] - r, at[1] - 2 * r, 2 * r, 2.3 * r);
      g.setStroke(ink);
      g.setLineWidth(1);
      g.strokeOval(at[0] - r, at[1] - 2 * r, 2 * r, 2.3 * r);
    }
  }

  /** A hand of a shape: fingers up, the palm towards us, the thumb at the left. */
  static void draw(GraphicsContext g, double size, HandShape shape, Color ink, Color wax) {
    double palm = 0.4 * size;
    double left = size / 2 - 0.42 * palm;
    double top = 0.56 * size;
    g.setLineCap(StrokeLineCap.ROUND);
    g.setLineJoin(StrokeLineJoin.ROUND);
    g.setFill(wax);
    g.setStroke(ink);
    g.setLineWidth(1);
    g.fillRoundRect(left, top, palm, 0.9 * palm, 8, 8);
    g.strokeRoundRect(left, top, palm, 0.9 * palm, 8, 8);
    double[] lengths = {0.8, 0.92, 1.0, 0.93, 0.75};
    for (int finger = (int) FINGERS - 1; finger >= 0; finger--) {
      boolean thumb = finger == 0;
      double across = thumb ? 0 : (finger - 0.5) / (FINGERS - 1);
      double x = left + palm * (thumb ? 0.05 : across);
      double y = thumb ? top + 0.5 * palm : top;
      double spread = Math.toRadians(shape.spreadDeg()[finger]);
      double lean = thumb ? -0.75 - spread : finger == 1 ? -spread : finger == 2 ? 0 : spread;
      finger(
          g, x, y, lean, 0.62 * palm * lengths[finger], shape.curlsDeg()[finger], thumb, ink, wax);
    }
  }

  /** From the knuckle on; what curls towards us is drawn shorter, and then back over the palm. */
  private static void finger(
      GraphicsContext g,
      double x,
      double y,
      double lean,
      double length,
      double[] curlsDeg,
      boolean thumb,
      Color ink,
      Color wax) {
    List<Double> shares = List.of(0.5, 0.3, 0.28);
    double[] xs = new double[shares.size() + 1];
    double[] ys = new double[shares.size() + 1];
    xs[0] = x;
    ys[0] = y;
    double curl = 0;
    for (int k = 0; k < shares.size(); k++) {
      curl += Math.toRadians(curlsDeg[k]);
      // a thumb folds across the palm
      double angle = thumb ? lean + 0.9 * curl : lean;
      double seen = length * shares.get(k) * (thumb ? 1 : Math.cos(Math.min(curl, 2.6)));
      xs[k + 1] = xs[k] + seen * Math.sin(angle);
      ys[k + 1] = ys[k] - seen * Math.cos(angle);
    }
    for (boolean edge : new boolean[] {true, false}) {
      g.setStroke(edge ? ink : wax);
      g.setLineWidth(edge ? 8 : 6);
      g.strokePolyline(xs, ys, xs.length);
    }
  }
}
