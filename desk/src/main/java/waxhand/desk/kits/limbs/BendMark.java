package waxhand.desk.kits.limbs;

import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import org.joml.Vector3d;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.viewport.KnobHold;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/**
 * A knob at knee or elbow that is drawn sideways to turn the bend.
 *
 * @param place metres
 */
record BendMark(Vector3d place, Session session, LimbGoalPass goal) implements Mark {
  private static final double RADIUS_PX = 6;
  private static final double GRIP_PX = 9;
  private static final double TURN_A_PIXEL_RAD = Math.toRadians(0.6);

  @Override
  public void draw(Pen pen) {
    double[] p = new double[3];
    if (!pen.sight().project(place, p)) {
      return;
    }
    GraphicsContext g = pen.graphics();
    double r = RADIUS_PX;
    g.setStroke(pen.ink(Ink.FOCUS));
    g.setLineWidth(2);
    g.setFill(pen.ink(Ink.RAISED));
    g.fillOval(p[0] - r, p[1] - r, 2 * r, 2 * r);
    g.strokeOval(p[0] - r, p[1] - r, 2 * r, 2 * r);
    g.strokeLine(p[0] - r - 4, p[1], p[0] - r, p[1]);
    g.strokeLine(p[0] + r, p[1], p[0] + r + 4, p[1]);
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    if (!sight.meets(place, GRIP_PX, x, y)) {
      return Optional.empty();
    }
    PlateEdit edit = new PlateEdit(session);
    return Optional.of(
        new KnobHold(
            x,
            y,
            (right, up) -> {
              double angle = goal.bendRad() + TURN_A_PIXEL_RAD * right;
              edit.to("bend of", goal.withBend(Math.max(-Math.PI, Math.min(Math.PI, angle))));
            },
            session::settle));
  }
}
