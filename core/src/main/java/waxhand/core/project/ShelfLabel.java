package waxhand.core.project;

import java.util.Optional;
import waxhand.core.motion.Frames;

/**
 * What the shelf says of a take beside its name.
 *
 * @param date when it came on the shelf, as year-month-day; empty where nobody knows
 * @param remark in the artist's words
 * @param source where a kept take comes from; empty for raw takes
 */
public record ShelfLabel(String date, String remark, Optional<Source> source) {
  /** Nothing is known. */
  public static final ShelfLabel NONE = new ShelfLabel("", "", Optional.empty());

  /**
   * Repaired frames of another take.
   *
   * @param take its name
   * @param frames counted in it
   */
  public record Source(String take, Frames frames) {}

  /** Of a take that came from a file on a day. */
  public static ShelfLabel of(String date) {
    return new ShelfLabel(date, "", Optional.empty());
  }

  public ShelfLabel withRemark(String other) {
    return new ShelfLabel(date, other, source);
  }

  /** Whether the take is a repaired stretch of another one. */
  public boolean isKept() {
    return source.isPresent();
  }
}
