package waxhand.core.plants;

import java.util.Arrays;
import java.util.List;
import waxhand.core.motion.Frames;
import waxhand.core.signal.PathFitter;

/**
 * Fits the path along which the body is carried to what its resting feet tell: first so that they
 * go as little as can be from frame to frame, then so that each is where it is on the whole, at
 * last going along with what both do at once.
 */
final class CarryFit {
  /** Slides of less than this time are left to the legs, seconds. */
  private static final double SOFT_S = 0.12;

  /** Feet wander off their spots over longer times than this where the body does, seconds. */
  private static final double SLOW_S = 0.5;

  /** Over this time the body comes back to where it was captured, seconds. */
  private static final double BACK_S = 15;

  /** Heights much larger than this are no float of the body, metres. */
  private static final double HIGH = 0.03;

  /**
   * How much the body keeps to where it is where no foot tells: of its height, and on the ground.
   */
  private static final double LOOSE_HEIGHT = 1e-6;

  private static final double LOOSE = 1e-3;

  /** How much it keeps to where it is outside the span. */
  private static final double FIXED = 1e4;

  /** How far the way of the body is to be believed as it was captured, a foot at rest being 1. */
  private static final double STAYS = 0.3;

  /** How far its height is, in the same measure: where no foot tells it goes on level. */
  private static final double STAYS_HIGH = 0.1;

  /** What feet do apart tells so many times as much against a jolt of the body. */
  private static final double TIMES = 2;

  /** Jolts smaller than this are the legs', metres. */
  private static final double SMALL_M = 0.01;

  /** A foot that is surer than this tells of jolts, 0 to 1. */
  private static final double UNSURE = 0.02;

  /** So often what feet ask for is found anew. */
  private static final int TURNS = 4;

  private final List<RestingFoot> feet;
  private final Frames active;
  private final int count;
  private final double soft;
  private final double back;

  /** 3 numbers a frame. */
  private final double[] path;

  private final double[] values;
  private final double[] weights;
  private final double[] none;
  private final double[] out;
  private final double[] work;

  CarryFit(List<RestingFoot> feet, double rate, Frames active, int count) {
    this.feet = feet;
    this.active = active;
    this.count = count;
    soft = SOFT_S * rate;
    back = 1 / (BACK_S * rate * BACK_S * rate);
    path = new double[3 * count];
    values = new double[count];
    weights = new double[count];
    none = new double[count];
    out = new double[count];
    work = new double[PathFitter.workspace(count)];
  }

  /**
   * The path, 3 numbers a frame.
   *
   * @param amount how much of it, 0 to 1
   */
  double[] path(double amount) {
    steps(0);
    heights();
    steps(2);
    for (int turn = 0; turn < TURNS; turn++) {
      spots(0);
      spots(2);
    }
    jolts();
    for (int n = 0; n < path.length; n++) {
      path[n] *= amount;
    }
    return path;
  }

  /** Along an axis of the ground, so that what rests goes as little as can be. */
  private void steps(int axis) {
    double[] pulls = new double[count];
    for (int n = 0; n < count; n++) {
      pulls[n] = active.contains(n) ? back : 1;
      values[n] = 0;
      weights[n] = active.contains(n) ? STAYS : 0;
      if (n + 1 < count && active.contains(n)) {
        for (RestingFoot foot : feet) {
          double w = foot.follows(n) ? foot.weight[n + 1] : 0;
          values[n] -= w * foot.way[2 * n + 2 + axis / 2];
          weights[n] += w;
        }
        values[n] /= Math.max(1e-12, weights[n]);
      }
    }
    PathFitter.fit(none, pulls, values, weights, soft * soft, count, out, work);
    add(axis);
  }

