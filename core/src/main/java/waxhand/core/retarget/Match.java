package waxhand.core.retarget;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.joml.Quaterniond;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;

/**
 * What an artist says about how a take and a character stand alike. Immutable.
 *
 * @param frame in which the body of the take stands as the character rests; where it is empty, both
 *     are found from how they rest
 * @param turns by how much parts of the character are turned from there, one a part at most
 */
public record Match(OptionalInt frame, List<PartTurn> turns) {
  /** Everything as it is found. */
  public static final Match FOUND = new Match(OptionalInt.empty(), List.of());

  public Match {
    Map<Role, PartTurn> once = new EnumMap<>(Role.class);
    turns.forEach(t -> once.put(t.part(), t));
    once.values().removeIf(PartTurn::isNone);
    turns = List.copyOf(once.values());
  }

  public Match withFrame(OptionalInt other) {
    return new Match(other, turns);
  }

  public Match withTurns(List<PartTurn> other) {
    return new Match(frame, other);
  }

  /** With another turn of the part it is of. */
  public Match with(PartTurn turn) {
    List<PartTurn> more = new java.util.ArrayList<>(turns);
    more.add(turn);
    return new Match(frame, more);
  }

  /** The turn of a part; by nothing where none is told. */
  public PartTurn of(Role part) {
    return turns.stream().filter(t -> t.part() == part).findFirst().orElse(PartTurn.none(part));
  }

  /** How the body of a take stands in the pose they share. */
  Stance source(Body body, Clip clip) {
    return frame.isPresent()
        ? new Standing(body, clip, Math.min(frame.getAsInt(), clip.frames() - 1))
        : new Neutral(body, Hinges.of(clip, body));
  }

  /** How a character stands in it. */
  Stance target(Body character) {
    Stance found =
        frame.isPresent() ? character.skeleton()::restRotation : new Neutral(character, Map.of());
    return turns.isEmpty() ? found : turned(found, character);
  }

  private Stance turned(Stance found, Body character) {
    Quaterniond[] all = turnsOf(character);
    return j -> new Quaterniond(all[j]).mul(found.rotation(j)).normalize();
  }

  /** By how much each joint of a character is turned, with what carries it. */
  Quaterniond[] turnsOf(Body character) {
    Skeleton skeleton = character.skeleton();
    Quaterniond[] all = new Quaterniond[skeleton.size()];
    for (int j = 0; j < all.length; j++) {
      int parent = skeleton.parent(j);
      Quaterniond its = character.role(j).map(r -> of(r).turn()).orElseGet(Quaterniond::new);
      all[j] = parent < 0 ? its : new Quaterniond(all[parent]).mul(its);
    }
    return all;
  }
}
