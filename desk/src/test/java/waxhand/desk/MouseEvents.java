package waxhand.desk;

import javafx.event.EventType;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.PickResult;

/** Events of the primary button, as a window makes them. */
public final class MouseEvents {
  private MouseEvents() {}

  /** Without any key held, over what was picked. */
  public static MouseEvent over(
      EventType<MouseEvent> type, double x, double y, boolean still, PickResult picked) {
    return of(type, x, y, false, false, still, picked);
  }

  /** With keys held, over nothing in particular. */
  public static MouseEvent of(
      EventType<MouseEvent> type, double x, double y, boolean shift, boolean ctrl) {
    return of(type, x, y, shift, ctrl, true, null);
  }

  private static MouseEvent of(
      EventType<MouseEvent> type,
      double x,
      double y,
      boolean shift,
      boolean ctrl,
      boolean still,
      PickResult picked) {
    return new MouseEvent(
        type,
        x,
        y,
        x,
        y,
        MouseButton.PRIMARY,
        1,
        shift,
        ctrl,
        false,
        false,
        true,
        false,
        false,
        true,
        false,
        still,
        picked);
  }
}
