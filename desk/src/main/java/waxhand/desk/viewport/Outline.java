package waxhand.desk.viewport;

import waxhand.core.contact.ContactPart;

/** The outline of a print of the left side, along and to its left, as shares of its length. */
public enum Outline {
  SOLE(
      new double[][] {
        {-0.16, 0.0}, {-0.13, 0.10}, {-0.03, 0.155}, {0.12, 0.15}, {0.30, 0.12}, {0.48, 0.15},
        {0.64, 0.20}, {0.76, 0.20}, {0.90, 0.155}, {0.99, 0.07}, {1.03, -0.03}, {1.04, -0.12},
        {0.99, -0.18}, {0.88, -0.20}, {0.72, -0.195}, {0.56, -0.15}, {0.38, -0.085}, {0.20, -0.10},
        {0.05, -0.14}, {-0.07, -0.135}, {-0.14, -0.08}
      }),

  /** A flat hand, its thumb to the inside. */
  PALM(
      new double[][] {
        {0.00, 0.17}, {0.30, 0.23}, {0.52, 0.24}, {0.72, 0.25}, {0.76, 0.19}, {0.55, 0.14},
        {0.58, 0.11}, {0.92, 0.11}, {0.94, 0.05}, {0.60, 0.03}, {0.61, 0.00}, {0.99, -0.02},
        {0.99, -0.08}, {0.60, -0.08}, {0.58, -0.11}, {0.88, -0.16}, {0.86, -0.22}, {0.50, -0.20},
        {0.42, -0.22}, {0.58, -0.40}, {0.52, -0.46}, {0.26, -0.30}, {0.06, -0.20}, {-0.02, -0.10},
        {-0.03, 0.06}
      }),

  KNEE(ring(0.5, 0.4));

  private final double[][] corners;

  Outline(double[][] corners) {
    this.corners = corners;
  }

  private static double[][] ring(double along, double aside) {
    double[][] ring = new double[20][];
    for (int n = 0; n < ring.length; n++) {
      double angle = -2 * Math.PI * n / ring.length;
      ring[n] = new double[] {along * Math.cos(angle), aside * Math.sin(angle)};
    }
    return ring;
  }

  /** The print that a part leaves. */
  public static Outline of(ContactPart part) {
    return part.isSole() ? SOLE : part.isKnee() ? KNEE : PALM;
  }

  public int count() {
    return corners.length;
  }

  /** Corner n along the print. */
  double along(int n) {
    return corners[n][0];
  }

  /** Corner n to the left of a left print. */
  double aside(int n) {
    return corners[n][1];
  }
}
