package waxhand.core.motion;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/**
 * Stretches in which joints were not captured, so that a pass has filled in their samples: what is
 * there is likely, not known. Immutable.
 */
public final class Filled {
  /** Every sample was captured. */
  public static final Filled NONE = new Filled(new TreeMap<>());

  private final Map<Integer, FrameSet> byJoint;

  private Filled(Map<Integer, FrameSet> byJoint) {
    this.byJoint = byJoint;
  }

  /** With a run of frames of some joints filled in. */
  public Filled with(BitSet joints, Frames run) {
    Map<Integer, FrameSet> all = new TreeMap<>(byJoint);
    joints.stream().forEach(j -> all.merge(j, FrameSet.of(run), FrameSet::union));
    return new Filled(all);
  }

  /** With a run of frames as they are in {@code other}. */
  public Filled with(Frames run, Filled other) {
    if (this == other) {
      return this;
    }
    Map<Integer, FrameSet> all = new TreeMap<>(changed(frames -> frames.minus(run)).byJoint);
    other.within(run).byJoint.forEach((j, frames) -> all.merge(j, frames, FrameSet::union));
    return new Filled(all);
  }

  /** Those in a run of frames. */
  public Filled within(Frames run) {
    return changed(frames -> frames.within(run));
  }

  /** After runs of frames were cut out, which are disjoint and in order. */
  public Filled without(List<Frames> cuts) {
    return changed(frames -> frames.without(cuts));
  }

  private Filled changed(UnaryOperator<FrameSet> change) {
    Map<Integer, FrameSet> all = new TreeMap<>();
    byJoint.forEach(
        (joint, frames) -> {
          FrameSet now = change.apply(frames);
          if (!now.isEmpty()) {
            all.put(joint, now);
          }
        });
    return new Filled(all);
  }

  /** Frames in which the world place of a joint comes of filled samples, its own or those above. */
  public FrameSet of(Skeleton skeleton, int joint) {
    FrameSet frames = FrameSet.NONE;
    for (int j = joint; j >= 0; j = skeleton.parent(j)) {
      frames = frames.union(byJoint.getOrDefault(j, FrameSet.NONE));
    }
    return frames;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Filled filled && byJoint.equals(filled.byJoint);
  }

  @Override
  public int hashCode() {
    return byJoint.hashCode();
  }

  @Override
  public String toString() {
    return byJoint.toString();
  }
}
