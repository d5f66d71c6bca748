package waxhand.core.motion;

import java.util.ArrayList;
import java.util.List;

/** Disjoint runs of frames in rising order. Immutable; every operation is linear in the runs. */
public final class FrameSet {
  public static final FrameSet NONE = new FrameSet(List.of());
  private final List<Frames> runs;

  private FrameSet(List<Frames> runs) {
    this.runs = runs;
  }

  public static FrameSet of(Frames frames) {
    return frames.isEmpty() ? NONE : new FrameSet(List.of(frames));
  }

  public List<Frames> runs() {
    return runs;
  }

  public boolean isEmpty() {
    return runs.isEmpty();
  }

  public boolean contains(int frame) {
    int low = 0;
    int high = runs.size();
    while (low < high) {
      int middle = (low + high) / 2;
      if (runs.get(middle).to() <= frame) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low < runs.size() && runs.get(low).contains(frame);
  }

  /** How many frames are in the set. */
  public int count() {
    return runs.stream().mapToInt(Frames::count).sum();
  }

  public FrameSet union(FrameSet other) {
    if (isEmpty()) {
      return other;
    }
    if (other.isEmpty()) {
      return this;
    }
    List<Frames> all = new ArrayList<>(runs);
    all.addAll(other.runs);
    all.sort((a, b) -> Integer.compare(a.from(), b.from()));
    List<Frames> merged = new ArrayList<>();
    for (Frames next : all) {
      int last = merged.size() - 1;
      if (last >= 0 && next.from() <= merged.get(last).to()) {
        merged.set(last, merged.get(last).cover(next));
      } else {
        merged.add(next);
      }
    }
    return new FrameSet(List.copyOf(merged));
  }

  public FrameSet within(Frames window) {
    List<Frames> kept = new ArrayList<>();
    for (Frames run : runs) {
      Frames part = run.within(window);
      if (!part.isEmpty()) {
        kept.add(part);
      }
    }
    return new FrameSet(List.copyOf(kept));
  }

  public FrameSet minus(Frames cut) {
    List<Frames> kept = new ArrayList<>();
    for (Frames run : runs) {
      if (run.within(cut).isEmpty()) {
        kept.add(run);
        continue;
      }
      if (run.from() < cut.from()) {
        kept.add(new Frames(run.from(), cut.from()));
      }
      if (cut.to() < run.to()) {
        kept.add(new Frames(cut.to(), run.to()));
      }
    }
    return new FrameSet(List.copyOf(kept));
  }

  /** Where what is left comes to lie once runs are cut out, which are disjoint and in order. */
  public FrameSet without(List<Frames> cuts) {
    FrameSet left = NONE;
    for (Frames run : runs) {
      left = left.union(of(run.without(cuts)));
    }
    return left;
  }

  /** Every run grown at both ends and clipped to {@code limits}. */
  public FrameSet grown(int by, Frames limits) {
    FrameSet result = NONE;
    for (Frames run : runs) {
      result = result.union(of(run.grown(by).within(limits)));
    }
    return result;
  }

  /** Every run grown outwards to multiples of {@code size} and clipped to {@code limits}. */
  public FrameSet rounded(int size, Frames limits) {
    FrameSet result = NONE;
    for (Frames run : runs) {
      int to = (run.to() + size - 1) / size * size;
      result = result.union(of(new Frames(run.from() / size * size, to).within(limits)));
    }
    return result;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof FrameSet set && runs.equals(set.runs);
  }

  @Override
  public int hashCode() {
    return runs.hashCode();
  }

  @Override
  public String toString() {
    return runs.toString();
  }
}
