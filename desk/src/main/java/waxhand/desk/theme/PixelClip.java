package waxhand.desk.theme;

import javafx.scene.canvas.GraphicsContext;

/**
 * Rectangles that drawing on a canvas is kept to. They end on whole pixels: for any other clip the
 * renderer draws each operation through layers as large as the canvas, which costs more than all
 * else in the window.
 */
public final class PixelClip {
  private PixelClip() {}

  /** Saves the state of a canvas and keeps what is drawn to a rectangle, until it is restored. */
  public static void save(GraphicsContext g, double x, double y, double width, double height) {
    long left = Math.round(x);
    long top = Math.round(y);
    g.save();
    g.beginPath();
    g.rect(
        left,
        top,
        Math.max(0, Math.round(x + width) - left),
        Math.max(0, Math.round(y + height) - top));
    g.clip();
    // a path that follows begins anew
    g.beginPath();
  }
}
