package waxhand.desk.viewport;

import java.util.List;
import java.util.Optional;

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
   * @param upOnly Ctrl: only height may change
   * @param groundOnly Alt: height may not
   * @param stepped Shift: in whole steps
   */
  record Keys(boolean upOnly, boolean groundOnly, boolean stepped) {}

  /** A handle in a hand. */
  interface Hold {
    void drag(Sight sight, double x, double y, Keys keys);

    void release();
  }
}
