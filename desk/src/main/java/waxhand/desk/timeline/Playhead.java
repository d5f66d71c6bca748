package waxhand.desk.timeline;

import javafx.scene.layout.Region;

/**
 * The mark of the frame in view. A node of its own, so that playing draws nothing else of the lanes
 * again.
 */
public final class Playhead extends Region {
  private static final double WIDTH = 10;
  private static final double TOP_HEIGHT = 7;
  private static final double LINE_WIDTH = 1.5;

  private final Region top = new Region();
  private final Region line = new Region();

  public Playhead() {
    top.getStyleClass().add("wh-playhead-top");
    line.getStyleClass().add("wh-playhead-line");
    setMouseTransparent(true);
    setManaged(false);
    getChildren().addAll(line, top);
  }

  /** A line alone, for areas below one that has the top. */
  void hideTop() {
    top.setVisible(false);
  }

  /** Stands at {@code x} of its parent from {@code y} on. */
  public void place(double x, double y, double height) {
    resizeRelocate(x - WIDTH / 2, y, WIDTH, height);
  }

  @Override
  protected void layoutChildren() {
    top.resizeRelocate(0, 0, WIDTH, TOP_HEIGHT);
    line.resizeRelocate((WIDTH - LINE_WIDTH) / 2, 0, LINE_WIDTH, getHeight());
  }
}
