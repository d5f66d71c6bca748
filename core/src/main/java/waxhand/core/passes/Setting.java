package waxhand.core.passes;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.motion.Motion;
import waxhand.core.text.Legible;

/**
 * One setting of a kind of pass, so that files, panels and help need not know the pass. Values
 * travel in plain form: Double, Boolean, String, or null for "found from the take".
 *
 * @param <P> the pass
 */
public sealed interface Setting<P> {
  /** In files. */
  String key();

  /** On panels. */
  String words();

  String help();

  Object plain(P pass);

  /**
   * The pass with this setting changed.
   *
   * @throws IllegalArgumentException if the value is of another type or out of range
   */
  P with(P pass, Object plain);

  /** A number within bounds. */
  record Number<P>(
      String key,
      String words,
      String unit,
      double min,
      double max,
      double step,
      String help,
      Function<P, Double> get,
      BiFunction<P, Double, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      return set.apply(pass, number(key, plain, min, max));
    }
  }

  /**
   * A number within bounds.
   *
   * @param minMaxStep least, greatest, and the step of a slider
   */
  static <P> Setting<P> number(
      String key,
      String words,
      String unit,
      double[] minMaxStep,
      String help,
      Function<P, Double> get,
      BiFunction<P, Double, P> set) {
    return new Number<>(
        key, words, unit, minMaxStep[0], minMaxStep[1], minMaxStep[2], help, get, set);
  }

  /** A number that is found from the take while it is not set. */
  record Found<P>(
      String key,
      String words,
      String unit,
      double min,
      double max,
      double step,
      String help,
      Function<P, OptionalDouble> get,
      BiFunction<P, OptionalDouble, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      OptionalDouble value = get.apply(pass);
      return value.isPresent() ? value.getAsDouble() : null;
    }

    @Override
    public P with(P pass, Object plain) {
      return set.apply(
          pass,
          plain == null ? OptionalDouble.empty() : OptionalDouble.of(number(key, plain, min, max)));
    }
  }

  /** One of a few words. */
  record Choice<P>(
      String key,
      String words,
      List<String> options,
      String help,
      Function<P, String> get,
      BiFunction<P, String, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      if (!(plain instanceof String s) || !options.contains(s)) {
        throw new IllegalArgumentException(
            key + " is " + shown(plain) + "; it must be one of " + options);
      }
      return set.apply(pass, s);
    }
  }

  /**
   * Words the artist chooses.
   *
   * @param suggestions some for a motion the pass acts on; none where any word will do
   */
  record Text<P>(
      String key,
      String words,
      String help,
      Function<Motion, List<String>> suggestions,
      Function<P, String> get,
      BiFunction<P, String, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      if (!(plain instanceof String s) || s.isBlank()) {
        throw new IllegalArgumentException(key + " is " + shown(plain) + "; it must be a word");
      }
      return set.apply(pass, s);
    }
  }

  /** On or off. */
  record Switch<P>(
      String key,
      String words,
      String help,
      Function<P, Boolean> get,
      BiFunction<P, Boolean, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      if (!(plain instanceof Boolean on)) {
        throw new IllegalArgumentException(
            key + " is " + shown(plain) + "; it must be true or false");
      }
      return set.apply(pass, on);
    }
  }

  /**
   * A list of things that are edited elsewhere than on a panel, such as in lanes and in the view.
   * In plain form a list of maps from keys to plain values.
   */
  record Items<P>(
      String key,
      String words,
      String help,
      Function<P, List<Map<String, Object>>> get,
      BiFunction<P, List<Map<String, Object>>, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      if (!(plain instanceof List<?> list)) {
        throw new IllegalArgumentException(key + " is " + shown(plain) + "; it must be a list");
      }
      List<Map<String, Object>> items = new ArrayList<>();
      for (Object item : list) {
        if (!(item instanceof Map<?, ?> map)) {
          throw new IllegalArgumentException(
              key + " holds " + shown(item) + ", which has no settings");
        }
        Map<String, Object> values = new LinkedHashMap<>();
        map.forEach((k, v) -> values.put(String.valueOf(k), v));
        items.add(values);
      }
      return set.apply(pass, items);
    }
  }

  /** A value as it may stand in a message. */
  private static String shown(Object plain) {
    return plain instanceof List<?> || plain instanceof Map<?, ?>
        ? "a list"
        : Legible.of(String.valueOf(plain));
  }

  private static double number(String key, Object plain, double min, double max) {
    if (!(plain instanceof java.lang.Number n)
        || !(n.doubleValue() >= min && n.doubleValue() <= max)) {
      throw new IllegalArgumentException(
          key
              + " is "
              + shown(plain)
              + "; it must be a number from "
              + Legible.of(min)
              + " to "
              + Legible.of(max));
    }
    return n.doubleValue();
  }
}
