package waxhand.core.plants;

import waxhand.core.motion.Frames;

/**
 * How far a free foot is lifted in each frame of a run: out of the floor, but never faster than
 * feet are lifted. A dip of a few frames is noise; a lift just as sudden would snap the knee of a
 * leg that is nearly straight. So it begins before the dip and ends behind it, and next to a
 * contact the foot stays in the floor rather than leap to it.
 */
final class FreeLift {
  /** Feet are lifted out of the floor no faster than this, metres a second. */
  private static final double SPEED = 0.2;

  /** So far around a frame lifts are looked at, seconds. */
  private static final double AROUND_S = 0.12;

  private final Frames run;
  private final double step;
  private final int around;
  private final double[] needs;
  private final boolean[] rests;

  FreeLift(Frames run, double rateHz) {
    this.run = run;
    this.step = SPEED / rateHz;
    this.around = around(rateHz);
    this.needs = new double[run.count()];
    this.rests = new boolean[run.count()];
  }

  /** How many frames around a frame its lift looks. */
  static int around(double rateHz) {
    return (int) Math.ceil(AROUND_S * rateHz);
  }

  /** What a free foot needs in a frame to be out of the floor, metres. */
  void free(int frame, double needM) {
    needs[frame - run.from()] = needM;
  }

  /** By how much a foot that rests in a frame is lifted there, metres. */
  void rests(int frame, double liftM) {
    needs[frame - run.from()] = liftM;
    rests[frame - run.from()] = true;
  }

  /** The lift of the foot in a frame, metres. */
  double at(int frame) {
    int n = frame - run.from();
    double lift = needs[n];
    if (rests[n]) {
      return lift;
    }
    double most = Double.POSITIVE_INFINITY;
    int last = Math.min(needs.length - 1, n + around);
    for (int i = Math.max(0, n - around); i <= last; i++) {
      int away = Math.abs(i - n);
      if (rests[i]) {
        double far = away / (0.5 * around);
        most = Math.min(most, needs[i] + step * away * (1 + far * far));
      } else {
        lift = Math.max(lift, Math.min(needs[i], step * around) - step * away);
      }
    }
    return Math.min(lift, most);
  }
}
