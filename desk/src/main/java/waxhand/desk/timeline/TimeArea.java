package waxhand.desk.timeline;

import javafx.scene.canvas.Canvas;
import javafx.scene.layout.Region;
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
    boolean seen = isWide() && session.hasTake() && x >= LEFT && x <= LEFT + timeWidth();
    playhead.setVisible(seen);
    if (seen) {
      playhead.place(x, 2, getHeight() - 6);
    }
  }
}
