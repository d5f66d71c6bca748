package waxhand.desk.theme;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.shape.StrokeLineCap;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/**
 * A small figure, seen from the front, drawn part by part and picked from. It faces us: its left is
 * at the right.
 *
 * @param left of its middle, pixels
 * @param height of it, pixels
 */
public record Manikin(double left, double height) {
  /** So far from a part it is still meant, pixels. */
  private static final double REACH = 6;

  /**
   * A part: the line it is drawn along and how thick it is, in shares of the height, from the
   * middle and from above.
   */
  public record Piece(Role role, double x0, double y0, double x1, double y1, double thick) {}

  public static final List<Piece> PIECES = pieces();

  private static List<Piece> pieces() {
    List<Piece> pieces = new ArrayList<>();
    pieces.add(new Piece(Role.HIPS, -0.035, 0.50, 0.035, 0.50, 0.085));
    pieces.add(new Piece(Role.SPINE_1, -0.03, 0.435, 0.03, 0.435, 0.05));
    pieces.add(new Piece(Role.SPINE_2, -0.035, 0.38, 0.035, 0.38, 0.05));
    pieces.add(new Piece(Role.SPINE_3, -0.04, 0.335, 0.04, 0.335, 0.036));
    pieces.add(new Piece(Role.CHEST, -0.05, 0.275, 0.05, 0.275, 0.085));
    pieces.add(new Piece(Role.NECK, 0, 0.195, 0, 0.185, 0.04));
    pieces.add(new Piece(Role.HEAD, 0, 0.12, 0, 0.085, 0.085));
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      double s = side == Side.LEFT ? 1 : -1;
      List<Role> arm = Role.limb(side, false);
      pieces.add(new Piece(arm.get(0), s * 0.03, 0.225, s * 0.085, 0.225, 0.03));
      pieces.add(new Piece(arm.get(1), s * 0.135, 0.25, s * 0.155, 0.365, 0.045));
      pieces.add(new Piece(arm.get(2), s * 0.162, 0.41, s * 0.178, 0.50, 0.038));
      pieces.add(new Piece(arm.get(3), s * 0.184, 0.55, s * 0.188, 0.58, 0.04));
      List<Role> leg = Role.limb(side, true);
      pieces.add(new Piece(leg.get(0), s * 0.05, 0.58, s * 0.058, 0.69, 0.062));
      pieces.add(new Piece(leg.get(1), s * 0.06, 0.765, s * 0.064, 0.87, 0.048));
      pieces.add(new Piece(leg.get(2), s * 0.066, 0.925, s * 0.07, 0.935, 0.044));
      pieces.add(new Piece(leg.get(3), s * 0.086, 0.962, s * 0.11, 0.968, 0.03));
    }
    return List.copyOf(pieces);
  }

  public double x(double share) {
    return left + share * height;
  }

  public double y(double share) {
    return share * height;
  }

  /** Draws a part in a colour, with an outline in another. */
  public void draw(GraphicsContext g, Piece piece, Color fill, Color outline) {
    g.setLineCap(StrokeLineCap.ROUND);
    line(g, piece, outline, piece.thick() + 0.008);
    line(g, piece, fill, piece.thick());
  }

  private void line(GraphicsContext g, Piece p, Color colour, double thick) {
    g.setStroke(colour);
    g.setLineWidth(thick * height);
    g.strokeLine(x(p.x0()), y(p.y0()), x(p.x1()), y(p.y1()));
  }

  /** The middle of a part, pixels; empty where none is drawn for it. */
  public Optional<double[]> placeOf(Role role) {
    return PIECES.stream()
        .filter(p -> p.role() == role)
        .findFirst()
        .map(p -> new double[] {x((p.x0() + p.x1()) / 2), y((p.y0() + p.y1()) / 2)});
  }

  /** The part at a place, of those that can be meant. */
  public Optional<Piece> at(double px, double py, Predicate<Role> meant) {
    Piece best = null;
    double least = REACH;
    for (Piece piece : PIECES) {
      double away = away(piece, px, py) - piece.thick() * height / 2;
      if (away < least && meant.test(piece.role())) {
        least = away;
        best = piece;
      }
    }
    return Optional.ofNullable(best);
  }

  /** Distance of a place from the line of a part, pixels. */
  private double away(Piece p, double px, double py) {
    double ax = x(p.x0());
    double ay = y(p.y0());
    double dx = x(p.x1()) - ax;
    double dy = y(p.y1()) - ay;
    double t = ((px - ax) * dx + (py - ay) * dy) / Math.max(1e-9, dx * dx + dy * dy);
    double u = Math.max(0, Math.min(1, t));
    return Math.hypot(px - ax - u * dx, py - ay - u * dy);
  }
}
