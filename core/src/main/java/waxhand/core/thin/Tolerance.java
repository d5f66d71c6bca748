package waxhand.core.thin;

/**
 * How far what few keys tell may be from the samples.
 *
 * @param rad by how much any part may be turned, radians
 * @param m how far any part and its tip may be in the world, metres
 * @param holdsContacts whether what rests is kept from sliding
 */
public record Tolerance(double rad, double m, boolean holdsContacts) {
  /** What rests may be so far off, metres. */
  static final double RESTING_M = 0.0012;

  /** And may move by so much more in a frame, metres. */
  static final double SLIDE_M = 0.00025;

  public Tolerance {
    if (!(rad >= 0) || !(m >= 0)) {
      throw new IllegalArgumentException("tolerances " + rad + " rad, " + m + " m");
    }
  }
}
