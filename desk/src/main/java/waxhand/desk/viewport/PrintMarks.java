package waxhand.desk.viewport;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import org.joml.Vector3d;
import waxhand.core.body.Side;
import waxhand.core.plants.Plant;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/** What is drawn flat of prints and goals: trails, outlines, handles and numbers. */
final class PrintMarks extends Canvas {
  /** Slides below this have no trail, mm. */
  private static final double LEAST_MM = 4;

  /** Numbers stand so far below what they are of, so that its edge stays in sight, pixels. */
  private static final double BELOW_PX = 24;

  /** A letter is about so wide, pixels. */
  private static final double LETTER_PX = 6.2;

  /** Smaller views have no room for numbers, pixels. */
  private static final double ROOM_FOR_WORDS = 320;

  /** Radius of the circle by which a print is moved, pixels. */
  static final double GRIP_PX = 8;

  private final Palette palette;
  private final double[] a = new double[3];
  private final double[] b = new double[3];

  PrintMarks(Palette palette) {
    this.palette = palette;
    setMouseTransparent(true);
  }

  /**
   * @param knob where the knob of the goal's scale is, pixels
   * @param flat whether prints are to be filled, for machines without 3D
   */
  void draw(
      Camera camera,
      List<Print> prints,
      Optional<GoalMark> goal,
      Optional<double[]> knob,
      boolean flat) {
    GraphicsContext g = getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    for (Print print : prints) {
      outline(g, camera, print, flat);
    }
    for (Print print : prints) {
      if (print.farMm() > LEAST_MM && print.strength() > 0.3) {
        trail(g, camera, print);
      }
    }
    Print held = prints.stream().filter(Print::chosen).findFirst().orElse(null);
    if (held != null) {
      handles(g, camera, held);
    }
    goal.ifPresent(m -> goal(g, camera, m, knob));
  }

  /** A diamond on what is driven, a thread to where it was, a small ring that turns the bend. */
  private void goal(GraphicsContext g, Camera camera, GoalMark mark, Optional<double[]> knob) {
    Vector3d p = mark.place();
    if (!project(camera, p.x, p.y, p.z, a)) {
      return;
    }
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(2);
    if (mark.from().isPresent()) {
      Vector3d f = mark.from().get();
      if (project(camera, f.x, f.y, f.z, b)) {
        g.setLineDashes(4, 4);
        g.strokeLine(b[0], b[1], a[0], a[1]);
        g.setLineDashes();
        g.strokeOval(b[0] - 3, b[1] - 3, 6, 6);
      }
    }
    double r = GoalHands.GRIP_PX;
    g.setFill(palette.get(Ink.RAISED));
    double[] xs = {a[0] - r, a[0], a[0] + r, a[0]};
    double[] ys = {a[1], a[1] - r, a[1], a[1] + r};
    g.fillPolygon(xs, ys, 4);
    g.strokePolygon(xs, ys, 4);
    g.setFill(palette.get(Ink.FOCUS));
    g.fillOval(a[0] - 2.5, a[1] - 2.5, 5, 5);
    if (mark.bend().isPresent()) {
      Vector3d k = mark.bend().get();
      if (project(camera, k.x, k.y, k.z, b)) {
        g.setFill(palette.get(Ink.RAISED));
        g.fillOval(b[0] - 6, b[1] - 6, 12, 12);
        g.strokeOval(b[0] - 6, b[1] - 6, 12, 12);
        g.strokeLine(b[0] - 10, b[1], b[0] - 6, b[1]);
        g.strokeLine(b[0] + 6, b[1], b[0] + 10, b[1]);
      }
    }
    double share = mark.gives().map(GoalMark.Gives::share).orElse(0.0);
    knob.ifPresent(k -> gives(g, k, share));
    words(g, mark.words(), a[0] + 18, a[1] - 22);
  }

  /** A scale beside the hips: the higher its knob, the more the body gives way. */
  private void gives(GraphicsContext g, double[] knob, double share) {
    if (getWidth() < ROOM_FOR_WORDS) {
      return;
    }
    double x = knob[0];
    double y = knob[1];
    double low = y + share * GoalMark.Gives.LENGTH_PX;
    g.setLineWidth(2);
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.strokeLine(x, low - GoalMark.Gives.LENGTH_PX, x, low);
    g.setStroke(palette.get(Ink.FOCUS));
    g.strokeLine(x, y, x, low);
    g.setFill(palette.get(Ink.RAISED));
    g.fillRoundRect(x - 8, y - 5, 16, 10, 5, 5);
    g.strokeRoundRect(x - 8, y - 5, 16, 10, 5, 5);
    words(g, String.format(Locale.ROOT, "gives way %.0f %%", 100 * share), x - 50, low + 20);
  }

