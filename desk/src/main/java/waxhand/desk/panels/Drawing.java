package waxhand.desk.panels;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;

/** A picture in a panel: as wide as there is room, of one height, drawn anew when that changes. */
public abstract class Drawing extends Region {
  /** Narrower there is nothing to be seen, pixels. */
  private static final double LEAST_WIDTH = 10;

  private final Canvas canvas = new Canvas();

  protected Drawing(double height) {
    setMinHeight(height);
    setPrefHeight(height);
    setMaxHeight(height);
    getChildren().add(canvas);
  }

  @Override
  protected final void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    redraw();
  }

  /** Draws what there is now. */
  protected final void redraw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    if (getWidth() >= LEAST_WIDTH) {
      draw(g, getWidth(), getHeight());
    }
  }

  /**
   * @param g of a canvas that is empty
   * @param width of it, pixels
   */
  protected abstract void draw(GraphicsContext g, double width, double height);
}
