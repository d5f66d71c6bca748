package waxhand.core.character;

import java.util.List;
import java.util.Optional;

/** The characters of ours. */
public final class LayFigures {
  public static final List<String> NAMES = List.of("stoker", "pilot");

  private LayFigures() {}

  public static List<Character> all() {
    return NAMES.stream().map(n -> named(n).orElseThrow()).toList();
  }

  public static Optional<Character> named(String name) {
    return switch (name) {
      case "stoker" -> Optional.of(Stoker.FIGURE);
      case "pilot" -> Optional.of(Pilot.FIGURE);
      default -> Optional.empty();
    };
  }

  /** Made when it is first asked for. */
  private static final class Stoker {
    static final Character FIGURE = LayFigure.STOKER.character();
  }

  private static final class Pilot {
    static final Character FIGURE = LayFigure.PILOT.character();
  }
}
