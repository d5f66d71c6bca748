package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import org.joml.Vector3d;
import waxhand.core.maths.Quats;
import waxhand.desk.session.Posing;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.Pen;
import waxhand.desk.viewport.Sight;

/**
 * Three pegs that stick out of a part along its axes, told apart by letter and pattern. A peg is
 * rolled as one rolls a pencil on a table: the part turns about it. With Shift in steps.
 */
public final class PegMark implements Mark {
  private static final String[] LETTERS = {"x", "y", "z"};
  private static final double[][] PATTERNS = {{}, {7, 4}, {2, 4}};
  private static final double TAG_PX = 9;

  private static final double LENGTH_PX = 62;

  /** One that looks at the eye is still to be got hold of. */
  private static final double SHORTEST_PX = 22;

  /** Tags stand at least so far apart; where pegs lie in one line some are longer. */
  private static final double APART_PX = 2 * TAG_PX + 4;

  /** A hand that rolls a peg by this much turns the part by a radian. */
  private static final double RADIAN_PX = 90;

  private static final double STEP_RAD = Math.toRadians(5);

  /** Pegs that look at the eye are turned like a dial. */
  private static final double DIAL = 0.4;

  /** What is told of a turn while a hand is at it. */
  public interface Turned {
    /** Where nothing can be turned. */
    Turned NOT =
        new Turned() {
          @Override
          public void by(Vector3d axis, double angleRad) {}

          @Override
          public void done() {}
        };

    void by(Vector3d axis, double angleRad);

    void done();
  }

  private final Vector3d place;
  private final Vector3d[] axes = new Vector3d[3];
  private final Supplier<Turned> grasp;

  private final Posing posing;

  /**
   * @param frame leads from the world's axes to those of the pegs, 4 numbers
   * @param grasp gives what is told, when a hand takes hold
   */
  public PegMark(Vector3d place, double[] frame, Posing posing, Supplier<Turned> grasp) {
    this.place = place;
    this.grasp = grasp;
    this.posing = posing;
    for (int i = 0; i < 3; i++) {
      double[] v = new double[3];
      v[i] = 1;
      Quats.rotate(frame, 0, v, 0, v, 0);
      axes[i] = new Vector3d(v[0], v[1], v[2]);
    }
  }

  /** From the joint to the end of a peg, pixels; empty behind the eye. */
  private Optional<double[]> peg(Sight sight, int i) {
    double[] from = new double[3];
    double[] to = new double[3];
    double[] aside = new double[3];
    double small = 0.01;
    Vector3d end = new Vector3d(place).fma(small, axes[i]);
    Vector3d right = new Vector3d(place).fma(small, sight.right());
    if (!sight.project(place, from) || !sight.project(end, to) || !sight.project(right, aside)) {
      return Optional.empty();
    }
    double full = Math.hypot(aside[0] - from[0], aside[1] - from[1]);
    double x = (to[0] - from[0]) / full * LENGTH_PX;
    double y = (to[1] - from[1]) / full * LENGTH_PX;
    double length = Math.hypot(x, y);
    if (length < SHORTEST_PX) {
      double k = length < 1e-6 ? 0 : SHORTEST_PX / length;
      x = k == 0 ? SHORTEST_PX : k * x;
      y *= k;
    }
    return Optional.of(new double[] {from[0], from[1], x, y});
  }

