package waxhand.core.plants;

import waxhand.core.maths.Hermite;
import waxhand.core.signal.RaisedCosine;

/**
 * What shakes when a foot stands on its ball or toes: the leg, or the tilt of the foot. Held at its
 * pivot, a foot whose tilt alone was captured shaking would shake the ankle, the knee and the hips
 * instead. What is quick in the shift that would hold it is told apart: as much of it as the ankle
 * did not do is the tilt's, and is taken out by turning the foot about the ankle.
 */
final class PivotTilt {
  /** What comes and goes within this time to either side is quick, seconds. */
  private static final double QUICK_S = 0.1;

  /** Less than this is let be, metres; twice as much is taken in full. */
  private static final double LEAST_M = 0.002;

  /** An ankle shakes so much anyway, metres. */
  private static final double USUAL_M = 0.001;

  private final int half;
  private final double[] usual;
  private final int[] holds;
  private final double[] ankles;
  private final double[] shifts;

  /**
   * @param count frames of a run
   * @param shifts of the ankle, 3 numbers a frame, metres. Not modified.
   */
  PivotTilt(int count, double[] shifts, double rateHz) {
    this.half = around(rateHz);
    this.usual = RaisedCosine.of(half);
    this.holds = new int[count];
    this.ankles = new double[3 * count];
    this.shifts = shifts;
  }

  /** How many frames to either side a tilt looks. */
  static int around(double rateHz) {
    return (int) Math.ceil(QUICK_S * rateHz);
  }

  /**
   * A foot is held in a frame.
   *
   * @param hold which footing and pivot, above 0
   * @param ankle as captured. Not modified.
   */
  void holds(int n, int hold, double[] ankle) {
    holds[n] = hold;
    System.arraycopy(ankle, 0, ankles, 3 * n, 3);
  }

  /** By how much pivots are to be moved by a tilt, 3 numbers a frame, metres. */
  double[] moves() {
    double[] moves = new double[shifts.length];
    for (int n = 0; n < holds.length; n++) {
      if (holds[n] != 0) {
        move(n, moves);
      }
    }
    return moves;
  }

  private void move(int n, double[] dest) {
    double shift = 0;
    double ankle = 0;
    double tilt = 0;
    int before = 0;
    int behind = 0;
    while (before < half && n - before > 0 && holds[n - before - 1] == holds[n]) {
      before++;
    }
    while (behind < half && n + behind + 1 < holds.length && holds[n + behind + 1] == holds[n]) {
      behind++;
    }
    int reach = Math.min(before, behind);
    double[] weights = reach == half ? usual : RaisedCosine.of(reach);
    for (int i = 0; i < 3; i++) {
      double s = shifts[3 * n + i];
      double a = ankles[3 * n + i];
      for (int k = -reach; k <= reach; k++) {
        double share = weights[k + reach];
        s -= share * shifts[3 * (n + k) + i];
        a -= share * ankles[3 * (n + k) + i];
      }
      dest[3 * n + i] = s;
      shift += s * s;
      ankle += a * a;
      tilt += (s + a) * (s + a);
    }
    double taken = Hermite.smoothstep(Math.sqrt(shift) / LEAST_M - 1);
    double share = taken * tilt / (tilt + ankle + USUAL_M * USUAL_M);
    for (int i = 0; i < 3; i++) {
      dest[3 * n + i] *= share;
    }
  }
}
