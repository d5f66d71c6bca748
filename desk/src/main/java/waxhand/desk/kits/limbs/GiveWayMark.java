package waxhand.desk.kits.limbs;

import java.util.Locale;
import java.util.Optional;
import java.util.function.DoubleFunction;
import javafx.scene.canvas.GraphicsContext;
import org.joml.Vector3d;
import waxhand.core.chain.Pass;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.viewport.KnobHold;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/**
 * A scale beside the hips: the higher its knob, the more the body gives way.
 *
 * @param hips metres
 * @param driven what is driven; the scale stands on the other side of the hips
 * @param giveWay how much it gives way, 0 to 1
 * @param changed the chosen pass when it gives way by another share
 */
public record GiveWayMark(
    Vector3d hips,
    Vector3d driven,
    Session session,
    double giveWay,
    DoubleFunction<? extends Pass> changed)
    implements Mark {
  private static final double LENGTH_PX = 60;
  private static final double ASIDE_PX = 70;
  private static final double GRIP_PX = 12;

  /** Where the knob is in a view, x and y in pixels. */
  private Optional<double[]> knob(Sight sight) {
    double[] h = new double[3];
    double[] d = new double[3];
    if (!sight.project(hips, h) || !sight.project(driven, d)) {
      return Optional.empty();
    }
    double x = h[0] + (d[0] > h[0] ? -1 : 1) * ASIDE_PX;
    return Optional.of(new double[] {x, h[1] + (0.5 - giveWay) * LENGTH_PX});
  }

  @Override
  public void draw(Pen pen) {
    if (pen.hasRoomForWords()) {
      knob(pen.sight()).ifPresent(k -> draw(pen, k[0], k[1]));
    }
  }

  private void draw(Pen pen, double x, double y) {
    GraphicsContext g = pen.graphics();
    double low = y + giveWay * LENGTH_PX;
    g.setLineWidth(2);
    g.setStroke(pen.ink(Ink.HAIRLINE));
    g.strokeLine(x, low - LENGTH_PX, x, low);
    g.setStroke(pen.ink(Ink.FOCUS));
    g.strokeLine(x, y, x, low);
    g.setFill(pen.ink(Ink.RAISED));
    g.fillRoundRect(x - 8, y - 5, 16, 10, 5, 5);
    g.strokeRoundRect(x - 8, y - 5, 16, 10, 5, 5);
    String words = String.format(Locale.ROOT, "gives way %.0f %%", 100 * giveWay);
    pen.words(words, x - 50, low + 20);
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    boolean met = knob(sight).map(k -> Math.hypot(x - k[0], y - k[1]) < GRIP_PX).orElse(false);
    if (!met) {
      return Optional.empty();
    }
    PlateEdit edit = new PlateEdit(session);
    return Optional.of(
        new KnobHold(
            x,
            y,
            (right, up) -> {
              double share = giveWay + up / LENGTH_PX;
              edit.to("giving way to", changed.apply(Math.max(0, Math.min(1, share))));
            },
            session::settle));
  }
}
