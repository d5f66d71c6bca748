package waxhand.desk.rail;

import java.util.ArrayList;
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

  /** Every plate in a place of its own. */
  static List<Slot> each(int plates) {
    List<Slot> slots = new ArrayList<>();
    for (int i = 0; i < plates; i++) {
      slots.add(new Slot(i, i + 1));
    }
    return slots;
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
}
