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

  /**
   * After leaps that do not undo each other a joint is back to within this share of the least and
   * what it may have gone on by, but to this share at most.
   */
  private static final double BACK = 0.2;

  private static final double MOST_BACK = 0.5;

  /** It is turned over otherwise so many times at most before it is back. */
  private static final int MOST_TURNS = 2;

  /** A joint that turns by less in one sample stands still, radians. */
  private static final double STILL = 1e-7;

  /** A stretch is lost where it stands still for this share of it; one turned over may freeze. */
  private static final double LOST = 0.8;

  /**
   * A stretch.
   *
   * @param from first sample that is turned over
   * @param to after the last one
   * @param angleRad by how much at its beginning
   * @param turns samples inside from which on it is turned over otherwise, in order
   */
  public record Flip(int from, int to, double angleRad, List<Integer> turns) {
    public Flip {
      turns = List.copyOf(turns);
    }

    /** Where it leaps. */
    private List<Integer> edges() {
      List<Integer> edges = new ArrayList<>(turns);
      edges.add(0, from);
      edges.add(to);
      return edges;
    }

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
    return 2 * acrossOthers() + BESIDE + 1;
  }

  /** Most samples of stretches that begin before others are over, together. */
  private int acrossOthers() {
    return longest + longest / 2;
  }

  /**
   * The stretches among some samples that lie between others as far as {@link #reach}; those inside
   * others come before these.
   *
   * @param q quaternions, 4 numbers a sample. Not modified.
   */
  public List<Flip> find(double[] q, int count) {
    List<Flip> found = new ArrayList<>(0);
    List<Integer> edges = edges(q, count);
    for (int turns = 0; turns <= MOST_TURNS; turns++) {
      for (int e = 0; e + 1 + turns < edges.size(); e++) {
        List<Integer> own = edges.subList(e, e + 2 + turns);
        if (isAlone(edges, e, e + 1 + turns) && isFlip(q, count, own)) {
          // what is over inside is turned back by itself
          List<Integer> left =
              own.subList(1, 1 + turns).stream()
                  .filter(n -> found.stream().noneMatch(f -> f.from() == n || f.to() == n))
                  .toList();
          found.add(flip(q, own.get(0), own.get(1 + turns), left));
        }
      }
    }
    return found;
  }

  private static Flip flip(double[] q, int from, int to, List<Integer> turns) {
    return new Flip(from, to, Quats.angle(q, 4 * (from - 1), q, 4 * from), turns);
  }

  /** Whether a stretch between two edges is shorter than what lies before and behind it. */
  private static boolean isAlone(List<Integer> edges, int first, int last) {
    int length = edges.get(last) - edges.get(first);
    return (first == 0 || edges.get(first) - edges.get(first - 1) > length)
        && (last + 1 == edges.size() || edges.get(last + 1) - edges.get(last) > length);
  }

  /** Whether a joint is turned over from the first of some edges to the last. */
  private boolean isFlip(double[] q, int count, List<Integer> edges) {
    int a = edges.get(0);
    int b = edges.get(edges.size() - 1);
    boolean fits = b - a >= shortest && b - a <= (edges.size() == 2 ? longest : acrossOthers());
    return fits && comesBack(q, count, edges) && !isLost(q, count, a, b);
  }

  /** Whether the leaps at some edges come to none together. */
  private static boolean comesBack(double[] q, int count, List<Integer> edges) {
    return edges.size() == 2 ? isUndone(q, edges.get(0), edges.get(1)) : isBack(q, count, edges);
  }

  /** Whether behind several leaps the joint is about where it was going before them. */
  private static boolean isBack(double[] q, int count, List<Integer> edges) {
    double least = Double.POSITIVE_INFINITY;
    for (int edge : edges) {
      least = Math.min(least, Quats.angle(q, 4 * edge - 4, q, 4 * edge));
    }
    int a = edges.get(0);
    int b = edges.get(edges.size() - 1);
    double pace =
        Math.max(
            usual(q, Math.max(1, a - BESIDE), a), usual(q, b + 1, Math.min(count, b + 1 + BESIDE)));
    double bound = Math.min(MOST_BACK * least, BACK * least + (b - a) * pace);
    return Quats.angle(q, 4 * (a - 1), q, 4 * b) < bound;
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
          && comesBack(q, count, flip.edges())) {
        parts.add(flip(q, a, b, flip.turns()));
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
    int still = 0;
    for (int n = a + 1; n < b; n++) {
      still += Quats.angle(q, 4 * n - 4, q, 4 * n) < STILL ? 1 : 0;
    }
    return still >= LOST * (b - a - 1)
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
      Quats.leading(x, 4 * from, y, 4 * to, dest, 0);
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
    int from = flip.from();
    for (int turn : flip.turns()) {
      // how it leaves a piece that leads to another nobody knows: as it came
      mend(q, count, from, turn, true);
      from = turn;
    }
    mend(q, count, from, flip.to(), false);
  }

  private static void mend(double[] q, int count, int a, int b, boolean asItCame) {
    double[] in = new double[4];
    double[] out = new double[4];
    boolean parents = left(q, a, b, true, in, out) < left(q, a, b, false, in, out);
    double[] before = goingOn(q, a - 1, a >= 2 ? a - 2 : a - 1);
    turn(before, 0, q, a, parents, in);
    if (asItCame) {
      System.arraycopy(in, 0, out, 0, 4);
    } else {
      double[] behind = goingOn(q, b, b + 1 < count ? b + 1 : b);
      turn(behind, 0, q, b - 1, parents, out);
    }
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