  private void heights() {
    for (int n = 0; n < count; n++) {
      values[n] = 0;
      weights[n] = active.contains(n) ? LOOSE_HEIGHT : 1;
      for (RestingFoot foot : feet) {
        if (foot.footing[n] >= 0 && active.contains(n)) {
          double w = 1 / (1 + foot.high[n] * foot.high[n] / (HIGH * HIGH));
          values[n] -= w * foot.high[n];
          weights[n] += w;
        }
      }
      values[n] /= weights[n];
    }
    double[] stays = new double[count];
    Arrays.fill(stays, STAYS_HIGH * soft * soft);
    PathFitter.fit(values, weights, none, stays, price(), count, out, work);
    add(1);
  }

  /**
   * Along an axis of the ground, so that what rests is where it is on the whole of its footing:
   * steps alone add up what a foot shakes.
   */
  private void spots(int axis) {
    Arrays.fill(values, 0);
    for (int n = 0; n < count; n++) {
      weights[n] = active.contains(n) ? LOOSE : FIXED;
    }
    for (RestingFoot foot : feet) {
      foot.eachFooting((from, to) -> spot(foot, from, to, axis));
    }
    for (int n = 0; n < count; n++) {
      values[n] /= weights[n];
    }
    double slow = SLOW_S * soft / SOFT_S;
    PathFitter.fit(values, weights, none, none, slow * slow * slow * slow, count, out, work);
    add(axis);
  }

  /** Adds what one footing asks for: as it is off its mean place, weighted. */
  private void spot(RestingFoot foot, int from, int to, int axis) {
    double mean = mean(foot, from, to, axis);
    for (int n = from; n < to; n++) {
      if (active.contains(n)) {
        double off = mean - out[n];
        double w = foot.weight[n] / (1 + off * off / (HIGH * HIGH));
        values[n] += w * off;
        weights[n] += w;
      }
    }
  }

  /** Mean place of a footing, weighted. Modified: out, its place in each frame. */
  private double mean(RestingFoot foot, int from, int to, int axis) {
    double gone = 0;
    double sum = 0;
    double all = 0;
    for (int n = from; n < to; n++) {
      gone += n == from ? 0 : foot.way[2 * n + axis / 2];
      out[n] = gone + path[3 * n + axis];
      sum += foot.weight[n] * out[n];
      all += foot.weight[n];
    }
    return sum / all;
  }

  /**
   * Goes along with what both feet do at once: that is the body's, however quick it is. Each foot
   * alone tells as much of its own leg.
   */
  private void jolts() {
    if (feet.size() != 2) {
      return;
    }
    double[][] off = new double[2][3 * count];
    for (int k = 0; k < 2; k++) {
      off(feet.get(k), off[k]);
    }
    for (int n = 0; n < count; n++) {
      double sure = Math.min(feet.get(0).sure[n], feet.get(1).sure[n]);
      if (sure <= UNSURE || !active.contains(n)) {
        continue;
      }
      double common = 0;
      double apart = 0;
      for (int i = 3 * n; i < 3 * n + 3; i++) {
        common += sq(off[0][i] + off[1][i]) / 4;
        apart += sq(off[0][i] - off[1][i]) / 4;
      }
      double share =
          (sure - UNSURE) / (1 - UNSURE) * common / (common + TIMES * apart + SMALL_M * SMALL_M);
      for (int i = 3 * n; i < 3 * n + 3; i++) {
        path[i] += share * (off[0][i] + off[1][i]) / 2;
      }
    }
  }

  /** How far the spot of a foot is from it, 3 numbers a frame in which it rests. */
  private void off(RestingFoot foot, double[] dest) {
    foot.eachFooting(
        (from, to) -> {
          for (int axis = 0; axis < 3; axis += 2) {
            double mean = mean(foot, from, to, axis);
            for (int n = from; n < to; n++) {
              dest[3 * n + axis] = mean - out[n];
            }
          }
          for (int n = from; n < to; n++) {
            dest[3 * n + 1] = -foot.high[n] - path[3 * n + 1];
          }
        });
  }

  private static double sq(double value) {
    return value * value;
  }

  private double price() {
    return soft * soft * soft * soft;
  }

  private void add(int axis) {
    for (int n = 0; n < count; n++) {
      path[3 * n + axis] += out[n];
    }
  }
}
