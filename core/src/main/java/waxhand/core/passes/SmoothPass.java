package waxhand.core.passes;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Track;
import waxhand.core.signal.Butterworth;
import waxhand.core.signal.ResidualAnalysis;

/**
 * Removes jitter by a zero-phase Butterworth low-pass: joint rotations as rotation vectors about
 * the middle of their block, continuous from frame to frame, and travel as it is.
 *
 * <p>The take is cut into fixed blocks, each filtered with as many frames of its neighbours as the
 * filter can feel, so that a frame's result does not depend on which frames were asked for. A body
 * that spins so far within a block that its rotation vectors would turn over is filtered on
 * quaternion components there.
 *
 * @param cutoffHz of one of the two directions; suggested by residual analysis while empty
 * @param order of one direction: 2, 4, 6 or 8
 * @param turns whether rotations are smoothed
 * @param travel whether positions of roots and moving joints are smoothed
 */
public record SmoothPass(OptionalDouble cutoffHz, int order, boolean turns, boolean travel)
    implements Pass {
  private static final List<String> ORDERS = List.of("2", "4", "6", "8");

  public static final PassKind<SmoothPass> KIND =
      new PassKind<>(
          "smooth",
          "Smooth",
          "Takes out what is quicker than the cutoff: jitter, and too much of the acting if it is"
              + " set too low.",
          new SmoothPass(OptionalDouble.empty(), 2, true, true),
          List.of(
              new Setting.Found<>(
                  "cutoffHz",
                  "Cutoff",
                  "Hz",
                  0.2,
                  500,
                  0.1,
                  "Movement quicker than this is taken out. Lower is smoother.",
                  SmoothPass::cutoffHz,
                  (p, v) -> new SmoothPass(v, p.order, p.turns, p.travel)),
              new Setting.Choice<>(
                  "order",
                  "Order",
                  ORDERS,
                  "How sharply the cutoff divides. High orders ring at impacts.",
                  p -> Integer.toString(p.order),
                  (p, v) -> new SmoothPass(p.cutoffHz, Integer.parseInt(v), p.turns, p.travel)),
              new Setting.Switch<>(
                  "turns",
                  "Turns",
                  "Smooth the rotations of the parts.",
                  SmoothPass::turns,
                  (p, v) -> new SmoothPass(p.cutoffHz, p.order, v, p.travel)),
              new Setting.Switch<>(
                  "travel",
                  "Travel",
                  "Smooth the path of the hips and of joints that move.",
                  SmoothPass::travel,
                  (p, v) -> new SmoothPass(p.cutoffHz, p.order, p.turns, v))),
          true);

  /** Frames filtered together. */
  static final int BLOCK = 3 * Track.CHUNK;

  /** Most frames that residual analysis looks at. */
  private static final int ANALYSED = 2400;

  public SmoothPass {
    if (!ORDERS.contains(Integer.toString(order))) {
      throw new IllegalArgumentException("order " + order + "; it must be one of " + ORDERS);
    }
  }

  @Override
  public PassKind<SmoothPass> kind() {
    return KIND;
  }

  public SmoothPass withCutoff(double hz) {
    return new SmoothPass(OptionalDouble.of(hz), order, turns, travel);
  }

  @Override
  public int reach(Motion in) {
    double rate = in.clip().rateHz();
    double hz = cutoffHz.orElse(Double.POSITIVE_INFINITY);
    return hz < rate / 2 ? BLOCK + new Butterworth(rate, hz, order).reach() : 0;
  }

  @Override
  public boolean isSettled() {
    return cutoffHz.isPresent();
  }

  /** With the suggested cutoff; on a take too short to tell, itself, which then changes nothing. */
  @Override
  public SmoothPass settled(Motion in, Scope scope) {
    return isSettled()
        ? this
        : analyse(in, scope).map(found -> withCutoff(found.suggestedHz())).orElse(this);
  }

  /**
   * Residual against cutoff for the parts in scope, from up to 2400 frames in the middle of the
   * take; empty where the take is too short to tell.
   */
  public Optional<ResidualAnalysis> analyse(Motion in, Scope scope) {
    Clip clip = in.clip();
    int count = Math.min(clip.frames(), ANALYSED);
    int from = (clip.frames() - count) / 2;
    Frames run = new Frames(from, from + count);
    if (count < 16) {
      return Optional.empty();
    }
    List<double[]> signals = new ArrayList<>();
    scope.joints(in.body()).stream().forEach(j -> collect(clip, j, run, signals));
    return signals.isEmpty()
        ? Optional.empty()
        : Optional.of(ResidualAnalysis.of(signals, clip.rateHz(), order));
  }

  private void collect(Clip clip, int joint, Frames run, List<double[]> signals) {
    if (!turns) {
      return;
    }
    double[] q = new double[4 * run.count()];
    clip.rotation(joint).read(run, q);
    double[] v = new double[3 * run.count()];
    double[] work = new double[RotationVectors.workspace(run.count())];
    if (RotationVectors.fromRotations(q, run.count(), middle(q), v, work)) {
      for (double x : v) {
        if (x != v[0]) {
          signals.add(v);
          return;
        }
      }
    }
  }

  @Override
  public Motion apply(Motion in, Frames frames, Scope scope, Work work) {
    Clip clip = in.clip();
    double cutoff = cutoffHz.orElse(Double.POSITIVE_INFINITY);
    if (!(cutoff < clip.rateHz() / 2) || clip.frames() < 2) {
      return in;
    }
    Butterworth filter = new Butterworth(clip.rateHz(), cutoff, order);
    BitSet joints = scope.joints(in.body());
    int[] list = joints.stream().toArray();
    ConcurrentHashMap<Integer, Track> rotations = new ConcurrentHashMap<>();
    ConcurrentHashMap<Integer, Track> travels = new ConcurrentHashMap<>();
    Set<Axis> axes = scope.axes();
    AtomicInteger done = new AtomicInteger();
    IntStream.range(0, list.length)
        .parallel()
        .forEach(
            n -> {
              work.check();
              int j = list[n];
              if (turns) {
                rotations.put(j, rotation(clip.rotation(j), frames, filter, axes));
              }
              if (travel && clip.hasTravel(j)) {
                travels.put(j, travel(clip.travel(j), frames, filter, axes));
              }
              work.done(done.incrementAndGet() / (double) list.length);
            });
    Clip out = clip;
    for (int j : list) {
      if (rotations.containsKey(j)) {
        out = out.withRotation(j, rotations.get(j));
      }
      if (travels.containsKey(j)) {
        out = out.withTravel(j, travels.get(j));
      }
    }
    return in.with(out);
  }

  /** Blocks that hold frames of {@code frames}, each with the frames it feels. */
  private static List<Frames> blocks(Frames frames) {
    List<Frames> blocks = new ArrayList<>();
    for (int b = frames.from() / BLOCK; b * BLOCK < frames.to(); b++) {
      blocks.add(new Frames(b * BLOCK, (b + 1) * BLOCK));
    }
    return blocks;
  }

  private static Track rotation(Track track, Frames frames, Butterworth filter, Set<Axis> axes) {
    Track out = track;
    int most = BLOCK + 2 * filter.reach();
    double[] q = new double[4 * most];
    double[] v = new double[3 * most];
    double[] smooth = new double[4 * BLOCK];
    double[] work =
        new double[Math.max(filter.workspace(most, 4), RotationVectors.workspace(most))];
    double[] reference = new double[4];
    for (Frames block : blocks(frames)) {
      Frames window = block.grown(filter.reach()).within(Frames.first(track.frames()));
      Frames wanted = block.within(frames).within(window);
      int count = window.count();
      int skip = wanted.from() - window.from();
      track.read(window, q);
      if (isStill(q, count)) {
        continue;
      }
      System.arraycopy(q, 4 * (count / 2), reference, 0, 4);
      if (RotationVectors.fromRotations(q, count, reference, v, work)) {
        double[] raw = axes.size() < 3 ? v.clone() : null;
        filter.smooth(v, count, 3, work);
        if (raw != null) {
          restore(v, raw, 3 * count, axes);
        }
        RotationVectors.toRotations(v, skip, wanted.count(), reference, smooth, work);
      } else {
        RotationVectors.alignSigns(q, count);
        filter.smooth(q, count, 4, work);
        System.arraycopy(q, 4 * skip, smooth, 0, 4 * wanted.count());
        for (int n = 0; n < wanted.count(); n++) {
          Quats.normalize(smooth, 4 * n);
        }
      }
      out = out.with(wanted, smooth);
    }
    return out;
  }

  private static Track travel(Track track, Frames frames, Butterworth filter, Set<Axis> axes) {
    Track out = track;
    for (Frames block : blocks(frames)) {
      Frames window = block.grown(filter.reach()).within(Frames.first(track.frames()));
      double[] p = new double[3 * window.count()];
      track.read(window, p);
      double[] raw = p.clone();
      filter.smooth(p, window.count(), 3, new double[filter.workspace(window.count(), 3)]);
      restore(p, raw, p.length, axes);
      Frames wanted = block.within(frames).within(window);
      int skip = 3 * (wanted.from() - window.from());
      out = out.with(wanted, Arrays.copyOfRange(p, skip, skip + 3 * wanted.count()));
    }
    return out;
  }

  private static void restore(double[] filtered, double[] raw, int length, Set<Axis> axes) {
    for (Axis axis : Axis.values()) {
      if (!axes.contains(axis)) {
        for (int i = axis.ordinal(); i < length; i += 3) {
          filtered[i] = raw[i];
        }
      }
    }
  }

  /** A joint that never turns stays as it is, bit for bit. */
  private static boolean isStill(double[] q, int count) {
    for (int i = 4; i < 4 * count; i++) {
      if (q[i] != q[i - 4]) {
        return false;
      }
    }
    return true;
  }

  private static double[] middle(double[] q) {
    int n = q.length / 8;
    double[] reference = {q[4 * n], q[4 * n + 1], q[4 * n + 2], q[4 * n + 3]};
    return reference;
  }
}
