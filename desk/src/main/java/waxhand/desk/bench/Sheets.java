package waxhand.desk.bench;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;

/**
 * The sheets that lie over the bench, one at a time. Those that are kept stay in the scene while
 * they are out of sight, because styling them afresh would hold up the window.
 */
final class Sheets extends StackPane {
  private final List<Node> kept = new ArrayList<>();

  Sheets() {
    setPickOnBounds(false);
  }

  /** Keeps a sheet ready. */
  void keep(Node sheet) {
    kept.add(sheet);
    sheet.setVisible(false);
    getChildren().add(sheet);
  }

  void show(Node sheet) {
    close();
    if (!getChildren().contains(sheet)) {
      getChildren().add(sheet);
    }
    sheet.setVisible(true);
  }

  void close() {
    kept.forEach(s -> s.setVisible(false));
    getChildren().retainAll(kept);
  }

  boolean isOpen() {
    return getChildren().stream().anyMatch(Node::isVisible);
  }
}
