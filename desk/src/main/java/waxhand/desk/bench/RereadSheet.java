package waxhand.desk.bench;

import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.project.Take;
import waxhand.formats.Limits;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/** Overrules what was guessed when a take was read. */
final class RereadSheet extends VBox {
  RereadSheet(Take take, Consumer<Reading> again, Consumer<RereadSheet> close) {
    super(10);
    getStyleClass().add("wh-sheet");
    setId("reread");
    setMaxSize(420, USE_PREF_SIZE);
    Map<String, String> how = take.raw().reading();
    Label heading = new Label("Read " + take.raw().fileName() + " again");
    heading.getStyleClass().add("wh-title");
    ChoiceBox<String> unit = new ChoiceBox<>();
    for (Unit u : Unit.USUAL) {
      unit.getItems().add(u.words());
    }
    unit.setValue(Unit.ofKey(how.getOrDefault("unit", "cm")).orElse(Unit.CM).words());
    ChoiceBox<String> up = new ChoiceBox<>();
    up.getItems().addAll("Y", "Z");
    up.setValue(how.getOrDefault("up", "Y"));
    TextField rate =
        new TextField(String.format(Locale.ROOT, "%.6g", take.raw().motion().clip().rateHz()));
    rate.getStyleClass().add("wh-number");
    GridPane grid = new GridPane();
    grid.setHgap(12);
    grid.setVgap(8);
    grid.getColumnConstraints().add(new ColumnConstraints(120));
    grid.addRow(0, new Label("Lengths in"), unit);
    grid.addRow(1, new Label("Up axis"), up);
    grid.addRow(2, new Label("Frames a second"), rate);
    Label wrong = new Label();
    wrong.getStyleClass().add("wh-soft");
    Button go = new Button("Read again");
    go.setDefaultButton(true);
    go.getStyleClass().add("wh-main");
    go.setOnAction(
        e -> {
          try {
            double hz = Double.parseDouble(rate.getText().strip());
            if (!Limits.isRate(hz)) {
              throw new NumberFormatException();
            }
            Unit chosen = Unit.USUAL.get(unit.getItems().indexOf(unit.getValue()));
            close.accept(this);
            again.accept(
                Reading.GUESS.withUnit(chosen).withUp(Up.valueOf(up.getValue())).withRate(hz));
          } catch (NumberFormatException bad) {
            wrong.setText("The rate must be a number from 1 to 2000.");
          }
        });
    Button cancel = new Button("Close");
    cancel.setCancelButton(true);
    cancel.setOnAction(e -> close.accept(this));
    HBox buttons = new HBox(8, wrong, cancel, go);
    buttons.setAlignment(Pos.CENTER_RIGHT);
    getChildren().addAll(heading, grid, buttons);
  }
}
