package waxhand.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

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

  /** All frames of some runs, which may overlap, in the order of their beginnings. */
  public static FrameSet of(List<Frames> inOrder) {
    return new FrameSet(inOrder).changed(run -> run);
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

  /** The shortest run that holds all of them. */
  public Frames cover() {
    return isEmpty() ? Frames.NONE : new Frames(runs.get(0).from(), runs.get(runs.size() - 1).to());
  }

  public FrameSet union(FrameSet other) {
    if (isEmpty()) {
      return other;
    }
    if (other.isEmpty()) {
      return this;
    }
    List<Frames> merged = new ArrayList<>(runs.size() + other.runs.size());
    int mine = 0;
    int its = 0;
    while (mine < runs.size() || its < other.runs.size()) {
      boolean first =
          its == other.runs.size()
              || mine < runs.size() && runs.get(mine).from() <= other.runs.get(its).from();
      append(merged, first ? runs.get(mine++) : other.runs.get(its++));
    }
    return new FrameSet(List.copyOf(merged));
  }

  /**
   * Adds a run that begins no earlier than the last, joined to it where they meet. Modified: to.
   */
  private static void append(List<Frames> to, Frames run) {
    int last = to.size() - 1;
    if (run.isEmpty()) {
      return;
    }
    if (last >= 0 && run.from() <= to.get(last).to()) {
      to.set(last, to.get(last).cover(run));
    } else {
      to.add(run);
    }
  }

  /** Every run changed, the order of their beginnings staying. */
  private FrameSet changed(UnaryOperator<Frames> change) {
    List<Frames> changed = new ArrayList<>(runs.size());
    for (Frames run : runs) {
      append(changed, change.apply(run));
    }
    return new FrameSet(List.copyOf(changed));
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

  /** Those that are in another set too. */
  public FrameSet common(FrameSet other) {
    List<Frames> both = new ArrayList<>();
    int its = 0;
    for (Frames run : runs) {
      while (its < other.runs.size() && other.runs.get(its).to() <= run.from()) {
        its++;
      }
      for (int n = its; n < other.runs.size() && other.runs.get(n).from() < run.to(); n++) {
        both.add(run.within(other.runs.get(n)));
      }
    }
    return new FrameSet(List.copyOf(both));
  }

  /** Those that are not in another set. */
  public FrameSet minus(FrameSet other) {
    List<Frames> gaps = new ArrayList<>(other.runs.size() + 1);
    int from = Integer.MIN_VALUE;
    for (Frames run : other.runs) {
      gaps.add(new Frames(from, run.from()));
      from = run.to();
    }
    gaps.add(new Frames(from, Integer.MAX_VALUE));
    return common(new FrameSet(gaps));
  }

  public FrameSet minus(Frames cut) {
    int first = firstBehind(cut.from());
    if (cut.isEmpty() || first == runs.size() || runs.get(first).from() >= cut.to()) {
      return this;
    }
    List<Frames> kept = new ArrayList<>(runs.size() + 1);
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

  /** The first run that goes on behind a frame; how many there are where none does. */
  private int firstBehind(int frame) {
    int low = 0;
    int high = runs.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (runs.get(middle).to() > frame) {
        high = middle;
      } else {
        low = middle + 1;
      }
    }
    return low;
  }

  /** Where it comes to lie after a change of time. */
  public FrameSet through(TimeMap map) {
    return changed(map::local);
  }

  /** Every run grown at both ends and clipped to {@code limits}. */
  public FrameSet grown(int by, Frames limits) {
    return changed(run -> run.grown(by).within(limits));
  }

  /** Every run grown outwards to multiples of {@code size} and clipped to {@code limits}. */
  public FrameSet rounded(int size, Frames limits) {
    return changed(
        run -> {
          int to = (run.to() + size - 1) / size * size;
          return new Frames(run.from() / size * size, to).within(limits);
        });
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
