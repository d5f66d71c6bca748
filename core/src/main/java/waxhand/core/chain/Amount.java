package waxhand.core.chain;

import java.util.OptionalDouble;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.text.Legible;

/**
 * A number that can be set, stated once: what it is called, where it may lie, and how it is shown.
 * Panels, files and the constructors of passes check through it.
 *
 * @param key in files
 * @param words on panels
 * @param unit it is shown in; the value itself is in metres, radians, seconds, hertz or a share
 * @param min where a slider begins
 * @param max where it ends
 * @param step of the slider
 * @param help one line
 * @param least no value is below
 * @param most no value is above
 */
public record Amount(
    String key,
    String words,
    String unit,
    double min,
    double max,
    double step,
    String help,
    double least,
    double most) {
  public Amount {
    if (!(least <= min && min < max && max <= most) || !(step > 0)) {
      throw new IllegalArgumentException(key + " from " + min + " to " + max + " by " + step);
    }
  }

  /** One of which a slider holds all values. */
  public Amount(
      String key, String words, String unit, double min, double max, double step, String help) {
    this(key, words, unit, min, max, step, help, min, max);
  }

  /** The same with values beyond the slider's. */
  public Amount within(double atLeast, double atMost) {
    return new Amount(key, words, unit, min, max, step, help, atLeast, atMost);
  }

  /** The value that can be set next to a number. */
  public double nearest(double value) {
    return Math.max(least, Math.min(most, value));
  }

  /** A share from 0 to 1. */
  public static Amount share(String key, String words, String help) {
    return new Amount(key, words, "%", 0, 1, 0.05, help);
  }

  /** An angle of half a turn to either side. */
  public static Amount angle(String key, String words, String help) {
    return new Amount(key, words, "°", -Math.PI, Math.PI, Math.toRadians(1), help);
  }

  /**
   * The value itself.
   *
   * @throws IllegalArgumentException if it is out of bounds or no number
   */
  public double check(double value) {
    if (!(value >= least && value <= most)) {
      throw refused(Legible.of(value));
    }
    return value;
  }

  /** The same for a value that may be left to be found. */
  public void check(OptionalDouble value) {
    value.ifPresent(this::check);
  }

  /** A plain value as a number within bounds. */
  double of(Object plain) {
    if (!(plain instanceof Number n)) {
      throw refused(Setting.shown(plain));
    }
    return check(n.doubleValue());
  }

  private IllegalArgumentException refused(String shown) {
    return new IllegalArgumentException(
        key
            + " is "
            + shown
            + "; it must be a number from "
            + Legible.of(least)
            + " to "
            + Legible.of(most));
  }

  /** The setting of a pass that holds it. */
  public <P> Setting<P> of(Function<P, Double> get, BiFunction<P, Double, P> set) {
    return new Setting.Number<>(this, get, set);
  }

  /** The setting of a pass that holds it, or has it found from the take. */
  public <P> Setting<P> found(
      Function<P, OptionalDouble> get, BiFunction<P, OptionalDouble, P> set) {
    return new Setting.Found<>(this, false, get, set);
  }

  /** The setting of a pass that holds it as a frame of the take, or has that found. */
  public <P> Setting<P> frame(
      Function<P, OptionalDouble> get, BiFunction<P, OptionalDouble, P> set) {
    return new Setting.Found<>(this, true, get, set);
  }
}