  private void words(GraphicsContext g, String words, double x, double y) {
    if (getWidth() < ROOM_FOR_WORDS) {
      return;
    }
    g.setFont(Type.plain(13));
    double wide = LETTER_PX * words.length() + 14;
    double left = Math.max(6, Math.min(x, getWidth() - wide));
    double low = Math.min(y, getHeight() - 12);
    g.setFill(palette.get(Ink.RAISED).deriveColor(0, 1, 1, 0.88));
    g.fillRoundRect(left - 6, low - 14, wide, 20, 6, 6);
    g.setFill(palette.get(Ink.INK));
    g.fillText(words, left, low);
  }

  private boolean project(Camera camera, double x, double y, double z, double[] dest) {
    return camera.project(x, y, z, getWidth(), getHeight(), dest);
  }

  private void outline(GraphicsContext g, Camera camera, Print print, boolean flat) {
    if (!flat && !print.chosen()) {
      return;
    }
    double[] xs = new double[print.outline().count()];
    double[] ys = new double[print.outline().count()];
    for (int n = 0; n < print.outline().count(); n++) {
      double[] c = print.corner(n);
      if (!project(camera, c[0], print.y(), c[1], a)) {
        return;
      }
      xs[n] = a[0];
      ys[n] = a[1];
    }
    Color side = palette.get(print.side() == Side.LEFT ? Ink.LEFT : Ink.RIGHT);
    if (flat) {
      g.setFill(side.deriveColor(0, 1, 1, 0.1 + 0.5 * print.strength()));
      g.fillPolygon(xs, ys, xs.length);
    }
    if (print.chosen()) {
      g.setStroke(palette.get(Ink.FOCUS));
      g.setLineWidth(2);
      g.strokePolygon(xs, ys, xs.length);
    }
  }

  /** What is left of a slide. */
  private void trail(GraphicsContext g, Camera camera, Print print) {
    double[] t = print.trail();
    g.setStroke(palette.get(Ink.TROUBLE));
    g.setFill(palette.get(Ink.TROUBLE));
    g.setLineWidth(2);
    for (int n = 0; n + 5 < t.length; n += 3) {
      if (project(camera, t[n], print.y(), t[n + 2], a)
          && project(camera, t[n + 3], print.y(), t[n + 5], b)) {
        g.strokeLine(a[0], a[1], b[0], b[1]);
      }
    }
    if (t.length >= 3 && project(camera, t[0], print.y(), t[2], a)) {
      g.fillOval(a[0] - 2.5, a[1] - 2.5, 5, 5);
    }
  }

  /** A ring under the ball that moves the print, and a knob ahead of the toes that turns it. */
  private void handles(GraphicsContext g, Camera camera, Print print) {
    double[] ball = print.ball();
    double[] ahead = print.ahead();
    if (!project(camera, ball[0], print.y(), ball[1], a)
        || !project(camera, ahead[0], print.y(), ahead[1], b)) {
      return;
    }
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(1.5);
    if (print.turns()) {
      g.strokeLine(a[0], a[1], b[0], b[1]);
    }
    g.setFill(palette.get(Ink.RAISED));
    g.setLineWidth(2);
    g.fillOval(a[0] - GRIP_PX, a[1] - GRIP_PX, 2 * GRIP_PX, 2 * GRIP_PX);
    g.strokeOval(a[0] - GRIP_PX, a[1] - GRIP_PX, 2 * GRIP_PX, 2 * GRIP_PX);
    g.strokeLine(a[0] - 4, a[1], a[0] + 4, a[1]);
    g.strokeLine(a[0], a[1] - 4, a[0], a[1] + 4);
    if (print.turns()) {
      g.setFill(palette.get(Ink.FOCUS));
      g.fillPolygon(
          new double[] {b[0], b[0] + 7, b[0], b[0] - 7},
          new double[] {b[1] - 7, b[1], b[1] + 7, b[1]},
          4);
    }
    numbers(g, print, Math.max(a[0], b[0]) + 16, Math.max(a[1], b[1]) + 4);
  }

  private void numbers(GraphicsContext g, Print print, double x, double y) {
    Plant.Move move =
        print.plants().stream()
            .map(Plant::move)
            .filter(m -> !m.isNone())
            .findFirst()
            .orElse(Plant.Move.NONE);
    String words =
        String.format(
            Locale.ROOT,
            "%+.0f, %+.0f mm  %+.1f°",
            1000 * move.x(),
            1000 * move.z(),
            Math.toDegrees(move.turnRad()));
    words(g, words, x, y + BELOW_PX);
  }
}
