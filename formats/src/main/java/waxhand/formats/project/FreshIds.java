package waxhand.formats.project;

import java.util.HashSet;
import java.util.Set;
import waxhand.formats.FormatException;

/** Ids as they stand in a file, and fresh ones where one is missing or was given before. */
final class FreshIds {
  private final Set<String> taken = new HashSet<>();
  private int next = 1;

  /**
   * @param at where the id stands; missing is no fault
   * @param kind what fresh ids begin with
   */
  String take(At at, String kind) throws FormatException {
    String id = at.text("");
    if (!id.isBlank() && taken.add(id)) {
      return id;
    }
    if (!id.isBlank()) {
      at.wrong("it was given before; it was given another");
    }
    while (!taken.add(kind + "-" + next)) {
      next++;
    }
    return kind + "-" + next;
  }
}
