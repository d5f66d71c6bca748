package waxhand.core.curve;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import waxhand.core.maths.Quats;
import waxhand.core.maths.TurnRates;
import waxhand.core.motion.Frames;

/**
 * A rotation over time, told by three curves of its rotation vector. From key to key it goes the
 * shortest way, with the slopes that the manners of its keys say, as the body sees them: a cubic in
 * the logarithm of what turns one key into the next (compare Kim, Kim &amp; Shin, "A general
 * construction scheme for unit quaternion curves", SIGGRAPH 1995). So keys may be half a turn apart
 * and more turns may follow each other without a flip. Immutable.
 */
public final class TurnCurve {
  private final List<Curve> curves;
  private final double[] frames;

  // a row for each key: its rotation vector, no longer than half a turn, and its rotation
  private final double[] vectors;
  private final double[] turns;

  // a row for each segment; null where the rotation stays
  private final TurnSegment[] segments;

  /**
   * @param curves of the rotation vector's x, y and z, radians, each with a key
   */
  public TurnCurve(List<Curve> curves) {
    this.curves = List.copyOf(curves);
    frames = frames(curves);
    int count = frames.length;
    vectors = new double[3 * count];
    turns = new double[4 * count];
    segments = new TurnSegment[Math.max(0, count - 1)];
    CurveKey[][] keys = new CurveKey[count][3];
    double[] told = new double[3];
    double[] in = new double[3 * count];
    double[] out = new double[3 * count];
    for (int k = 0; k < count; k++) {
      for (int i = 0; i < 3; i++) {
        told[i] = curves.get(i).at(frames[k]);
        keys[k][i] = curves.get(i).keyAt(frames[k]).orElse(null);
        in[3 * k + i] = keys[k][i] == null ? curves.get(i).slopeBefore(frames[k]) : keys[k][i].in();
        out[3 * k + i] = keys[k][i] == null ? curves.get(i).slope(frames[k]) : keys[k][i].out();
      }
      place(k, told, in, out);
    }
    fill(keys, in, out);
  }

  private static double[] frames(List<Curve> curves) {
    TreeSet<Double> all = new TreeSet<>();
    for (Curve curve : curves) {
      if (curve.isEmpty()) {
        throw new IllegalArgumentException("a turn needs keys about all three axes");
      }
      for (CurveKey key : curve.keys()) {
        Double below = all.floor(key.frame() + Curve.NEAR);
        if (below == null || key.frame() - below >= Curve.NEAR) {
          all.add(key.frame());
        }
      }
    }
    return all.stream().mapToDouble(f -> f).toArray();
  }

  /** A key's rotation; a vector longer than half a turn is told by the shorter one. */
  private void place(int k, double[] told, double[] in, double[] out) {
    System.arraycopy(told, 0, vectors, 3 * k, 3);
    Quats.exp(told, 0, turns, 4 * k);
    if (Math.sqrt(told[0] * told[0] + told[1] * told[1] + told[2] * told[2]) > Math.PI) {
      TurnRates.toBody(told, 0, in, 3 * k, in, 3 * k);
      TurnRates.toBody(told, 0, out, 3 * k, out, 3 * k);
      Quats.log(turns, 4 * k, vectors, 3 * k);
      Quats.exp(vectors, 3 * k, turns, 4 * k);
      TurnRates.toVector(vectors, 3 * k, in, 3 * k, in, 3 * k);
      TurnRates.toVector(vectors, 3 * k, out, 3 * k, out, 3 * k);
    }
  }

