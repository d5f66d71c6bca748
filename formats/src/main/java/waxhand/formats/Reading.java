package waxhand.formats;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import waxhand.core.body.Cast;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;

/**
 * What the artist overrules when a file is read; what is empty is guessed from the file.
 *
 * @param unit of lengths
 * @param heightM how tall the body is, from which the unit follows; counts where no unit is given
 * @param up the axis that points up
 * @param rateHz frames a second, within {@link Limits}
 * @param restFrames how many frames at the start are a rest pose and no motion
 * @param body the name of the hips of the body that is wanted
 * @param cast which joints of it play which roles
 * @param take which of several takes in the file
 */
public record Reading(
    Optional<Unit> unit,
    OptionalDouble heightM,
    Optional<Up> up,
    OptionalDouble rateHz,
    OptionalInt restFrames,
    Optional<String> body,
    Optional<Cast> cast,
    Optional<String> take) {
  /** Bodies are from so tall to so tall, metres. */
  public static final double LEAST_HEIGHT_M = 0.02;

  public static final double GREATEST_HEIGHT_M = 40;

  public static final Reading GUESS =
      new Reading(
          Optional.empty(),
          OptionalDouble.empty(),
          Optional.empty(),
          OptionalDouble.empty(),
          OptionalInt.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty());

  public Reading {
    if (rateHz.isPresent() && !Limits.isRate(rateHz.getAsDouble())) {
      throw new IllegalArgumentException(
          rateHz.getAsDouble()
              + " frames a second; it must be from "
              + Legible.of(Limits.LOWEST_HZ)
              + " to "
              + Legible.of(Limits.HIGHEST_HZ));
    }
    if (heightM.isPresent()
        && !(heightM.getAsDouble() >= LEAST_HEIGHT_M
            && heightM.getAsDouble() <= GREATEST_HEIGHT_M)) {
      throw new IllegalArgumentException(
          "a height of " + heightM.getAsDouble() + " m; it must be from 0.02 to 40 m");
    }
    if (restFrames.isPresent() && restFrames.getAsInt() < 0) {
      throw new IllegalArgumentException(
          restFrames.getAsInt() + " rest frames; it cannot be below 0");
    }
  }

  /** How a take was read, from what it keeps of that. */
  public static Reading keptIn(Map<String, String> how) {
    Reading reading = GUESS;
    Optional<Unit> unit = Unit.ofKey(how.getOrDefault("unit", ""));
    Optional<Up> up = Up.ofKey(how.getOrDefault("up", ""));
    reading = unit.isPresent() ? reading.withUnit(unit.get()) : reading;
    reading = up.isPresent() ? reading.withUp(up.get()) : reading;
    if (how.containsKey("rateHz")) {
      reading = reading.withRate(Double.parseDouble(how.get("rateHz")));
    }
    if (how.containsKey("restFrames")) {
      reading = reading.withRestFrames(Integer.parseInt(how.get("restFrames")));
    }
    reading = how.containsKey("body") ? reading.withBody(how.get("body")) : reading;
    reading = how.containsKey("animation") ? reading.withTake(how.get("animation")) : reading;
    Optional<Cast> cast = Cast.parse(how.getOrDefault(RawTake.CAST, ""));
    return cast.isPresent() ? reading.withCast(cast.get()) : reading;
  }

  public Reading withUnit(Unit other) {
    return new Reading(Optional.of(other), heightM, up, rateHz, restFrames, body, cast, take);
  }

  public Reading withHeight(double metres) {
    return new Reading(unit, OptionalDouble.of(metres), up, rateHz, restFrames, body, cast, take);
  }

  public Reading withUp(Up other) {
    return new Reading(unit, heightM, Optional.of(other), rateHz, restFrames, body, cast, take);
  }

  public Reading withRate(double hz) {
    return new Reading(unit, heightM, up, OptionalDouble.of(hz), restFrames, body, cast, take);
  }

  public Reading withRestFrames(int count) {
    return new Reading(unit, heightM, up, rateHz, OptionalInt.of(count), body, cast, take);
  }

  /** Roles are those of one body: with another they are found anew. */
  public Reading withBody(String hips) {
    Optional<String> other = Optional.of(hips);
    Optional<Cast> its = other.equals(body) ? cast : Optional.empty();
    return new Reading(unit, heightM, up, rateHz, restFrames, other, its, take);
  }

  public Reading withCast(Cast other) {
    return new Reading(unit, heightM, up, rateHz, restFrames, body, Optional.of(other), take);
  }

  /** Another of several takes in the file. */
  public Reading withTake(String name) {
    return new Reading(unit, heightM, up, rateHz, restFrames, body, cast, Optional.of(name));
  }
}
