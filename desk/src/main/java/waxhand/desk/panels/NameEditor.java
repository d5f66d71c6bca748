package waxhand.desk.panels;

import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import waxhand.core.chain.Plate;

/** The plate's name, to be typed over. */
final class NameEditor implements Editor {
  private final ChosenPlate chosen;
  private final TextField field = new TextField();

  NameEditor(ChosenPlate chosen) {
    this.chosen = chosen;
    field.setId("plate-name");
    field.getStyleClass().add("wh-title");
    field.setAccessibleText("Name of the plate");
    field.setTooltip(new Tooltip("Name of the plate; type another"));
    Editor.whenTyped(field, this::typed);
  }

  private void typed() {
    String text = field.getText().strip();
    if (text.isEmpty()) {
      chosen.now().ifPresent(p -> field.setText(p.name()));
    } else if (chosen.now().map(p -> !p.name().equals(text)).orElse(false)) {
      chosen.session().editPlate("rename to " + text, null, chosen.id(), p -> p.withName(text));
    }
  }

  /** Takes the focus, so that the next thing typed is the name. */
  void begin() {
    field.requestFocus();
    field.selectAll();
  }

  @Override
  public Node node() {
    return field;
  }

  @Override
  public void show(Plate plate) {
    if (!field.isFocused() && !plate.name().equals(field.getText())) {
      field.setText(plate.name());
    }
  }
}
