package waxhand.core.contact;

import waxhand.core.signal.Quickselect;

/**
 * Fits a plane to places where feet rest: least squares over those near the plane, again and again
 * (iteratively reweighted, Holland and Welsch, Commun. Stat. A 6, 1977, with weights 0 and 1). A
 * tilt counts only where the feet go far enough to tell and the plane fits clearly better.
 */
final class FloorFit {
  /** Places farther from the plane are on something else, metres. */
  private static final double NEAR = 0.05;

  /** Less tilt is none. */
  private static final double LEAST_SLOPE = Math.tan(Math.toRadians(1));

  /** More tilt is no floor. */
  private static final double MOST_SLOPE = Math.tan(Math.toRadians(8));

  /** Feet must go so far along x and along z for a tilt to be told, metres. */
  private static final double LEAST_WAY = 0.8;

  /** A tilted plane must leave at most this share of what a level one leaves. */
  private static final double BETTER = 0.7;

  private static final int ROUNDS = 8;

  private FloorFit() {}

  /**
   * The plane through places, tilted only where they say so.
   *
   * @param places x y z, metres. Not modified.
   * @param count how many there are
   * @param heightM of the level floor
   */
  static FloorPlane of(double[] places, int count, double heightM) {
    FloorPlane level = FloorPlane.level(heightM);
    if (count < 50) {
      return level;
    }
    FloorPlane plane = level;
    for (int round = 0; round < ROUNDS; round++) {
      // wide at first: a tilted floor is not near a level one everywhere
      double near = round < 3 ? 3 * NEAR : NEAR;
      FloorPlane next = fitted(places, count, plane, near);
      if (next == null) {
        return level;
      }
      plane = next;
    }
    double slope = Math.hypot(plane.slopeX(), plane.slopeZ());
    boolean told =
        slope >= LEAST_SLOPE
            && slope <= MOST_SLOPE
            && middleMiss(places, count, plane) < BETTER * middleMiss(places, count, level);
    return told ? plane : level;
  }

  private static FloorPlane fitted(double[] p, int count, FloorPlane from, double near) {
    double n = 0;
    double mx = 0;
    double my = 0;
    double mz = 0;
    double[] low = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY};
    double[] high = {Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY};
    for (int k = 0; k < count; k++) {
      if (Math.abs(from.over(0, p[3 * k], p[3 * k + 1], p[3 * k + 2])) < near) {
        n++;
        mx += p[3 * k];
        my += p[3 * k + 1];
        mz += p[3 * k + 2];
        for (int i = 0; i < 2; i++) {
          low[i] = Math.min(low[i], p[3 * k + 2 * i]);
          high[i] = Math.max(high[i], p[3 * k + 2 * i]);
        }
      }
    }
    boolean alongX = high[0] - low[0] > LEAST_WAY;
    boolean alongZ = high[1] - low[1] > LEAST_WAY;
    if (n < 50 || !alongX && !alongZ) {
      return null;
    }
    mx /= n;
    my /= n;
    mz /= n;
    double xx = 1e-9;
    double zz = 1e-9;
    double xz = 0;
    double xy = 0;
    double zy = 0;
    for (int k = 0; k < count; k++) {
      if (Math.abs(from.over(0, p[3 * k], p[3 * k + 1], p[3 * k + 2])) < near) {
        double x = p[3 * k] - mx;
        double y = p[3 * k + 1] - my;
        double z = p[3 * k + 2] - mz;
        xx += x * x;
        zz += z * z;
        xz += x * z;
        xy += x * y;
        zy += z * y;
      }
    }
    double a = 0;
    double c = 0;
    if (alongX && alongZ) {
      double det = xx * zz - xz * xz;
      a = (xy * zz - zy * xz) / det;
      c = (zy * xx - xy * xz) / det;
    } else if (alongX) {
      a = xy / xx;
    } else {
      c = zy / zz;
    }
    return new FloorPlane(my - a * mx - c * mz, a, c);
  }

  private static double middleMiss(double[] p, int count, FloorPlane plane) {
    double[] miss = new double[count];
    for (int k = 0; k < count; k++) {
      miss[k] = Math.abs(plane.over(0, p[3 * k], p[3 * k + 1], p[3 * k + 2]));
    }
    return Quickselect.at(miss, count, count / 2);
  }
}
