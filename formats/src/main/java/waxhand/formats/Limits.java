package waxhand.formats;

/**
 * Beyond these a number is no motion capture but a damaged file, or one that was read in the wrong
 * way: it is refused where it stands, before anything is worked out from it.
 */
public final class Limits {
  public static final double LOWEST_HZ = 1;
  public static final double HIGHEST_HZ = 2000;

  /** Distance of a joint from its parent, or of the body from the origin, metres. */
  public static final double FARTHEST_M = 10_000;

  /** Nearly 3000 turns one way. */
  public static final double WIDEST_DEG = 1e6;

  private Limits() {}

  /** Whether there can be so many frames a second; false for NaN. */
  public static boolean isRate(double hz) {
    // as written with few digits, 0.0005 s may be a little less
    return hz >= LOWEST_HZ * (1 - 1e-9) && hz <= HIGHEST_HZ * (1 + 1e-9);
  }
}
