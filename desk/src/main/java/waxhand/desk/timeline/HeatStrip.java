package waxhand.desk.timeline;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelWriter;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import waxhand.desk.session.Results;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/**
 * How far A and B are apart over the take, a row for each large part of the body. It is painted
 * once into an image, a pixel a sample, since the lanes are drawn with every pose of a drag.
 */
final class HeatStrip {
  /** What is less than so much of the most is not seen. */
  private static final double LEAST = 0.02;

  /** From this share of the most on it is drawn in the shade of the wax. */
  private static final double FAR = 0.6;

  /** Where nothing is farther apart than this, nothing is drawn strongly, metres. */
  private static final double NOTHING_M = 0.005;

  private final Results.Sketch sketch;
  private final Color near;
  private final Color far;
  private final WritableImage image;

  HeatStrip(Results.Sketch sketch, Palette palette) {
    this.sketch = sketch;
    near = palette.get(Ink.WAX);
    far = palette.get(Ink.WAX_SHADE);
    double[][] distance = sketch.distance();
    double most = Math.max(NOTHING_M, sketch.most());
    image = new WritableImage(Math.max(1, distance[0].length), distance.length);
    PixelWriter pixels = image.getPixelWriter();
    for (int part = 0; part < distance.length; part++) {
      for (int i = 0; i < distance[part].length; i++) {
        double share = Math.sqrt(distance[part][i] / most);
        if (share > LEAST) {
          Color wax = share > FAR ? far : near;
          double strength = Math.min(1, share > FAR ? share : share / FAR);
          pixels.setColor(i, part, wax.deriveColor(0, 1, 1, strength));
        }
      }
    }
  }

  /** Whether it is a picture of that in these colours. */
  boolean isOf(Results.Sketch other, Palette palette) {
    return sketch == other
        && near.equals(palette.get(Ink.WAX))
        && far.equals(palette.get(Ink.WAX_SHADE));
  }

  /**
   * @param top of the first row, pixels
   * @param row from one row to the next, pixels
   */
  void draw(GraphicsContext g, TimeScale scale, double top, double row) {
    double perFrame = image.getWidth() / scale.frames();
    double from = scale.seen().from() * perFrame;
    double wide = Math.min(scale.seen().count(), scale.frames()) * perFrame;
    g.setImageSmoothing(false);
    for (int part = 0; part < image.getHeight(); part++) {
      g.drawImage(
          image, from, part, wide, 1, scale.left(), top + part * row, scale.width(), row - 0.6);
    }
    g.setImageSmoothing(true);
  }
}
