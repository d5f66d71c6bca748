package waxhand.desk.viewport;

import java.util.BitSet;
import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/** What is drawn flat over a view: the wire, the axes and the scale; without 3D the rest too. */
final class Overlay extends Canvas {
  private static final double[] BARS_M = {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20};
  private static final double LONGEST_BAR_PX = 240;

  /** A bar takes at most this share of the view. */
  private static final double LONGEST_BAR_SHARE = 0.35;

  private boolean axesShown = true;
  private boolean helpersShown = true;
  private final Palette palette;

  /** Half the size of the axes and their letters. */
  private static final double AXES_PX = 31;

  private final double[] a = new double[3];
  private final double[] b = new double[3];
  private final double[] tip = new double[3];
  private final PropWire propWire = new PropWire();

  Overlay(Palette palette) {
    this.palette = palette;
    setMouseTransparent(true);
  }

  /**
   * @param wire drawn where it is shown and has a motion
   * @param isolated joints that are drawn; all where there are none
   * @param strokes whether a stroke leads from each joint of the wire to that of {@code wax}
   * @param flatWax drawn as thick bones, for machines without 3D; null where wax is solid
   * @param flatFrame its frame
   */
  void draw(
      Camera camera,
      Posed wire,
      boolean wireShown,
      Posed wax,
      boolean strokes,
      BitSet isolated,
      Posed flatWax,
      int flatFrame) {
    GraphicsContext g = getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    if (getWidth() < 2 || getHeight() < 2) {
      return;
    }
    if (flatWax != null) {
      ground(g, camera);
      flatWax
          .motion()
          .ifPresent(
              m -> bones(g, camera, m, flatWax.pose(), isolated, palette.get(Ink.WAX_SHADE), 3));
    }
    if (flatWax != null) {
      g.setStroke(palette.get(Ink.SOFT));
      g.setLineWidth(1.5);
      List<Prop> props = flatWax.motion().map(Props::of).orElse(List.of());
      props.forEach(p -> propWire.draw(g, camera, getWidth(), getHeight(), p, flatFrame));
    }
    if (wireShown) {
      wire.motion()
          .ifPresent(m -> bones(g, camera, m, wire.pose(), isolated, palette.get(Ink.WIRE), 1.1));
    }
    if (strokes && wire.motion().isPresent() && wax.motion().isPresent()) {
      strokes(g, camera, wire, wax, isolated);
    }
    if (helpersShown) {
      axes(g, camera);
      scaleBar(g, camera);
    }
  }

  /** What was taken away: from where each joint was to where it is. */
  private void strokes(
      GraphicsContext g, Camera camera, Posed before, Posed after, BitSet isolated) {
    WorldPose wire = before.pose();
    WorldPose wax = after.pose();
    BitSet drawn = drawn(before.motion().orElseThrow(), isolated);
    int joints = Math.min(wire.positions().length, wax.positions().length) / 3;
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(2);
    for (int j = 0; j < joints; j++) {
      if (drawn.get(j)
          && project(camera, wire.x(j), wire.y(j), wire.z(j), a)
          && project(camera, wax.x(j), wax.y(j), wax.z(j), b)) {
        g.strokeLine(a[0], a[1], b[0], b[1]);
      }
    }
  }

  /** Cameras, props and what carries the body are not drawn, unless they are looked at alone. */
  private static BitSet drawn(Motion motion, BitSet isolated) {
    return isolated.isEmpty() ? motion.body().figure() : isolated;
  }

  private boolean project(Camera camera, double x, double y, double z, double[] dest) {
    return camera.project(x, y, z, getWidth(), getHeight(), dest);
  }

