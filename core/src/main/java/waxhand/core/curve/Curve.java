package waxhand.core.curve;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/**
 * A value over time, told by few keys: between them cubics on uneven times, which is exactly what
 * glTF carries as {@code CUBICSPLINE}; before the first key and behind the last one it is constant.
 * Immutable.
 */
public final class Curve {
  /** A curve of which nothing is said; its value is 0 everywhere. */
  public static final Curve NONE = new Curve(List.of());

  /** Keys nearer than this stand at one frame. */
  static final double NEAR = 1e-6;

  /** So far may a cubic miss the keys that it was cut at, as a share of its size. */
  private static final double SAME = 1e-9;

  private final List<CurveKey> keys;

  // of the keys that count, one a frame
  private final CurveKey[] counting;
  private final double[] frames;
  private final double[] values;

  // what lies behind key n; null where the value stays
  private final Cubic[] cubics;

  private Curve(List<CurveKey> inOrder) {
    keys = List.copyOf(inOrder);
    List<CurveKey> single = new ArrayList<>();
    for (CurveKey key : keys) {
      int last = single.size() - 1;
      if (last >= 0 && key.frame() - single.get(last).frame() < NEAR) {
        single.remove(last);
      }
      single.add(key);
    }
    counting = single.toArray(new CurveKey[0]);
    int count = counting.length;
    frames = single.stream().mapToDouble(CurveKey::frame).toArray();
    values = single.stream().mapToDouble(CurveKey::value).toArray();
    cubics = new Cubic[Math.max(0, count - 1)];
    double[] in = new double[count];
    double[] out = new double[count];
    slopes(single, in, out);
    for (int k = 0; k + 1 < count; k++) {
      CurveKey key = counting[k];
      if (key.manner() != Manner.STEP) {
        Cubic own =
            new Cubic(frames[k], frames[k + 1], values[k], out[k], values[k + 1], in[k + 1]);
        cubics[k] = key.part().filter(longer -> isPart(own, longer)).orElse(own);
      }
    }
  }

  private static void slopes(List<CurveKey> keys, double[] in, double[] out) {
    int count = keys.size();
    double[] rise = new double[count + 1];
    double[] length = new double[count + 1];
    for (int k = 1; k < count; k++) {
      CurveKey a = keys.get(k - 1);
      length[k] = keys.get(k).frame() - a.frame();
      rise[k] = a.manner() == Manner.STEP ? 0 : (keys.get(k).value() - a.value()) / length[k];
    }
    for (int k = 0; k < count; k++) {
      CurveKey key = keys.get(k);
      double own = Slopes.smooth(rise[k], length[k], rise[k + 1], length[k + 1]);
      in[k] = key.manner().slope(key.in(), rise[k + 1], rise[k], own);
      out[k] = key.manner().slope(key.out(), rise[k], rise[k + 1], own);
    }
  }

  private static boolean isPart(Cubic own, Cubic longer) {
    double h = longer.to() - longer.from();
    double size = 1 + Math.abs(longer.a()) + Math.abs(longer.b());
    double slope = Math.abs(longer.in()) + Math.abs(longer.out()) + size / h;
    double miss = SAME * h * slope;
    return longer.from() <= own.from()
        && longer.to() >= own.to()
        && Math.abs(longer.at(own.from()) - own.a()) < miss
        && Math.abs(longer.at(own.to()) - own.b()) < miss
        && Math.abs(longer.slope(own.from()) - own.out()) < SAME * slope
        && Math.abs(longer.slope(own.to()) - own.in()) < SAME * slope;
  }

  /** A curve through keys in any order; of those at one frame the last one counts. */
  public static Curve of(List<CurveKey> keys) {
    return keys.isEmpty()
        ? NONE
        : new Curve(keys.stream().sorted(Comparator.comparingDouble(CurveKey::frame)).toList());
  }

  /** The same value everywhere. */
  public static Curve constant(double value) {
    return of(List.of(CurveKey.smooth(0, value)));
  }

  /** All keys in the order of time, also those that another one at their frame overrules. */
  public List<CurveKey> keys() {
    return keys;
  }

  /** The key that counts at a frame. */
  public Optional<CurveKey> keyAt(double frame) {
    int k = before(frame + NEAR);
    return k >= 0 && frame - frames[k] < NEAR ? Optional.of(counting[k]) : Optional.empty();
  }

  public boolean isEmpty() {
    return keys.isEmpty();
  }

  /** Frames at which more than one key stands. */
  public List<Double> doubled() {
    List<Double> doubled = new ArrayList<>();
    for (int k = 1; k < keys.size(); k++) {
      if (keys.get(k).frame() - keys.get(k - 1).frame() < NEAR) {
        doubled.add(keys.get(k).frame());
      }
    }
    return doubled;
  }

  // ---- its values --------------------------------------------------------------------------

  /** The last key at or before a frame; -1 before the first. */
  int before(double frame) {
    return before(frames, frame);
  }

