package waxhand.core.chain;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.TimeMap;

/**
 * Values at single frames and what lies between them: from key to key along 3t² − 2t³, constant
 * before the first and after the last. Immutable; no two keys share a frame.
 *
 * @param <V> an immutable value
 */
public final class Keys<V> {
  /** A value at a frame. */
  public record Key<V>(int frame, V value) {
    public Key {
      if (frame < 0) {
        throw new IllegalArgumentException("a key at frame " + frame + "; frames count from 0");
      }
    }
  }

  /** How two values mix. */
  public interface Mix<V> {
    /**
     * @param share 0 for the first, 1 for the second
     */
    V mixed(V first, V second, double share);
  }

  private final List<Key<V>> all;
  private final Mix<V> mix;

  private Keys(List<Key<V>> all, Mix<V> mix) {
    this.all = List.copyOf(all);
    this.mix = mix;
  }

  /** No keys of a kind of value. */
  public static <V> Keys<V> none(Mix<V> mix) {
    return new Keys<>(List.of(), mix);
  }

  /** Keys with numbers as values. */
  public static Keys<Double> ofNumbers() {
    return none((a, b, share) -> a + share * (b - a));
  }

  /** These keys in the order of time; of those at one frame the last one counts. */
  public Keys<V> of(List<Key<V>> keys) {
    Map<Integer, Key<V>> byFrame = new TreeMap<>();
    keys.forEach(k -> byFrame.put(k.frame(), k));
    return new Keys<>(List.copyOf(byFrame.values()), mix);
  }

  /** With a key, in the place of one at its frame. */
  public Keys<V> plus(int frame, V value) {
    List<Key<V>> more = new ArrayList<>(all);
    more.add(new Key<>(frame, value));
    return of(more);
  }

  /** Without the key at a frame. */
  public Keys<V> without(int frame) {
    return new Keys<>(all.stream().filter(k -> k.frame() != frame).toList(), mix);
  }

  /** In the order of time. */
  public List<Key<V>> all() {
    return all;
  }

  public boolean isEmpty() {
    return all.isEmpty();
  }

  /** The value at a frame; empty where there are no keys. */
  public Optional<V> at(double frame) {
    Key<V> before = null;
    for (Key<V> key : all) {
      if (key.frame() >= frame) {
        if (before == null || key.frame() == frame) {
          return Optional.of(key.value());
        }
        double t = (frame - before.frame()) / (key.frame() - before.frame());
        return Optional.of(mix.mixed(before.value(), key.value(), Hermite.smoothstep(t)));
      }
      before = key;
    }
    return Optional.ofNullable(before).map(Key::value);
  }

  /**
   * The keys where their frames are after a change of time. Of those that were cut out one is left:
   * at the first frame behind the cut, with the value the keys had there, so that all frames
   * farther on keep theirs and none leaps; where nothing is left behind the cut, at the last frame.
   */
  public Keys<V> placed(TimeMap map) {
    if (map.isPlain() && all.stream().allMatch(k -> map.has(k.frame())) || map.frames() == 0) {
      return this;
    }
    List<Key<V>> now = new ArrayList<>();
    for (Key<V> key : all) {
      int local = map.local(key.frame());
      V value = map.has(key.frame()) ? key.value() : at(map.rawAt(local)).orElseThrow();
      now.add(new Key<>(local, value));
    }
    return of(now);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Keys<?> keys && all.equals(keys.all);
  }

  @Override
  public int hashCode() {
    return all.hashCode();
  }

  @Override
  public String toString() {
    return all.toString();
  }
}
