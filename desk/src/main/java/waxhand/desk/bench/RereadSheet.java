package waxhand.desk.bench;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.body.Body;
import waxhand.core.body.Cast;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.formats.Limits;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/** Overrules what was guessed when a take was read. */
final class RereadSheet extends VBox {
  private final RawTake raw;
  private final Unit itsUnit;
  private final ChoiceBox<String> unit = new ChoiceBox<>();
  private final TextField height = number("reread-height");
  private final ChoiceBox<String> up = new ChoiceBox<>();
  private final TextField rate = number("reread-rate");
  private final TextField rest = number("reread-rest");
  private final ChoiceBox<String> body = new ChoiceBox<>();
  private final Label wrong = new Label();

  RereadSheet(Take take, Consumer<Reading> again, Consumer<RereadSheet> close) {
    super(10);
    raw = take.raw();
    getStyleClass().add("wh-sheet");
    setId("reread");
    setMaxSize(440, USE_PREF_SIZE);
    Map<String, String> how = raw.reading();
    itsUnit = Unit.ofKey(how.getOrDefault("unit", "cm")).orElse(Unit.CM);
    Label heading = new Label("Read " + raw.fileName() + " again");
    heading.getStyleClass().add("wh-title");
    Unit.USUAL.forEach(u -> unit.getItems().add(u.words()));
    if (!itsUnit.isUsual()) {
      unit.getItems().add(itsUnit.words());
    }
    unit.setValue(itsUnit.words());
    height.setText(metres(heightM()));
    height.setTooltip(new Tooltip("How tall the body is; the unit follows from it"));
    unit.valueProperty()
        .addListener((o, a, b) -> height.setText(metres(heightM() * chosen() / itsUnit.metres())));
    up.getItems().addAll("Y", "Z");
    up.setValue(how.getOrDefault("up", "Y"));
    rate.setText(
        new BigDecimal(raw.motion().clip().rateHz())
            .round(new MathContext(6))
            .stripTrailingZeros()
            .toPlainString());
    rest.setText(Integer.toString(raw.restFrames()));
    rest.setTooltip(new Tooltip("Rows at the start that are a rest pose and no motion"));
    List<String> bodies = List.copyOf(Body.named(raw.motion().clip().skeleton()).keySet());
    body.getItems().addAll(bodies);
    body.setValue(how.getOrDefault("body", bodies.get(0)));
    GridPane grid = new GridPane();
    grid.setHgap(12);
    grid.setVgap(8);
    grid.getColumnConstraints().add(new ColumnConstraints(140));
    grid.addRow(0, new Label("Lengths in"), unit);
    grid.addRow(1, new Label("Height of the body"), with(height, "m"));
    grid.addRow(2, new Label("Up axis"), up);
    grid.addRow(3, new Label("Frames a second"), with(rate, "Hz"));
    grid.addRow(4, new Label("Rest pose first"), with(rest, "rows"));
    if (bodies.size() > 1) {
      grid.addRow(5, new Label("Body"), body);
    }
    wrong.getStyleClass().add("wh-soft");
    wrong.setWrapText(true);
    Button go = new Button("Read again");
    go.setDefaultButton(true);
    go.getStyleClass().add("wh-main");
    go.setOnAction(
        e ->
            reading()
                .ifPresent(
                    reading -> {
                      close.accept(this);
                      again.accept(reading);
                    }));
    Button cancel = new Button("Close");
    cancel.setCancelButton(true);
    cancel.setOnAction(e -> close.accept(this));
    HBox buttons = new HBox(8, cancel, go);
    buttons.setAlignment(Pos.CENTER_RIGHT);
    getChildren().addAll(heading, grid, wrong, buttons);
  }

  private static TextField number(String id) {
    TextField field = new TextField();
    field.setId(id);
    field.getStyleClass().add("wh-number");
    return field;
  }

  private static HBox with(TextField field, String unit) {
    HBox box = new HBox(8, field, new Label(unit));
    box.setAlignment(Pos.CENTER_LEFT);
    return box;
  }

  private double heightM() {
    return raw.motion().body().heightM();
  }

  private static String metres(double value) {
    return String.format(Locale.ROOT, "%.3f", value);
  }

  /** The chosen unit, metres. */
  private double chosen() {
    int n = unit.getItems().indexOf(unit.getValue());
    return n < Unit.USUAL.size() ? Unit.USUAL.get(n).metres() : itsUnit.metres();
  }

  /** What the sheet says; empty, with a reason on it, where that cannot be. */
  private Optional<Reading> reading() {
    OptionalDouble hz = parsed(rate, Limits.LOWEST_HZ, Limits.HIGHEST_HZ);
    OptionalDouble tall = parsed(height, Reading.LEAST_HEIGHT_M, Reading.GREATEST_HEIGHT_M);
    OptionalDouble rows = parsed(rest, 0, raw.motion().clip().frames() + raw.restFrames() - 1.0);
    if (hz.isEmpty() || tall.isEmpty() || rows.isEmpty()) {
      wrong.setText(
          hz.isEmpty()
              ? "The rate must be a number from 1 to 2000."
              : tall.isEmpty()
                  ? "The height must be a number from 0.02 to 40 m."
                  : "The rest pose must leave a row of motion.");
      return Optional.empty();
    }
    Reading reading =
        Reading.GUESS
            .withUp(Up.valueOf(up.getValue()))
            .withRate(hz.getAsDouble())
            .withRestFrames((int) rows.getAsDouble());
    if (body.getItems().size() > 1) {
      reading = reading.withBody(body.getValue());
    }
    Optional<Cast> cast = Cast.parse(raw.reading().getOrDefault(RawTake.CAST, ""));
    boolean same = body.getValue().equals(raw.reading().getOrDefault("body", body.getValue()));
    if (cast.isPresent() && same) {
      reading = reading.withCast(cast.get());
    }
    String byUnit = metres(heightM() * chosen() / itsUnit.metres());
    return Optional.of(
        byUnit.equals(height.getText().strip())
            ? reading.withUnit(Unit.of(chosen()))
            : reading.withHeight(tall.getAsDouble()));
  }

  private static OptionalDouble parsed(TextField field, double least, double most) {
    try {
      double value = Double.parseDouble(field.getText().strip());
      return value >= least && value <= most ? OptionalDouble.of(value) : OptionalDouble.empty();
    } catch (NumberFormatException e) {
      return OptionalDouble.empty();
    }
  }
}