  /** The last of some frames in rising order that is no later than another; -1 before the first. */
  static int before(double[] inOrder, double frame) {
    int low = 0;
    int high = inOrder.length;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (inOrder[middle] <= frame) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low - 1;
  }

  /** How many keys count, one a frame. */
  int count() {
    return counting.length;
  }

  /** Key {@code k} of those that count. */
  CurveKey key(int k) {
    return counting[k];
  }

  /** What lies behind key {@code k}; empty where its value stays. */
  Optional<Cubic> behind(int k) {
    return Optional.ofNullable(k >= 0 && k < cubics.length ? cubics[k] : null);
  }

  /** Value at a frame, which may lie between two. */
  public double at(double frame) {
    return frames.length == 0 ? 0 : at(before(frame), frame);
  }

  private double at(int key, double frame) {
    if (key < 0) {
      return values[0];
    }
    return key == cubics.length || cubics[key] == null || frame == frames[key]
        ? values[key]
        : cubics[key].at(frame);
  }

  /** Slope at a frame, a frame; at a key that of what lies behind it. */
  public double slope(double frame) {
    int key = before(frame);
    return key < 0 || key >= cubics.length || cubics[key] == null ? 0 : cubics[key].slope(frame);
  }

  /** Slope on the way to a frame, a frame. */
  public double slopeBefore(double frame) {
    int key = before(frame);
    int behind = key >= 0 && frames[key] == frame ? key - 1 : key;
    return behind < 0 || behind >= cubics.length || cubics[behind] == null
        ? 0
        : cubics[behind].slope(frame);
  }

  /**
   * Values of a run of frames; no frame costs a search.
   *
   * @param stride numbers from one frame's value to the next one's
   * @param at where the first one goes
   * @param dest Modified.
   */
  public void read(Frames run, double[] dest, int at, int stride) {
    int key = before(run.from());
    int to = at;
    for (int f = run.from(); f < run.to(); f++) {
      while (key + 1 < frames.length && frames[key + 1] <= f) {
        key++;
      }
      dest[to] = frames.length == 0 ? 0 : at(key, f);
      to += stride;
    }
  }

  /** The frames in which it can be anything but zero. */
  public FrameSet active() {
    List<Frames> runs = new ArrayList<>();
    for (int k = -1; k < frames.length; k++) {
      boolean inside = k >= 0 && k < cubics.length;
      boolean zero =
          frames.length == 0
              || (inside && cubics[k] != null
                  ? cubics[k].isConstant() && values[k] == 0
                  : values[Math.max(0, k)] == 0);
      // at a key of zero it is zero
      int from = k < 0 ? 0 : values[k] == 0 ? frame(frames[k]) + 1 : frame(Math.ceil(frames[k]));
      int to = k + 1 < frames.length ? frame(Math.ceil(frames[k + 1])) : Integer.MAX_VALUE;
      if (!zero && to > from) {
        runs.add(new Frames(from, to));
      }
    }
    return FrameSet.of(runs);
  }

  private static int frame(double at) {
    return (int) Math.max(0, Math.min(Integer.MAX_VALUE - 1.0, Math.floor(at)));
  }

  /** The frames in which it can have another value than another curve. */
  public Frames differing(Curve other) {
    if (equals(other)) {
      return Frames.NONE;
    }
    return Piece.differing(Piece.of(this), Piece.of(other));
  }

  /**
   * The sum of curves, each so many times, exactly: on the keys of all of them. Where one of them
   * holds its value until a key, so does the sum only if all do.
   *
   * @param times one a curve
   */
  public static Curve sum(List<Curve> curves, double[] times) {
    List<Curve> told = new ArrayList<>();
    List<Double> factors = new ArrayList<>();
    for (int n = 0; n < times.length; n++) {
      if (!curves.get(n).isEmpty() && Math.abs(times[n]) > 1e-12) {
        told.add(curves.get(n));
        factors.add(times[n]);
      }
    }
    if (told.size() == 1) {
      // keys keep their manners
      double k = factors.get(0);
      return of(told.get(0).keys.stream().map(key -> key.times(k)).toList());
    }
    TreeSet<Double> all = new TreeSet<>();
    told.forEach(c -> c.keys.forEach(key -> all.add(key.frame())));
    List<CurveKey> sum = new ArrayList<>();
    for (double frame : all) {
      double value = 0;
      double in = 0;
      double out = 0;
      for (int n = 0; n < told.size(); n++) {
        value += factors.get(n) * told.get(n).at(frame);
        in += factors.get(n) * told.get(n).slopeBefore(frame);
        out += factors.get(n) * told.get(n).slope(frame);
      }
      sum.add(CurveKey.free(frame, value, in, out));
    }
    return of(sum);
  }

  // ---- changed -----------------------------------------------------------------------------

  /** With a key, in the place of one at its frame. */
  public Curve plus(CurveKey key) {
    List<CurveKey> more = new ArrayList<>(without(key.frame()).keys);
    more.add(key);
    return of(more);
  }

  /** Without the keys at a frame. */
  public Curve without(double frame) {
    return without(key -> Math.abs(key.frame() - frame) < NEAR);
  }

