package waxhand.desk.viewport;

import java.util.List;
import waxhand.core.body.Side;
import waxhand.core.plants.Plant;

/**
 * A print on the ground: where a foot stands for a while.
 *
 * @param plants that make it, as contacts have them
 * @param side of the foot
 * @param x of the heel on the ground, metres
 * @param y height of the ground, metres
 * @param z of the heel
 * @param headingRad from heel to toe, about the vertical from z to x
 * @param lengthM from heel to toe
 * @param ballM from heel to ball
 * @param strength 1 while the foot stands there, less the longer ago or ahead it is
 * @param chosen whether it is being edited
 * @param trail what is left of its slide at flag B, x y z, metres
 * @param farMm how far it slides
 */
record Print(
    List<Plant> plants,
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
  /** Outline of a left sole: along from the heel's point, and to its left, as shares of length. */
  private static final double[][] SOLE = {
    {-0.16, 0.0}, {-0.13, 0.10}, {-0.03, 0.155}, {0.12, 0.15}, {0.30, 0.12}, {0.48, 0.15},
    {0.64, 0.20}, {0.76, 0.20}, {0.90, 0.155}, {0.99, 0.07}, {1.03, -0.03}, {1.04, -0.12},
    {0.99, -0.18}, {0.88, -0.20}, {0.72, -0.195}, {0.56, -0.15}, {0.38, -0.085}, {0.20, -0.10},
    {0.05, -0.14}, {-0.07, -0.135}, {-0.14, -0.08}
  };

  /** Number of corners of an outline. */
  static final int CORNERS = SOLE.length;

  /** Corner n of the outline of a sole one metre long with its heel at the origin: x, z. */
  static double[] corner(Side side, int n) {
    // the wider curve of a sole lies outside
    double aside = side == Side.LEFT ? SOLE[n][1] : -SOLE[n][1];
    return new double[] {aside, SOLE[n][0]};
  }

  /** Corner n on the ground: x and z, metres. */
  double[] corner(int n) {
    double[] c = corner(side, n);
    double sin = Math.sin(headingRad);
    double cos = Math.cos(headingRad);
    return new double[] {
      x + lengthM * (c[0] * cos + c[1] * sin), z + lengthM * (-c[0] * sin + c[1] * cos)
    };
  }

  /** The middle of its ball: x and z. */
  double[] ball() {
    return new double[] {x + ballM * Math.sin(headingRad), z + ballM * Math.cos(headingRad)};
  }

  /** A point ahead of the toes, by which it is turned: x and z. */
  double[] ahead() {
    double far = 1.45 * lengthM;
    return new double[] {x + far * Math.sin(headingRad), z + far * Math.cos(headingRad)};
  }

  /** Whether a place on the ground lies in it. */
  boolean holds(double px, double pz) {
    boolean inside = false;
    for (int n = 0, k = CORNERS - 1; n < CORNERS; k = n++) {
      double[] a = corner(n);
      double[] b = corner(k);
      if (a[1] > pz != b[1] > pz && px < (b[0] - a[0]) * (pz - a[1]) / (b[1] - a[1]) + a[0]) {
        inside = !inside;
      }
    }
    return inside;
  }
}
