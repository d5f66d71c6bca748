package waxhand.core.plants;

import waxhand.core.motion.Frames;

/**
 * How far a free foot is lifted in each frame of a run: out of the floor, but never faster than
 * feet are lifted, or than it goes down itself. A dip of a few frames is noise; a lift just as
 * sudden would snap the knee of a leg that is nearly straight. So it begins before the dip and ends
 * behind it, and next to a contact the foot stays in the floor rather than leap to it.
 */
final class FreeLift {
  /** Any foot may be lifted out of the floor so fast, metres a second. */
  private static final double SPEED = 0.2;

  /** Out of a contact, and into one, it may be lifted so many times as fast. */
  private static final double HASTE = 2;

  /** So far around a frame lifts are looked at, seconds. */
  private static final double AROUND_S = 0.12;

  private final Frames run;
  private final double step;
  private final int around;
  private final double[] needs;
  private final boolean[] rests;
  private final double[] heights;

  FreeLift(Frames run, double rateHz) {
    this.run = run;
    this.step = SPEED / rateHz;
    this.around = around(rateHz);
    this.needs = new double[run.count()];
    this.rests = new boolean[run.count()];
    this.heights = new double[run.count()];
  }

  /** How many frames around a frame its lift looks. */
  static int around(double rateHz) {
    return (int) Math.ceil(AROUND_S * rateHz);
  }

  /**
   * What a free foot needs in a frame to be out of the floor, metres.
   *
   * @param heightM of its ankle: a foot that goes down fast may be stopped as fast
   */
  void free(int frame, double heightM, double needM) {
    needs[frame - run.from()] = needM;
    heights[frame - run.from()] = heightM;
  }

  /** By how much a foot that rests in a frame is lifted there, metres. */
  void rests(int frame, double heightM, double liftM) {
    free(frame, heightM, liftM);
    rests[frame - run.from()] = true;
  }

  /** The lift of the foot in a frame, metres. */
  double at(int frame) {
    int n = frame - run.from();
    if (rests[n]) {
      return needs[n];
    }
    double lift = needs[n];
    double most = Double.POSITIVE_INFINITY;
    for (int side = -1; side <= 1; side += 2) {
      double change = 0;
      for (int away = 1; away <= around; away++) {
        int i = n + side * away;
        if (i < 0 || i >= needs.length) {
          break;
        }
        change += Math.max(step, Math.abs(heights[i] - heights[i - side]));
        if (rests[i]) {
          double far = away / (0.5 * around);
          most = Math.min(most, needs[i] + HASTE * change * (1 + far * far));
        } else {
          lift = Math.max(lift, Math.min(needs[i], step * around) - change);
        }
      }
    }
    return Math.min(lift, most);
  }
}