  /**
   * @param in changes of the vectors on the way to their keys, as they are set, a row a key
   * @param out on the way from them
   */
  private void fill(CurveKey[][] keys, double[] in, double[] out) {
    int count = frames.length;
    double[] ways = new double[3 * (count + 1)];
    double[] lengths = new double[count + 1];
    boolean[] stays = new boolean[count + 1];
    for (int k = 1; k < count; k++) {
      lengths[k] = frames[k] - frames[k - 1];
      stays[k] = stays(k - 1);
      if (!stays[k]) {
        TurnSegment.way(turns, 4 * k - 4, turns, 4 * k, ways, 3 * k);
      }
    }
    for (int k = 0; k < count; k++) {
      // as they are set they stand to the bit
      if (!Arrays.stream(keys[k]).allMatch(key -> key == null || isOf(key, Manner.FREE))) {
        slopes(k, keys[k], ways, lengths, in, out);
      }
    }
    for (int k = 0; k + 1 < count; k++) {
      if (!stays[k + 1]) {
        double[] ends = new double[12];
        System.arraycopy(vectors, 3 * k, ends, 0, 6);
        System.arraycopy(out, 3 * k, ends, 6, 3);
        System.arraycopy(in, 3 * k + 3, ends, 9, 3);
        TurnSegment own = new TurnSegment(frames[k], frames[k + 1], ends);
        segments[k] = longer(keys[k], k).orElse(own);
      }
    }
  }

  /** Whether a rotation stays until the next key. */
  private boolean stays(int k) {
    return curves.stream()
        .allMatch(c -> c.keyAt(frames[k]).filter(key -> isOf(key, Manner.STEP)).isPresent());
  }

  private static boolean isOf(CurveKey key, Manner manner) {
    return key != null && key.manner() == manner;
  }

  /** The slopes that the manners of a key find, as the body sees its neighbours. */
  private void slopes(
      int k, CurveKey[] keys, double[] ways, double[] lengths, double[] in, double[] out) {
    TurnRates.toBody(vectors, 3 * k, in, 3 * k, in, 3 * k);
    TurnRates.toBody(vectors, 3 * k, out, 3 * k, out, 3 * k);
    for (int i = 0; i < 3; i++) {
      double before = lengths[k] > 0 ? ways[3 * k + i] / lengths[k] : 0;
      double behind = lengths[k + 1] > 0 ? ways[3 * k + 3 + i] / lengths[k + 1] : 0;
      double own = Slopes.smooth(before, lengths[k], behind, lengths[k + 1]);
      Manner manner = keys[i] == null ? Manner.FREE : keys[i].manner();
      in[3 * k + i] = manner.slope(in[3 * k + i], behind, before, own);
      out[3 * k + i] = manner.slope(out[3 * k + i], before, behind, own);
    }
    TurnRates.toVector(vectors, 3 * k, in, 3 * k, in, 3 * k);
    TurnRates.toVector(vectors, 3 * k, out, 3 * k, out, 3 * k);
  }

  /** The segment that this one was cut out of, if it still is a part of it. */
  private Optional<TurnSegment> longer(CurveKey[] keys, int k) {
    double[] ends = new double[12];
    Cubic first = keys[0] == null ? null : keys[0].part().orElse(null);
    for (int i = 0; i < 3; i++) {
      Cubic whole = keys[i] == null ? null : keys[i].part().orElse(null);
      if (whole == null || whole.from() != first.from() || whole.to() != first.to()) {
        return Optional.empty();
      }
      ends[i] = whole.a();
      ends[3 + i] = whole.b();
      ends[6 + i] = whole.out();
      ends[9 + i] = whole.in();
    }
    TurnSegment whole = new TurnSegment(first.from(), first.to(), ends);
    boolean same =
        whole.meets(frames[k], turns, 4 * k) && whole.meets(frames[k + 1], turns, 4 * k + 4);
    return same ? Optional.of(whole) : Optional.empty();
  }

  // ---- its rotations -----------------------------------------------------------------------

  private int before(double frame) {
    return Curve.before(frames, frame);
  }

  /** Rotation at a frame, a unit quaternion. Modified: dest. */
  public void read(double frame, double[] dest, int at) {
    read(before(frame), frame, new double[3], dest, at);
  }

  private void read(int key, double frame, double[] v, double[] dest, int at) {
    TurnSegment segment = segment(key, frame);
    if (segment == null) {
      System.arraycopy(turns, 4 * Math.max(0, key), dest, at, 4);
    } else {
      segment.read(frame, v, dest, at);
    }
  }