  public Curve without(Predicate<CurveKey> gone) {
    return of(keys.stream().filter(gone.negate()).toList());
  }

  /** With some keys changed; what they come to stand on gives way to them. */
  public Curve changed(Predicate<CurveKey> which, UnaryOperator<CurveKey> change) {
    List<CurveKey> now = keys.stream().filter(which).map(change).toList();
    Curve rest = without(which);
    for (CurveKey key : now) {
      rest = rest.plus(key);
    }
    return rest;
  }

  /**
   * With a key put in that changes no value anywhere: its neighbours keep the slopes they have.
   * Itself where a key stands there already.
   */
  public Curve inserted(double frame) {
    return Pins.inserted(this, frame);
  }

  /**
   * With a value at a frame, and everything from {@code from} back and from {@code to} on as it is,
   * to the bit: keys that keep what is there stand at both ends.
   *
   * @param from before the frame
   * @param to behind it
   */
  public Curve edited(double frame, double value, double from, double to) {
    if (!(from < frame && frame < to)) {
      throw new IllegalArgumentException("an edit at " + frame + " between " + from + ", " + to);
    }
    return Pins.pinned(Pins.pinned(this, from), to).plus(CurveKey.smooth(frame, value));
  }

  /**
   * With every value of a run raised by as much, and everything an ease beyond it as it is, to the
   * bit.
   *
   * @param from first frame of the run; at or before 0 nothing is held before it
   * @param to its last frame; at or behind {@code last} nothing is held behind it
   * @param last last frame of the take
   * @param ease frames over which it comes and goes, above 0
   */
  public Curve raised(double by, double from, double to, double last, double ease) {
    boolean open = from <= 0;
    boolean endless = to >= last;
    if (keys.isEmpty() && open && endless) {
      return of(List.of(CurveKey.smooth(0, by)));
    }
    Curve held = open ? this : Pins.pinned(Pins.pinned(this, from - ease), from);
    held = endless ? held : Pins.pinned(Pins.pinned(held, to), to + ease);
    double first = open ? Double.NEGATIVE_INFINITY : from - NEAR;
    double end = endless ? Double.POSITIVE_INFINITY : to + NEAR;
    return held.changed(
        key -> key.frame() >= first && key.frame() <= end, key -> key.withValue(key.value() + by));
  }

  /** The keys in a run moved, in time and value. */
  public Curve moved(Predicate<CurveKey> which, double frames, double value) {
    return changed(
        which, key -> key.withFrame(key.frame() + frames).withValue(key.value() + value));
  }

  /**
   * Keys scaled about a frame and a value; slopes go along.
   *
   * @param inTime not 0
   */
  public Curve scaled(
      Predicate<CurveKey> which, double frame, double inTime, double value, double inValue) {
    if (!(Math.abs(inTime) > 1e-9)) {
      throw new IllegalArgumentException("keys scaled by " + inTime + " in time");
    }
    double slope = inValue / inTime;
    return changed(
        which,
        key -> {
          double in = slope * (inTime < 0 ? key.out() : key.in());
          double out = slope * (inTime < 0 ? key.in() : key.out());
          return new CurveKey(
              frame + inTime * (key.frame() - frame),
              value + inValue * (key.value() - value),
              key.manner(),
              in,
              out,
              Optional.empty());
        });
  }

  /**
   * Where its keys are after a change of time. Where something was cut out keys that keep what is
   * there stand at both sides, so that every frame that is left has the value it had.
   */
  public Curve placed(TimeMap map) {
    if (map.isPlain() || map.frames() == 0 || keys.isEmpty()) {
      return this;
    }
    Curve held = this;
    for (Frames run : map.kept().runs()) {
      held = frames[0] < run.from() ? held.inserted(run.from()) : held;
      held = frames[frames.length - 1] >= run.to() ? held.inserted(run.to() - 1) : held;
    }
    List<CurveKey> now = new ArrayList<>();
    for (CurveKey key : held.keys) {
      int raw = (int) Math.floor(Math.max(0, Math.min(Integer.MAX_VALUE - 1.0, key.frame())));
      boolean left = map.has(raw);
      if (left || key.frame() >= map.rawEnd()) {
        double local = map.local(raw) + (left ? 0 : key.frame() - map.rawEnd() + 1);
        double step =
            left && map.has(raw + 1) ? Math.max(1e-3, map.local(raw + 1) - map.local(raw)) : 1;
        now.add(
            new CurveKey(
                local + step * (key.frame() - (left ? raw : key.frame())),
                key.value(),
                key.manner(),
                key.in() / step,
                key.out() / step,
                step == 1 ? key.part().map(c -> c.later(local - raw)) : Optional.empty()));
      }
    }
    return of(now);
  }

  @Override
  public boolean equals(Object other) {
    return this == other || other instanceof Curve curve && keys.equals(curve.keys);
  }

  @Override
  public int hashCode() {
    return keys.hashCode();
  }

  @Override
  public String toString() {
    return keys.toString();
  }
}