  /** All three, their tags apart; empty where the part is behind the eye. */
  private List<double[]> pegs(Sight sight) {
    List<double[]> pegs = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      Optional<double[]> peg = peg(sight, i);
      if (peg.isEmpty()) {
        return List.of();
      }
      double[] p = peg.get();
      double grown = Math.hypot(p[2], p[3]);
      while (pegs.stream().anyMatch(o -> Math.hypot(o[2] - p[2], o[3] - p[3]) < APART_PX)) {
        p[2] *= (grown + APART_PX / 2) / grown;
        p[3] *= (grown + APART_PX / 2) / grown;
        grown += APART_PX / 2;
      }
      pegs.add(p);
    }
    return pegs;
  }

  @Override
  public void draw(Pen pen) {
    GraphicsContext g = pen.graphics();
    List<double[]> pegs = pegs(pen.sight());
    for (int i = 0; i < pegs.size(); i++) {
      draw(pen, g, i, pegs.get(i));
    }
    double[] p = new double[3];
    Optional<Posing.Turning> turning = posing.turningProperty().get();
    if (turning.isPresent() && pen.sight().project(place, p)) {
      String said =
          "turn about "
              + LETTERS[turning.get().axis()]
              + " "
              + LayerHands.degrees(turning.get().angleRad());
      double below = p[1] + LENGTH_PX + 24;
      double edge = pen.sight().height() - EdgeTag.ABOVE_EDGE_PX - 8;
      pen.words(said, p[0] + 16, below < edge ? below : p[1] - LENGTH_PX - 12);
    }
  }

  private void draw(Pen pen, GraphicsContext g, int axis, double[] p) {
    boolean mine = posing.turningProperty().get().filter(t -> t.axis() == axis).isPresent();
    g.setStroke(pen.ink(mine ? Ink.WAX_SHADE : Ink.FOCUS));
    g.setLineWidth(mine ? 4 : 2.5);
    g.setLineDashes(PATTERNS[axis]);
    g.strokeLine(p[0], p[1], p[0] + p[2], p[1] + p[3]);
    g.setLineDashes();
    g.setLineWidth(1.5);
    g.setFill(pen.ink(mine ? Ink.WAX : Ink.RAISED));
    double x = p[0] + p[2];
    double y = p[1] + p[3];
    g.fillRoundRect(x - TAG_PX, y - TAG_PX, 2 * TAG_PX, 2 * TAG_PX, 6, 6);
    g.strokeRoundRect(x - TAG_PX, y - TAG_PX, 2 * TAG_PX, 2 * TAG_PX, 6, 6);
    g.setFill(pen.ink(Ink.INK));
    g.setFont(Type.plain(13));
    g.setTextAlign(TextAlignment.CENTER);
    g.fillText(LETTERS[axis], x, y + 4.5);
    g.setTextAlign(TextAlignment.LEFT);
  }

  @Override
  public Optional<Hold> hold(Sight sight, double x, double y) {
    List<double[]> pegs = pegs(sight);
    for (int i = 0; i < pegs.size(); i++) {
      double[] p = pegs.get(i);
      if (Math.hypot(x - p[0] - p[2], y - p[1] - p[3]) < TAG_PX + 3) {
        return Optional.of(new Rolled(sight, i, p, x, y));
      }
    }
    return Optional.empty();
  }

  private final class Rolled implements Hold {
    private final int axis;
    private final double fromX;
    private final double fromY;
    private final double centreX;
    private final double centreY;
    private final double wayX;
    private final double wayY;
    private final boolean dial;
    private final double sense;
    private final Turned turned = grasp.get();

    Rolled(Sight sight, int axis, double[] peg, double x, double y) {
      this.axis = axis;
      fromX = x;
      fromY = y;
      centreX = peg[0];
      centreY = peg[1];
      // a turn carries what faces the eye along axis × to the eye
      Vector3d eye = sight.right().cross(sight.up());
      Vector3d way = axes[axis].cross(eye, new Vector3d());
      wayX = way.dot(sight.right());
      wayY = -way.dot(sight.up());
      dial = Math.hypot(wayX, wayY) < DIAL;
      sense = axes[axis].dot(eye) >= 0 ? -1 : 1;
      posing.turningProperty().set(Optional.of(new Posing.Turning(axis, 0)));
    }

    @Override
    public void drag(Sight sight, double x, double y, Keys keys) {
      double angle;
      if (dial) {
        double was = Math.atan2(fromY - centreY, fromX - centreX);
        double is = Math.atan2(y - centreY, x - centreX);
        angle = sense * Math.IEEEremainder(is - was, 2 * Math.PI);
      } else {
        double size = Math.hypot(wayX, wayY);
        angle = ((x - fromX) * wayX + (y - fromY) * wayY) / size / RADIAN_PX;
      }
      if (keys.stepped()) {
        angle = STEP_RAD * Math.rint(angle / STEP_RAD);
      }
      posing.turningProperty().set(Optional.of(new Posing.Turning(axis, angle)));
      turned.by(axes[axis], angle);
    }

    @Override
    public void release() {
      posing.turningProperty().set(Optional.empty());
      turned.done();
    }
  }
}
