package waxhand.desk.theme;

import javafx.scene.control.IndexedCell;
import javafx.scene.control.ListView;
import javafx.scene.control.skin.VirtualFlow;

/** Rows of lists whose rows are equally high. */
public final class Rows {
  private Rows() {}

  /** Brings a row into sight, with one above it; a list in which it is to be seen stays put. */
  public static void reveal(ListView<?> list, int at) {
    double row = list.getFixedCellSize();
    int most = list.getItems().size();
    if (list.lookup(".virtual-flow") instanceof VirtualFlow<?> flow) {
      IndexedCell<?> first = flow.getFirstVisibleCell();
      if (first != null) {
        double top = (at - first.getIndex()) * row + first.getLayoutY();
        if (top > -1 && top + row < flow.getHeight() + 1) {
          return;
        }
      }
      // below the last one there are no rows to fill a list with
      most -= (int) Math.floor(flow.getHeight() / row);
    }
    list.scrollTo(Math.max(0, Math.min(at - 1, most)));
  }
}
