package waxhand.core.plants;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Ground;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.core.signal.PathFitter;

/**
 * By how much the whole body is carried along in each frame so that its resting feet slide, float
 * and sink as little as can be, before any leg is touched. What drifts under resting feet is mostly
 * the body, not the leg.
 */
public final class Carry {
  /** Nothing is carried anywhere. */
  public static final Carry NONE = new Carry(new double[0]);

  /** Slides of less than this time are left to the legs, seconds. */
  private static final double SOFT_S = 0.12;

  /** Over this time the body comes back to where it was captured, seconds. */
  private static final double BACK_S = 15;

  /** Slides much quicker than this are no drift of the body, m/s. */
  private static final double QUICK = 0.35;

  /** Heights much larger than this are no float of the body, metres. */
  private static final double HIGH = 0.03;

  /** Where a foot comes down and leaves is found to within so much, seconds. */
  private static final double EDGE_S = 0.08;

  /** So much a foot counts at the very end of a contact. */
  private static final double UNSURE = 0.02;

  private static final int BLOCK = 2048;

  private final double[] path;

  private Carry(double[] path) {
    this.path = path;
  }

  /** Metres along an axis, 0 to 2, in a frame. */
  public double at(int frame, int axis) {
    return path.length == 0 ? 0 : path[3 * frame + axis];
  }

  /** The carrying of a run of frames, 3 numbers a frame. */
  public double[] of(Frames run) {
    return path.length == 0
        ? new double[3 * run.count()]
        : Arrays.copyOfRange(path, 3 * run.from(), 3 * run.to());
  }

  /** Frames in which two differ; none where both carry nothing. */
  public Frames differing(Carry other) {
    if (path == other.path) {
      return Frames.NONE;
    }
    int count = Math.max(path.length, other.path.length) / 3;
    int from = 0;
    int to = count;
    while (from < count && same(other, from)) {
      from++;
    }
    while (to > from && same(other, to - 1)) {
      to--;
    }
    return from == to ? Frames.NONE : new Frames(from, to);
  }

  private boolean same(Carry other, int frame) {
    return at(frame, 0) == other.at(frame, 0)
        && at(frame, 1) == other.at(frame, 1)
        && at(frame, 2) == other.at(frame, 2);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Carry c && (path == c.path || Arrays.equals(path, c.path));
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(path);
  }

  /**
   * Finds it.
   *
   * @param footings of both feet; their spots do not matter
   * @param rests how the feet lie
   * @param active frames in which the body may be carried
   * @param amount 0 to 1
   */
  public static Carry of(
      Motion motion,
      List<Footing> footings,
      Map<Side, FootRest> rests,
      Ground ground,
      Frames active,
      double amount) {
    Clip clip = motion.clip();
    int count = clip.frames();
    if (footings.isEmpty() || amount == 0 || count < 3) {
      return NONE;
    }
    double[] steps = new double[3 * count];
    double[] weights = new double[count];
    double[] heights = new double[count];
    double[] heightWeights = new double[count];
    int blocks = (count + BLOCK - 1) / BLOCK;
    IntStream.range(0, blocks)
        .parallel()
        .forEach(
            b -> {
              Frames run = new Frames(b * BLOCK, Math.min(count, (b + 1) * BLOCK));
              for (Sole sole : motion.body().soles()) {
                slides(
                    new FootPose(
                        clip, sole, NONE, rests.getOrDefault(sole.side(), FootRest.AS_BUILT)),
                    sole,
                    footings,
                    ground,
                    run,
                    steps,
                    weights,
                    heights,
                    heightWeights);
              }
            });
    return fitted(clip.rateHz(), active, steps, weights, heights, heightWeights, amount);
  }

