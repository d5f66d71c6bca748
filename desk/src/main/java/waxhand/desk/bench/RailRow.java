package waxhand.desk.bench;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import waxhand.desk.command.Commands;
import waxhand.desk.rail.Rail;

/** The rail, and beside it what puts passes on it. */
final class RailRow extends HBox {
  RailRow(Rail rail, Commands commands) {
    ScrollPane scrolled = rail.scrolled();
    HBox.setHgrow(scrolled, Priority.ALWAYS);
    Button add = commands.wordButton("add-pass");
    add.setText("+ Pass");
    add.setId("add-pass");
    add.setAccessibleText("Add a pass");
    add.setMinWidth(USE_PREF_SIZE);
    add.setMaxWidth(Double.MAX_VALUE);
    Button first = commands.button("first-pass");
    first.getStyleClass().add("wh-main");
    first.setMinWidth(USE_PREF_SIZE);
    VBox buttons = new VBox(6, first, add);
    buttons.setAlignment(Pos.CENTER);
    buttons.setMinWidth(USE_PREF_SIZE);
    buttons.setStyle("-fx-padding: 8 16 8 8;");
    getChildren().addAll(scrolled, buttons);
    getStyleClass().add("wh-rail");
  }
}
