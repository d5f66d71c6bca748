package waxhand.core.project;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.character.Wardrobe;
import waxhand.core.scene.Motion;

/**
 * Everything an artist would lose if it were not saved.
 *
 * @param takes in the order of the shelf; ids are unique
 * @param poses that are kept with it
 * @param wardrobe the characters its takes can be put on
 */
public record Project(String name, List<Take> takes, List<KeptPose> poses, Wardrobe wardrobe) {
  public Project {
    takes = List.copyOf(takes);
    poses = List.copyOf(poses);
    if (takes.stream().map(Take::id).distinct().count() != takes.size()) {
      throw new IllegalArgumentException("two takes have the same id");
    }
  }

  public static Project empty(String name) {
    return new Project(name, List.of(), List.of(), Wardrobe.OURS);
  }

  public Optional<Take> take(String id) {
    return takes.stream().filter(t -> t.id().equals(id)).findFirst();
  }

  /** With a take added at the end, of which the shelf has nothing to say. */
  public Project added(String name, RawTake raw) {
    return added(name, raw, ShelfLabel.NONE);
  }

  /** With a take added at the end, under an id that is free and a name that tells it apart. */
  public Project added(String name, RawTake raw, ShelfLabel label) {
    int n = 1;
    while (take("take-" + n).isPresent()) {
      n++;
    }
    String free = name;
    for (int copy = 2; hasName(free); copy++) {
      free = name + " " + copy;
    }
    List<Take> changed = new ArrayList<>(takes);
    changed.add(Take.of("take-" + n, free, raw).withLabel(label));
    return new Project(this.name, changed, poses, wardrobe);
  }

  private boolean hasName(String wanted) {
    return takes.stream().anyMatch(t -> t.name().equals(wanted));
  }

  public Project changed(String id, UnaryOperator<Take> change) {
    return new Project(
        name,
        takes.stream().map(t -> t.id().equals(id) ? change.apply(t) : t).toList(),
        poses,
        wardrobe);
  }

  /**
   * With a plate of one take copied to all others, without what was done by hand to the one: in
   * place of a plate of the same id and kind, else at the end of the chain.
   */
  public Project shared(String takeId, Plate plate) {
    Plate copy = plate.withPass(plate.pass().kind().shared(plate.pass())).withSpan(Span.ALL);
    List<Take> changed = new ArrayList<>();
    for (Take take : takes) {
      changed.add(take.id().equals(takeId) ? take : take.withChain(shared(take.chain(), copy)));
    }
    return new Project(name, changed, poses, wardrobe);
  }

  private static Chain shared(Chain chain, Plate copy) {
    boolean there =
        chain.plates().stream()
            .anyMatch(p -> p.id().equals(copy.id()) && p.pass().kind() == copy.pass().kind());
    if (there) {
      return chain.changed(copy.id(), p -> copy);
    }
    boolean taken = chain.indexOf(copy.id()).isPresent();
    Plate fresh = taken ? copy.withId(chain.freshId(copy.pass().kind())) : copy;
    return chain.inserted(chain.size(), fresh);
  }

  public Project without(String id) {
    return new Project(
        name, takes.stream().filter(t -> !t.id().equals(id)).toList(), poses, wardrobe);
  }

  public Project withName(String other) {
    return new Project(other, takes, poses, wardrobe);
  }

  public Project withPoses(List<KeptPose> others) {
    return new Project(name, takes, others, wardrobe);
  }

  public Project withWardrobe(Wardrobe other) {
    return new Project(name, takes, poses, other);
  }

  /** What goes into a take's chain: what was captured, with the characters at hand. */
  public Motion input(Take take) {
    return take.raw().motion().with(wardrobe);
  }
}
