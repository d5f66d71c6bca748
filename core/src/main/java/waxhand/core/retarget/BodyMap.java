package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Cast;
import waxhand.core.body.Role;
import waxhand.core.motion.Skeleton;

/**
 * What an artist changed in which joint of a character answers each part of the body that moves it;
 * all else is found from names and shape. Immutable.
 *
 * @param changed one entry a role at most
 */
public record BodyMap(List<Pair> changed) {
  /** Everything as it is found. */
  public static final BodyMap FOUND = new BodyMap(List.of());

  /**
   * One changed pair.
   *
   * @param part of the body that moves
   * @param joint of the character, by name; empty where none shall answer it
   */
  public record Pair(Role part, Optional<String> joint) {}

  public BodyMap {
    Map<Role, Pair> once = new EnumMap<>(Role.class);
    changed.forEach(p -> once.put(p.part(), p));
    changed = List.copyOf(once.values());
  }

  public BodyMap with(Role part, Optional<String> joint) {
    List<Pair> more = new ArrayList<>(changed);
    more.add(new Pair(part, joint));
    return new BodyMap(more);
  }

  /** With a part left to be found again. */
  public BodyMap without(Role part) {
    return new BodyMap(changed.stream().filter(p -> p.part() != part).toList());
  }

  /** The character's body in the roles by which it answers the other. */
  public Body on(Body character) {
    if (changed.isEmpty()) {
      return character;
    }
    Skeleton skeleton = character.skeleton();
    Cast cast = Cast.of(character);
    for (Pair pair : changed) {
      Integer was = cast.joints().get(pair.part());
      cast = was == null ? cast : cast.without(was);
    }
    for (Pair pair : changed) {
      int joint = pair.joint().map(skeleton::indexOf).orElse(-1);
      cast = joint < 0 ? cast : cast.with(skeleton, pair.part(), joint);
    }
    return character.playing(cast);
  }

  /** Names of joints that the character does not have. */
  public List<String> missing(Body character) {
    return changed.stream()
        .flatMap(p -> p.joint().stream())
        .filter(name -> character.skeleton().indexOf(name) < 0)
        .toList();
  }
}