  private void bones(
      GraphicsContext g,
      Camera camera,
      Motion motion,
      WorldPose pose,
      BitSet isolated,
      Color colour,
      double width) {
    Skeleton skeleton = motion.body().skeleton();
    g.setStroke(colour);
    g.setFill(colour);
    g.setLineWidth(width);
    BitSet drawn = drawn(motion, isolated);
    BitSet figure = motion.body().figure();
    for (int j = drawn.nextSetBit(0); j >= 0 && j < skeleton.size(); j = drawn.nextSetBit(j + 1)) {
      int p = skeleton.parent(j);
      if (!project(camera, pose.x(j), pose.y(j), pose.z(j), a)) {
        continue;
      }
      if (p >= 0 && figure.get(p) && project(camera, pose.x(p), pose.y(p), pose.z(p), b)) {
        g.strokeLine(a[0], a[1], b[0], b[1]);
      }
      if (skeleton.joint(j).tip().isPresent()) {
        pose.point(j, skeleton.joint(j).tip().get(), tip, 0);
        if (project(camera, tip[0], tip[1], tip[2], b)) {
          g.strokeLine(a[0], a[1], b[0], b[1]);
        }
      }
      g.fillOval(a[0] - 1.6, a[1] - 1.6, 3.2, 3.2);
    }
  }

  private void ground(GraphicsContext g, Camera camera) {
    int half = Ground.HALF;
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    for (int n = -half; n <= half; n++) {
      for (int axis = 0; axis < 2; axis++) {
        double x0 = axis == 0 ? n : -half;
        double z0 = axis == 0 ? -half : n;
        double x1 = axis == 0 ? n : half;
        double z1 = axis == 0 ? half : n;
        if (project(camera, x0, 0, z0, a) && project(camera, x1, 0, z1, b)) {
          g.strokeLine(a[0], a[1], b[0], b[1]);
        }
      }
    }
  }

  /** Whether axes and scale are shown; at first they are. */
  void setHelpersShown(boolean shown) {
    helpersShown = shown;
  }

  /** Whether the axes are in a corner; at first they are. */
  void setAxesShown(boolean shown) {
    axesShown = shown;
  }

  /** The axes in a corner, with their letters. */
  private void axes(GraphicsContext g, Camera camera) {
    if (!axesShown) {
      return;
    }
    // smaller in small views
    double k = Math.max(0.7, Math.min(1, getHeight() / 280));
    double r = AXES_PX * k;
    double cx = r + 3;
    double cy = getHeight() - r - 3;
    Vector3d[] units = {new Vector3d(1, 0, 0), new Vector3d(0, 1, 0), new Vector3d(0, 0, 1)};
    String[] letters = {"x", "y", "z"};
    Vector3d right = camera.right();
    Vector3d up = camera.up();
    // legible over whatever stands in the corner
    g.setFill(palette.get(Ink.RAISED).deriveColor(0, 1, 1, 0.6));
    g.fillOval(cx - r, cy - r, 2 * r, 2 * r);
    g.setStroke(palette.get(Ink.SOFT));
    g.setFill(palette.get(Ink.SOFT));
    g.setLineWidth(1.2);
    g.setFont(Type.plain(13 * k));
    for (int i = 0; i < 3; i++) {
      double x = 18 * k * units[i].dot(right);
      double y = -18 * k * units[i].dot(up);
      if (Math.hypot(x, y) > 3) {
        g.strokeLine(cx, cy, cx + x, cy + y);
        g.fillText(letters[i], cx + 1.4 * x - 3, cy + 1.4 * y + 4);
      }
    }
  }

  /** How long a round length is at the target. */
  private void scaleBar(GraphicsContext g, Camera camera) {
    double w = getWidth();
    double h = getHeight();
    double pixels = h / camera.heightM();
    double metres = BARS_M[0];
    for (double longer : BARS_M) {
      metres = longer * pixels < Math.min(LONGEST_BAR_PX, LONGEST_BAR_SHARE * w) ? longer : metres;
    }
    double length = metres * pixels;
    g.setStroke(palette.get(Ink.SOFT));
    g.setFill(palette.get(Ink.SOFT));
    g.setLineWidth(1.5);
    g.strokeLine(w - 16 - length, h - 16, w - 16, h - 16);
    g.strokeLine(w - 16, h - 19, w - 16, h - 13);
    g.strokeLine(w - 16 - length, h - 19, w - 16 - length, h - 13);
    String words = metres < 1 ? Math.round(100 * metres) + " cm" : (int) metres + " m";
    g.setFont(Type.plain(13));
    g.fillText(words, w - 16 - length / 2 - 14, h - 22);
  }
}
