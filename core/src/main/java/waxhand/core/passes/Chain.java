package waxhand.core.passes;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * The plates between raw and result, in the order they act. Immutable; ids are unique.
 *
 * @param plates in order
 */
public record Chain(List<Plate> plates) {
  /** No more can be overseen, nor shown and evaluated in good time. */
  public static final int MOST_PLATES = 2000;

  public static final Chain EMPTY = new Chain(List.of());

  public Chain {
    plates = List.copyOf(plates);
    if (plates.size() > MOST_PLATES) {
      throw new IllegalArgumentException(
          plates.size() + " plates; a chain holds at most " + MOST_PLATES);
    }
    Set<String> ids = new HashSet<>();
    for (Plate plate : plates) {
      if (!ids.add(plate.id())) {
        throw new IllegalArgumentException("two plates have the id '" + plate.id() + "'");
      }
    }
  }

  public static Chain of(Plate... plates) {
    return new Chain(List.of(plates));
  }

  public int size() {
    return plates.size();
  }

  public OptionalInt indexOf(String id) {
    for (int i = 0; i < plates.size(); i++) {
      if (plates.get(i).id().equals(id)) {
        return OptionalInt.of(i);
      }
    }
    return OptionalInt.empty();
  }

  /** Puts a plate in before the one that now stands at {@code index}. */
  public Chain inserted(int index, Plate plate) {
    List<Plate> changed = new ArrayList<>(plates);
    changed.add(index, plate);
    return new Chain(changed);
  }

  public Chain without(String id) {
    return new Chain(plates.stream().filter(p -> !p.id().equals(id)).toList());
  }

  /** With one plate changed; as it is where there is none of that id. */
  public Chain changed(String id, UnaryOperator<Plate> change) {
    return new Chain(plates.stream().map(p -> p.id().equals(id) ? change.apply(p) : p).toList());
  }

  /** With the plate of that id moved so that it stands at {@code index}. */
  public Chain moved(String id, int index) {
    int from = indexOf(id).orElseThrow();
    List<Plate> changed = new ArrayList<>(plates);
    Plate plate = changed.remove(from);
    changed.add(Math.max(0, Math.min(index, changed.size())), plate);
    return new Chain(changed);
  }

  /**
   * Which raw frames are left after {@code plates} plates of this chain.
   *
   * @param frames of the raw take
   */
  public Timing timing(int frames, int plates) {
    Timing timing = Timing.all(frames);
    for (int k = 0; k < Math.min(plates, size()); k++) {
      timing = placed(k, timing).after(timing);
    }
    return timing;
  }

  /**
   * Plate k with its span, and what frames its pass names, in the frames that are left before it;
   * muted where none of it is left.
   */
  public Plate placed(int k, Timing before) {
    Plate plate = plates.get(k);
    return before
        .local(plate.span())
        .map(span -> plate.withSpan(span).withPass(plate.pass().placed(before)))
        .orElseGet(() -> plate.withMuted(true));
  }

  /** An id for a new plate of that kind that no plate here has. */
  public String freshId(PassKind<?> kind) {
    int n = 1;
    while (indexOf(kind.id() + "-" + n).isPresent()) {
      n++;
    }
    return kind.id() + "-" + n;
  }
}
