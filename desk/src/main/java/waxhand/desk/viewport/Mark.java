package waxhand.desk.viewport;

import java.util.List;
import java.util.Optional;
import javafx.scene.input.MouseEvent;
import waxhand.desk.session.Along;

/**
 * Something of a pass that the views show over the figure, and that a hand may take hold of. Places
 * of the pointer are pixels of the view.
 */
public interface Mark {
  void draw(Pen pen);

  /** What lies flat on the ground with it. */
  default List<Print> prints() {
    return List.of();
  }

  /** What is taken hold of there; empty where the mark has no handle. */
  default Optional<Hold> hold(Sight sight, double x, double y) {
    return Optional.empty();
  }

  /** A click on no part of the body; whether it meant something here. */
  default boolean click(Sight sight, double x, double y) {
    return false;
  }

  /**
   * Keys that are held while a hand drags.
   *
   * @param along where to the drag goes: as is set, with Ctrl only up and down, with Alt level,
   *     with both along x or z
   * @param stepped Shift: in whole steps
   */
  record Keys(Along along, boolean stepped) {
    static Keys of(MouseEvent e, Along set) {
      Along along =
          e.isAltDown()
              ? e.isControlDown() ? Along.X_OR_Z : Along.LEVEL
              : e.isControlDown() ? Along.UP : set;
      return new Keys(along, e.isShiftDown());
    }
  }

  /** A handle in a hand. */
  interface Hold {
    void drag(Sight sight, double x, double y, Keys keys);

    void release();
  }
}
