package waxhand.core.scene;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import java.util.function.UnaryOperator;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/**
 * Numbers over time that a take brings beside its joints, each with a name and a value in every
 * frame, such as the weights of a face's shapes. Immutable.
 */
public final class Channels implements Strand<Channels> {
  public static final Channels NONE = new Channels(new LinkedHashMap<>());

  public static final Kind<Channels> KIND = new Kind<>("channels", NONE);

  private final Map<String, double[]> byName;

  private Channels(Map<String, double[]> byName) {
    this.byName = byName;
  }

  /** Those of a motion. */
  public static Channels of(Motion motion) {
    return motion.get(KIND);
  }

  /**
   * With another channel, or other values of one.
   *
   * @param values one a frame, as many as those of the others; must not be modified
   */
  public Channels with(String name, double[] values) {
    if (!byName.isEmpty() && values.length != frames()) {
      throw new IllegalArgumentException(
          "'" + name + "' has " + values.length + " values for " + frames() + " frames");
    }
    Map<String, double[]> all = new LinkedHashMap<>(byName);
    all.put(name, values);
    return new Channels(all);
  }

  /** Their names, in the order in which they came. */
  public List<String> names() {
    return new ArrayList<>(byName.keySet());
  }

  public boolean has(String name) {
    return byName.containsKey(name);
  }

  /** How many values each has; 0 where there are none. */
  public int frames() {
    return byName.isEmpty() ? 0 : byName.values().iterator().next().length;
  }

  /** A value; before the first and after the last frame those. */
  public double at(String name, int frame) {
    double[] values = byName.get(name);
    return values[Math.max(0, Math.min(values.length - 1, frame))];
  }

  /** A run of frames alone. */
  public Channels cut(Frames run) {
    return changed(v -> Arrays.copyOfRange(v, run.from(), run.to()));
  }

  /**
   * The same at other times; between two frames a value goes straight.
   *
   * @param at the frame, also between two, that each is taken from
   */
  public Channels sampled(int frames, IntToDoubleFunction at) {
    return changed(
        values -> {
          double[] now = new double[frames];
          int last = values.length - 1;
          for (int f = 0; f < frames; f++) {
            double place = Math.max(0, Math.min(last, at.applyAsDouble(f)));
            int before = (int) place;
            double share = place - before;
            now[f] =
                share == 0
                    ? values[before]
                    : values[before] + share * (values[before + 1] - values[before]);
          }
          return now;
        });
  }

  private Channels changed(UnaryOperator<double[]> change) {
    Map<String, double[]> all = new LinkedHashMap<>();
    byName.forEach((name, values) -> all.put(name, change.apply(values)));
    return new Channels(all);
  }

  @Override
  public Kind<Channels> kind() {
    return KIND;
  }

  @Override
  public Channels patched(Frames run, Channels other) {
    if (other == this || other.frames() != frames() || !other.names().equals(names())) {
      return other;
    }
    Map<String, double[]> all = new LinkedHashMap<>();
    byName.forEach(
        (name, values) -> {
          double[] now = values.clone();
          double[] its = other.byName.get(name);
          Frames within = run.within(Frames.first(now.length));
          System.arraycopy(its, within.from(), now, within.from(), within.count());
          all.put(name, now);
        });
    return new Channels(all);
  }

  @Override
  public Channels through(TimeMap map) {
    return sampled(map.frames(), map::rawAt);
  }

  @Override
  public boolean equals(Object other) {
    if (this == other) {
      return true;
    }
    if (!(other instanceof Channels c) || !names().equals(c.names())) {
      return false;
    }
    return byName.entrySet().stream()
        .allMatch(e -> Arrays.equals(e.getValue(), c.byName.get(e.getKey())));
  }

  @Override
  public int hashCode() {
    return byName.keySet().hashCode();
  }

  @Override
  public String toString() {
    return byName.keySet().toString();
  }
}
