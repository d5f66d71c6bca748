package waxhand.desk.handoff;

import java.util.OptionalDouble;
import waxhand.core.motion.Frames;
import waxhand.formats.Limits;

/** Numbers of the sheet, as they were typed. */
final class Typed {
  /** What was typed cannot be used: what is wrong in short, and why. */
  static final class Refused extends Exception {
    private static final long serialVersionUID = 1;

    Refused(String what, String why) {
      super(what, new IllegalArgumentException(why));
    }
  }

  private Typed() {}

  /**
   * A rate in frames a second; none where it is the take's own.
   *
   * @param own the take's, as the sheet offers it
   */
  static OptionalDouble rate(String text, String own) throws Refused {
    String typed = text.strip();
    double hz;
    try {
      hz = Double.parseDouble(typed.replace(',', '.'));
    } catch (NumberFormatException e) {
      throw new Refused("The rate must be a number", typed);
    }
    if (!Limits.isRate(hz)) {
      throw new Refused(
          "It cannot be handed on at this rate", "the rate must be from 1 to 2000 frames a second");
    }
    return typed.equals(own) ? OptionalDouble.empty() : OptionalDouble.of(hz);
  }

  /**
   * Frames of a take.
   *
   * @param count how many it has
   */
  static Frames frames(String from, String to, int count) throws Refused {
    int first;
    int last;
    try {
      first = Integer.parseInt(from.strip());
      last = Integer.parseInt(to.strip());
    } catch (NumberFormatException e) {
      throw new Refused("The frames must be whole numbers", from + " up to " + to);
    }
    if (first < 0 || last <= first || last > count) {
      throw new Refused("These frames cannot be handed on", "the take has frames 0 up to " + count);
    }
    return new Frames(first, last);
  }
}
