package waxhand.core.limbs;

import java.util.Arrays;
import java.util.Optional;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Sole;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * Takes out of limbs the leaps and snaps that holding their ends put in. Where the body leaps in
 * what was captured and a foot is held, the foot must leap against the leg, or the knee must snap;
 * neither was captured. There what is done to the limb changes over some frames, no more than is
 * needed, and the end goes along with the body a little.
 */
final class Steadier {
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

  /** What is done is spread in full where what comes of it is this share of it too much. */
  private static final double FULL = 0.25;

  /** No foot that is held goes down by more, metres: a knee may rather snap. */
  private static final double SINK_M = 0.003;

  /** What is done to the limb is spread so far to either side, seconds. */
  private static final double SPREAD_S = 0.15;

  private final Body body;
  private final Clip clip;
  private final Frames solved;
  private final Frames seen;
  private final double amount;
  private final double rateHz;
  private final double[] back = new double[4];
  private final double[] by = new double[4];
  private final double[] v = new double[3];

  /**
   * @param motion as captured
   * @param solved frames that limbs were solved in
   * @param amount how much of what is needed is done, 0 to 1
   */
  Steadier(Motion motion, Frames solved, double amount) {
    this.body = motion.body();
    this.clip = motion.clip();
    this.solved = solved;
    this.amount = amount;
    rateHz = clip.rateHz();
    seen = solved.grown(looks(rateHz)).within(clip.allFrames());
  }

  /** How many frames beside a frame what is done to limbs can be felt in it. */
  static int reach(double rateHz) {
    return 2 * (frames(SPREAD_S, rateHz) + frames(APART_S, rateHz));
  }

  /** How many frames beyond that what was captured can be felt. */
  static int looks(double rateHz) {
    return frames(BENDS_NEAR_S, rateHz) + frames(APART_S, rateHz);
  }

  private static int frames(double seconds, double rateHz) {
    return (int) Math.max(1, Math.round(seconds * rateHz));
  }

  /**
   * Steadies one limb.
   *
   * @param joints upper, middle, end and what hangs from that
   * @param held how much its end is, 0 to 1, a number a solved frame. Not modified.
   * @param rotations by joint, own rotations in the solved frames, 4 numbers a frame. Modified:
   *     those of the limb.
   */
  void steady(Limb limb, int[] joints, double[] held, double[][] rotations) {
    double[] shares = new double[solved.count()];
    for (int j : joints) {
      double[] captured = captured(j);
      int offset = 4 * (solved.from() - seen.from());
      int to = offset + 4 * solved.count();
      if (!Arrays.equals(captured, offset, to, rotations[j], 0, 4 * solved.count())) {
        leaps(captured, rotations[j], shares);
        if (j == limb.middle()) {
          snaps(captured, rotations[j], limb.hinge(), shares);
        }
      }
    }
    if (!faded(shares)) {
      return;
    }
    double[][] spread = spread(joints, rotations, shares);
    double[] sinks = sinks(limb, joints, held, shares, rotations, spread);
    if (spared(sinks, shares)) {
      spread = spread(joints, rotations, shares);
    }
    for (int j : joints) {
      System.arraycopy(spread[j], 0, rotations[j], 0, spread[j].length);
    }
  }

  private double[] captured(int joint) {
    double[] captured = new double[4 * seen.count()];
    clip.rotation(joint).read(seen, captured);
    return captured;
  }

  /** Where a joint leaps what is done to the limb is to be spread. */
  private void leaps(double[] captured, double[] done, double[] shares) {
    double[] was = speeds(captured);
    double[] is = speeds(done);
    int near = frames(TURNS_NEAR_S, rateHz);
    for (int n = 0; n + 1 < is.length; n++) {
      if (is[n] > SLOW) {
        double share = share(is[n], Math.max(SLOW, LEAP_TIMES * most(was, n, near)));
        shares[n] = Math.max(shares[n], share);
        shares[n + 1] = Math.max(shares[n + 1], share);
      }
    }
  }

  private static double share(double is, double may) {
    return Math.max(0, Math.min(1, (is - may) / (FULL * is)));
  }

  /** From each frame to the next, rad/s. */
  private double[] speeds(double[] q) {
    double[] speeds = new double[q.length / 4];
    for (int n = 0; n + 1 < speeds.length; n++) {
      turn(q, n, n + 1);
      speeds[n] = rateHz * Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    }
    return speeds;
  }

  /** The largest of what was captured near a solved frame. */
  private double most(double[] captured, int solvedFrame, int near) {
    int n = solvedFrame + solved.from() - seen.from();
    double most = 0;
    for (int k = Math.max(0, n - near); k <= Math.min(captured.length - 1, n + near); k++) {
      most = Math.max(most, captured[k]);
    }
    return most;
  }

  /** Where the middle snaps what is done to the limb is to be spread as far as is needed. */
  private void snaps(double[] captured, double[] done, Vector3dc hinge, double[] shares) {
    int apart = frames(APART_S, rateHz);
    int near = frames(BENDS_NEAR_S, rateHz);
    double[] was = bends(captured, hinge, apart);
    double[] is = bends(done, hinge, apart);
    for (int n = apart; n + apart < is.length; n++) {
      if (is[n] > UNSEEN) {
        double share = share(is[n], Math.max(UNSEEN, most(was, n, near)));
        for (int k = n - apart; k <= n + apart; k++) {
          shares[k] = Math.max(shares[k], share);
        }
      }
    }
  }

