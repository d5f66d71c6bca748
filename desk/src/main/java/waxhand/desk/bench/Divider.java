package waxhand.desk.bench;

import java.util.function.DoubleConsumer;
import javafx.geometry.Orientation;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/**
 * The border of a room: dragged, or focused and moved by arrows, it makes the room larger or
 * smaller; a click on its middle folds the room away and brings it back.
 */
final class Divider extends StackPane {
  static final double WIDTH = 9;

  /** So far an arrow key moves it, pixels. */
  private static final double STEP = 16;

  private final Region grip = new Region();
  private double pressed;
  private boolean moved;

  /**
   * @param between how the rooms lie: side by side, or over each other
   * @param words which border it is
   * @param move told how far it is to go right or down, pixels
   * @param fold folds the room away or brings it back
   */
  Divider(Orientation between, String words, DoubleConsumer move, Runnable fold) {
    boolean beside = between == Orientation.HORIZONTAL;
    getStyleClass().addAll("wh-divider", beside ? "wh-beside" : "wh-over");
    grip.getStyleClass().add("wh-divider-grip");
    grip.setMouseTransparent(true);
    grip.setMaxSize(beside ? 3 : 44, beside ? 44 : 3);
    getChildren().add(grip);
    setCursor(beside ? Cursor.H_RESIZE : Cursor.V_RESIZE);
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.SLIDER);
    setAccessibleText(words);
    Tooltip.install(this, new Tooltip(words + ". Drag it; a click folds the room away."));
    addEventHandler(
        MouseEvent.MOUSE_PRESSED,
        e -> {
          pressed = beside ? e.getSceneX() : e.getSceneY();
          moved = false;
          e.consume();
        });
    addEventHandler(
        MouseEvent.MOUSE_DRAGGED,
        e -> {
          double now = beside ? e.getSceneX() : e.getSceneY();
          moved |= Math.abs(now - pressed) > 2;
          if (moved) {
            move.accept(now - pressed);
            pressed = now;
          }
          e.consume();
        });
    addEventHandler(
        MouseEvent.MOUSE_CLICKED,
        e -> {
          if (!moved && e.getButton() == MouseButton.PRIMARY) {
            fold.run();
          }
          e.consume();
        });
    addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          int by = direction(e.getCode(), beside);
          if (by != 0) {
            move.accept(by * STEP);
            e.consume();
          } else if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
            fold.run();
            e.consume();
          }
        });
  }

  private static int direction(KeyCode code, boolean beside) {
    if (code == (beside ? KeyCode.LEFT : KeyCode.UP)) {
      return -1;
    }
    return code == (beside ? KeyCode.RIGHT : KeyCode.DOWN) ? 1 : 0;
  }
}