  private static Carry fitted(
      double rate,
      Frames active,
      double[] steps,
      double[] weights,
      double[] heights,
      double[] heightWeights,
      double amount) {
    int count = weights.length;
    double soft = SOFT_S * rate;
    double back = 1 / (BACK_S * rate * BACK_S * rate);
    double[] path = new double[3 * count];
    double[] wanted = new double[count];
    double[] none = new double[count];
    double[] pulls = new double[count];
    Arrays.fill(pulls, back);
    for (int n = 0; n < count; n++) {
      if (!active.contains(n)) {
        pulls[n] = 1;
        weights[n] = 0;
        heights[n] = 0;
        heightWeights[n] = 1;
      }
    }
    double[] out = new double[count];
    double[] work = new double[PathFitter.workspace(count)];
    for (int axis = 0; axis < 3; axis++) {
      if (axis == 1) {
        double[] held = heightWeights.clone();
        for (int n = 0; n < count; n++) {
          held[n] += 1e-6;
        }
        double price = soft * soft * soft * soft;
        PathFitter.fit(heights, held, none, none, price, count, out, work);
      } else {
        for (int n = 0; n < count; n++) {
          wanted[n] = steps[3 * n + axis];
        }
        PathFitter.fit(none, pulls, wanted, weights, soft * soft, count, out, work);
      }
      for (int n = 0; n < count; n++) {
        path[3 * n + axis] = amount * out[n];
      }
    }
    return new Carry(path);
  }

  /** Adds what one foot's slides ask of the body, weighted. */
  private static void slides(
      FootPose pose,
      Sole sole,
      List<Footing> footings,
      Ground ground,
      Frames run,
      double[] steps,
      double[] weights,
      double[] heights,
      double[] heightWeights) {
    double rate = pose.rateHz();
    double[] before = new double[3];
    double[] p = new double[3];
    int pivotBefore = -1;
    for (Footing footing : footings) {
      if (footing.side() != sole.side()) {
        continue;
      }
      Frames held = footing.frames().within(new Frames(run.from(), run.to() + 1));
      pivotBefore = -1;
      for (int f = held.from(); f < held.to(); f++) {
        int pivot = footing.holds(1, f) ? 1 : footing.holds(2, f) ? 2 : 0;
        if (pivot != pivotBefore && f > held.from()) {
          // where the former pivot's successor was a frame ago
          pose.load(f - 1);
          pose.fromAnkle(pivot, pose.foot, pose.toes, before);
          add(pose.ankle, before);
        }
        pose.load(f);
        pose.fromAnkle(pivot, pose.foot, pose.toes, p);
        add(pose.ankle, p);
        if (f > held.from()) {
          step(before, p, rate, f - 1, sure(footing, f, rate), steps, weights);
        }
        if (f < run.to()) {
          double high = ground.over(f, p[0], p[1], p[2]);
          double w = 1 / (1 + high * high / (HIGH * HIGH));
          double sum = heightWeights[f] + w;
          heights[f] = (heights[f] * heightWeights[f] - w * high) / sum;
          heightWeights[f] = sum;
        }
        System.arraycopy(p, 0, before, 0, 3);
        pivotBefore = pivot;
      }
    }
  }

  /** How sure it is that a foot rests in a frame: less where it comes down and where it leaves. */
  private static double sure(Footing footing, int frame, double rate) {
    Frames frames = footing.frames();
    int inside = Math.min(frame - frames.from(), frames.to() - 1 - frame);
    double t = Math.min(1, inside / (EDGE_S * rate));
    return UNSURE + (1 - UNSURE) * t * t * (3 - 2 * t);
  }

  private static void step(
      double[] from,
      double[] to,
      double rate,
      int n,
      double sure,
      double[] steps,
      double[] weights) {
    double x = to[0] - from[0];
    double z = to[2] - from[2];
    double speed = Math.hypot(x, z) * rate;
    double w = sure / (1 + speed * speed / (QUICK * QUICK));
    double sum = weights[n] + w;
    steps[3 * n] = (steps[3 * n] * weights[n] - w * x) / sum;
    steps[3 * n + 2] = (steps[3 * n + 2] * weights[n] - w * z) / sum;
    weights[n] = sum;
  }

  private static void add(double[] a, double[] dest) {
    for (int i = 0; i < 3; i++) {
      dest[i] += a[i];
    }
  }
}
