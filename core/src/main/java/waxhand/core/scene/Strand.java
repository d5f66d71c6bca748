package waxhand.core.scene;

import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/**
 * Data beside the body that flows along a chain with it, such as contacts or props. Immutable, and
 * equal where it says the same. A new kind of data is one implementation, with its {@link Kind};
 * {@link Motion} then carries it everywhere.
 *
 * @param <S> the implementation
 */
public interface Strand<S extends Strand<S>> {
  /**
   * A kind of strand, known by identity.
   *
   * @param none what a motion holds that has nothing of the kind
   */
  final class Kind<S extends Strand<S>> {
    private final String words;
    private final S none;

    public Kind(String words, S none) {
      this.words = words;
      this.none = none;
    }

    public S none() {
      return none;
    }

    @Override
    public String toString() {
      return words;
    }
  }

  Kind<S> kind();

  /** With a run of frames as they are in {@code other}. */
  S patched(Frames run, S other);

  /**
   * With a run of frames that is shielded as it was in {@code before}. What a pass has just put in
   * for all of the take, and not for frames, is there all the same.
   */
  default S shielded(Frames run, S before) {
    return patched(run, before);
  }

  /** Where time is changed: as it is in what is left. */
  S through(TimeMap map);
}
