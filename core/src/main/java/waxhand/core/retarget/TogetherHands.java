package waxhand.core.retarget;

import java.util.Arrays;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * Where both hands go as one: they stay as far apart before the body while they move, so they carry
 * something between them, or hold each other.
 */
final class TogetherHands {
  /** They are as far apart as before within this, as a share of the height. */
  private static final double SAME = 0.0045;

  /**
   * They do so for at least so long, seconds, and move so far meanwhile, as a share of the height:
   * arms that swing up together do it for less.
   */
  private static final double LEAST_S = 1.2;

  private static final double MOVE = 0.2;

  /** They are before the body by so much, as a share of its height. */
  private static final double BEFORE = 0.08;

  /** They come to it and leave it over this time, seconds. */
  private static final double EASE_S = 0.2;

  /** They are looked at so often, seconds. */
  private static final double LOOK_S = 0.05;

  /** How much they are one, by frame, 0 to 1. */
  private final float[] share;

  TogetherHands(Motion in, Surface surface) {
    Clip clip = in.clip();
    share = new float[clip.frames()];
    int hips = in.body().joint(Role.HIPS).orElse(-1);
    boolean both = surface.hasHand(Side.LEFT) && surface.hasHand(Side.RIGHT) && hips >= 0;
    if (both) {
      find(in, surface, hips);
    }
  }

  private void find(Motion in, Surface surface, int hips) {
    Clip clip = in.clip();
    int step = (int) Math.max(1, Math.round(LOOK_S * clip.rateHz()));
    int frames = (clip.frames() - 1) / step + 1;
    double[] apart = new double[frames];
    double[][] middle = new double[3][frames];
    boolean[] ahead = new boolean[frames];
    WorldPose pose = surface.pose();
    double[] a = new double[3];
    double[] b = new double[3];
    double height = in.body().heightM();
    double least = BEFORE * height;
    // the hips are among what tells of the surface: the trunk hangs on them
    Quaterniond rest = in.body().skeleton().restRotation(hips);
    Vector3d look = new Vector3d();
    for (int f = 0; f < frames; f++) {
      pose.solve(clip, f * step);
      surface.palm(Side.LEFT, pose, a);
      surface.palm(Side.RIGHT, pose, b);
      double sum = 0;
      for (int i = 0; i < 3; i++) {
        sum += (a[i] - b[i]) * (a[i] - b[i]);
        middle[i][f] = 0.5 * (a[i] + b[i]);
      }
      apart[f] = Math.sqrt(sum);
      double[] q = pose.rotations();
      look.set(0, 0, 1);
      rest.transformInverse(look);
      new Quaterniond(q[4 * hips], q[4 * hips + 1], q[4 * hips + 2], q[4 * hips + 3])
          .transform(look);
      double l =
          (a[0] - pose.x(hips)) * look.x
              + (a[1] - pose.y(hips)) * look.y
              + (a[2] - pose.z(hips)) * look.z;
      double r =
          (b[0] - pose.x(hips)) * look.x
              + (b[1] - pose.y(hips)) * look.y
              + (b[2] - pose.z(hips)) * look.z;
      ahead[f] = Math.min(l, r) > least;
    }
    int from = 0;
    while (from < frames) {
      int to = from;
      double low = apart[from];
      double high = apart[from];
      while (to < frames
          && ahead[to]
          && Math.max(high, apart[to]) - Math.min(low, apart[to]) < 2 * SAME * height) {
        low = Math.min(low, apart[to]);
        high = Math.max(high, apart[to]);
        to++;
      }
      boolean lasts = (to - from) * step >= LEAST_S * clip.rateHz();
      if (lasts && extent(middle, from, to) > MOVE * height) {
        mark(from * step, Math.min(clip.frames(), (to - 1) * step + 1), clip.rateHz());
      }
      from = lasts ? to : from + 1;
    }
  }

  private static double extent(double[][] middle, int from, int to) {
    double sum = 0;
    for (double[] axis : middle) {
      double low = Arrays.stream(axis, from, to).min().orElse(0);
      double high = Arrays.stream(axis, from, to).max().orElse(0);
      sum += (high - low) * (high - low);
    }
    return Math.sqrt(sum);
  }

  private void mark(int from, int to, double rateHz) {
    int ease = (int) Math.max(1, Math.round(EASE_S * rateHz));
    for (int f = Math.max(0, from - ease); f < Math.min(share.length, to + ease); f++) {
      int away = Math.max(0, Math.max(from - f, f - to + 1));
      double w = 1 - Hermite.smoothstep((double) away / (ease + 1));
      share[f] = (float) Math.max(share[f], w);
    }
  }

  /**
   * Adds what a palm must be shifted by, so that both are as far apart as they were, or so many
   * times as far.
   *
   * @param amount how much it counts, 0 to 1
   * @param times how much farther apart
   */
  void add(
      Side side,
      double amount,
      double times,
      int frame,
      WorldPose was,
      WorldPose is,
      Surface source,
      Surface target,
      Touching.Sum sum) {
    if (share[frame] == 0 || !target.hasHand(Side.LEFT) || !target.hasHand(Side.RIGHT)) {
      return;
    }
    double[] a = new double[3];
    double[] b = new double[3];
    double[] c = new double[3];
    double[] d = new double[3];
    source.palm(Side.LEFT, was, a);
    source.palm(Side.RIGHT, was, b);
    target.palm(Side.LEFT, is, c);
    target.palm(Side.RIGHT, is, d);
    double half = side == Side.LEFT ? 0.5 * times : -0.5 * times;
    double[] own = side == Side.LEFT ? c : d;
    double[] by = new double[3];
    for (int i = 0; i < 3; i++) {
      by[i] = 0.5 * (c[i] + d[i]) + half * (a[i] - b[i]) - own[i];
    }
    sum.add(amount * share[frame], by[0], by[1], by[2]);
  }
}
