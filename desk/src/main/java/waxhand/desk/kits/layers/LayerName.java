package waxhand.desk.kits.layers;

import javafx.scene.canvas.GraphicsContext;
import waxhand.core.chain.Plate;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;

/** The name of the active layer at the edge of the view, and how far an edit on it is felt. */
record LayerName(Plate plate, Session session) implements Mark {
  private static final double LETTER_PX = 6.6;

  @Override
  public void draw(Pen pen) {
    if (!pen.hasRoomForWords()) {
      return;
    }
    GraphicsContext g = pen.graphics();
    String state = plate.muted() ? "muted" : session.posing().words();
    String words = plate.name() + " · " + state;
    double wide = LETTER_PX * words.length() + 34;
    double y = pen.sight().height() - 34;
    double x = pen.sight().width() / 2 - wide / 2;
    g.setFill(pen.ink(Ink.RAISED));
    g.fillRoundRect(x, y, wide, 24, 8, 8);
    g.setStroke(pen.ink(Ink.FOCUS));
    g.setLineWidth(1.5);
    g.strokeRoundRect(x, y, wide, 24, 8, 8);
    brush(g, x + 10, y + 12);
    g.setFont(Type.plain(13));
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
