package waxhand.core.chain;

import java.util.Optional;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;

/**
 * A repair as the artist sets it: what it does and how strongly, never where (see {@link Plate}).
 * Passes are records of settings; the same pass on the same motion always gives the same result.
 * What is found from the take is no part of it: a pass is {@link #prepared} for a motion and place.
 */
public interface Pass {
  /** What a pass changes beside the samples. */
  enum Reshapes {
    /** Frames and joints stay as they are. */
    NOTHING,
    /** Which frames there are: {@link #time} tells; such a pass is worked out as a whole. */
    TIME,
    /** The joints, their offsets or their number. */
    SKELETON
  }

  PassKind<?> kind();

  default Reshapes reshapes() {
    return Reshapes.NOTHING;
  }

  /**
   * Where the frames of the input are in what comes out; all as they are unless the pass {@link
   * #reshapes} time.
   *
   * @param frames of the input
   */
  default TimeMap time(Place place, int frames) {
    return TimeMap.all(frames);
  }

  /** The name of what this pass puts into the take, by which later passes call it. */
  default Optional<String> gives() {
    return Optional.empty();
  }

  /** The name of what an earlier pass must have {@link #gives given} for this one to work. */
  default Optional<String> needs() {
    return Optional.empty();
  }

  /** This pass after what an earlier one {@link #gives} has got another name. */
  default Pass renamed(String was, String now) {
    return this;
  }

  /** What it acts on, in words, where its settings say so and not the scope of its plate. */
  default Optional<String> actsOn() {
    return Optional.empty();
  }

  /** Whether the setting of that key has any effect as the pass is otherwise set. */
  default boolean uses(String key) {
    return true;
  }

  /** Whether the axes of its scope make a difference; else it acts on all of them. */
  default boolean usesAxes() {
    return false;
  }

  /**
   * Whether being prepared takes a look at the samples, or for what it {@link #needs}, and not only
   * at body, rate and length.
   */
  default boolean finds() {
    return needs().isPresent();
  }

  /**
   * What does the work in a place, with everything found that is to be found. May look at every
   * frame of {@code in} if the pass {@link #finds} something.
   */
  Prepared prepared(Motion in, Place place);

  /**
   * The same where a pass of this kind was already prepared for the very same input and place, so
   * that what does not depend on the settings that changed need not be found again.
   */
  default Prepared prepared(Motion in, Place place, Prepared before) {
    return prepared(in, place);
  }

  /**
   * What this pass does at a share of its strength, for passes whose result cannot be mixed with
   * their input frame by frame; empty where it can.
   *
   * @param full this pass prepared for {@code in}
   */
  default Optional<Prepared> weakened(double weight, Prepared full, Motion in, Place place) {
    return Optional.empty();
  }
}
