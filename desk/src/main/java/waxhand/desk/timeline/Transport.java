package waxhand.desk.timeline;

import java.math.BigDecimal;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.util.StringConverter;
import waxhand.core.project.Take;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** Play, step, jump, speed, and where the playhead is. */
public final class Transport extends HBox {
  private final Session session;
  private final Label clock = new Label();
  private final TextField frame = new TextField();
  private final Label of = new Label();

  /** From this width on there is room for words beside the fields, pixels. */
  private static final double WIDE_PX = 960;

  public Transport(Session session, Commands commands) {
    this.session = session;
    getStyleClass().add("wh-transport");
    setAlignment(Pos.CENTER_LEFT);
    for (String id : new String[] {"go-start", "step-back"}) {
      getChildren().add(commands.button(id));
    }
    Button play = commands.button("play");
    session
        .playingProperty()
        .addListener((o, a, on) -> play.setGraphic(Commands.icon(on ? "fth-pause" : "fth-play")));
    getChildren().add(play);
    for (String id : new String[] {"step-forward", "go-end"}) {
      getChildren().add(commands.button(id));
    }
    clock.getStyleClass().add("wh-clock");
    clock.setMinWidth(116);
    frame.setId("frame");
    frame.getStyleClass().add("wh-number");
    frame.setTooltip(new Tooltip("Frame, from 0; type to go there"));
    frame.setAccessibleText("Frame");
    frame.setOnAction(
        e -> {
          try {
            session.seek(Integer.parseInt(frame.getText().strip()));
          } catch (NumberFormatException bad) {
            show();
          }
          getParent().requestFocus();
        });
    of.getStyleClass().add("wh-soft");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    getChildren().addAll(commands.button("add-note"), commands.button("curves"));
    getChildren().addAll(clock, whereWide(new Label("frame")), frame, whereWide(of), gap);
    ToggleButton loop = toggle("Loop", "Begins again at the end of the work range");
    loop.selectedProperty().bindBidirectional(session.loopProperty());
    ToggleButton every =
        toggle("Every frame", "Draws every frame, even if that is slower than the take");
    every.selectedProperty().bindBidirectional(session.everyFrameProperty());
    ChoiceBox<Double> speed = new ChoiceBox<>();
    speed.setId("speed");
    speed.setPrefWidth(88);
    speed.setMinWidth(USE_PREF_SIZE);
    speed.setTooltip(new Tooltip("Speed of playing"));
    speed.setAccessibleText("Speed");
    speed.getItems().addAll(Session.SPEEDS);
    speed.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(Double value) {
            return value == null
                ? ""
                : BigDecimal.valueOf(value).stripTrailingZeros().toPlainString() + "×";
          }

          @Override
          public Double fromString(String text) {
            return Double.valueOf(text.replace("×", ""));
          }
        });
    speed.setValue(session.speedProperty().get());
    speed.valueProperty().addListener((o, a, b) -> session.speedProperty().set(b));
    session.speedProperty().addListener((o, a, b) -> speed.setValue(b.doubleValue()));
    getChildren().addAll(loop, every, whereWide(new Label("speed")), speed);
    session.frameProperty().addListener((o, a, b) -> show());
    session.onTake(Take::raw, this::show);
    show();
  }

  private static ToggleButton toggle(String words, String help) {
    ToggleButton button = new ToggleButton(words);
    button.setTooltip(new Tooltip(help));
    button.setMinWidth(USE_PREF_SIZE);
    return button;
  }

  /** Words that are left out, rather than cut, where the window is too narrow for them. */
  private Label whereWide(Label words) {
    words.setMinWidth(USE_PREF_SIZE);
    words.visibleProperty().bind(widthProperty().greaterThan(WIDE_PX));
    words.managedProperty().bind(words.visibleProperty());
    return words;
  }

  private void show() {
    int at = session.frameProperty().get();
    clock.setText(Timecode.of(at, session.rateHz()));
    if (!frame.isFocused() || !session.playingProperty().get()) {
      frame.setText(Integer.toString(at));
    }
    of.setText(
        session.hasTake() ? "of " + session.frames() + "  at " + rate(session.rateHz()) : "");
  }

  /** Whole rates without a fraction, others with three digits of it. */
  private static String rate(double hz) {
    boolean whole = Math.abs(hz - Math.rint(hz)) < 5e-4;
    return String.format(Locale.ROOT, whole ? "%.0f Hz" : "%.3f Hz", hz);
  }
}