  /** How hard the bend about a hinge changes its speed, rad/s², by frame. */
  private double[] bends(double[] q, Vector3dc hinge, int apart) {
    double[] bends = new double[q.length / 4];
    for (int n = apart; n + apart < bends.length; n++) {
      turn(q, n - apart, n);
      double before = hinge.dot(v[0], v[1], v[2]);
      turn(q, n, n + apart);
      double after = hinge.dot(v[0], v[1], v[2]);
      bends[n] = Math.abs(after - before) * rateHz * rateHz / (apart * apart);
    }
    return bends;
  }

  /** Sets {@code v} to the rotation vector from one frame to another, in the parent's frame. */
  private void turn(double[] q, int from, int to) {
    turn(q, from, q, to);
  }

  private void turn(double[] a, int from, double[] b, int to) {
    back[0] = -a[4 * from];
    back[1] = -a[4 * from + 1];
    back[2] = -a[4 * from + 2];
    back[3] = a[4 * from + 3];
    Quats.multiply(b, 4 * to, back, 0, by, 0);
    Quats.log(by, 0, v, 0);
  }

  /** Lets shares fade out to both sides; false where there are none. */
  private boolean faded(double[] shares) {
    int half = frames(SPREAD_S, rateHz);
    double[] sharp = shares.clone();
    boolean any = false;
    for (int n = 0; n < sharp.length; n++) {
      if (sharp[n] > 0) {
        any = true;
        for (int k = Math.max(0, n - half); k <= Math.min(sharp.length - 1, n + half); k++) {
          double fade = 1 - Hermite.smoothstep(Math.abs(k - n) / (half + 1.0));
          shares[k] = Math.max(shares[k], sharp[n] * fade);
        }
      }
    }
    return any;
  }

  /** What was done to joints, spread by the share of each frame, by joint. */
  private double[][] spread(int[] joints, double[][] done, double[] shares) {
    double[][] spread = new double[done.length][];
    for (int j : joints) {
      spread[j] = spread(j, done[j], shares);
    }
    return spread;
  }

  private double[] spread(int joint, double[] done, double[] shares) {
    double[] captured = new double[done.length];
    clip.rotation(joint).read(solved, captured);
    double[] turns = new double[3 * shares.length];
    for (int n = 0; n < shares.length; n++) {
      turn(captured, n, done, n);
      System.arraycopy(v, 0, turns, 3 * n, 3);
    }
    double[] spread = done.clone();
    for (int n = 0; n < shares.length; n++) {
      if (shares[n] > 0) {
        mean(turns, n);
        for (int i = 0; i < 3; i++) {
          double own = turns[3 * n + i];
          v[i] = own + amount * shares[n] * (v[i] - own);
        }
        Quats.exp(v, 0, by, 0);
        Quats.multiply(by, 0, captured, 4 * n, spread, 4 * n);
      }
    }
    return spread;
  }

  /** How far a foot that is held goes down where what is done to its leg is spread, metres. */
  private double[] sinks(
      Limb limb, int[] joints, double[] held, double[] shares, double[][] done, double[][] spread) {
    double[] sinks = new double[shares.length];
    Optional<Sole> sole =
        body.soles().stream().filter(s -> limb.leg() && s.side() == limb.side()).findFirst();
    if (sole.isPresent()) {
      Clip was = clip;
      Clip is = clip;
      for (int j : joints) {
        was = was.withRotation(j, clip.rotation(j).with(solved, done[j]));
        is = is.withRotation(j, clip.rotation(j).with(solved, spread[j]));
      }
      WorldPose pose = WorldPose.only(clip.skeleton(), limb.tip());
      for (int n = 0; n < sinks.length; n++) {
        if (shares[n] * held[n] > 0) {
          pose.solve(was, solved.from() + n);
          double lowest = sole.get().lowest(pose);
          pose.solve(is, solved.from() + n);
          sinks[n] = held[n] * (lowest - sole.get().lowest(pose));
        }
      }
    }
    return sinks;
  }

  /** Takes as much from shares as lets feet sink too far; false where none do. */
  private boolean spared(double[] sinks, double[] shares) {
    int half = frames(SPREAD_S, rateHz);
    double[] most = new double[shares.length];
    Arrays.fill(most, 1);
    boolean any = false;
    for (int n = 0; n < sinks.length; n++) {
      if (sinks[n] > SINK_M) {
        any = true;
        double less = 1 - SINK_M / sinks[n];
        for (int k = Math.max(0, n - half); k <= Math.min(most.length - 1, n + half); k++) {
          double fade = 1 - Hermite.smoothstep(Math.abs(k - n) / (half + 1.0));
          most[k] = Math.min(most[k], 1 - less * fade);
        }
      }
    }
    for (int n = 0; n < shares.length; n++) {
      shares[n] *= most[n];
    }
    return any;
  }

  /** Sets {@code v} to the mean of vectors around one, weighed by a raised cosine. */
  private void mean(double[] vectors, int n) {
    int half = frames(SPREAD_S, rateHz);
    double sum = 0;
    Arrays.fill(v, 0);
    for (int k = -half; k <= half; k++) {
      int at = 3 * Math.max(0, Math.min(vectors.length / 3 - 1, n + k));
      double weight = 1 + Math.cos(Math.PI * k / (half + 1.0));
      sum += weight;
      for (int i = 0; i < 3; i++) {
        v[i] += weight * vectors[at + i];
      }
    }
    for (int i = 0; i < 3; i++) {
      v[i] /= sum;
    }
  }
}
