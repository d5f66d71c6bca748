package waxhand.desk.bench;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import waxhand.desk.command.Command;
import waxhand.desk.command.Commands;

/** The first steps, and every key. */
final class HelpSheet extends VBox {
  private static final String FIRST_STEPS =
      "Open a take, press First pass, watch it with Space. The dark wire is the capture, the wax is"
          + " the repaired figure; flags A and B on the rail say which stages they show. Choose a"
          + " plate to change it; drag its span below. Hand on when it is right. The raw take is"
          + " never altered.";

  private final Button leave = new Button("Close");

  HelpSheet(Commands commands, Runnable close) {
    super(10);
    getStyleClass().add("wh-sheet");
    setMaxSize(560, 560);
    Label heading = new Label("Keys and first steps");
    heading.getStyleClass().add("wh-title");
    Label first = new Label(FIRST_STEPS);
    first.setWrapText(true);
    first.setMinHeight(USE_PREF_SIZE);
    ScrollPane scroll = new ScrollPane(keys(commands));
    scroll.setFitToWidth(true);
    leave.setCancelButton(true);
    leave.setOnAction(e -> close.run());
    getChildren().addAll(heading, first, scroll, leave);
  }

  /** Takes the keyboard. */
  void begin() {
    leave.requestFocus();
  }

  private static GridPane keys(Commands commands) {
    GridPane grid = new GridPane();
    grid.setHgap(24);
    grid.setVgap(3);
    int row = 0;
    for (String group : Actions.helpGroups()) {
      Label heading = new Label(group);
      heading.getStyleClass().add("wh-heading");
      grid.add(heading, 0, row++, 2, 1);
      for (Command command : commands.all()) {
        if (command.group().equals(group) && command.key().isPresent()) {
          Label key = new Label(command.key().get().getDisplayText());
          key.getStyleClass().add("wh-key");
          grid.addRow(row++, new Label(command.words()), key);
        }
      }
    }
    return grid;
  }
}
