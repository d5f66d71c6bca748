package waxhand.formats;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;

/**
 * What is to be written.
 *
 * @param motion the result, on whatever body
 * @param source the file that has its skeleton: of the raw take, or of the character it is on; its
 *     digits and order go out again where nothing was touched. Empty where there is none
 * @param range frames that leave, not empty
 * @param wishes what is wanted of it besides, as far as the format grants it
 * @param keyed frames of the motion at which joints have keys by hand, in rising order; where few
 *     keys are wanted, these stay
 */
public record Outgoing(
    Motion motion,
    Optional<RawTake> source,
    Frames range,
    Unit unit,
    Up up,
    Set<Wish> wishes,
    Map<Integer, int[]> keyed) {
  public Outgoing {
    wishes = Set.copyOf(wishes);
    keyed = Map.copyOf(keyed);
  }

  public Outgoing(
      Motion motion, Optional<RawTake> source, Frames range, Unit unit, Up up, Set<Wish> wishes) {
    this(motion, source, range, unit, up, wishes, Map.of());
  }

  public boolean wants(Wish wish) {
    return wishes.contains(wish);
  }

  /** The source, where it came in a format. */
  public Optional<RawTake> source(String format) {
    return source.filter(s -> format.equals(s.reading().get("format")));
  }

  /** For messages: the name of the file it goes by. */
  public String name() {
    return source.map(RawTake::fileName).orElse("the result");
  }
}
