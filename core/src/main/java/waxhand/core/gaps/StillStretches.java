package waxhand.core.gaps;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.signal.Quickselect;

/**
 * Finds frozen and missing stretches: frames in which all that otherwise moves of a limb or of the
 * body has the very same rotations as the frame before. A living body is never that still; and a
 * pose held on purpose begins and ends gently, which a stretch that hides motion does not.
 */
public final class StillStretches {
  /** Frames looked at together; callers give as many more on both sides as {@link #reach}. */
  public static final int BLOCK = 3 * Track.CHUNK;

  /** Angle between two samples that are the same, radians. */
  private static final double SAME = 1e-7;

  /** Angle from rest that counts as at rest, radians. */
  private static final double REST = 1e-5;

  /** Share of the moving joints that must stand still for the body to be frozen. */
  private static final double ALMOST_ALL = 0.85;

  /** A leap at either end must be this share of the usual step close by. */
  private static final double LEAP = 0.5;

  /** So many runs within so many frames to either side, each of so many frames at most. */
  private static final int BEATS = 4;

  private static final int BEAT_FRAMES = 15;

  private static final int SHORT_BEAT = 3;

  private final Skeleton skeleton;
  private final BitSet figure;

  /** By joint, within the figure; -1 for its top and for what is none of it. */
  private final int[] parents;

  private final BitSet travels;

  /** Of a body alone, whatever else its file holds. */
  public StillStretches(Body body) {
    skeleton = body.skeleton();
    figure = body.figure();
    parents = new int[skeleton.size()];
    Arrays.setAll(
        parents,
        j -> {
          int parent = skeleton.parent(j);
          return parent >= 0 && figure.get(parent) ? parent : -1;
        });
    travels = new BitSet();
    for (int j = figure.nextSetBit(0); j >= 0; j = figure.nextSetBit(j + 1)) {
      // where the figure is it is by its own place, and by that of what carries it
      for (int above = parents[j] < 0 ? j : -1; above >= 0; above = skeleton.parent(above)) {
        travels.set(above);
      }
    }
  }

  /** Frames to either side of a block that decide about it, at that rate. */
  public static int reach(double rateHz) {
    return (int) Math.ceil(0.75 * rateHz) + 16;
  }

  /**
   * Finds the stretches among {@code count} frames, counted from 0.
   *
   * @param rotations by joint, 4 numbers a frame, neighbours on one side. Not modified.
   * @param translations by joint, 3 numbers a frame, null where a joint does not move. Not
   *     modified.
   */
  public List<Gap> find(double[][] rotations, double[][] translations, int count) {
    List<Gap> gaps = new ArrayList<>();
    if (count < 3) {
      return gaps;
    }
    int joints = rotations.length;
    boolean[][] still = new boolean[joints][];
    double[][] steps = new double[joints][count];
    boolean[] live = new boolean[joints];
    for (int j = 0; j < joints; j++) {
      still[j] = still(rotations[j], 4, count, steps[j]);
      live[j] = figure.get(j) && moves(still[j]);
    }
    boolean[] body = wholeBody(still, live, translations, count);
    runs(body, -1, rotations, steps, live, gaps);
    int[] liveBelow = new int[joints];
    for (int j = joints - 1; j >= 0; j--) {
      liveBelow[j] += live[j] ? 1 : 0;
      if (parents[j] >= 0) {
        liveBelow[parents[j]] += liveBelow[j];
      }
    }
    limbs(still, live, liveBelow, body);
    for (int j = 0; j < joints; j++) {
      if (parents[j] >= 0 && liveBelow[j] >= 2) {
        boolean[] own = still[j].clone();
        for (int n = 0; n < count; n++) {
          // while the whole body is frozen a lost limb is still lost
          own[n] &= body[n] || !(liveBelow[parents[j]] >= 2 && still[parents[j]][n]);
        }
        dropOnlyBody(own, body);
        runs(own, j, rotations, steps, live, gaps);
      }
    }
    return gaps;
  }

  /** Clears runs in which the limb is still only because the body is. */
  private static void dropOnlyBody(boolean[] own, boolean[] body) {
    for (int n = 0; n < own.length; n++) {
      int end = n;
      boolean only = true;
      while (end < own.length && own[end]) {
        only &= body[end];
        end++;
      }
      if (only) {
        Arrays.fill(own, n, end, false);
      }
      n = Math.max(n, end);
    }
  }

  /** Makes of "this joint is still" "all that moves of this limb is still". */
  private void limbs(boolean[][] still, boolean[] live, int[] liveBelow, boolean[] body) {
    int count = body.length;
    for (int j = 0; j < still.length; j++) {
      if (!live[j]) {
        Arrays.fill(still[j], true);
      }
    }
    for (int j = still.length - 1; j >= 0; j--) {
      int p = parents[j];
      if (p >= 0 && liveBelow[j] > 0) {
        for (int n = 0; n < count; n++) {
          still[p][n] &= still[j][n];
        }
      }
    }
  }

  private boolean[] wholeBody(
      boolean[][] still, boolean[] live, double[][] translations, int count) {
    boolean[] body = new boolean[count];
    int moving = 0;
    int[] quiet = new int[count];
    for (int j = 0; j < still.length; j++) {
      if (live[j]) {
        moving++;
        for (int n = 0; n < count; n++) {
          quiet[n] += still[j][n] ? 1 : 0;
        }
      }
    }
    for (int n = 1; n < count; n++) {
      body[n] = moving >= 2 && quiet[n] >= ALMOST_ALL * moving;
    }
    for (int j = 0; j < still.length; j++) {
      if (travels.get(j) && translations[j] != null) {
        boolean[] stands = still(translations[j], 3, count, new double[count]);
        boolean moves = moves(stands);
        for (int n = 0; n < count && moves; n++) {
          body[n] &= stands[n];
        }
      }
    }
    return body;
  }

