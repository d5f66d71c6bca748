package waxhand.core.curve;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import waxhand.core.maths.Hermite;
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
  /** Rotations that differ by less are one, radians. */
  private static final double SAME = 1e-9;

  private final double[] frames;

  // a row for each key: its rotation
  private final double[] turns;

  // a row for each segment; null where the rotation stays
  private final Segment[] segments;

  /**
   * @param from rotation at its beginning, 4 numbers
   * @param way to its end as a rotation vector seen from there
   * @param out slope at the beginning, a frame
   * @param in slope at the end, a frame
   */
  private record Segment(
      double begins, double length, double[] from, double[] way, double[] out, double[] in) {
    void read(double frame, double[] v, double[] dest, int at) {
      double u = (frame - begins) / length;
      for (int i = 0; i < 3; i++) {
        v[i] = Hermite.at(0, out[i], way[i], in[i], length, u);
      }
      Quats.exp(v, 0, dest, at);
      Quats.multiply(from, 0, dest, at, dest, at);
      Quats.normalize(dest, at);
    }

    /** How the body turns at a frame, radians a frame. */
    void turning(double frame, double[] v, double[] dest) {
      double u = (frame - begins) / length;
      for (int i = 0; i < 3; i++) {
        v[i] = Hermite.at(0, out[i], way[i], in[i], length, u);
        dest[i] = new Cubic(0, length, 0, out[i], way[i], in[i]).slope(frame - begins);
      }
      TurnRates.toBody(v, 0, dest, 0, dest, 0);
    }
  }

  /**
   * @param curves of the rotation vector's x, y and z, radians, each with a key
   */
  public TurnCurve(List<Curve> curves) {
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
    frames = all.stream().mapToDouble(f -> f).toArray();
    int count = frames.length;
    turns = new double[4 * count];
    double[] vectors = new double[3 * count];
    CurveKey[][] keys = new CurveKey[count][3];
    for (int k = 0; k < count; k++) {
      for (int i = 0; i < 3; i++) {
        vectors[3 * k + i] = curves.get(i).at(frames[k]);
        keys[k][i] = curves.get(i).keyAt(frames[k]).orElse(null);
      }
      Quats.exp(vectors, 3 * k, turns, 4 * k);
    }
    segments = new Segment[Math.max(0, count - 1)];
    fill(curves, keys, vectors);
  }

  private void fill(List<Curve> curves, CurveKey[][] keys, double[] vectors) {
    int count = frames.length;
    double[] ways = new double[3 * (count + 1)];
    double[] lengths = new double[count + 1];
    boolean[] stays = new boolean[count + 1];
    double[] q = new double[4];
    for (int k = 1; k < count; k++) {
      lengths[k] = frames[k] - frames[k - 1];
      stays[k] = true;
      for (int i = 0; i < 3; i++) {
        stays[k] &= keys[k - 1][i] != null && keys[k - 1][i].manner() == Manner.STEP;
      }
      if (!stays[k]) {
        Quats.between(turns, 4 * k - 4, turns, 4 * k, q, 0);
        Quats.log(q, 0, ways, 3 * k);
      }
    }
    double[] in = new double[3 * count];
    double[] out = new double[3 * count];
    double[] free = new double[6];
    for (int k = 0; k < count; k++) {
      for (int i = 0; i < 3; i++) {
        free[i] = keys[k][i] == null ? curves.get(i).slopeBefore(frames[k]) : keys[k][i].in();
        free[3 + i] = keys[k][i] == null ? curves.get(i).slope(frames[k]) : keys[k][i].out();
      }
      TurnRates.toBody(vectors, 3 * k, free, 0, free, 0);
      TurnRates.toBody(vectors, 3 * k, free, 3, free, 3);
      for (int i = 0; i < 3; i++) {
        double before = lengths[k] > 0 ? ways[3 * k + i] / lengths[k] : 0;
        double behind = lengths[k + 1] > 0 ? ways[3 * k + 3 + i] / lengths[k + 1] : 0;
        double own = Slopes.smooth(before, lengths[k], behind, lengths[k + 1]);
        Manner manner = keys[k][i] == null ? Manner.FREE : keys[k][i].manner();
        in[3 * k + i] = manner.slope(free[i], behind, before, own);
        out[3 * k + i] = manner.slope(free[3 + i], before, behind, own);
      }
    }
    for (int k = 0; k + 1 < count; k++) {
      if (!stays[k + 1]) {
        segments[k] =
            longer(keys[k], k).orElse(segment(frames[k], lengths[k + 1], k, k + 1, ways, out, in));
      }
    }
  }

  private Segment segment(
      double begins, double length, int a, int b, double[] ways, double[] out, double[] in) {
    double[] way = {ways[3 * b], ways[3 * b + 1], ways[3 * b + 2]};
    double[] first = {out[3 * a], out[3 * a + 1], out[3 * a + 2]};
    double[] last = new double[3];
    TurnRates.toVector(way, 0, in, 3 * b, last, 0);
    double[] from = {turns[4 * a], turns[4 * a + 1], turns[4 * a + 2], turns[4 * a + 3]};
    return new Segment(begins, length, from, way, first, last);
  }

  /** The segment that this one was cut out of, if it still is a part of it. */
  private Optional<Segment> longer(CurveKey[] keys, int k) {
    if (keys[0] == null || keys[1] == null || keys[2] == null || keys[0].part().isEmpty()) {
      return Optional.empty();
    }
    Cubic first = keys[0].part().get();
    double[] ends = new double[12];
    for (int i = 0; i < 3; i++) {
      Cubic whole = keys[i].part().orElse(null);
      if (whole == null || whole.from() != first.from() || whole.to() != first.to()) {
        return Optional.empty();
      }
      ends[i] = whole.a();
      ends[3 + i] = whole.b();
      ends[6 + i] = whole.out();
      ends[9 + i] = whole.in();
    }
    Segment whole = whole(first.from(), first.to() - first.from(), ends);
    double[] v = new double[3];
    double[] q = new double[4];
    whole.read(frames[k], v, q, 0);
    boolean same = Quats.angle(q, 0, turns, 4 * k) < SAME;
    whole.read(frames[k + 1], v, q, 0);
    same &= Quats.angle(q, 0, turns, 4 * k + 4) < SAME;
    return same ? Optional.of(whole) : Optional.empty();
  }

  /**
   * @param ends rotation vectors of both ends and their changes a frame there
   */
  private static Segment whole(double begins, double length, double[] ends) {
    double[] from = new double[4];
    double[] to = new double[4];
    double[] way = new double[3];
    double[] out = new double[3];
    double[] in = new double[3];
    Quats.exp(ends, 0, from, 0);
    Quats.exp(ends, 3, to, 0);
    Quats.between(from, 0, to, 0, to, 0);
    Quats.log(to, 0, way, 0);
    TurnRates.toBody(ends, 0, ends, 6, out, 0);
    TurnRates.toBody(ends, 3, ends, 9, in, 0);
    TurnRates.toVector(way, 0, in, 0, in, 0);
    return new Segment(begins, length, from, way, out, in);
  }

  private int before(double frame) {
    return Curve.before(frames, frame);
  }

  /** Rotation at a frame, a unit quaternion. Modified: dest. */
  public void read(double frame, double[] dest, int at) {
    read(before(frame), frame, new double[3], dest, at);
  }

  private void read(int key, double frame, double[] v, double[] dest, int at) {
    if (key < 0 || key >= segments.length || segments[key] == null || frames[key] == frame) {
      System.arraycopy(turns, 4 * Math.max(0, key), dest, at, 4);
    } else {
      segments[key].read(frame, v, dest, at);
    }
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

  /**
   * The three curves with a key put in that changes no rotation anywhere.
   *
   * @param curves what this was made of
   */
  public List<Curve> inserted(List<Curve> curves, double frame) {
    int k = before(frame);
    boolean inside = k >= 0 && k < segments.length && segments[k] != null;
    if (!inside || frame - frames[k] < Curve.NEAR) {
      return curves.stream().map(c -> c.inserted(frame)).toList();
    }
    double[] ends = ends(k);
    double[] q = new double[4];
    double[] v = new double[6];
    segments[k].read(frame, v, q, 0);
    Quats.log(q, 0, v, 0);
    double[] turning = new double[3];
    segments[k].turning(frame, new double[3], turning);
    TurnRates.toVector(v, 0, turning, 0, v, 3);
    Segment s = segments[k];
    double[] here = slopes(k);
    double[] next = slopes(k + 1);
    List<Curve> cut = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      Cubic whole =
          new Cubic(s.begins, s.begins + s.length, ends[i], ends[6 + i], ends[3 + i], ends[9 + i]);
      Optional<Cubic> onwards = curves.get(i).keyAt(frames[k + 1]).flatMap(CurveKey::part);
      CurveKey last = CurveKey.free(frames[k + 1], next[i], next[3 + i], next[6 + i]);
      cut.add(
          curves
              .get(i)
              .plus(CurveKey.free(frames[k], here[i], here[3 + i], here[6 + i]).within(whole))
              .plus(onwards.map(last::within).orElse(last))
              .plus(CurveKey.free(frame, v[i], v[3 + i], v[3 + i]).within(whole)));
    }
    return cut;
  }

  /** Rotation vector of a key, and its changes a frame on the way to it and away from it. */
  private double[] slopes(int k) {
    double[] slopes = new double[9];
    double[] turning = new double[3];
    Quats.log(turns, 4 * k, slopes, 0);
    if (k > 0 && segments[k - 1] != null) {
      segments[k - 1].turning(frames[k], new double[3], turning);
      TurnRates.toVector(slopes, 0, turning, 0, slopes, 3);
    }
    if (k < segments.length && segments[k] != null) {
      segments[k].turning(frames[k], new double[3], turning);
      TurnRates.toVector(slopes, 0, turning, 0, slopes, 6);
    }
    return slopes;
  }

  /** Both ends of the segment behind a key as rotation vectors, and their changes a frame. */
  private double[] ends(int k) {
    Segment s = segments[k];
    double[] ends = new double[12];
    double[] q = new double[4];
    Quats.log(s.from, 0, ends, 0);
    Quats.exp(s.way, 0, q, 0);
    Quats.multiply(s.from, 0, q, 0, q, 0);
    Quats.log(q, 0, ends, 3);
    TurnRates.toVector(ends, 0, s.out, 0, ends, 6);
    double[] turning = new double[3];
    TurnRates.toBody(s.way, 0, s.in, 0, turning, 0);
    TurnRates.toVector(ends, 3, turning, 0, ends, 9);
    return ends;
  }
}
