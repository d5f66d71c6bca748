package waxhand.core.chain;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.curve.Curve;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.text.Legible;

/**
 * One setting of a kind of pass, so that files, panels and help need not know the pass. Values
 * travel in plain form: Double, Boolean, String, lists of maps of those, or null for "found from
 * the take".
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

  /**
   * The pass with the frames that this names, which count the raw take's, counting what is left.
   */
  default P placed(P pass, TimeMap map) {
    return pass;
  }

  /** The pass with what this holds of one take only taken away. */
  default P shared(P pass) {
    return pass;
  }

  /** A setting that is a number. */
  sealed interface Numeric<P> extends Setting<P> {
    Amount amount();

    @Override
    default String key() {
      return amount().key();
    }

    @Override
    default String words() {
      return amount().words();
    }

    @Override
    default String help() {
      return amount().help();
    }
  }

  /** A number within bounds. */
  record Number<P>(Amount amount, Function<P, Double> get, BiFunction<P, Double, P> set)
      implements Numeric<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      return set.apply(pass, amount.of(plain));
    }
  }

  /**
   * A number that is found from the take while it is not set.
   *
   * @param ofFrame whether it names a frame, which counts the raw take's
   */
  record Found<P>(
      Amount amount,
      boolean ofFrame,
      Function<P, OptionalDouble> get,
      BiFunction<P, OptionalDouble, P> set)
      implements Numeric<P> {
    @Override
    public Object plain(P pass) {
      OptionalDouble value = get.apply(pass);
      return value.isPresent() ? value.getAsDouble() : null;
    }

    @Override
    public P with(P pass, Object plain) {
      return set.apply(
          pass, plain == null ? OptionalDouble.empty() : OptionalDouble.of(amount.of(plain)));
    }

    @Override
    public P placed(P pass, TimeMap map) {
      OptionalDouble frame = get.apply(pass);
      return !ofFrame || frame.isEmpty()
          ? pass
          : set.apply(pass, OptionalDouble.of(map.local((int) frame.getAsDouble())));
    }

    @Override
    public P shared(P pass) {
      return ofFrame ? set.apply(pass, OptionalDouble.empty()) : pass;
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
    public Choice {
      options = List.copyOf(options);
    }

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

  /** One of the values of an enum. */
  static <P, E extends Enum<E> & Worded> Setting<P> choice(
      String key,
      String words,
      Class<E> of,
      String help,
      Function<P, E> get,
      BiFunction<P, E, P> set) {
    E[] all = of.getEnumConstants();
    return new Choice<>(
        key,
        words,
        Arrays.stream(all).map(Worded::words).toList(),
        help,
        p -> get.apply(p).words(),
        (p, v) ->
            set.apply(
                p, Arrays.stream(all).filter(e -> e.words().equals(v)).findFirst().orElseThrow()));
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
   * Items of one kind that are edited elsewhere than on a panel, such as in lanes and in the view.
   * In plain form a list of maps from keys to plain values.
   *
   * @param form how one of them stands in files
   * @param placing where they are after a change of time, themselves where they name no frames
   * @param ofOneTake whether they mean nothing in another take
   */
  record Items<P, V>(
      String key,
      String words,
      String help,
      Form<V> form,
      BiFunction<List<V>, TimeMap, List<V>> placing,
      boolean ofOneTake,
      Function<P, List<V>> get,
      BiFunction<P, List<V>, P> set)
      implements Setting<P> {
    @Override
    public Object plain(P pass) {
      return get.apply(pass).stream().map(v -> form.plain().apply(v).plain()).toList();
    }

    @Override
    public P with(P pass, Object plain) {
      if (!(plain instanceof List<?> list)) {
        throw new IllegalArgumentException(key + " is " + shown(plain) + "; it must be a list");
      }
      List<V> items = new ArrayList<>();
      for (Object item : list) {
        if (!(item instanceof Map<?, ?> map)) {
          throw new IllegalArgumentException(
              key + " holds " + shown(item) + ", which has no settings");
        }
        items.add(form.read().apply(Item.of(map)));
      }
      return set.apply(pass, items);
    }

    @Override
    public P placed(P pass, TimeMap map) {
      List<V> was = get.apply(pass);
      List<V> now = placing.apply(was, map);
      return now.equals(was) ? pass : set.apply(pass, now);
    }

    @Override
    public P shared(P pass) {
      return ofOneTake && !get.apply(pass).isEmpty() ? set.apply(pass, List.of()) : pass;
    }
  }

  /**
   * How a value stands in files.
   *
   * @param plain its plain form
   * @param read the value of a plain form; throws IllegalArgumentException naming what is wrong
   */
  record Form<V>(Function<V, Item> plain, Function<Item, V> read) {}

  /** Values over frames of one take; those of which nothing is left after a cut are dropped. */
  static <P, V> Setting<P> stretches(
      String key,
      String words,
      String help,
      Form<V> form,
      Function<V, Frames> frames,
      BiFunction<V, Frames, V> withFrames,
      Function<P, List<V>> get,
      BiFunction<P, List<V>, P> set) {
    return new Items<>(
        key,
        words,
        help,
        form,
        (items, map) -> {
          List<V> left = new ArrayList<>();
          for (V item : items) {
            Frames was = frames.apply(item);
            Frames now = map.local(was);
            if (!now.isEmpty()) {
              left.add(now.equals(was) ? item : withFrames.apply(item, now));
            }
          }
          return left;
        },
        true,
        get,
        set);
  }

  /** Values that are no part of one take. */
  static <P, V> Setting<P> items(
      String key,
      String words,
      String help,
      Form<V> form,
      Function<P, List<V>> get,
      BiFunction<P, List<V>, P> set) {
    return new Items<>(key, words, help, form, (items, map) -> items, false, get, set);
  }

  /**
   * Keys of one take.
   *
   * @param plain the plain form of a key's value, beside its frame
   * @param value of a plain form
   */
  static <P, V> Setting<P> keys(
      String key,
      String words,
      String help,
      Function<V, Item> plain,
      Function<Item, V> value,
      Function<P, Keys<V>> get,
      BiFunction<P, Keys<V>, P> set) {
    return new KeyFrames<>(
        key,
        words,
        help,
        new Form<>(
            k -> framed(k.frame(), plain.apply(k.value())),
            i -> new Keys.Key<>(frame(key, i), value.apply(i))),
        get,
        set);
  }

  /** A {@link Curve} that any take can have. */
  static <P> Setting<P> curve(
      String key, String words, String help, Function<P, Curve> get, BiFunction<P, Curve, P> set) {
    return new Items<>(
        key,
        words,
        help,
        CurveItems.KEY,
        (keys, map) -> Curve.of(keys).placed(map).keys(),
        false,
        p -> get.apply(p).keys(),
        (p, keys) -> set.apply(p, Curve.of(keys)));
  }

  private static Item framed(int frame, Item value) {
    Item item = Item.empty().with("frame", (double) frame);
    value.plain().forEach(item::with);
    return item;
  }

  private static int frame(String key, Item item) {
    int frame = item.whole("frame", -1);
    if (frame < 0) {
      throw new IllegalArgumentException(key + " has a key without a frame from 0 on");
    }
    return frame;
  }

  /** {@link Keys} as a setting. */
  record KeyFrames<P, V>(
      String key,
      String words,
      String help,
      Form<Keys.Key<V>> form,
      Function<P, Keys<V>> get,
      BiFunction<P, Keys<V>, P> set)
      implements Setting<P> {
    private Items<P, Keys.Key<V>> items() {
      return new Items<>(
          key,
          words,
          help,
          form,
          (keys, map) -> keys,
          true,
          p -> get.apply(p).all(),
          (p, keys) -> set.apply(p, get.apply(p).of(keys)));
    }

    @Override
    public Object plain(P pass) {
      return items().plain(pass);
    }

    @Override
    public P with(P pass, Object plain) {
      return items().with(pass, plain);
    }

    @Override
    public P placed(P pass, TimeMap map) {
      Keys<V> was = get.apply(pass);
      Keys<V> now = was.placed(map);
      return now.equals(was) ? pass : set.apply(pass, now);
    }

    @Override
    public P shared(P pass) {
      return items().shared(pass);
    }
  }

  /** A value as it may stand in a message. */
  static String shown(Object plain) {
    return plain instanceof List<?> || plain instanceof Map<?, ?>
        ? "a list"
        : Legible.of(String.valueOf(plain));
  }
}
