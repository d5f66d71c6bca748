package waxhand.core.limbs;

import java.util.Arrays;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Sole;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.signal.RaisedCosine;

/**
 * Takes out of limbs the leaps and snaps that holding their ends put in. Where the body leaps in
 * what was captured and a foot is held, the foot must leap against the leg, or the knee must snap;
 * neither was captured. There what is done to the limb changes over some frames, no more than is
 * needed, and the end goes along with the body a little.
 */
final class Steadier {
  /** No foot that is held goes down by more, metres: a knee may rather snap. */
  private static final double SINK_M = 0.003;

  /** What is done to the limb is spread so far to either side, seconds. */
  private static final double SPREAD_S = 0.15;

  private final Body body;
  private final Clip clip;
  private final Frames solved;
  private final double amount;
  private final Jerks jerks;
  private final int half;
  private final double[] weights;
  private final double[] by = new double[4];
  private final double[] mean = new double[3];

  /**
   * @param motion as captured
   * @param solved frames that limbs were solved in
   * @param amount how much of what is needed is done, 0 to 1
   * @param bearable what is left as it is whatever was captured
   */
  Steadier(Motion motion, Frames solved, double amount, Bearable bearable) {
    this.body = motion.body();
    this.clip = motion.clip();
    this.solved = solved;
    this.amount = amount;
    jerks = new Jerks(clip, solved, bearable);
    half = half(clip.rateHz());
    weights = RaisedCosine.of(half);
  }

  private static int half(double rateHz) {
    return Jerks.frames(SPREAD_S, rateHz);
  }

  /** How many frames beside a frame what is done to limbs can be felt in it. */
  static int reach(double rateHz) {
    return 2 * (half(rateHz) + Jerks.apart(rateHz));
  }

  /** How many frames beyond that what was captured can be felt. */
  static int looks(double rateHz) {
    return Jerks.looks(rateHz);
  }

  /**
   * Steadies one limb.
   *
   * @param held how much its end is, 0 to 1, a number a solved frame. Not modified.
   * @param rotations by joint, own rotations in the solved frames, 4 numbers a frame. Modified:
   *     those of the limb.
   */
  void steady(Limb limb, double[] held, double[][] rotations) {
    double[] shares = jerks.shares(limb, rotations);
    if (!faded(shares)) {
      return;
    }
    double[][] spread = spread(limb, rotations, shares);
    if (spared(sinks(limb, held, shares, rotations, spread), shares)) {
      spread = spread(limb, rotations, shares);
    }
    for (int j : limb.joints()) {
      System.arraycopy(spread[j], 0, rotations[j], 0, spread[j].length);
    }
  }

  /** Lets shares fade out to both sides; false where there are none. */
  private boolean faded(double[] shares) {
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

  /** What was done to a limb, spread by the share of each frame, by joint. */
  private double[][] spread(Limb limb, double[][] done, double[] shares) {
    double[][] spread = new double[done.length][];
    for (int j : limb.joints()) {
      double[] captured = new double[done[j].length];
      clip.rotation(j).read(solved, captured);
      spread[j] = spread(captured, done[j], shares);
    }
    return spread;
  }

  private double[] spread(double[] captured, double[] done, double[] shares) {
    double[] turns = new double[3 * shares.length];
    for (int n = 0; n < shares.length; n++) {
      Quats.leading(captured, 4 * n, done, 4 * n, by, 0);
      Quats.log(by, 0, turns, 3 * n);
    }
    double[] spread = done.clone();
    for (int n = 0; n < shares.length; n++) {
      if (shares[n] > 0) {
        RaisedCosine.mean(turns, 3, weights, n, mean);
        for (int i = 0; i < 3; i++) {
          double own = turns[3 * n + i];
          mean[i] = own + amount * shares[n] * (mean[i] - own);
        }
        Quats.exp(mean, 0, by, 0);
        Quats.multiply(by, 0, captured, 4 * n, spread, 4 * n);
      }
    }
    return spread;
  }

  /** How far a foot that is held goes down where what is done to its leg is spread, metres. */
  private double[] sinks(
      Limb limb, double[] held, double[] shares, double[][] done, double[][] spread) {
    double[] sinks = new double[shares.length];
    Optional<Sole> sole =
        body.soles().stream().filter(s -> limb.leg() && s.side() == limb.side()).findFirst();
    if (sole.isPresent()) {
      Clip was = clip;
      Clip is = clip;
      for (int j : limb.joints()) {
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
}
