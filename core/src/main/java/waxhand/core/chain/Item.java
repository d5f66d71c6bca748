package waxhand.core.chain;

import java.util.LinkedHashMap;
import java.util.Map;
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

  static Item of(Map<String, Object> plain) {
    return new Item(plain);
  }

  Map<String, Object> plain() {
    return values;
  }

  /** Puts a value in. Modified: this. */
  public Item with(String key, Object plain) {
    values.put(key, plain);
    return this;
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
