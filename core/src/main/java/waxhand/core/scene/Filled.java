package waxhand.core.scene;

import java.util.BitSet;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.IntUnaryOperator;
import java.util.function.UnaryOperator;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.TimeMap;

/**
 * Stretches in which joints were not captured, so that a pass has filled in their samples: what is
 * there is likely, not known. Immutable.
 */
public final class Filled implements Strand<Filled> {
  /** Every sample was captured. */
  public static final Filled NONE = new Filled(new TreeMap<>());

  public static final Kind<Filled> KIND = new Kind<>("filled stretches", NONE);

  private final Map<Integer, FrameSet> byJoint;

  private Filled(Map<Integer, FrameSet> byJoint) {
    this.byJoint = byJoint;
  }

  /** Those of a motion. */
  public static Filled of(Motion motion) {
    return motion.get(KIND);
  }

  @Override
  public Kind<Filled> kind() {
    return KIND;
  }

  /** With a run of frames of some joints filled in. */
  public Filled with(BitSet joints, Frames run) {
    Map<Integer, FrameSet> all = new TreeMap<>(byJoint);
    joints.stream().forEach(j -> all.merge(j, FrameSet.of(run), FrameSet::union));
    return new Filled(all);
  }

  @Override
  public Filled patched(Frames run, Filled other) {
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

  @Override
  public Filled through(TimeMap map) {
    return changed(frames -> frames.through(map));
  }

  /**
   * With what is told of a joint told of another.
   *
   * @param to where a joint's stretches go; below 0 they stay
   */
  public Filled moved(IntUnaryOperator to) {
    Map<Integer, FrameSet> all = new TreeMap<>();
    byJoint.forEach(
        (joint, frames) -> {
          int there = to.applyAsInt(joint);
          all.merge(there < 0 ? joint : there, frames, FrameSet::union);
        });
    return new Filled(all);
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
