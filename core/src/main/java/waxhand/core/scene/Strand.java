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

  /** Where time is changed: as it is in what is left. */
  S through(TimeMap map);
}
