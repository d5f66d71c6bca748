package waxhand.desk.viewport;

import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import waxhand.desk.theme.Palette;

/** Where the marks of a view are drawn, flat. */
final class MarkLayer extends Canvas {
  private final Palette palette;

  MarkLayer(Palette palette) {
    this.palette = palette;
    setMouseTransparent(true);
  }

  void draw(Sight sight, List<Mark> marks, boolean flat) {
    GraphicsContext g = getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    Pen pen = new Pen(g, palette, sight, flat);
    marks.forEach(m -> m.draw(pen));
  }
}
