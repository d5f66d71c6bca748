package waxhand.desk.kits.ground;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import javafx.scene.canvas.GraphicsContext;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Sole;
import waxhand.core.body.SoleThickness;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.SoledPass;
import waxhand.desk.session.Along;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.PlateEdit;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.viewport.KnobHold;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/**
 * The line of a sole, from heel to toe, with knobs under heel and ball that are drawn up and down
 * to make it thinner and thicker. Shown where a foot is seen near by.
 *
 * @param heel metres
 * @param ball metres
 * @param toe metres
 * @param thickM under heel and ball, of the body as it comes into the pass, metres
 * @param other the mark of the other foot, drawn after this one, whose numbers are the same
 * @param scale by how much the pass makes the body larger
 */
public record SoleMark(
    Vector3d heel,
    Vector3d ball,
    Vector3d toe,
    SoleThickness thickM,
    Optional<SoleMark> other,
    double scale,
    Session session,
    SoledPass pass)
    implements Mark {
  private static final double RADIUS_PX = 6;
  private static final double GRIP_PX = 9;

  /** A foot that seems shorter is too small to be worked on, pixels from heel to ball. */
  private static final double LEAST_PX = 48;

  /** Those of the feet at the playhead. */
  public static List<Mark> of(ChosenStage<? extends SoledPass> stage) {
    List<SoleMark> marks = new ArrayList<>();
    if (stage.plate().muted()) {
      return List.of();
    }
    Body body = stage.out().body();
    int frame = Math.min(stage.frame(), stage.out().clip().frames() - 1);
    WorldPose pose = new WorldPose(stage.out().clip().skeleton());
    pose.solve(stage.out().clip(), frame);
    double height = stage.in().body().soled(stage.pass().soles()).heightM();
    double scale = body.heightM() / Math.max(1e-6, height);
    SoleThickness thick = new SoleThickness(body.ballM(), body.heelM()).scaled(1 / scale);
    for (int n = body.soles().size() - 1; n >= 0; n--) {
      Sole sole = body.soles().get(n);
      // the one that is drawn last has the numbers, so that nothing lies over them
      marks.add(
          0,
          new SoleMark(
              at(sole, 0, pose),
              at(sole, 1, pose),
              at(sole, 2, pose),
              thick,
              marks.stream().findFirst(),
              scale,
              stage.session(),
              stage.pass()));
    }
    return List.copyOf(marks);
  }

  private static Vector3d at(Sole sole, int place, WorldPose pose) {
    double[] p = new double[3];
    sole.at(place, pose, p);
    return new Vector3d(p);
  }

  private boolean isNear(Sight sight) {
    double[] a = new double[3];
    double[] b = new double[3];
    return sight.project(heel, a)
        && sight.project(ball, b)
        && Math.hypot(a[0] - b[0], a[1] - b[1]) >= LEAST_PX;
  }

  @Override
  public void draw(Pen pen) {
    if (!isNear(pen.sight())) {
      return;
    }
    double[] a = new double[3];
    double[] b = new double[3];
    double[] c = new double[3];
    pen.sight().project(heel, a);
    pen.sight().project(ball, b);
    pen.sight().project(toe, c);
    GraphicsContext g = pen.graphics();
    g.setStroke(pen.ink(Ink.FOCUS));
    g.setLineWidth(2);
    g.strokeLine(a[0], a[1], b[0], b[1]);
    g.strokeLine(b[0], b[1], c[0], c[1]);
    knob(pen, a, thickM.heelM(), isBy(pen.sight(), other.map(SoleMark::heel), a));
    knob(pen, b, thickM.ballM(), isBy(pen.sight(), other.map(SoleMark::ball), b));
  }

  /** Whether another knob is so near that its number would lie under this one's. */
  private static boolean isBy(Sight sight, Optional<Vector3d> place, double[] at) {
    double[] p = new double[3];
    return place.isPresent()
        && sight.project(place.get(), p)
        && Math.hypot(p[0] - at[0], p[1] - at[1]) < LEAST_PX;
  }

  private static void knob(Pen pen, double[] at, OptionalDouble thickM, boolean bare) {
    GraphicsContext g = pen.graphics();
    double r = RADIUS_PX;
    g.setFill(pen.ink(Ink.RAISED));
    g.fillOval(at[0] - r, at[1] - r, 2 * r, 2 * r);
    g.strokeOval(at[0] - r, at[1] - r, 2 * r, 2 * r);
    if (bare) {
      return;
    }
    String words = String.format(Locale.ROOT, "%.0f mm", 1000 * thickM.orElse(0));
    g.setFill(pen.ink(Ink.RAISED).deriveColor(0, 1, 1, 0.88));
    double left = Math.max(2, Math.min(at[0] - 22, pen.sight().width() - 46));
    g.fillRoundRect(left, at[1] + 10, 44, 17, 6, 6);
    g.setFont(Type.plain(12));
    g.setFill(pen.ink(Ink.INK));
    g.fillText(words, left + 5, at[1] + 23);
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    if (!isNear(sight)) {
      return Optional.empty();
    }
    if (sight.meets(heel, GRIP_PX, x, y)) {
      return Optional.of(
          held(
              sight,
              heel,
              x,
              y,
              down -> new SoleThickness(pass.soles().ballM(), thicker(thickM.heelM(), down))));
    }
    return sight.meets(ball, GRIP_PX, x, y)
        ? Optional.of(
            held(
                sight,
                ball,
                x,
                y,
                down -> new SoleThickness(thicker(thickM.ballM(), down), pass.soles().heelM())))
        : Optional.empty();
  }

  private OptionalDouble thicker(OptionalDouble was, double downM) {
    double thick = was.orElse(0) + downM / scale;
    return OptionalDouble.of(Math.max(0, Math.min(SoledPass.THICKEST_SOLE_M, thick)));
  }

  private Hold held(
      Sight sight, Vector3d place, double x, double y, DoubleFunction<SoleThickness> thicker) {
    PlateEdit edit = new PlateEdit(session);
    return new KnobHold(
        x,
        y,
        (right, up) -> {
          double upM = sight.moved(place, 0, up, 0, 0, Along.UP).y;
          edit.to("sole of", pass.withSoles(thicker.apply(-upM)));
        },
        session::settle);
  }
}
