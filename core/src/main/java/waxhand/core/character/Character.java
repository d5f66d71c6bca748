package waxhand.core.character;

import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Cast;

/**
 * A body that motion can be put on: a skeleton as it rests, with roles, and perhaps a skin.
 * Immutable.
 *
 * @param name by which passes call it
 * @param body roles and skeleton; it rests standing, facing +z
 * @param skin its surface
 * @param file it came in; empty for those of ours
 */
public record Character(String name, Body body, Optional<Skin> skin, Optional<CharacterFile> file) {

  public Character withName(String other) {
    return new Character(other, body, skin, file);
  }

  /** The same with its joints in other roles. */
  public Character playing(Cast cast) {
    return new Character(name, body.playing(cast), skin, file);
  }
}
