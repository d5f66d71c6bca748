package waxhand.desk.timeline;

import java.util.Locale;
import javafx.scene.canvas.GraphicsContext;

/** Seconds over a time that is drawn: as many as there is room for, each with a line down. */
public final class Ruler {
  private static final double[] STEPS_S = {0.1, 0.5, 1, 2, 5, 10, 30, 60, 120, 300, 600};
  private static final double APART_PX = 56;

  private Ruler() {}

  /**
   * In the colours and type that are set.
   *
   * @param base of the words, pixels from the top
   * @param low end of the lines
   */
  public static void draw(
      GraphicsContext g, TimeScale scale, double rateHz, double base, double low) {
    double seconds = scale.seen().count() / rateHz;
    double step = STEPS_S[0];
    for (int n = 1; n < STEPS_S.length && scale.width() * step / seconds <= APART_PX; n++) {
      step = STEPS_S[n];
    }
    double right = g.getCanvas().getWidth();
    double first = Math.ceil(scale.seen().from() / rateHz / step) * step;
    for (double t = first; t * rateHz <= scale.seen().to() + 1e-9; t += step) {
      double x = Math.rint(scale.x(t * rateHz)) + 0.5;
      g.strokeLine(x, base, x, low);
      String words = step < 1 ? String.format(Locale.ROOT, "%.1f s", t) : Math.round(t) + " s";
      if (x + 35 < right) {
        // a playhead that stands there leaves the words in sight
        g.fillText(words, x + 7, base);
      }
    }
  }
}
