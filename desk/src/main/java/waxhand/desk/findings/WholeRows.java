package waxhand.desk.findings;

import javafx.scene.control.ListView;
import javafx.scene.layout.Region;

/** Gives a list as much of its height as holds whole rows, so that none is cut at the end. */
final class WholeRows extends Region {
  private final ListView<?> list;

  WholeRows(ListView<?> list) {
    this.list = list;
    getChildren().add(list);
  }

  @Override
  protected void layoutChildren() {
    double row = list.getFixedCellSize();
    double borders = list.snappedTopInset() + list.snappedBottomInset();
    double rows = Math.floor((getHeight() - borders) / row);
    double height = rows < 1 ? getHeight() : rows * row + borders;
    list.resizeRelocate(0, 0, getWidth(), height);
  }
}
