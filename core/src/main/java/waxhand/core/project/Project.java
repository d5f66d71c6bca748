package waxhand.core.project;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Everything an artist would lose if it were not saved.
 *
 * @param takes in the order of the shelf; ids are unique
 */
public record Project(String name, List<Take> takes) {
  public Project {
    takes = List.copyOf(takes);
    if (takes.stream().map(Take::id).distinct().count() != takes.size()) {
      throw new IllegalArgumentException("two takes have the same id");
    }
  }

  public static Project empty(String name) {
    return new Project(name, List.of());
  }

  public Optional<Take> take(String id) {
    return takes.stream().filter(t -> t.id().equals(id)).findFirst();
  }

  /** With a take added at the end, under an id that is free and a name that tells it apart. */
  public Project added(String name, RawTake raw) {
    int n = 1;
    while (take("take-" + n).isPresent()) {
      n++;
    }
    String free = name;
    for (int copy = 2; hasName(free); copy++) {
      free = name + " " + copy;
    }
    List<Take> changed = new ArrayList<>(takes);
    changed.add(Take.of("take-" + n, free, raw));
    return new Project(this.name, changed);
  }

  private boolean hasName(String wanted) {
    return takes.stream().anyMatch(t -> t.name().equals(wanted));
  }

  public Project changed(String id, UnaryOperator<Take> change) {
    return new Project(
        name, takes.stream().map(t -> t.id().equals(id) ? change.apply(t) : t).toList());
  }

  public Project without(String id) {
    return new Project(name, takes.stream().filter(t -> !t.id().equals(id)).toList());
  }

  public Project withName(String other) {
    return new Project(other, takes);
  }
}
