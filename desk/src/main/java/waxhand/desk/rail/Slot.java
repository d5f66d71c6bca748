package waxhand.desk.rail;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import waxhand.core.chain.Plate;

/**
 * A place on the rail: one plate, or a stack of neighbours of one stage of the work.
 *
 * @param from index of the first plate
 * @param to one past the last
 */
record Slot(int from, int to) {
  int count() {
    return to - from;
  }

  boolean isStack() {
    return count() > 1;
  }

  /**
   * Neighbours of one stage in one place. Plates that stand open are left alone, and no stack lies
   * across a stop where a flag stands.
   *
   * @param open ids of plates that stand open, the chosen one among them
   * @param stops indices of plates before which flags stand
   */
  static List<Slot> stacked(List<Plate> plates, Set<String> open, Set<Integer> stops) {
    List<Slot> slots = new ArrayList<>();
    int from = 0;
    for (int i = 1; i <= plates.size(); i++) {
      boolean ends =
          i == plates.size()
              || stops.contains(i)
              || open.contains(plates.get(i).id())
              || open.contains(plates.get(i - 1).id())
              || plates.get(i).pass().kind().stage() != plates.get(i - 1).pass().kind().stage();
      if (ends) {
        slots.add(new Slot(from, i));
        from = i;
      }
    }
    return slots;
  }

  /**
   * The same with no more stacks than must be for so many places; those farthest from a plate
   * first.
   *
   * @param room places there is room for
   * @param near index of the plate that is worked on
   */
  static List<Slot> fitted(
      List<Plate> plates, Set<String> open, Set<Integer> stops, int room, int near) {
    List<Slot> stacks =
        stacked(plates, open, stops).stream()
            .filter(Slot::isStack)
            .sorted(Comparator.comparingInt((Slot s) -> -s.distance(near)))
            .toList();
    Set<Slot> folded = new HashSet<>();
    int places = plates.size();
    for (Slot stack : stacks) {
      if (places > room) {
        folded.add(stack);
        places -= stack.count() - 1;
      }
    }
    List<Slot> slots = new ArrayList<>();
    for (Slot slot : stacked(plates, open, stops)) {
      if (folded.contains(slot)) {
        slots.add(slot);
      } else {
        for (int i = slot.from; i < slot.to; i++) {
          slots.add(new Slot(i, i + 1));
        }
      }
    }
    return slots;
  }

  private int distance(int index) {
    return index < from ? from - index : index >= to ? index - to + 1 : 0;
  }
}
