package waxhand.formats;

import java.util.Optional;
import java.util.OptionalDouble;
import waxhand.core.text.Legible;

/**
 * What the artist overrules when a file is read; what is empty is guessed from the file.
 *
 * @param unit of lengths
 * @param up the axis that points up
 * @param rateHz frames a second, within {@link Limits}
 */
public record Reading(Optional<Unit> unit, Optional<Up> up, OptionalDouble rateHz) {
  public static final Reading GUESS =
      new Reading(Optional.empty(), Optional.empty(), OptionalDouble.empty());

  public Reading {
    if (rateHz.isPresent() && !Limits.isRate(rateHz.getAsDouble())) {
      throw new IllegalArgumentException(
          rateHz.getAsDouble()
              + " frames a second; it must be from "
              + Legible.of(Limits.LOWEST_HZ)
              + " to "
              + Legible.of(Limits.HIGHEST_HZ));
    }
  }

  public Reading withUnit(Unit other) {
    return new Reading(Optional.of(other), up, rateHz);
  }

  public Reading withUp(Up other) {
    return new Reading(unit, Optional.of(other), rateHz);
  }

  public Reading withRate(double hz) {
    return new Reading(unit, up, OptionalDouble.of(hz));
  }
}
