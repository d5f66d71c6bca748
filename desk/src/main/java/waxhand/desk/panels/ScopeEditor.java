package waxhand.desk.panels;

import java.util.BitSet;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;

/** The parts and axes a plate acts on. */
final class ScopeEditor implements Editor {
  private final ChosenPlate chosen;
  private final Label words = new Label();
  private final Button selection = new Button("Use selection");
  private final Button all = new Button("Whole body");
  private final Map<Axis, ToggleButton> axes = new EnumMap<>(Axis.class);
  private final Node axesRow;
  private final VBox node;

  ScopeEditor(ChosenPlate chosen) {
    this.chosen = chosen;
    words.setId("scope");
    words.setWrapText(true);
    words.getStyleClass().add("wh-soft");
    selection.setId("scope-selection");
    selection.setTooltip(
        new Tooltip("Acts on the parts that are selected in the view or the list"));
    selection.setOnAction(e -> selectionChosen());
    all.setId("scope-all");
    all.setTooltip(new Tooltip("Acts on every part"));
    all.setOnAction(e -> edit(Scope.ALL));
    HBox letters = new HBox(4);
    letters.setAlignment(Pos.CENTER_LEFT);
    for (Axis axis : Axis.values()) {
      String letter = axis.name().toLowerCase(Locale.ROOT);
      ToggleButton button = new ToggleButton(letter);
      button.setId("axis-" + axis.name());
      button.getStyleClass().add("wh-found");
      button.setTooltip(new Tooltip("Acts on the " + letter + " axis"));
      button.setOnAction(e -> flip(axis));
      axes.put(axis, button);
      letters.getChildren().add(button);
    }
    axesRow = Editor.row("Axes", letters);
    node = new VBox(6, words, new HBox(8, selection, all), axesRow);
  }

  private void selectionChosen() {
    BitSet parts = chosen.session().selected();
    chosen
        .session()
        .takeProperty()
        .get()
        .map(t -> parts.isEmpty() ? Scope.ALL : Scope.of(t.raw().motion().body(), parts))
        .ifPresent(this::edit);
  }

  private void edit(Scope parts) {
    chosen.edit("parts", p -> p.withScope(parts.withAxes(p.scope().axes())));
  }

  private void flip(Axis axis) {
    chosen.edit(
        "axes",
        p -> {
          Set<Axis> now = EnumSet.noneOf(Axis.class);
          now.addAll(p.scope().axes());
          if (!now.remove(axis)) {
            now.add(axis);
          }
          return p.withScope(p.scope().withAxes(now));
        });
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public void show(Plate plate) {
    words.setText("Acts on: " + plate.scope().words());
    selection.setDisable(chosen.session().selected().isEmpty());
    all.setDisable(plate.scope().isWholeBody());
    PassPanel.put(axesRow, plate.pass().usesAxes());
    axes.forEach((axis, button) -> button.setSelected(plate.scope().axes().contains(axis)));
  }
}
