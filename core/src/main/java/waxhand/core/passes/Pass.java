package waxhand.core.passes;

import java.util.List;
import java.util.Optional;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;

/**
 * A repair, as a value: what it does and how strongly, never where (see {@link Plate}). Passes are
 * records of settings; the same pass on the same motion always gives the same result.
 */
public interface Pass {
  PassKind<?> kind();

  /**
   * This pass with everything that is to be found from the take filled in; itself where nothing is.
   * May look at every frame of {@code in}.
   */
  default Pass settled(Motion in, Place place) {
    return this;
  }

  /**
   * The same, where a pass of this kind was already settled for the very same input and place, so
   * that what does not depend on the settings that changed need not be found again.
   */
  default Pass settled(Motion in, Place place, Pass before) {
    return settled(in, place);
  }

  /**
   * The frames whose result can differ from that of another settled pass of this kind for the same
   * input and place.
   *
   * @param in as for {@link #reach}
   * @param active the frames the plate acts on
   */
  default FrameSet differing(Pass other, Motion in, Frames active) {
    return FrameSet.of(active);
  }

  /** This pass without what was done by hand to one take, so that it suits others. */
  default Pass shared() {
    return this;
  }

  /**
   * This pass with the frames it names, which count the raw take's, counting what is left of it.
   */
  default Pass placed(Timing before) {
    return this;
  }

  /** Whether the setting of that key has any effect as the pass is otherwise set. */
  default boolean uses(String key) {
    return true;
  }

  /** Whether nothing is left to be found. */
  default boolean isSettled() {
    return true;
  }

  /** How many frames to either side of a frame a settled pass's result can depend on. */
  int reach(Motion in, Place place);

  /**
   * Runs of the input's frames that are cut out, in order; none for passes that keep the time as it
   * is. Passes that cut are asked for all frames at once, and return a shorter motion.
   */
  default List<Frames> cuts(Place place, int frames) {
    return List.of();
  }

  /** Why the pass cannot do what it is there for, in plain words; empty where it can. */
  default Optional<String> complaint(Motion in, Place place) {
    return Optional.empty();
  }

  /**
   * Where parts do not get to where this settled pass would have them, such as beyond their reach;
   * frames count those of the input.
   *
   * @param out what came of {@code in} at full weight
   */
  default List<Shortfall> shortfalls(Motion in, Motion out, Place place) {
    return List.of();
  }

  /**
   * Computes the frames of {@code frames} for the parts of {@code place}, whose frames they lie in;
   * all other samples are those of {@code in}, shared. The result of a frame must not depend on
   * which frames are asked for. The pass must be settled.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  Motion apply(Motion in, Frames frames, Place place, Work work);

  /**
   * A settled pass at a share of its strength, for passes whose result cannot be mixed with their
   * input frame by frame; empty where it can.
   */
  default Optional<Pass> weakened(double weight, Motion in) {
    return Optional.empty();
  }
}
