package waxhand.desk.timeline;

import javafx.event.EventHandler;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.util.Duration;
import waxhand.core.motion.Frames;
import waxhand.desk.session.Session;

/**
 * Something drawn over the time of the take: a canvas, drawn once for all changes of a drawn frame,
 * and the playhead over it, which moves without anything being drawn anew.
 */
public abstract class TimeArea extends Region {
  /** Room for words at the left of the drawn time. */
  public static final double LEFT = 136;

  public static final double RIGHT = 16;

  protected final Session session;
  protected final Canvas canvas = new Canvas();
  private final Playhead playhead = new Playhead();

  protected TimeArea(Session session) {
    this.session = session;
    getChildren().addAll(canvas, playhead);
    session.frameProperty().addListener((o, a, b) -> placePlayhead());
    session.seenProperty().addListener((o, a, b) -> draw());
  }

  /** With Ctrl the wheel shows more or less of the time, with Shift it moves along it. */
  protected final boolean scrollTime(ScrollEvent e) {
    double turned = e.getDeltaY() == 0 ? e.getDeltaX() : e.getDeltaY();
    if (e.isControlDown()) {
      double share = (e.getX() - LEFT) / timeWidth();
      Frames seen = session.seenProperty().get();
      int about = (int) (seen.from() + Math.max(0, Math.min(1, share)) * seen.count());
      session.zoomTime(turned > 0 ? 0.8 : 1.25, about);
    } else if (e.isShiftDown()) {
      session.scrollTime(turned > 0 ? -0.15 : 0.15);
    } else {
      return false;
    }
    e.consume();
    return true;
  }

  /** What is done to the area with the pointer. */
  protected final void hands(
      EventHandler<MouseEvent> pressed,
      EventHandler<MouseEvent> dragged,
      EventHandler<MouseEvent> released) {
    addEventHandler(MouseEvent.MOUSE_PRESSED, pressed);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, dragged);
    addEventHandler(MouseEvent.MOUSE_RELEASED, released);
  }

  /** What is said of a place of the area, and what the pointer looks like there. */
  protected final void tells(At<String> words, At<Cursor> cursor) {
    Tooltip tip = new Tooltip();
    tip.setShowDelay(Duration.millis(350));
    Tooltip.install(this, tip);
    addEventHandler(
        MouseEvent.MOUSE_MOVED,
        e -> {
          tip.setText(words.of(e.getX(), e.getY()));
          setCursor(cursor.of(e.getX(), e.getY()));
        });
  }

  /** Something of a place of the area, pixels. */
  protected interface At<T> {
    T of(double x, double y);
  }

  /** Draws again what may need more or less room than before. */
  protected final void changed() {
    if (prefHeight(-1) != computePrefHeight(-1)) {
      requestLayout();
    }
    draw();
  }

  /** Shows the playhead as a line alone, for areas below one that has its top. */
  protected final void hidePlayheadTop() {
    playhead.hideTop();
  }

  /** Draws everything on the canvas. */
  protected abstract void paint();

  /** Where a frame lies, in this control. */
  protected abstract double x(double frame);

  /** Width of the drawn time. */
  protected final double timeWidth() {
    return Math.max(10, getWidth() - LEFT - RIGHT);
  }

  /** Whether there is room to draw anything. */
  protected final boolean isWide() {
    return getWidth() >= LEFT + 40;
  }

  /** Draws everything again, in the colours of the theme. */
  public final void draw() {
    setNeedsLayout(true);
  }

  @Override
  protected final void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    canvas.getGraphicsContext2D().clearRect(0, 0, getWidth(), getHeight());
    paint();
    placePlayhead();
  }

  private void placePlayhead() {
    double x = x(session.frameProperty().get() + 0.5);
    boolean seen =
        isWide()
            && session.hasTake()
            && session.seenProperty().get().contains(session.frameProperty().get())
            && x >= LEFT
            && x <= LEFT + timeWidth();
    playhead.setVisible(seen);
    if (seen) {
      playhead.place(x, 2, getHeight() - 6);
    }
  }
}
