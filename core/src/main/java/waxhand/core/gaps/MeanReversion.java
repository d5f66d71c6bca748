package waxhand.core.gaps;

import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;

/**
 * How far the middle of a long gap goes back to where its joint mostly is near by. A course from
 * end to end knows nothing of the middle once the joint could have been anywhere in between; the
 * mean is then the better guess, as in simple kriging (Chilès and Delfiner, "Geostatistics", 2012,
 * section 3.2). How much better is measured: on stretches as long as the gap whose truth is known.
 */
public final class MeanReversion {
  /** How far around is looked, seconds. */
  public static final double FAR_S = 4;

  /** Samples so far from the gap's ends are on their own, seconds. */
  private static final double ALONE_S = 0.1;

  /** So many known stretches at least tell. */
  private static final int LEAST = 6;

  /** A joint that turns by less in one sample stands still, radians. */
  private static final double STILL = 1e-7;

  private final GapFiller filler;
  private final double rateHz;
  private final int side;

  public MeanReversion(double rateHz) {
    this.filler = new GapFiller(rateHz);
    this.rateHz = rateHz;
    this.side = GapFiller.side(rateHz);
  }

  /**
   * Leads a filled gap back to the mean, as far as that would have been right elsewhere.
   *
   * @param filled 4 numbers a sample, the gap filled from end to end. Modified: the gap.
   * @param gap the samples that were filled
   * @param around the samples near by, 4 numbers each. Not modified.
   * @param hole the samples of the gap among them
   */
  public void apply(double[] filled, Frames gap, double[] around, Frames hole) {
    int count = around.length / 4;
    double[] mean = mean(around, count, hole);
    if (mean == null) {
      return;
    }
    double lean = lean(around, count, hole, mean);
    double[] v = new double[3];
    double[] turn = new double[4];
    for (int n = gap.from(); lean > 0 && n < gap.to(); n++) {
      double share = lean * alone(n, gap);
      Quats.between(filled, 4 * n, mean, 0, turn, 0);
      Quats.log(turn, 0, v, 0);
      for (int i = 0; i < 3; i++) {
        v[i] *= share;
      }
      Quats.exp(v, 0, turn, 0);
      Quats.multiply(filled, 4 * n, turn, 0, filled, 4 * n);
    }
  }

  /** The chordal mean of the samples outside the gap; null where there is none. */
  private static double[] mean(double[] q, int count, Frames hole) {
    double[] mean = new double[4];
    for (int n = 0; n < count; n++) {
      if (n < hole.from() || n >= hole.to()) {
        double sign = Quats.dot(mean, 0, q, 4 * n) < 0 ? -1 : 1;
        for (int i = 0; i < 4; i++) {
          mean[i] += sign * q[4 * n + i];
        }
      }
    }
    double length = Math.sqrt(Quats.dot(mean, 0, mean, 0));
    if (!(length > 1e-6)) {
      return null;
    }
    for (int i = 0; i < 4; i++) {
      mean[i] /= length;
    }
    return mean;
  }

  /**
   * Least squares over known stretches: the share of the way to the mean that was right, 0 to 1.
   */
  private double lean(double[] q, int count, Frames hole, double[] mean) {
    int length = hole.count();
    int[] stillBefore = new int[count + 1];
    for (int n = 1; n <= count; n++) {
      boolean still = n < count && Quats.angle(q, 4 * n - 4, q, 4 * n) < STILL;
      stillBefore[n] = stillBefore[n - 1] + (still ? 1 : 0);
    }
    double right = 0;
    double most = 0;
    int told = 0;
    double[] work = new double[4 * (length + 2 * side)];
    double[] turn = new double[4];
    double[] away = new double[3];
    double[] to = new double[3];
    Frames gap = new Frames(side, side + length);
    int step = Math.max(1, length / 3);
    for (int from = 0; from + length + 2 * side <= count; from += step) {
      int end = from + length + 2 * side;
      boolean known = end <= hole.from() || from >= hole.to();
      if (!known || stillBefore[end] > stillBefore[from]) {
        continue;
      }
      System.arraycopy(q, 4 * from, work, 0, work.length);
      filler.rotations(work, length + 2 * side, gap);
      for (int n = gap.from(); n < gap.to(); n++) {
        double share = alone(n, gap);
        Quats.between(work, 4 * n, q, 4 * (from + n), turn, 0);
        Quats.log(turn, 0, away, 0);
        Quats.between(work, 4 * n, mean, 0, turn, 0);
        Quats.log(turn, 0, to, 0);
        for (int i = 0; i < 3; i++) {
          right += share * to[i] * away[i];
          most += share * share * to[i] * to[i];
        }
      }
      told++;
    }
    return told < LEAST || !(most > 0) ? 0 : Math.max(0, Math.min(1, right / most));
  }

  /** How little a sample of a gap has to do with what lies around it, 0 to 1. */
  private double alone(int n, Frames gap) {
    double seconds = Math.min(n - gap.from() + 1, gap.to() - n) / rateHz / ALONE_S;
    return 1 - Math.exp(-seconds * seconds);
  }
}
