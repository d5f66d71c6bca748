package waxhand.desk.viewport;

import java.util.Optional;
import waxhand.desk.session.Memory;

/** Views that are kept under a number, from one run of the program to the next. */
final class KeptViews {
  private final Memory memory;

  KeptViews(Memory memory) {
    this.memory = memory;
  }

  void keep(int number, KeptView view) {
    memory.put("view." + number, view.text());
  }

  Optional<KeptView> get(int number) {
    return memory.get("view." + number).flatMap(KeptView::of);
  }
}
