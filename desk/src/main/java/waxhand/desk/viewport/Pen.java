package waxhand.desk.viewport;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import org.joml.Vector3dc;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/** What marks are drawn with in one view. */
public final class Pen {
  /** Smaller views have no room for numbers, pixels. */
  private static final double ROOM_FOR_WORDS = 320;

  private final GraphicsContext g;
  private final Palette palette;
  private final Sight sight;
  private final boolean flat;

  Pen(GraphicsContext g, Palette palette, Sight sight, boolean flat) {
    this.g = g;
    this.palette = palette;
    this.sight = sight;
    this.flat = flat;
  }

  public Sight sight() {
    return sight;
  }

  /** Whether nothing is drawn in 3D here, so that what lies on the ground is to be filled. */
  public boolean isFlat() {
    return flat;
  }

  /** To draw with, in pixels of the view. */
  public GraphicsContext graphics() {
    return g;
  }

  public Color ink(Ink ink) {
    return palette.get(ink);
  }

  public boolean hasRoomForWords() {
    return sight.width() >= ROOM_FOR_WORDS;
  }

  /** A square on its corner, with a dot, about a place that is held. */
  public void diamond(double x, double y, double r) {
    g.setStroke(ink(Ink.FOCUS));
    g.setLineWidth(2);
    g.setFill(ink(Ink.RAISED));
    double[] xs = {x - r, x, x + r, x};
    double[] ys = {y, y - r, y, y + r};
    g.fillPolygon(xs, ys, 4);
    g.strokePolygon(xs, ys, 4);
    g.setFill(ink(Ink.FOCUS));
    g.fillOval(x - 2.5, y - 2.5, 5, 5);
  }

  /** A dashed thread from where something was to where it is, with a small ring at its start. */
  public void thread(Vector3dc from, double x, double y) {
    double[] p = new double[3];
    if (sight.project(from, p)) {
      g.setStroke(ink(Ink.FOCUS));
      g.setLineWidth(2);
      g.setLineDashes(4, 4);
      g.strokeLine(p[0], p[1], x, y);
      g.setLineDashes();
      g.strokeOval(p[0] - 3, p[1] - 3, 6, 6);
    }
  }

  /** Words on a slip of paper, kept inside the view. */
  public void words(String words, double x, double y) {
    if (!hasRoomForWords()) {
      return;
    }
    g.setFont(Type.plain(13));
    double wide = Type.width(words, g.getFont()) + 12;
    double left = Math.max(6, Math.min(x, sight.width() - wide));
    double low = Math.min(y, sight.height() - 12);
    g.setFill(ink(Ink.RAISED).deriveColor(0, 1, 1, 0.88));
    g.fillRoundRect(left - 6, low - 14, wide, 20, 6, 6);
    g.setFill(ink(Ink.INK));
    g.fillText(words, left, low);
  }
}
