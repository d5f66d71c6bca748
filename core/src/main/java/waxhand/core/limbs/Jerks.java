package waxhand.core.limbs;

import org.joml.Vector3dc;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;

/**
 * Where what was done to a limb makes a joint leap, or its middle snap, as neither was captured
 * anywhere near, and how much of it has to go.
 */
final class Jerks {
  /** Turns are compared with the fastest captured so near, seconds. */
  private static final double TURNS_NEAR_S = 0.1;

  /** A joint leaps where it turns so many times as fast, and faster than this, rad/s. */
  private static final double LEAP_TIMES = 2;

  private static final double SLOW = Math.toRadians(250);

  /** Bends are compared with the hardest captured so near, seconds. */
  private static final double BENDS_NEAR_S = 1;

  /** Over this time, so that jitter of single frames hardly counts, seconds. */
  private static final double APART_S = 1 / 30.0;

  /** Nobody sees a bend that changes its speed no harder, rad/s². */
  private static final double UNSEEN = 25;

  /** All of what was done has to go where what comes of it is this share of it too much. */
  private static final double FULL = 0.25;

  private final Clip clip;
  private final Frames solved;
  private final Frames seen;
  private final double rateHz;
  private final int apart;
  private final Bearable bearable;

  /**
   * @param clip as captured
   * @param solved frames that limbs were solved in
   * @param bearable what is left as it is whatever was captured
   */
  Jerks(Clip clip, Frames solved, Bearable bearable) {
    this.bearable = bearable;
    this.clip = clip;
    this.solved = solved;
    rateHz = clip.rateHz();
    apart = apart(rateHz);
    seen = solved.grown(looks(rateHz)).within(clip.allFrames());
  }

  /** How many frames beside a frame what was done to limbs is felt in it. */
  static int apart(double rateHz) {
    return frames(APART_S, rateHz);
  }

  /** How many frames beyond that what was captured is felt. */
  static int looks(double rateHz) {
    return frames(BENDS_NEAR_S, rateHz) + apart(rateHz);
  }

  static int frames(double seconds, double rateHz) {
    return (int) Math.max(1, Math.round(seconds * rateHz));
  }

  /**
   * How much of what was done to a limb has to go, 0 to 1, a number a solved frame.
   *
   * @param rotations by joint, own rotations in the solved frames, 4 numbers a frame. Not modified.
   */
  double[] shares(Limb limb, double[][] rotations) {
    double[] shares = new double[solved.count()];
    double[] captured = new double[4 * seen.count()];
    for (int j : limb.joints()) {
      clip.rotation(j).read(seen, captured);
      leaps(captured, rotations[j], shares);
      if (j == limb.middle()) {
        snaps(captured, rotations[j], limb.hinge(), shares);
      }
    }
    return shares;
  }

  private void leaps(double[] captured, double[] done, double[] shares) {
    int near = frames(TURNS_NEAR_S, rateHz);
    int first = solved.from() - seen.from();
    // the cosine of half the angle tells most frames from leaps
    double slow = Math.cos(Math.min(Math.PI, SLOW / rateHz) / 2);
    for (int n = 0; n + 1 < shares.length; n++) {
      if (Math.abs(Quats.dot(done, 4 * n, done, 4 * n + 4)) < slow) {
        double most = 0;
        int to = Math.min(seen.count() - 1, first + n + near + 1);
        for (int k = Math.max(0, first + n - near); k < to; k++) {
          most = Math.max(most, speed(captured, k));
        }
        double may = Math.max(Math.max(SLOW, bearable.leapRadS()), LEAP_TIMES * most);
        double share = share(speed(done, n), may);
        shares[n] = Math.max(shares[n], share);
        shares[n + 1] = Math.max(shares[n + 1], share);
      }
    }
  }

  /** How fast a joint turns from a frame to the next, rad/s. */
  private double speed(double[] q, int n) {
    return rateHz * Quats.angle(q, 4 * n, q, 4 * n + 4);
  }

  private static double share(double is, double may) {
    return Math.max(0, Math.min(1, (is - may) / (FULL * is)));
  }

  private void snaps(double[] captured, double[] done, Vector3dc hinge, double[] shares) {
    int near = frames(BENDS_NEAR_S, rateHz);
    int first = solved.from() - seen.from();
    double[] is = bends(done, hinge, rateHz);
    double[] was = null;
    double unseen = Math.max(UNSEEN, bearable.snapRadS2());
    for (int n = apart; n + apart < is.length; n++) {
      if (is[n] > unseen) {
        was = was == null ? bends(captured, hinge, rateHz) : was;
        double most = unseen;
        int to = Math.min(was.length, first + n + near + 1);
        for (int k = Math.max(0, first + n - near); k < to; k++) {
          most = Math.max(most, was[k]);
        }
        double share = share(is[n], most);
        for (int k = n - apart; k <= n + apart; k++) {
          shares[k] = Math.max(shares[k], share);
        }
      }
    }
  }

  /** How hard the bend about a hinge changes its speed, rad/s², by frame. */
  static double[] bends(double[] q, Vector3dc hinge, double rateHz) {
    int apart = apart(rateHz);
    int count = q.length / 4;
    double[] by = new double[4];
    double[] v = new double[3];
    double[] bent = new double[count];
    for (int n = 0; n + apart < count; n++) {
      // the rotation vector from one frame to another, in the parent's frame
      Quats.leading(q, 4 * n, q, 4 * (n + apart), by, 0);
      Quats.log(by, 0, v, 0);
      bent[n] = hinge.dot(v[0], v[1], v[2]);
    }
    double[] bends = new double[count];
    for (int n = apart; n + apart < count; n++) {
      bends[n] = Math.abs(bent[n] - bent[n - apart]) * rateHz * rateHz / (apart * apart);
    }
    return bends;
  }
}
