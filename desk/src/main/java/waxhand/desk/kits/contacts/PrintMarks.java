package waxhand.desk.kits.contacts;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import org.joml.Vector3d;
import waxhand.core.body.Side;
import waxhand.core.plants.Plant;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Print;
import waxhand.desk.viewport.Sight;

/**
 * Prints on the ground, picked by a click; the chosen one with handles to move and turn it, and
 * what is left of slides.
 *
 * @param contacts that edits change
 * @param settled called when a hand lets go
 */
record PrintMarks(List<Print> prints, Contacts contacts, Runnable settled) implements Mark {
  /** Slides below this have no trail, mm. */
  private static final double LEAST_MM = 4;

  /** Numbers stand so far below what they are of, so that its edge stays in sight, pixels. */
  private static final double BELOW_PX = 24;

  /** Radius of the circle by which a print is moved, pixels. */
  private static final double GRIP_PX = 8;

  @Override
  public void draw(Pen pen) {
    prints.forEach(print -> outline(pen, print));
    for (Print print : prints) {
      if (print.farMm() > LEAST_MM && print.strength() > 0.3) {
        trail(pen, print);
      }
    }
    chosen().ifPresent(print -> handles(pen, print));
  }

  private Optional<Print> chosen() {
    return prints.stream().filter(Print::chosen).findFirst();
  }

  private static void outline(Pen pen, Print print) {
    if (!pen.isFlat() && !print.chosen()) {
      return;
    }
    GraphicsContext g = pen.graphics();
    double[] a = new double[3];
    double[] xs = new double[print.outline().count()];
    double[] ys = new double[print.outline().count()];
    for (int n = 0; n < print.outline().count(); n++) {
      double[] c = print.corner(n);
      if (!pen.sight().project(c[0], print.y(), c[1], a)) {
        return;
      }
      xs[n] = a[0];
      ys[n] = a[1];
    }
    Color side = pen.ink(print.side() == Side.LEFT ? Ink.LEFT : Ink.RIGHT);
    if (pen.isFlat()) {
      g.setFill(side.deriveColor(0, 1, 1, 0.1 + 0.5 * print.strength()));
      g.fillPolygon(xs, ys, xs.length);
    }
    if (print.chosen()) {
      g.setStroke(pen.ink(Ink.FOCUS));
      g.setLineWidth(2);
      g.strokePolygon(xs, ys, xs.length);
    }
  }

  /** What is left of a slide. */
  private static void trail(Pen pen, Print print) {
    GraphicsContext g = pen.graphics();
    double[] a = new double[3];
    double[] b = new double[3];
    double[] t = print.trail();
    g.setStroke(pen.ink(Ink.TROUBLE));
    g.setFill(pen.ink(Ink.TROUBLE));
    g.setLineWidth(2);
    for (int n = 0; n + 5 < t.length; n += 3) {
      if (pen.sight().project(t[n], print.y(), t[n + 2], a)
          && pen.sight().project(t[n + 3], print.y(), t[n + 5], b)) {
        g.strokeLine(a[0], a[1], b[0], b[1]);
      }
    }
    if (t.length >= 3 && pen.sight().project(t[0], print.y(), t[2], a)) {
      g.fillOval(a[0] - 2.5, a[1] - 2.5, 5, 5);
    }
  }

