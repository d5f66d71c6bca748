package waxhand.desk.bench;

import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.Slider;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import waxhand.desk.command.Commands;

/** Who gets a key: the commands of the take, or the control that has the focus. */
final class KeyRules {
  private final Scene scene;
  private final Commands commands;
  private final BooleanSupplier busy;
  private final Runnable toViews;

  /**
   * @param busy whether a sheet lies over the bench
   * @param toViews gives the views the keyboard
   */
  KeyRules(Scene scene, Commands commands, BooleanSupplier busy, Runnable toViews) {
    this.scene = scene;
    this.commands = commands;
    this.busy = busy;
    this.toViews = toViews;
    scene.addEventFilter(KeyEvent.KEY_PRESSED, this::beforeControls);
    scene.addEventFilter(KeyEvent.KEY_RELEASED, commands::released);
    scene.addEventFilter(MouseEvent.MOUSE_RELEASED, e -> Platform.runLater(this::freeTheKeys));
  }

  /** Space and arrows belong to the take unless a control that needs them has the focus. */
  private void beforeControls(KeyEvent e) {
    Node focus = scene.getFocusOwner();
    boolean button = focus instanceof ButtonBase;
    boolean aside = e.getCode() == KeyCode.LEFT || e.getCode() == KeyCode.RIGHT;
    if (button ? aside : !needsKeys(focus)) {
      if (!busy.getAsBoolean()) {
        commands.handle(e);
      }
    }
  }

  private static boolean needsKeys(Node focus) {
    return focus instanceof TextInputControl
        || focus instanceof ListView
        || focus instanceof Slider
        || focus instanceof ChoiceBox
        || focus instanceof ComboBoxBase
        || focus != null
            && (focus.getStyleClass().contains("wh-flag")
                || focus.getStyleClass().contains("wh-pairs")
                || focus.getStyleClass().contains("wh-divider"));
  }

  /**
   * A button that was clicked gives the keyboard back, so that Space plays and does not press it.
   */
  private void freeTheKeys() {
    Node focus = scene.getFocusOwner();
    boolean button = focus instanceof ButtonBase && !(focus instanceof MenuButton);
    if (button && !busy.getAsBoolean()) {
      toViews.run();
    }
  }
}
