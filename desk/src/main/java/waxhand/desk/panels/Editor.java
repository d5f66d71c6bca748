package waxhand.desk.panels;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import waxhand.core.chain.Plate;

/** A part of the panel that shows and changes something of the chosen plate. */
public interface Editor {
  Node node();

  void show(Plate plate);

  /** Whether it leaves room for others in its line. */
  default boolean isNarrow() {
    return false;
  }

  /** A line with its words at the left and what edits it at the right. */
  static HBox row(String words, Node node) {
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox row = new HBox(8, new Label(words), gap, node);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  static Label heading(String words) {
    Label label = new Label(words);
    label.getStyleClass().add("wh-heading");
    return label;
  }

  /** Calls {@code typed} when Enter is pressed in the field or the hand leaves it. */
  static void whenTyped(TextField field, Runnable typed) {
    field.setOnAction(e -> typed.run());
    field
        .focusedProperty()
        .addListener(
            (o, was, is) -> {
              if (!is) {
                typed.run();
              }
            });
  }
}
