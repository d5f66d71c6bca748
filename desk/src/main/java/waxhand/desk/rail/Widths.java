package waxhand.desk.rail;

/** How wide places on the rail are. */
final class Widths {
  private Widths() {}

  /**
   * Equally wide, unless one needs more for its name: others give it what they do not need.
   *
   * @param needs what each needs. Not modified.
   * @param each what there is for each; the sum of it is kept
   */
  static double[] shared(double[] needs, double each) {
    double wanted = 0;
    double spare = 0;
    for (double need : needs) {
      wanted += Math.max(0, need - each);
      spare += Math.max(0, each - need);
    }
    double moved = Math.min(wanted, spare);
    double[] widths = new double[needs.length];
    for (int i = 0; i < needs.length; i++) {
      double more = needs[i] - each;
      double share = more > 0 ? moved / wanted : spare > 0 ? moved / spare : 0;
      widths[i] = each + share * more;
    }
    return widths;
  }
}
