package waxhand.desk.rail;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import javafx.beans.binding.Bindings;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** One plate: name, switch and a bar for how much it changes the take. */
final class PlateNode extends StackPane {
  private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
  private static final PseudoClass MUTED = PseudoClass.getPseudoClass("muted");

  /** An effect of this many metres fills the bar. */
  private static final double FULL_EFFECT_M = 0.05;

  private final Session session;
  private final Commands commands;
  private final Consumer<PlateNode> dropped;
  private final Predicate<PassKind<?>> brushed;
  private final Node brush = Commands.icon("fth-edit-3");
  private final Node clasp = Commands.icon("fth-lock");
  private final Label name = new Label();
  private final CheckBox on = new CheckBox();
  private final Region effect = new Region();
  private final DoubleProperty movedM = new SimpleDoubleProperty();
  private final Tooltip tip = new Tooltip();
  private Plate plate;
  private boolean held;
  private double grabX;
  private double moved;

  /**
   * @param brushed whether hands in the views work on plates of a kind
   * @param dropped told when a dragged plate is let go
   */
  PlateNode(
      Session session,
      Commands commands,
      Predicate<PassKind<?>> brushed,
      Plate plate,
      Consumer<PlateNode> dropped) {
    this.brushed = brushed;
    this.session = session;
    this.commands = commands;
    this.dropped = dropped;
    this.plate = plate;
    setId("plate-" + plate.id());
    getStyleClass().add("wh-plate");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.BUTTON);
    name.getStyleClass().add("wh-plate-name");
    name.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(name, Priority.ALWAYS);
    on.setTooltip(new Tooltip("On or off"));
    on.setId("switch-" + plate.id());
    on.setFocusTraversable(false);
    on.setOnAction(
        e ->
            session.editPlate(
                on.isSelected() ? "switch on " + this.plate.name() : "mute " + this.plate.name(),
                null,
                this.plate.id(),
                p -> p.withMuted(!on.isSelected())));
    brush.setVisible(false);
    brush.setManaged(false);
    clasp.setVisible(false);
    clasp.setManaged(false);
    HBox top = new HBox(4, brush, clasp, name, on);
    top.setAlignment(Pos.CENTER_LEFT);
    StackPane bar = new StackPane(effect);
    bar.getStyleClass().add("wh-effect-back");
    bar.setAlignment(Pos.CENTER_LEFT);
    bar.setMinHeight(4);
    bar.setMaxHeight(4);
    effect.getStyleClass().add("wh-effect");
    effect
        .minWidthProperty()
        .bind(Bindings.createDoubleBinding(this::bar, movedM, widthProperty()));
    effect.maxWidthProperty().bind(effect.minWidthProperty());
    effect.setMinHeight(4);
    getChildren().add(new VBox(6, top, bar));
    // worded when it is looked at, since effects change with every pose of a drag
    tip.setOnShowing(e -> tip.setText(about()));
    Tooltip.install(this, tip);
    hands();
  }

  private void hands() {
    addEventHandler(
        MouseEvent.MOUSE_PRESSED,
        e -> {
          requestFocus();
          grabX = e.getX();
          moved = 0;
          session.plateIdProperty().set(Optional.of(plate.id()));
        });
    addEventHandler(
        MouseEvent.MOUSE_DRAGGED,
        e -> {
          moved += Math.abs(e.getX() - grabX);
          if (moved > 6) {
            held = true;
            setLayoutX(localToParent(e.getX(), 0).getX() - grabX);
            toFront();
          }
        });
    addEventHandler(
        MouseEvent.MOUSE_RELEASED,
        e -> {
          if (held) {
            held = false;
            dropped.accept(this);
          }
        });
    addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode() == KeyCode.ENTER) {
            session.plateIdProperty().set(Optional.of(plate.id()));
            e.consume();
          }
        });
  }

  Plate plate() {
    return plate;
  }

  /** Whether the hand has hold of it. */
  boolean isHeld() {
    return held;
  }

  /** Of its width, in the rail. */
  double middle() {
    return getLayoutX() + getWidth() / 2;
  }

  void setChosen(boolean chosen) {
    pseudoClassStateChanged(CHOSEN, chosen);
    boolean active = chosen && brushed.test(plate.pass().kind());
    brush.setVisible(active);
    brush.setManaged(active);
  }

  void show(Plate now) {
    if (now == plate && name.getText().equals(now.name())) {
      return;
    }
    plate = now;
    name.setText(now.name());
    on.setSelected(!now.muted());
    pseudoClassStateChanged(MUTED, !now.acts());
    clasp.setVisible(now.locked());
    clasp.setManaged(now.locked());
    setAccessibleText(now.name() + (now.muted() ? ", off" : "") + (now.locked() ? ", locked" : ""));
  }

  /** How long the bar is, pixels: of what the plate has, whenever that is made wider. */
  private double bar() {
    double share = Math.min(1, Math.sqrt(movedM.get() / FULL_EFFECT_M));
    return Math.max(movedM.get() > 0 ? 2 : 0, share * (getWidth() - 24));
  }

  private String about() {
    return String.format(
        Locale.ROOT,
        "%s: moves the body by %.1f mm (root mean square). Drag to reorder.%n%s%n%s",
        plate.name(),
        1000 * movedM.get(),
        commands.get("move-left").tip(),
        commands.get("move-right").tip());
  }

  void effect(double metres) {
    movedM.set(metres);
  }
}
