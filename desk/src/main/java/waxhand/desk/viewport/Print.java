package waxhand.desk.viewport;

import java.util.List;
import waxhand.core.body.Side;
import waxhand.core.plants.Plant;

/**
 * A print on what is beneath: where a foot, a knee or a hand rests for a while.
 *
 * @param plants that make it, as contacts have them
 * @param outline what it looks like
 * @param side of the part
 * @param x of its start, a heel or a wrist, on the ground, metres
 * @param y height of the ground, metres
 * @param z of its start
 * @param headingRad from heel to toe, or from wrist to fingers, about the vertical from z to x
 * @param lengthM from heel to toe, or of a hand
 * @param ballM from its start to what it is turned about, such as the ball
 * @param strength 1 while the foot stands there, less the longer ago or ahead it is
 * @param chosen whether it is being edited
 * @param trail what is left of its slide at flag B, x y z, metres
 * @param farMm how far it slides
 */
public record Print(
    List<Plant> plants,
    Outline outline,
    Side side,
    double x,
    double y,
    double z,
    double headingRad,
    double lengthM,
    double ballM,
    double strength,
    boolean chosen,
    double[] trail,
    double farMm) {
  /** Corner n of an outline one metre long with its start at the origin: x, z. */
  static double[] corner(Outline outline, Side side, int n) {
    // the wider curve of a sole lies outside, a thumb inside
    double aside = side == Side.LEFT ? outline.aside(n) : -outline.aside(n);
    return new double[] {aside, outline.along(n)};
  }

  /** Corner n on the ground: x and z, metres. */
  public double[] corner(int n) {
    double[] c = corner(outline, side, n);
    double sin = Math.sin(headingRad);
    double cos = Math.cos(headingRad);
    return new double[] {
      x + lengthM * (c[0] * cos + c[1] * sin), z + lengthM * (-c[0] * sin + c[1] * cos)
    };
  }

  /** The middle of its ball: x and z. */
  public double[] ball() {
    return new double[] {x + ballM * Math.sin(headingRad), z + ballM * Math.cos(headingRad)};
  }

  /** A point ahead of the toes, by which it is turned: x and z. */
  public double[] ahead() {
    double far = 1.45 * lengthM;
    return new double[] {x + far * Math.sin(headingRad), z + far * Math.cos(headingRad)};
  }

  /** Whether it can be turned; a knee has no heading of its own. */
  public boolean turns() {
    return outline != Outline.KNEE;
  }

  /** Whether a place on the ground lies in it. */
  public boolean holds(double px, double pz) {
    boolean inside = false;
    for (int n = 0, k = outline.count() - 1; n < outline.count(); k = n++) {
      double[] a = corner(n);
      double[] b = corner(k);
      if (a[1] > pz != b[1] > pz && px < (b[0] - a[0]) * (pz - a[1]) / (b[1] - a[1]) + a[0]) {
        inside = !inside;
      }
    }
    return inside;
  }
}
