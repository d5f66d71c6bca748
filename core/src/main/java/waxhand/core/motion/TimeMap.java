package waxhand.core.motion;

import java.util.ArrayList;
import java.util.List;

/**
 * Where the frames of a raw take are at a point of a chain, after passes that cut frames out or
 * change how they follow each other: a monotone map. Spans, keys, notes and the playhead count raw
 * frames, so that switching such a pass off, moving or changing it loses nothing; this tells where
 * they are in what is left. Immutable.
 */
public final class TimeMap {
  /**
   * A stretch in which time runs evenly: frame {@code from + n} shows the raw take at {@code raw +
   * n · step}.
   *
   * @param from first frame of what is left
   * @param to one past the last
   * @param raw place in the raw take, frames, may lie between two
   * @param step raw frames a frame, above 0
   */
  private record Piece(int from, int to, double raw, double step) {
    double rawAt(double local) {
      return raw + (local - from) * step;
    }

    double rawEnd() {
      return rawAt(to);
    }

    /** First frame that shows the raw take no earlier than {@code at}. */
    int firstFrom(double at) {
      double n = (at - raw) / step;
      // what rounding adds to a whole number must not carry it to the next frame
      return from + (int) Math.ceil(n - 1e-9 * Math.max(1, Math.abs(n)));
    }
  }

  private final List<Piece> pieces;

  private TimeMap(List<Piece> pieces) {
    this.pieces = List.copyOf(pieces);
  }

  /** All frames of a take that long, as they are. */
  public static TimeMap all(int frames) {
    return evenly(frames, frames);
  }

  /** A take of {@code before} frames shown in {@code after} frames, evenly. */
  public static TimeMap evenly(int before, int after) {
    return after == 0
        ? new TimeMap(List.of())
        : new TimeMap(List.of(new Piece(0, after, 0, (double) before / after)));
  }

  /** A take of that many frames with runs cut out, which are disjoint and in order. */
  public static TimeMap without(int frames, List<Frames> cuts) {
    List<Piece> pieces = new ArrayList<>();
    int raw = 0;
    int local = 0;
    for (int c = 0; c <= cuts.size(); c++) {
      int end = c < cuts.size() ? cuts.get(c).from() : frames;
      if (end > raw) {
        pieces.add(new Piece(local, local + end - raw, raw, 1));
        local += end - raw;
      }
      raw = c < cuts.size() ? cuts.get(c).to() : frames;
    }
    return new TimeMap(pieces);
  }

  /** This map, then another of what it leaves. */
  public TimeMap then(TimeMap next) {
    List<Piece> all = new ArrayList<>();
    for (Piece late : next.pieces) {
      int from = late.from;
      while (from < late.to) {
        Piece early = pieces.get(piece(late.rawAt(from)));
        boolean last = early == pieces.get(pieces.size() - 1);
        int to = last ? late.to : Math.min(late.to, late.firstFrom(early.to));
        to = Math.max(from + 1, to);
        add(all, new Piece(from, to, early.rawAt(late.rawAt(from)), late.step * early.step));
        from = to;
      }
    }
    return new TimeMap(all);
  }

  /** Adds a piece, to the last one where time goes on as there. Modified: all. */
  private static void add(List<Piece> all, Piece piece) {
    Piece last = all.isEmpty() ? null : all.get(all.size() - 1);
    if (last != null && last.step == piece.step && last.rawEnd() == piece.raw) {
      all.set(all.size() - 1, new Piece(last.from, piece.to, last.raw, last.step));
    } else {
      all.add(piece);
    }
  }

  /** How many frames are left. */
  public int frames() {
    return pieces.isEmpty() ? 0 : pieces.get(pieces.size() - 1).to;
  }

  /** Which piece holds a frame of what is left; the last one beyond the end. */
  private int piece(double local) {
    int low = 0;
    int high = pieces.size() - 1;
    while (low < high) {
      int middle = (low + high) / 2;
      if (pieces.get(middle).to <= local) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  /** The first piece that ends behind a raw frame; as many as there are pieces beyond the end. */
  private int pieceOfRaw(double raw) {
    int low = 0;
    int high = pieces.size();
    while (low < high) {
      int middle = (low + high) / 2;
      if (pieces.get(middle).rawEnd() <= raw) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  /** First frame that shows the raw take no earlier than at a raw frame; one past the last. */
  private int firstFrom(int raw) {
    int p = pieceOfRaw(raw);
    return p == pieces.size()
        ? frames()
        : Math.max(pieces.get(p).from, pieces.get(p).firstFrom(raw));
  }

  /** Where a raw frame is; where it was cut out, the next one that is left, or the last. */
  public int local(int raw) {
    int p = pieceOfRaw(raw);
    if (p == pieces.size()) {
      return Math.max(0, frames() - 1);
    }
    Piece piece = pieces.get(p);
    long nearest = piece.from + Math.round((raw - piece.raw) / piece.step);
    return (int) Math.max(piece.from, Math.min(piece.to - 1, nearest));
  }

  /** Whether a raw frame is left. */
  public boolean has(int raw) {
    int p = pieceOfRaw(raw);
    return p < pieces.size() && raw >= pieces.get(p).raw;
  }

  /** Where a frame of what is left is in the raw take, in frames, also between two. */
  public double rawAt(int local) {
    return pieces.isEmpty() ? 0 : pieces.get(piece(local)).rawAt(local);
  }

  /** The raw frame nearest to what stands at a place of what is left; beyond the end, the last. */
  public int raw(int local) {
    return (int) Math.round(rawAt(Math.min(local, Math.max(0, frames() - 1))));
  }

  /** What is left of a run of raw frames, where it is now; {@link Frames#NONE} where nothing is. */
  public Frames local(Frames raw) {
    int from = firstFrom(raw.from());
    int to = firstFrom(raw.to());
    return from < to ? new Frames(from, to) : Frames.NONE;
  }

  /** The shortest run of raw frames that holds a run of what is left. */
  public Frames raw(Frames local) {
    return local.isEmpty() ? local : new Frames(raw(local.from()), raw(local.to() - 1) + 1);
  }

  /** One past the last raw frame that is left. */
  public int rawEnd() {
    return pieces.isEmpty() ? 0 : raw(frames() - 1) + 1;
  }

  /** The raw frames that are left, where time runs as in the raw take. */
  public FrameSet kept() {
    FrameSet kept = FrameSet.NONE;
    for (Piece piece : pieces) {
      kept = kept.union(FrameSet.of(new Frames((int) piece.raw, (int) Math.round(piece.rawEnd()))));
    }
    return kept;
  }

  /** Whether every frame that is left counts as in the raw take; its end may be cut off. */
  public boolean isPlain() {
    return pieces.size() == 1 && pieces.get(0).raw == 0 && pieces.get(0).step == 1;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof TimeMap map && pieces.equals(map.pieces);
  }

  @Override
  public int hashCode() {
    return pieces.hashCode();
  }

  @Override
  public String toString() {
    return pieces.toString();
  }
}
