package waxhand.core.chain;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.motion.Frames;
import waxhand.core.text.Legible;

/** A thing among many in plain form: keys with plain values, in the order they are saved. */
public final class Item {
  /** Metres and radians are fewer. */
  private static final double FARTHEST = 10_000;

  private static final double MOST_FRAMES = 1e9;

  private final Map<String, Object> values;

  private Item(Map<String, Object> values) {
    this.values = values;
  }

  /** One with nothing in it. */
  public static Item empty() {
    return new Item(new LinkedHashMap<>());
  }

  static Item of(Map<?, ?> plain) {
    Map<String, Object> values = new LinkedHashMap<>();
    plain.forEach((k, v) -> values.put(String.valueOf(k), v));
    return new Item(values);
  }

  Map<String, Object> plain() {
    return values;
  }

  /** Puts a value in. Modified: this. */
  public Item with(String key, Object plain) {
    values.put(key, plain);
    return this;
  }

  /** Puts things in that are of this one. Modified: this. */
  public Item with(String key, List<Item> items) {
    return with(key, (Object) items.stream().map(Item::plain).toList());
  }

  /** Puts a run of frames in, as from and to. Modified: this. */
  public Item with(Frames frames) {
    return with("from", (double) frames.from()).with("to", (double) frames.to());
  }

  /** The plain value of a key; null where there is none. */
  public Object get(String key) {
    return values.get(key);
  }

  public boolean isOn(String key) {
    return Boolean.TRUE.equals(values.get(key));
  }

  /**
   * @throws IllegalArgumentException naming what is wrong, as do all that follow
   */
  public Frames frames() {
    int from = whole("from", -1);
    int to = whole("to", -1);
    if (from < 0 || to <= from) {
      throw new IllegalArgumentException("frames from " + from + " to " + to + " hold none");
    }
    return new Frames(from, to);
  }

  /** The things of a list; none where there is no list. */
  public List<Item> items(String key) {
    Object list = values.get(key);
    if (list == null) {
      return List.of();
    }
    if (!(list instanceof List<?> plain)) {
      throw new IllegalArgumentException(key + " must be a list");
    }
    List<Item> items = new ArrayList<>();
    for (Object one : plain) {
      if (!(one instanceof Map<?, ?> map)) {
        throw new IllegalArgumentException(key + " holds " + Setting.shown(one));
      }
      items.add(of(map));
    }
    return items;
  }

  /** A text; {@code otherwise} where there is none. */
  public String text(String key, String otherwise) {
    Object value = values.get(key);
    if (value != null && !(value instanceof String)) {
      throw new IllegalArgumentException(key + " is " + Setting.shown(value) + "; it must be text");
    }
    return value == null ? otherwise : (String) value;
  }

  /** A place in time, in frames, that must be there; may lie between two. */
  public double instant(String key) {
    if (values.get(key) == null) {
      throw new IllegalArgumentException(key + " is missing");
    }
    return number(key, 0, MOST_FRAMES);
  }

  public int whole(String key, int otherwise) {
    double value = number(key, otherwise, MOST_FRAMES);
    if (value != Math.rint(value)) {
      throw new IllegalArgumentException(
          key + " is " + Legible.of(value) + "; it must be a whole number");
    }
    return (int) value;
  }

  public double number(String key, double otherwise) {
    return number(key, otherwise, FARTHEST);
  }

  /** Just so many numbers; empty where there are none. */
  public Optional<double[]> numbers(String key, int count) {
    Object value = values.get(key);
    if (value == null) {
      return Optional.empty();
    }
    boolean fits = value instanceof List<?> list && list.size() == count;
    double[] numbers = new double[count];
    for (int n = 0; fits && n < count; n++) {
      fits =
          ((List<?>) value).get(n) instanceof Number x && Math.abs(x.doubleValue()) <= MOST_FRAMES;
      numbers[n] = fits ? ((Number) ((List<?>) value).get(n)).doubleValue() : 0;
    }
    if (!fits) {
      throw new IllegalArgumentException(key + " must be a list of " + count + " numbers");
    }
    return Optional.of(numbers);
  }

  private double number(String key, double otherwise, double most) {
    Object value = values.get(key);
    if (value == null) {
      return otherwise;
    }
    if (!(value instanceof Number n) || !(Math.abs(n.doubleValue()) <= most)) {
      throw new IllegalArgumentException(
          key + " must be a number from " + Legible.of(-most) + " to " + Legible.of(most));
    }
    return n.doubleValue();
  }
}
