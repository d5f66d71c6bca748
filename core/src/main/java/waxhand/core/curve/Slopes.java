package waxhand.core.curve;

/**
 * Slopes of smooth keys: the parabola through a key and its neighbours, held between zero and three
 * times either neighbour's mean slope, which is enough for a cubic to be monotone where its keys
 * are (Fritsch &amp; Carlson, "Monotone piecewise cubic interpolation", SIAM J. Numer. Anal. 17,
 * 1980, section 4, their box of 0 to 3). It asks the two neighbours only, so that moving a key is
 * felt no farther than two keys away.
 */
final class Slopes {
  private static final double MOST = 3;

  private Slopes() {}

  /**
   * @param before mean slope of the segment before a key
   * @param h0 its length
   * @param behind mean slope of the segment behind it
   * @param h1 its length
   */
  static double smooth(double before, double h0, double behind, double h1) {
    if (!(before * behind > 0)) {
      return 0;
    }
    double parabola = (before * h1 + behind * h0) / (h0 + h1);
    double most = MOST * Math.min(Math.abs(before), Math.abs(behind));
    return Math.signum(before) * Math.min(Math.abs(parabola), most);
  }
}
