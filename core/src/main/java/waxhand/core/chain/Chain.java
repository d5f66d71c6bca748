package waxhand.core.chain;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.UnaryOperator;
import waxhand.core.motion.TimeMap;

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

  /**
   * With one plate changed; as it is where there is none of that id. Where the plate's pass gives
   * something another name, later passes call it by that, up to one that gives a prop of the old
   * name.
   */
  public Chain changed(String id, UnaryOperator<Plate> change) {
    List<Plate> changed = new ArrayList<>(plates);
    int at = indexOf(id).orElse(-1);
    if (at >= 0) {
      Plate now = change.apply(plates.get(at));
      changed.set(at, now);
      Optional<String> was = plates.get(at).pass().gives();
      Optional<String> called = now.pass().gives();
      if (was.isPresent() && called.isPresent() && !was.equals(called)) {
        rename(changed, at + 1, was.get(), called.get());
      }
    }
    return new Chain(changed);
  }

  private static void rename(List<Plate> plates, int from, String was, String now) {
    for (int k = from; k < plates.size(); k++) {
      Pass pass = plates.get(k).pass();
      if (pass.gives().filter(was::equals).isPresent()) {
        return;
      }
      plates.set(k, plates.get(k).withPass(pass.renamed(was, now)));
    }
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
  public TimeMap timing(int frames, int plates) {
    TimeMap timing = TimeMap.all(frames);
    for (int k = 0; k < Math.min(plates, size()); k++) {
      timing = placed(k, timing).after(timing);
    }
    return timing;
  }

  /**
   * Plate k with its span, and what frames its pass names, in the frames that are left before it;
   * muted where none of it is left.
   */
  public Plate placed(int k, TimeMap before) {
    Plate plate = plates.get(k);
    return plate
        .span()
        .placed(before)
        .map(
            span -> plate.withSpan(span).withPass(plate.pass().kind().placed(plate.pass(), before)))
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
