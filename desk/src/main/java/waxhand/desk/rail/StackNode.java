package waxhand.desk.rail;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Plate;

/** Plates of one stage that lie on each other; a click spreads them out. */
final class StackNode extends StackPane {
  /** So far the plates beneath look out. */
  private static final double OUT = 4;

  private final List<Plate> plates;

  StackNode(List<Plate> plates, Runnable spread) {
    this.plates = List.copyOf(plates);
    String stage = plates.get(0).pass().kind().stage().words();
    setId("stack-" + plates.get(0).id());
    getStyleClass().add("wh-stack");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.BUTTON);
    setAccessibleText(plates.size() + " passes of the stage " + stage);
    Region beneath = new Region();
    beneath.getStyleClass().add("wh-plate");
    beneath.setTranslateX(OUT);
    beneath.setTranslateY(-OUT);
    Label name = new Label(stage);
    name.getStyleClass().add("wh-plate-name");
    long off = plates.stream().filter(p -> !p.acts()).count();
    Label count = new Label(plates.size() + " passes" + (off > 0 ? ", " + off + " off" : ""));
    count.getStyleClass().addAll("wh-soft", "wh-small");
    VBox front = new VBox(name, count);
    front.getStyleClass().add("wh-plate");
    getChildren().addAll(beneath, front);
    Tooltip.install(
        this,
        new Tooltip(
            plates.stream().map(Plate::name).collect(Collectors.joining("\n"))
                + "\nA click spreads them out."));
    addEventHandler(
        MouseEvent.MOUSE_CLICKED,
        e -> {
          spread.run();
          e.consume();
        });
    addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
            spread.run();
            e.consume();
          }
        });
  }

  boolean holds(List<Plate> others) {
    return plates.equals(others);
  }
}