  /** What tells the rotation at a frame; null where its key does. */
  private TurnSegment segment(int key, double frame) {
    TurnSegment behind = key >= 0 && key < segments.length ? segments[key] : null;
    if (key < 0 || frames[key] != frame) {
      return behind;
    }
    // where a segment was cut it goes through the key as it did
    TurnSegment before = key > 0 ? segments[key - 1] : null;
    if (before != null && before.to() > frame) {
      return before;
    }
    return behind != null && behind.from() < frame ? behind : null;
  }

  /**
   * Rotations of a run of frames, 4 numbers each, from the start of {@code dest}. Modified: dest.
   */
  public void read(Frames run, double[] dest) {
    int key = before(run.from());
    double[] v = new double[3];
    for (int f = run.from(); f < run.to(); f++) {
      while (key + 1 < frames.length && frames[key + 1] <= f) {
        key++;
      }
      read(key, f, v, dest, 4 * (f - run.from()));
    }
  }

  // ---- changed -----------------------------------------------------------------------------

  /** The three curves with a key put in that changes no rotation anywhere, to the bit. */
  public List<Curve> inserted(double frame) {
    int k = before(frame);
    if (k >= 0 && frame - frames[k] < Curve.NEAR) {
      return held(k);
    }
    if (k < 0 || k >= segments.length) {
      return continued(frame);
    }
    if (segments[k] == null) {
      return curves.stream().map(c -> c.inserted(frame)).toList();
    }
    TurnSegment cut = segments[k];
    double[] q = new double[4];
    double[] v = new double[6];
    cut.read(frame, v, q, 0);
    Quats.log(q, 0, v, 0);
    double[] turning = new double[3];
    cut.turning(frame, turning);
    TurnRates.toVector(v, 0, turning, 0, v, 3);
    List<Curve> ends = new TurnCurve(held(k)).held(k + 1);
    List<Curve> more = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      Cubic whole = cut.told(i);
      more.add(
          ends.get(i)
              .changed(key -> key.frame() == frames[k], key -> key.within(whole))
              .plus(CurveKey.free(frame, v[i], v[3 + i], v[3 + i]).within(whole)));
    }
    return more;
  }

  /** The three curves with keys at a frame that keep their slopes whatever is beside them. */
  private List<Curve> held(int k) {
    if (curves.stream().allMatch(c -> c.keyAt(frames[k]).filter(CurveKey::isSet).isPresent())) {
      return curves;
    }
    List<Curve> held = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      held.add(curves.get(i).plus(free(k, i)));
    }
    return held;
  }

  /** With a key beyond the first or last one, which from there on has no slope. */
  private List<Curve> continued(double frame) {
    int end = frame < frames[0] ? 0 : frames.length - 1;
    List<Curve> more = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      double value = vectors[3 * end + i];
      Curve ended = stays(end) ? curves.get(i) : curves.get(i).plus(free(end, i));
      more.add(ended.plus(CurveKey.free(frame, value, 0, 0)));
    }
    return more;
  }

  /** A key as it is, its slopes set; without slope where nothing lies beside it. */
  private CurveKey free(int k, int axis) {
    double in = k == 0 || segments[k - 1] == null ? 0 : slope(segments[k - 1], k, axis);
    double out = k >= segments.length || segments[k] == null ? 0 : slope(segments[k], k, axis);
    CurveKey free = CurveKey.free(frames[k], vectors[3 * k + axis], in, out);
    Optional<Cubic> part = curves.get(axis).keyAt(frames[k]).flatMap(CurveKey::part);
    return part.map(free::within).orElse(free);
  }

  /** Change of the rotation vector about an axis at a key, on a segment beside it. */
  private double slope(TurnSegment segment, int k, int axis) {
    if (frames[k] == segment.from() || frames[k] == segment.to()) {
      return frames[k] == segment.from() ? segment.out(axis) : segment.in(axis);
    }
    double[] turning = new double[3];
    segment.turning(frames[k], turning);
    TurnRates.toVector(vectors, 3 * k, turning, 0, turning, 0);
    return turning[axis];
  }

  /**
   * The three curves with the rotation of a frame set, and everything from {@code from} back and
   * from {@code to} on as it is, to the bit.
   *
   * @param vector of the rotation, 3 numbers. Not modified.
   * @param from before the frame
   * @param to behind it
   */
  public List<Curve> edited(double frame, double[] vector, double from, double to) {
    if (!(from < frame && frame < to)) {
      throw new IllegalArgumentException("an edit at " + frame + " between " + from + ", " + to);
    }
    List<Curve> pinned = new TurnCurve(inserted(from)).inserted(to);
    List<Curve> edited = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      edited.add(pinned.get(i).plus(CurveKey.smooth(frame, vector[i])));
    }
    return edited;
  }

  /**
   * The three curves with all of a run turned by as much as turns the rotation of a frame into
   * another, seen from the parent, and everything an ease beyond the run as it is, to the bit.
   *
   * @param vector of the rotation that the frame is to have, 3 numbers. Not modified.
   * @param from first frame of the run; at or before 0 nothing is held before it
   * @param to its last frame; at or behind {@code last} nothing is held behind it
   * @param last last frame of the take
   * @param ease frames over which it comes and goes, above 0
   */
  public List<Curve> raised(
      double frame, double[] vector, double from, double to, double last, double ease) {
    boolean open = from <= 0;
    boolean endless = to >= last;
    TurnCurve held = this;
    for (double pin : new double[] {from - ease, from, to, to + ease}) {
      boolean beyond = pin <= from ? open : endless;
      held = beyond ? held : new TurnCurve(held.inserted(pin));
    }
    double[] by = new double[4];
    double[] is = new double[4];
    Quats.exp(vector, 0, by, 0);
    read(frame, is, 0);
    Quats.leading(is, 0, by, 0, by, 0);
    List<Curve> raised = held.curves;
    for (int k = 0; k < held.frames.length; k++) {
      double at = held.frames[k];
      if ((open || at >= from - Curve.NEAR) && (endless || at <= to + Curve.NEAR)) {
        raised = held.turned(raised, k, by);
      }
    }
    return raised;
  }

  /** The same turning of the body at a key that was turned, seen from its parent. */
  private List<Curve> turned(List<Curve> all, int k, double[] by) {
    double[] q = new double[4];
    double[] v = new double[9];
    double[] told = curves.stream().mapToDouble(c -> c.at(frames[k])).toArray();
    Quats.multiply(by, 0, turns, 4 * k, q, 0);
    Quats.log(q, 0, v, 0);
    for (int i = 0; i < 3; i++) {
      Curve curve = curves.get(i);
      Optional<CurveKey> key = curve.keyAt(frames[k]);
      v[3 + i] = key.map(CurveKey::in).orElseGet(() -> curve.slopeBefore(frames[k]));
      v[6 + i] = key.map(CurveKey::out).orElseGet(() -> curve.slope(frames[k]));
    }
    for (int side = 3; side <= 6; side += 3) {
      TurnRates.toBody(told, 0, v, side, v, side);
      TurnRates.toVector(v, 0, v, side, v, side);
    }
    TurnSegment behind = k < segments.length ? segments[k] : null;
    boolean cut = behind != null && (behind.from() < frames[k] || behind.to() > frames[k + 1]);
    Optional<TurnSegment> whole = cut ? Optional.of(behind.led(by)) : Optional.empty();
    List<Curve> now = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      int axis = i;
      Manner manner = curves.get(i).keyAt(frames[k]).map(CurveKey::manner).orElse(Manner.FREE);
      Optional<Cubic> part = whole.map(w -> w.told(axis));
      now.add(all.get(i).plus(new CurveKey(frames[k], v[i], manner, v[3 + i], v[6 + i], part)));
    }
    return now;
  }
}
