package waxhand.core.chain;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * A pass made ready for a motion and a place: it owns what was found and does the work. Immutable;
 * two that are equal give the same result for the same input.
 */
public interface Prepared {
  /** The pass as it works here: what was left to be found, as if it had been set. */
  Pass pass();

  /** The same for people to read: also with what was found that cannot be set to the bit. */
  default Pass shown() {
    return pass();
  }

  /** How many frames to either side of a frame its result can depend on. */
  int reach();

  /**
   * Computes the frames of {@code frames}, which lie in the place; all other samples are those of
   * {@code in}, shared. The result of a frame must not depend on which frames are asked for.
   *
   * @param in the motion this was prepared for, or one that differs from it in samples out of reach
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  Motion apply(Motion in, Frames frames, Work work);

  /**
   * Frames, counted from the first, that it works out together: some of them cost as much as all.
   */
  default int block() {
    return Track.CHUNK;
  }

  /**
   * The same work with some joints left as they come in, where what becomes of a joint depends on
   * the samples of that joint alone; empty where joints depend on each other.
   */
  default Optional<Prepared> leaving(BitSet joints) {
    return Optional.empty();
  }

  /**
   * The frames whose result can differ from that of another of this kind that was prepared for the
   * same input and place.
   *
   * @param active the frames the plate acts on
   */
  default FrameSet differing(Prepared other, Frames active) {
    return FrameSet.of(active);
  }

  /** Why it cannot do what it is there for, in plain words; empty where it can. */
  default Optional<String> complaint() {
    return Optional.empty();
  }

  /**
   * Where parts do not get to where this would have them, such as beyond their reach; frames count
   * those of the input.
   *
   * @param out what came of {@code in} at full weight
   */
  default List<Shortfall> shortfalls(Motion in, Motion out) {
    return List.of();
  }
}
