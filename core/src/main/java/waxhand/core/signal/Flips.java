package waxhand.core.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import waxhand.core.maths.Quats;

/**
 * Finds stretches in which a joint is turned over: it leaps by a great angle from one sample to the
 * next, goes on from there, and leaps back. Solvers of marker clouds do that to thumbs and collars
 * whose twist they cannot tell. What is in between is not wild but turned, so that it is turned
 * back and keeps its detail.
 *
 * <p>Whether a stretch is the one that is turned over, or what lies between two that are, is told
 * by length: it is shorter than what lies before and behind it.
 *
 * @param longest most samples of a stretch
 * @param shortest least samples; what is shorter is for {@link WildFrames}
 */
public record Flips(int longest, int shortest) {
  /** Longer stretches are none, seconds. */
  public static final double LONGEST_S = 0.7;

  /** Smaller leaps are none, radians. */
  private static final double LEAST = Math.toRadians(70);

  /** A part of one is at least this share of it. */
  private static final double PART = 0.25;

  /** A leap is so many times what the joint turns in one sample around it. */
  private static final double TIMES = 4;

  /** So many samples to either side tell what that is. */
  private static final int BESIDE = 3;

  /** The leaps in and out undo each other to within this share of them. */
  private static final double UNDONE = 0.35;

  /** A joint that turns by less in one sample stands still, radians. */
  private static final double STILL = 1e-7;

  /**
   * A stretch.
   *
   * @param from first sample that is turned over
   * @param to after the last one
   * @param angleRad by how much at its beginning
   */
  public record Flip(int from, int to, double angleRad) {
    /** Whether two have a sample in common. */
    public boolean meets(Flip other) {
      return from < other.to && other.from < to;
    }
  }

  /**
   * For takes of a rate.
   *
   * @param longestS longest stretch, seconds
   */
  public static Flips of(double rateHz, double longestS) {
    return new Flips((int) Math.floor(longestS * rateHz), WildFrames.gross(rateHz) + 1);
  }

  /** How many samples to either side decide about one. */
  public int reach() {
    return 2 * longest + BESIDE + 1;
  }

  /**
   * The stretches among some samples that lie between others as far as {@link #reach}.
   *
   * @param q quaternions, 4 numbers a sample. Not modified.
   */
  public List<Flip> find(double[] q, int count) {
    List<Flip> found = new ArrayList<>(0);
    List<Integer> edges = edges(q, count);
    for (int e = 0; e + 1 < edges.size(); e++) {
      int a = edges.get(e);
      int b = edges.get(e + 1);
      int length = b - a;
      boolean alone =
          (e == 0 || a - edges.get(e - 1) > length)
              && (e + 2 == edges.size() || edges.get(e + 2) - b > length);
      boolean fits = length >= shortest && length <= longest;
      if (fits && alone && isUndone(q, a, b) && !isLost(q, count, a, b)) {
        found.add(new Flip(a, b, Quats.angle(q, 4 * (a - 1), q, 4 * a)));
      }
    }
    return found;
  }

  /**
   * The part that one joint has in stretches in which several together are turned over.
   *
   * @param q quaternions of the one. Not modified.
   * @param whole as found for all together
   * @param own as found for the one: where these are there are no others
   */
  public List<Flip> parts(double[] q, int count, List<Flip> whole, List<Flip> own) {
    List<Flip> parts = new ArrayList<>(0);
    for (Flip flip : whole) {
      int a = flip.from();
      int b = flip.to();
      boolean free = own.stream().noneMatch(flip::meets);
      double leap =
          Math.min(Quats.angle(q, 4 * a - 4, q, 4 * a), Quats.angle(q, 4 * b - 4, q, 4 * b));
      if (free
          && leap > PART * LEAST
          && isAlone(q, count, a)
          && isAlone(q, count, b)
          && isUndone(q, a, b)) {
        parts.add(new Flip(a, b, Quats.angle(q, 4 * a - 4, q, 4 * a)));
      }
    }
    return parts;
  }

  private static List<Integer> edges(double[] q, int count) {
    List<Integer> edges = new ArrayList<>(0);
    for (int n = 1; n < count; n++) {
      // the half-angle's cosine, as most samples are no edge
      double dot = Math.abs(Quats.dot(q, 4 * n - 4, q, 4 * n));
      if (dot < LEAST_COSINE && isAlone(q, count, n)) {
        edges.add(n);
      }
    }
    return edges;
  }

