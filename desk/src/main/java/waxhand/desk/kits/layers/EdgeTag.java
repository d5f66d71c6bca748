package waxhand.desk.kits.layers;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.Font;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/** Words with a brush on a slip at the lower edge of a view, in its middle. */
final class EdgeTag {
  private static final Font FONT = Type.plain(13);
  private static final double HEIGHT_PX = 24;

  /** From the top of the slip to the lower edge. */
  static final double ABOVE_EDGE_PX = 34;

  /** Axes stand in one lower corner, the scale in the other. */
  private static final double CORNER_PX = 80;

  private EdgeTag() {}

  private static double wide(String words) {
    return Type.width(words, FONT) + 38;
  }

  /** Whether a slip with these words leaves both corners of a view free. */
  static boolean fits(Sight sight, String words) {
    return wide(words) < sight.width() - 2 * CORNER_PX;
  }

  /** Whether a place of a view is on the slip. */
  static boolean isAt(Sight sight, String words, double x, double y) {
    double low = sight.height() - ABOVE_EDGE_PX;
    return Math.abs(x - sight.width() / 2) < wide(words) / 2 && y > low && y < low + HEIGHT_PX;
  }

  /**
   * @param firm whether it says what is; else what can be, with a dashed edge
   */
  static void draw(Pen pen, String words, boolean firm) {
    if (!pen.hasRoomForWords()) {
      return;
    }
    GraphicsContext g = pen.graphics();
    double y = pen.sight().height() - ABOVE_EDGE_PX;
    double wide = wide(words);
    double x = pen.sight().width() / 2 - wide / 2;
    g.setFill(pen.ink(Ink.RAISED));
    g.fillRoundRect(x, y, wide, HEIGHT_PX, 8, 8);
    g.setStroke(pen.ink(firm ? Ink.FOCUS : Ink.SOFT));
    g.setLineWidth(firm ? 1.5 : 1);
    g.setLineDashes(firm ? new double[0] : new double[] {4, 3});
    g.strokeRoundRect(x, y, wide, HEIGHT_PX, 8, 8);
    g.setLineDashes();
    brush(g, x + 10, y + HEIGHT_PX / 2);
    g.setFont(FONT);
    g.setFill(pen.ink(Ink.INK));
    g.fillText(words, x + 26, y + 16.5);
  }

  /** A small brush, the sign of the active layer. */
  private static void brush(GraphicsContext g, double x, double y) {
    g.setLineWidth(2);
    g.strokeLine(x + 8, y - 6, x + 2, y);
    g.setLineWidth(4);
    g.strokeLine(x + 1, y + 1, x - 3, y + 5);
  }
}
