package waxhand.desk.kits.characters;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.Correspondence;
import waxhand.core.retarget.PlacedBody;
import waxhand.core.scene.Motion;

/**
 * Which parts of a take and of its character answer each other, as a plate has it.
 *
 * @param pass of the plate
 * @param source the body that is put on the character
 * @param character the body as it came
 * @param target it in the roles by which it answers
 */
record Pairs(RetargetPass pass, Body source, Body character, Body target) {
  static Optional<Pairs> of(RetargetPass pass, Motion in) {
    Body source = PlacedBody.bodyOf(in);
    return Wardrobe.of(in)
        .named(pass.character())
        .map(Character::body)
        .map(c -> new Pairs(pass, source, c, pass.map().on(c)));
  }

  /** Whether a part of the take is answered by a joint of its own. */
  boolean isPaired(Role part) {
    return source.joint(part).isPresent() && target.joint(part).isPresent();
  }

  /** The parts of the take that move the character, by themselves or as one of a chain. */
  Set<Role> moving() {
    Set<Role> moving = EnumSet.noneOf(Role.class);
    moving.addAll(source.joints().keySet());
    new Correspondence(source, target).unanswered().forEach(moving::remove);
    return moving;
  }

  /** The parts of the character that the take moves. */
  Set<Role> moved() {
    Set<Role> moved = EnumSet.noneOf(Role.class);
    moved.addAll(target.joints().keySet());
    new Correspondence(source, target).unmoved().forEach(moved::remove);
    return moved;
  }

  /** Whether it is answered otherwise than was found. */
  boolean isChanged(Role part) {
    return pass.map().changed().stream().anyMatch(p -> p.part() == part);
  }

  /** The name of the joint that answers a part. */
  Optional<String> joint(Role part) {
    return target.joint(part).isPresent()
        ? Optional.of(target.skeleton().joint(target.joint(part).getAsInt()).name())
        : Optional.empty();
  }

  /** The part that a joint of the character answers. */
  Optional<Role> answering(int joint) {
    return target.role(joint);
  }

  /** Names of the character's joints, as its skeleton has them. */
  List<String> joints() {
    return character.skeleton().joints().stream().map(j -> j.name()).distinct().toList();
  }

  /** What is left over, in words; none where all is paired. */
  List<String> left() {
    Correspondence all = new Correspondence(source, target);
    List<String> left = new ArrayList<>();
    List<Role> unanswered = all.unanswered();
    if (!unanswered.isEmpty()) {
      left.add("Of the take nothing answers: " + words(unanswered));
    }
    List<Role> unmoved = all.unmoved();
    if (!unmoved.isEmpty()) {
      left.add("Of " + pass.character() + " nothing moves: " + words(unmoved));
    }
    return left;
  }

  /** Parts in words; the fingers of a hand together. */
  private static String words(List<Role> parts) {
    List<String> words = new ArrayList<>();
    for (Role part : parts) {
      String word =
          part.isFinger()
              ? part.side().name().toLowerCase(java.util.Locale.ROOT) + " fingers"
              : part.words();
      if (!words.contains(word)) {
        words.add(word);
      }
    }
    return String.join(", ", words);
  }

  RetargetPass with(Role part, Optional<String> joint) {
    return pass.withMap(pass.map().with(part, joint));
  }

  /** With a part as it is found. */
  RetargetPass found(Role part) {
    return pass.withMap(pass.map().without(part));
  }

  RetargetPass allFound() {
    return pass.withMap(BodyMap.FOUND);
  }
}
