package waxhand.desk.kits.layers;

import java.util.List;
import java.util.Map;
import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import waxhand.core.body.PartName;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;

/** The curves of the active layer, with what is done to selected keys above them. */
public final class KeyCurvesRoom extends VBox {
  private static final Map<String, String> SHORT =
      Map.of(
          "keys-smooth", "Smooth",
          "keys-straight", "Straight",
          "keys-step", "Step",
          "keys-flat", "Flat",
          "calm-keys", "Calm",
          "reset-keys", "Reset");

  private final LayerTool tool;
  private final KeyCurves curves;
  private final Label part = new Label();

  public KeyCurvesRoom(Session session, LayerTool tool, Commands commands, Palette palette) {
    this.tool = tool;
    curves = new KeyCurves(session, tool, palette);
    VBox.setVgrow(curves, Priority.ALWAYS);
    ToggleButton beneath = new ToggleButton("Beneath and result");
    beneath.setId("show-beneath");
    beneath.setTooltip(
        new Tooltip("What lies beneath the layer, thin, and the result, in a scale of their own"));
    beneath.selectedProperty().bindBidirectional(curves.beneathProperty());
    HBox tools = new HBox(6, part, beneath);
    for (String id :
        List.of(
            "keys-smooth", "keys-straight", "keys-step", "keys-flat", "calm-keys", "reset-keys")) {
      Button button = commands.wordButton(id);
      button.setText(SHORT.get(id));
      button.setId("curve-" + id);
      button
          .disableProperty()
          .bind(
              Bindings.createBooleanBinding(
                  () -> !commands.get(id).allowed().getAsBoolean(),
                  tool.selectedProperty(),
                  session.takeProperty()));
      tools.getChildren().add(button);
    }
    Label words = new Label("Double-click a curve for a key; drag a box to stretch several");
    words.getStyleClass().addAll("wh-soft", "wh-small");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    tools.getChildren().addAll(gap, words);
    tools.getStyleClass().add("wh-curve-tools");
    tools.setAlignment(Pos.CENTER_LEFT);
    part.setMinWidth(USE_PREF_SIZE);
    getChildren().addAll(tools, curves);
    session.selectionProperty().addListener((o, a, b) -> show());
    session.takeProperty().addListener((o, a, b) -> show());
    session.plateIdProperty().addListener((o, a, b) -> show());
    show();
  }

  /** Whether a layer is chosen, whose curves these are. */
  public boolean isCalledFor() {
    return tool.layer().isPresent();
  }

  private void show() {
    part.setText(curves.part().map(PartName::words).orElse("Layer"));
  }

  public void draw() {
    curves.draw();
  }
}
