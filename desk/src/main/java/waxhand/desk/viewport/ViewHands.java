package waxhand.desk.viewport;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.desk.session.Along;

/**
 * Mouse and keys of a view: a drag on a handle is the handle's, elsewhere drag turns, drag with the
 * right or middle button or Shift moves, the wheel zooms, a click picks; Alt+arrows turn, with
 * Shift move, Alt with plus and minus zoom.
 */
final class ViewHands {
  /** A hand that moves less than this has clicked, pixels. */
  private static final double CLICK_PX = 4;

  private final View view;
  private final Consumer<MouseEvent> clicked;
  private final Supplier<Along> along;
  private double lastX;
  private double lastY;
  private boolean dragged;
  private Optional<Mark.Hold> held = Optional.empty();

  /**
   * @param along where to drags go while no key is held
   */
  ViewHands(View view, Runnable touched, Consumer<MouseEvent> clicked, Supplier<Along> along) {
    this.view = view;
    this.along = along;
    this.clicked = clicked;
    view.addEventHandler(
        MouseEvent.MOUSE_PRESSED,
        e -> {
          touched.run();
          pressed(e);
        });
    view.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    view.addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
    view.addEventHandler(ScrollEvent.SCROLL, this::scrolled);
    view.addEventHandler(KeyEvent.KEY_PRESSED, this::keyed);
  }

  private void pressed(MouseEvent e) {
    view.requestFocus();
    lastX = e.getX();
    lastY = e.getY();
    dragged = false;
    held = e.getButton() == MouseButton.PRIMARY ? view.hold(e.getX(), e.getY()) : Optional.empty();
    e.consume();
  }

  private void dragged(MouseEvent e) {
    double dx = e.getX() - lastX;
    double dy = e.getY() - lastY;
    if (!dragged && Math.hypot(dx, dy) < CLICK_PX) {
      return;
    }
    dragged = true;
    lastX = e.getX();
    lastY = e.getY();
    if (held.isPresent()) {
      held.get().drag(view.sight(), e.getX(), e.getY(), Mark.Keys.of(e, along.get()));
      e.consume();
      return;
    }
    Camera camera = view.camera();
    boolean turn = e.getButton() == MouseButton.PRIMARY && !camera.parallel() && !e.isShiftDown();
    view.setCamera(
        turn
            ? camera.orbited(-dx * 0.008, dy * 0.008)
            : camera.panned(-dx / view.getHeight(), dy / view.getHeight()));
    e.consume();
  }

  private void released(MouseEvent e) {
    if (dragged) {
      // a busy window may not have been told of the last way
      dragged(e);
    }
    if (held.isPresent()) {
      Mark.Hold hold = held.get();
      held = Optional.empty();
      hold.release();
    } else if (!dragged && e.getButton() == MouseButton.PRIMARY) {
      clicked.accept(e);
    }
    e.consume();
  }

  private void scrolled(ScrollEvent e) {
    view.setCamera(view.camera().zoomed(Math.pow(1.0015, -e.getDeltaY())));
    e.consume();
  }

  private void keyed(KeyEvent e) {
    if (e.isAltDown()) {
      Camera now = view.camera();
      Camera next = move(e).apply(now);
      if (next != now) {
        view.setCamera(next);
        e.consume();
      }
    }
  }

  private static UnaryOperator<Camera> move(KeyEvent e) {
    boolean shift = e.isShiftDown();
    return switch (e.getCode()) {
      case LEFT -> shift ? c -> c.panned(-0.05, 0) : c -> c.orbited(-0.1, 0);
      case RIGHT -> shift ? c -> c.panned(0.05, 0) : c -> c.orbited(0.1, 0);
      case UP -> shift ? c -> c.panned(0, 0.05) : c -> c.orbited(0, 0.1);
      case DOWN -> shift ? c -> c.panned(0, -0.05) : c -> c.orbited(0, -0.1);
      case PLUS, ADD, EQUALS -> c -> c.zoomed(0.9);
      case MINUS, SUBTRACT -> c -> c.zoomed(1 / 0.9);
      default -> c -> c;
    };
  }
}
