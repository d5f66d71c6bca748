package waxhand.core.plants;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import waxhand.core.contact.Ground;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;

/**
 * How the place of a foot that rests wanders as captured, frame by frame: what the body has to be
 * carried against.
 */
final class RestingFoot {
  /** Slides much quicker than this are no drift of the body, m/s. */
  private static final double QUICK = 0.35;

  /** Where a foot comes down and leaves is found to within so much, seconds. */
  private static final double EDGE_S = 0.08;

  /** So much a foot counts at the very end of a contact. */
  private static final double UNSURE = 0.02;

  /** So near to one another steps are weighed together, seconds. */
  private static final double NEAR_S = 0.1;

  private static final int BLOCK = 2048;

  /** The footing in each frame, by its place in the list; -1 where the foot is free. */
  final int[] footing;

  /**
   * By how much what rests went since the frame before, x and z, metres; 0 where a footing begins.
   */
  final double[] way;

  /** How high it is over the ground, metres. */
  final double[] high;

  /** How sure it is that it rests, 0 to 1. */
  final double[] sure;

  /** How far its way is to be believed, 0 to 1. */
  final double[] weight;

  private RestingFoot(int frames) {
    footing = new int[frames];
    way = new double[2 * frames];
    high = new double[frames];
    sure = new double[frames];
    weight = new double[frames];
    Arrays.fill(footing, -1);
  }

  /** A maker of poses of the foot, for threads of their own. */
  interface Poses {
    FootPose make();
  }

  /**
   * Follows a foot through its footings.
   *
   * @param footings of this foot, in the order of time
   */
  static RestingFoot of(Poses poses, List<Footing> footings, Ground ground, int frames) {
    RestingFoot foot = new RestingFoot(frames);
    IntStream.range(0, (frames + BLOCK - 1) / BLOCK)
        .parallel()
        .forEach(
            b -> {
              Frames run = new Frames(b * BLOCK, Math.min(frames, (b + 1) * BLOCK));
              foot.follow(poses.make(), footings, ground, run);
            });
    return foot;
  }

  private void follow(FootPose pose, List<Footing> footings, Ground ground, Frames run) {
    double[] before = new double[3];
    double[] p = new double[3];
    int near = (int) Math.ceil(NEAR_S * pose.rateHz());
    for (int n = 0; n < footings.size(); n++) {
      Frames all = footings.get(n).frames();
      Frames own = all.within(run);
      if (own.isEmpty()) {
        continue;
      }
      Frames around = all.within(own.grown(near));
      double[] ways = new double[2 * around.count()];
      int pivotBefore = -1;
      for (int f = around.from(); f < around.to(); f++) {
        int pivot = pivot(footings.get(n), f);
        int k = f - around.from();
        if (k > 0) {
          if (pivot != pivotBefore) {
            // where the former pivot's successor was a frame ago
            place(pose, pivot, f - 1, before);
          }
          place(pose, pivot, f, p);
          ways[2 * k] = p[0] - before[0];
          ways[2 * k + 1] = p[2] - before[2];
        } else {
          place(pose, pivot, f, p);
        }
        if (own.contains(f)) {
          footing[f] = n;
          high[f] = ground.over(f, p[0], p[1], p[2]) - pose.above[pivot];
        }
        System.arraycopy(p, 0, before, 0, 3);
        pivotBefore = pivot;
      }
      for (int f = own.from(); f < own.to(); f++) {
        int k = f - around.from();
        way[2 * f] = ways[2 * k];
        way[2 * f + 1] = ways[2 * k + 1];
        double speed = pose.rateHz() * speed(ways, k, near);
        sure[f] = sure(all, f, pose.rateHz());
        weight[f] = sure[f] / (1 + speed * speed / (QUICK * QUICK));
      }
    }
  }

  /** Whether the footing of a frame goes on in the next. */
  boolean follows(int frame) {
    return footing[frame + 1] >= 0 && footing[frame + 1] == footing[frame];
  }

  /** What is done with the frames of a footing. */
  interface Run {
    void of(int from, int to);
  }

  /** Goes through the footings in the order of time. */
  void eachFooting(Run run) {
    int from = 0;
    while (from < footing.length) {
      int to = from + 1;
      while (to < footing.length && footing[to] == footing[from]) {
        to++;
      }
      if (footing[from] >= 0) {
        run.of(from, to);
      }
      from = to;
    }
  }

  private static int pivot(Footing footing, int frame) {
    return footing.holds(1, frame) ? 1 : footing.holds(2, frame) ? 2 : 0;
  }

  private static void place(FootPose pose, int pivot, int frame, double[] dest) {
    pose.load(frame);
    pose.fromAnkle(pivot, pose.foot, pose.toes, dest);
    for (int i = 0; i < 3; i++) {
      dest[i] += pose.ankle[i];
    }
  }

  /**
   * Root mean square of steps near one, metres a frame: where a foot shakes steps there count
   * alike, whichever way they go, or it would seem to drift to where it is shaken more slowly.
   */
  private static double speed(double[] ways, int at, int near) {
    int from = Math.max(1, at - near);
    int to = Math.min(ways.length / 2, at + near + 1);
    double sum = 0;
    for (int n = from; n < to; n++) {
      sum += ways[2 * n] * ways[2 * n] + ways[2 * n + 1] * ways[2 * n + 1];
    }
    return Math.sqrt(sum / Math.max(1, to - from));
  }

  /** How sure it is that a foot rests in a frame: less where it comes down and where it leaves. */
  private static double sure(Frames rests, int frame, double rate) {
    int inside = Math.min(frame - rests.from(), rests.to() - 1 - frame);
    return UNSURE + (1 - UNSURE) * Hermite.smoothstep(inside / (EDGE_S * rate));
  }
}