  /** A ring under the ball that moves the print, and a knob ahead of the toes that turns it. */
  private static void handles(Pen pen, Print print) {
    GraphicsContext g = pen.graphics();
    double[] a = new double[3];
    double[] b = new double[3];
    double[] ball = print.ball();
    double[] ahead = print.ahead();
    if (!pen.sight().project(ball[0], print.y(), ball[1], a)
        || !pen.sight().project(ahead[0], print.y(), ahead[1], b)) {
      return;
    }
    g.setStroke(pen.ink(Ink.FOCUS));
    g.setLineWidth(1.5);
    if (print.turns()) {
      g.strokeLine(a[0], a[1], b[0], b[1]);
    }
    g.setFill(pen.ink(Ink.RAISED));
    g.setLineWidth(2);
    g.fillOval(a[0] - GRIP_PX, a[1] - GRIP_PX, 2 * GRIP_PX, 2 * GRIP_PX);
    g.strokeOval(a[0] - GRIP_PX, a[1] - GRIP_PX, 2 * GRIP_PX, 2 * GRIP_PX);
    g.strokeLine(a[0] - 4, a[1], a[0] + 4, a[1]);
    g.strokeLine(a[0], a[1] - 4, a[0], a[1] + 4);
    if (print.turns()) {
      g.setFill(pen.ink(Ink.FOCUS));
      g.fillPolygon(
          new double[] {b[0], b[0] + 7, b[0], b[0] - 7},
          new double[] {b[1] - 7, b[1], b[1] + 7, b[1]},
          4);
    }
    numbers(pen, print, Math.max(a[0], b[0]) + 16, Math.max(a[1], b[1]) + 4);
  }

  private static void numbers(Pen pen, Print print, double x, double y) {
    Plant.Move move = moved(print);
    String words =
        String.format(
            Locale.ROOT,
            "%+.0f, %+.0f mm  %+.1f°",
            1000 * move.x(),
            1000 * move.z(),
            Math.toDegrees(move.turnRad()));
    pen.words(words, x, y + BELOW_PX);
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    Optional<Print> print = chosen();
    boolean moves = print.map(p -> sight.meets(ball(p), GRIP_PX, x, y)).orElse(false);
    boolean turns =
        !moves
            && print
                .map(p -> p.turns() && sight.meets(at(p, p.ahead()), GRIP_PX, x, y))
                .orElse(false);
    return moves || turns
        ? Optional.of(new Held(print.get(), turns, sight.ground(x, y, ball(print.get()))))
        : Optional.empty();
  }

  private static Vector3d ball(Print print) {
    return at(print, print.ball());
  }

  private static Vector3d at(Print print, double[] xz) {
    return new Vector3d(xz[0], print.y(), xz[1]);
  }

  /** A print in a hand. */
  private final class Held implements Hold {
    private final Print print;
    private final boolean turning;
    private final Vector3d from;
    private final Object key = new Object();
    private List<Plant> plants;

    Held(Print print, boolean turning, Vector3d from) {
      this.print = print;
      this.turning = turning;
      this.from = from;
      this.plants = print.plants();
    }

    @Override
    public void drag(Sight sight, double x, double y, Keys keys) {
      Vector3d to = sight.ground(x, y, ball(print));
      Plant.Move by = turning ? turn(to) : new Plant.Move(to.x - from.x, 0, to.z - from.z, 0);
      List<Plant> was = plants;
      // the same for all: a footing has one spot
      Plant.Move base = moved(print);
      Plant.Move move =
          new Plant.Move(
              base.x() + by.x(),
              base.y() + by.y(),
              base.z() + by.z(),
              base.turnRad() + by.turnRad());
      contacts.change(turning ? "turn print" : "move print", key, was, p -> p.withMove(move));
      plants = was.stream().map(p -> p.withMove(move)).toList();
    }

    private Plant.Move turn(Vector3d to) {
      double[] ball = print.ball();
      double is = Math.atan2(to.x - ball[0], to.z - ball[1]);
      return new Plant.Move(0, 0, 0, Math.IEEEremainder(is - print.headingRad(), 2 * Math.PI));
    }

    @Override
    public void release() {
      settled.run();
    }
  }

  @Override
  public boolean click(Sight sight, double x, double y) {
    Optional<Print> hit =
        prints.stream()
            .filter(
                p -> {
                  Vector3d at = sight.ground(x, y, new Vector3d(p.x(), p.y(), p.z()));
                  return p.holds(at.x, at.z);
                })
            .reduce((a, b) -> b.strength() >= a.strength() ? b : a);
    hit.ifPresent(p -> contacts.choose(p.plants()));
    return hit.isPresent();
  }

  /** By how much it was moved before. */
  private static Plant.Move moved(Print print) {
    return print.plants().stream()
        .map(Plant::move)
        .filter(m -> !m.isNone())
        .findFirst()
        .orElse(Plant.Move.NONE);
  }
}
