package waxhand.core.character;

import java.util.Optional;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Strand;

/**
 * Which character a motion's body is, once it was put on one.
 *
 * @param character none where the motion still is on the body it was captured from
 */
public record Worn(Optional<Character> character) implements Strand<Worn> {
  public static final Kind<Worn> KIND = new Kind<>("character", new Worn(Optional.empty()));

  public static Optional<Character> by(Motion motion) {
    return motion.get(KIND).character;
  }

  @Override
  public Kind<Worn> kind() {
    return KIND;
  }

  @Override
  public Worn patched(Frames run, Worn other) {
    return other;
  }

  @Override
  public Worn through(TimeMap map) {
    return this;
  }
}
