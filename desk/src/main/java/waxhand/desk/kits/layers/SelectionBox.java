package waxhand.desk.kits.layers;

import javafx.scene.canvas.GraphicsContext;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** What a hand draws from where it pressed, to select what lies inside. */
final class SelectionBox {
  /** A hand that moves less has clicked, pixels. */
  private static final double CLICK_PX = 2;

  private double fromX;
  private double fromY;
  private double toX;
  private double toY;
  private boolean drawn;

  /** A hand presses. */
  void press(double x, double y) {
    fromX = x;
    fromY = y;
    drawn = false;
  }

  /** It has come there, drawing. */
  void draw(double x, double y) {
    toX = x;
    toY = y;
    drawn = true;
  }

  void end() {
    drawn = false;
  }

  /** Where the hand pressed. */
  double x() {
    return fromX;
  }

  double y() {
    return fromY;
  }

  /** Whether a hand that is there now has not moved since it pressed. */
  boolean isClick(double x, double y) {
    return Math.hypot(x - fromX, y - fromY) < CLICK_PX;
  }

  boolean hasX(double x) {
    return x >= Math.min(fromX, toX) && x <= Math.max(fromX, toX);
  }

  /**
   * @param reach so far beyond it counts, too
   */
  boolean hasY(double y, double reach) {
    return y >= Math.min(fromY, toY) - reach && y <= Math.max(fromY, toY) + reach;
  }

  void paint(GraphicsContext g, Palette palette) {
    if (drawn) {
      g.setStroke(palette.get(Ink.FOCUS));
      g.setLineWidth(1);
      g.setLineDashes(3, 3);
      g.strokeRect(
          Math.min(fromX, toX), Math.min(fromY, toY), Math.abs(toX - fromX), Math.abs(toY - fromY));
      g.setLineDashes();
    }
  }
}
