package waxhand.desk.panels;

import java.util.Locale;
import java.util.function.DoubleConsumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/** A slider that takes typing, with its unit. Values are shown values, already in the unit. */
public final class NumberField extends HBox {
  private static final double LABEL_WIDTH = 78;
  private static final double UNIT_WIDTH = 36;

  private final Slider slider = new Slider();
  private final TextField text = new TextField();
  private final double min;
  private final double max;
  private final int decimals;
  private boolean quiet;
  private double shown = Double.NaN;

  /**
   * @param low left end of the slider; typing may go beyond, within min and max
   * @param high right end of the slider
   * @param change told of every change by hand
   * @param settled told when a hand lets go
   */
  public NumberField(
      String id,
      String words,
      String unit,
      double min,
      double max,
      double low,
      double high,
      int decimals,
      String help,
      DoubleConsumer change,
      Runnable settled) {
    super(8);
    this.min = min;
    this.max = max;
    this.decimals = decimals;
    setAlignment(Pos.CENTER_LEFT);
    slider.setMin(low);
    slider.setMax(high);
    slider.setId(id + "-slider");
    slider.setAccessibleText(words);
    slider.setTooltip(new Tooltip(help));
    text.setId(id);
    text.getStyleClass().add("wh-number");
    text.setAccessibleText(words + " in " + unit);
    text.setTooltip(new Tooltip(help));
    Label unitLabel = new Label(unit);
    unitLabel.getStyleClass().add("wh-soft");
    // as wide for every unit, so that fields stand in one column
    unitLabel.setMinWidth(UNIT_WIDTH);
    HBox.setHgrow(slider, Priority.ALWAYS);
    getChildren().addAll(slider, text, unitLabel);
    slider
        .valueProperty()
        .addListener(
            (o, a, b) -> {
              if (!quiet) {
                double v = clamp(b.doubleValue());
                text.setText(format(v));
                change.accept(v);
              }
            });
    slider
        .valueChangingProperty()
        .addListener(
            (o, a, on) -> {
              if (!on) {
                settled.run();
              }
            });
    text.setOnAction(e -> typed(change, settled));
    text.focusedProperty()
        .addListener(
            (o, a, on) -> {
              if (!on) {
                typed(change, settled);
              }
            });
  }

  /** With its words in front of the slider. */
  public NumberField labelled() {
    Label label = new Label(slider.getAccessibleText());
    label.setMinWidth(LABEL_WIDTH);
    label.setPrefWidth(LABEL_WIDTH);
    getChildren().add(0, label);
    return this;
  }

  private double clamp(double v) {
    return Math.max(min, Math.min(max, v));
  }

  private String format(double v) {
    String words = String.format(Locale.ROOT, "%." + decimals + "f", v);
    // what is rounded to nothing has no sign
    return words.matches("-0[.0]*") ? words.substring(1) : words;
  }

  private void typed(DoubleConsumer change, Runnable settled) {
    if (text.getText().equals(text.getUserData())) {
      return;
    }
    try {
      double v = clamp(Double.parseDouble(text.getText().strip().replace(',', '.')));
      show(v);
      change.accept(v);
      settled.run();
    } catch (NumberFormatException e) {
      text.setText(text.getUserData() instanceof String s ? s : format(slider.getValue()));
    }
  }

  /** Shows a value without telling anybody. */
  public void show(double v) {
    if (v == shown && text.getText().equals(text.getUserData())) {
      return;
    }
    shown = v;
    quiet = true;
    slider.setValue(Math.max(slider.getMin(), Math.min(slider.getMax(), v)));
    quiet = false;
    String words = format(v);
    if (!words.equals(text.getText())) {
      text.setText(words);
    }
    text.setUserData(words);
  }
}