  private static final double LEAST_COSINE = Math.cos(LEAST / 2);

  /** Whether the step to a sample is far greater than those beside it. */
  private static boolean isAlone(double[] q, int count, int n) {
    double leap = Quats.angle(q, 4 * n - 4, q, 4 * n);
    return leap > TIMES * usual(q, Math.max(1, n - BESIDE), n)
        && leap > TIMES * usual(q, n + 1, Math.min(count, n + 1 + BESIDE));
  }

  /** The median of some steps, so that the other leap of a short stretch does not count. */
  private static double usual(double[] q, int from, int to) {
    double[] steps = new double[Math.max(0, to - from)];
    for (int n = from; n < to; n++) {
      steps[n - from] = Quats.angle(q, 4 * n - 4, q, 4 * n);
    }
    Arrays.sort(steps);
    return steps.length == 0 ? 0 : steps[steps.length / 2];
  }

  /**
   * Whether a joint that moves stands still in between: then it is lost, and not turned over. Where
   * it stands still on one side too the whole body froze, and the leaps are another fault.
   */
  private static boolean isLost(double[] q, int count, int a, int b) {
    return usual(q, a + 1, b) < STILL
        && usual(q, Math.max(1, a - BESIDE), a) > STILL
        && usual(q, b + 1, Math.min(count, b + 1 + BESIDE)) > STILL;
  }

  /** Whether the leap to b takes back the one to a, be they turns of the joint or of its parent. */
  private static boolean isUndone(double[] q, int a, int b) {
    double angle =
        Math.min(Quats.angle(q, 4 * (a - 1), q, 4 * a), Quats.angle(q, 4 * (b - 1), q, 4 * b));
    double[] in = new double[4];
    double[] out = new double[4];
    double own = left(q, a, b, false, in, out);
    double parents = left(q, a, b, true, in, out);
    return Math.min(own, parents) < UNDONE * angle;
  }

  /** What is left of both leaps together, radians. Modified: in, out, the turns of both. */
  private static double left(double[] q, int a, int b, boolean parents, double[] in, double[] out) {
    turn(q, a - 1, q, a, parents, in);
    turn(q, b, q, b - 1, parents, out);
    return Quats.angle(in, 0, out, 0);
  }

  /** The turn from one sample to another, in the joint's frame or its parent's. Modified: dest. */
  private static void turn(
      double[] x, int from, double[] y, int to, boolean parents, double[] dest) {
    if (parents) {
      double[] back = {-x[4 * from], -x[4 * from + 1], -x[4 * from + 2], x[4 * from + 3]};
      Quats.multiply(y, 4 * to, back, 0, dest, 0);
    } else {
      Quats.between(x, 4 * from, y, 4 * to, dest, 0);
    }
  }

  /**
   * Turns a stretch back, by turns that lead from that of its first sample to that of its last.
   *
   * @param q quaternions, 4 numbers a sample. Modified.
   */
  public static void mend(double[] q, int count, Flip flip) {
    int a = flip.from();
    int b = flip.to();
    double[] in = new double[4];
    double[] out = new double[4];
    boolean parents = left(q, a, b, true, in, out) < left(q, a, b, false, in, out);
    double[] before = goingOn(q, a - 1, a >= 2 ? a - 2 : a - 1);
    double[] behind = goingOn(q, b, b + 1 < count ? b + 1 : b);
    turn(before, 0, q, a, parents, in);
    turn(behind, 0, q, b - 1, parents, out);
    double[] part = new double[4];
    for (int n = a; n < b; n++) {
      Quats.slerp(in, 0, out, 0, b - a == 1 ? 0.5 : (n - a) / (b - a - 1.0), part, 0);
      for (int i = 0; i < 3; i++) {
        part[i] = -part[i];
      }
      if (parents) {
        Quats.multiply(part, 0, q, 4 * n, q, 4 * n);
      } else {
        Quats.multiply(q, 4 * n, part, 0, q, 4 * n);
      }
    }
  }

  /** Where a sample would have led if the step to it from another were taken once more. */
  private static double[] goingOn(double[] q, int at, int from) {
    double[] step = new double[4];
    double[] next = new double[4];
    Quats.between(q, 4 * from, q, 4 * at, step, 0);
    Quats.multiply(q, 4 * at, step, 0, next, 0);
    Quats.normalize(next, 0);
    return next;
  }
}