  /** Whether each sample is that of the frame before; one wild sample does not end a run. */
  private static boolean[] still(double[] x, int width, int count, double[] steps) {
    boolean[] still = new boolean[count];
    for (int n = 1; n < count; n++) {
      steps[n] = apart(x, width, n - 1, n);
      still[n] = steps[n] <= SAME;
    }
    for (int n = 1; n < count - 1; n++) {
      if (!still[n] && !still[n + 1] && apart(x, width, n - 1, n + 1) <= SAME) {
        boolean held = n > 1 && still[n - 1] || n < count - 2 && still[n + 2];
        if (held) {
          still[n] = true;
          still[n + 1] = true;
        }
      }
    }
    return still;
  }

  private static double apart(double[] x, int width, int a, int b) {
    double sum = 0;
    for (int i = 0; i < width; i++) {
      double d = x[width * a + i] - x[width * b + i];
      sum += d * d;
    }
    return width == 4 ? 2 * Math.sqrt(sum) : Math.sqrt(sum);
  }

  /** Whether a joint moves in a good part of the frames. */
  private static boolean moves(boolean[] still) {
    int moving = 0;
    for (int n = 1; n < still.length; n++) {
      moving += still[n] ? 0 : 1;
    }
    return moving > 0.1 * still.length;
  }

  private void runs(
      boolean[] still,
      int top,
      double[][] rotations,
      double[][] steps,
      boolean[] live,
      List<Gap> gaps) {
    List<Frames> runs = new ArrayList<>();
    int count = still.length;
    for (int n = 1; n < count; n++) {
      if (still[n]) {
        int end = n;
        while (end < count && still[end]) {
          end++;
        }
        runs.add(new Frames(n, end));
        n = end;
      }
    }
    for (int r = 0; r < runs.size(); r++) {
      if (!isOfBeat(runs, r)) {
        Frames run = runs.get(r);
        gap(top, run.from(), run.to(), rotations, steps, live).ifPresent(gaps::add);
      }
    }
  }

  /**
   * Whether a run is one of many short ones that follow each other closely: what was captured at a
   * lower rate repeats frames, and nothing is lost in between.
   */
  private static boolean isOfBeat(List<Frames> runs, int r) {
    Frames run = runs.get(r);
    int near = 0;
    for (int k = Math.max(0, r - BEATS); k <= Math.min(runs.size() - 1, r + BEATS); k++) {
      boolean close = Math.abs(runs.get(k).from() - run.from()) <= BEAT_FRAMES;
      near += close && runs.get(k).count() <= SHORT_BEAT ? 1 : 0;
    }
    return run.count() <= SHORT_BEAT && near >= BEATS;
  }

  /** What a still run from {@code n} to {@code end} is a gap of, if it is one. */
  private Optional<Gap> gap(
      int top, int n, int end, double[][] rotations, double[][] steps, boolean[] live) {
    double leap = 0;
    double entry = 0;
    double usual = 0;
    boolean rest = top >= 0;
    for (int j = 0; j < steps.length; j++) {
      if (live[j] && (top < 0 || skeleton.isAncestor(top, j))) {
        leap += end < steps[j].length ? steps[j][end] : 0;
        entry += steps[j][n - 1];
        usual += usual(steps[j], n - 1, end);
        rest &= isRest(rotations[j], n + (end - n) / 2 - (end - n > 1 ? 1 : 0));
      }
    }
    Frames run = new Frames(n - 1, end);
    boolean longEnough = run.count() >= 3 || top < 0 || rest;
    return longEnough && usual > 0 && Math.max(leap, entry) > LEAP * usual
        ? Optional.of(new Gap(top, run, rest, leap))
        : Optional.empty();
  }

  /** Whether a limb, the joint and all that hangs on it, is at rest in one frame. */
  public static boolean isAtRest(Clip clip, int top, int frame) {
    double[] q = new double[4];
    for (int j = top; j < clip.skeleton().size(); j++) {
      if (clip.skeleton().isAncestor(top, j)) {
        clip.rotation(j).read(frame, q, 0);
        if (!isRest(q, 0)) {
          return false;
        }
      }
    }
    return true;
  }

  private static boolean isRest(double[] q, int n) {
    double x = q[4 * n];
    double y = q[4 * n + 1];
    double z = q[4 * n + 2];
    return 2 * Math.sqrt(x * x + y * y + z * z) < REST;
  }

  /** Middle size of the steps shortly before and after a run that are not still. */
  private static double usual(double[] steps, int from, int to) {
    double[] near = new double[60];
    int size = 0;
    for (int n = from; n >= 1 && size < 30 && n > from - 60; n--) {
      if (steps[n] > SAME) {
        near[size++] = steps[n];
      }
    }
    for (int n = to + 1; n < steps.length && size < 60 && n < to + 60; n++) {
      if (steps[n] > SAME) {
        near[size++] = steps[n];
      }
    }
    return size == 0 ? 0 : Quickselect.at(near, size, size / 2);
  }
}
