package waxhand.formats;

/** Recognises usual frame rates from frame times that were written with few digits. */
public final class Rates {
  private static final double[] USUAL = {
    120,
    60,
    30,
    24,
    25,
    50,
    100,
    240,
    48,
    90,
    72,
    96,
    144,
    150,
    180,
    200,
    250,
    300,
    360,
    480,
    500,
    1000,
    10,
    12,
    15,
    20,
    40,
    75,
    80,
    24000 / 1001.0,
    30000 / 1001.0,
    60000 / 1001.0,
    120000 / 1001.0
  };

  private Rates() {}

  /**
   * The usual rate whose frame time, written with as many decimals, could be the one given; else
   * the plain inverse. Hz.
   */
  public static double of(double frameTimeS, int decimals) {
    double half = 0.5 * Math.pow(10, -decimals);
    double best = 1 / frameTimeS;
    double nearest = Math.max(half * 1.01, 2e-6 * frameTimeS);
    for (double rate : USUAL) {
      double off = Math.abs(1 / rate - frameTimeS);
      if (off <= nearest * 0.999) {
        nearest = off;
        best = rate;
      }
    }
    return best;
  }
}
