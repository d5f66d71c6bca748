package waxhand.core.curve;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** How a curve goes through a key. */
public enum Manner {
  /** Slopes are found: the parabola through three keys, held so that nothing overshoots. */
  SMOOTH {
    @Override
    double slope(double free, double before, double behind, double own) {
      return own;
    }
  },

  /** Straight to the neighbours. */
  STRAIGHT {
    @Override
    double slope(double free, double before, double behind, double own) {
      return behind;
    }
  },

  /** The value stays until the next key. */
  STEP {
    @Override
    double slope(double free, double before, double behind, double own) {
      return 0;
    }
  },

  /** Without slope: an extreme. */
  FLAT {
    @Override
    double slope(double free, double before, double behind, double own) {
      return 0;
    }
  },

  /** Slopes as they are set. */
  FREE {
    @Override
    double slope(double free, double before, double behind, double own) {
      return free;
    }
  };

  /**
   * The slope on one side of a key.
   *
   * @param free as it is set
   * @param before mean slope of the segment on the other side
   * @param behind mean slope of the segment on this side
   * @param own what {@link Slopes#smooth} finds
   */
  abstract double slope(double free, double before, double behind, double own);

  /** In files and on panels. */
  public String key() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** All of them as they stand in files. */
  public static List<String> keys() {
    return Stream.of(values()).map(Manner::key).toList();
  }

  public static Optional<Manner> ofKey(String key) {
    for (Manner manner : values()) {
      if (manner.key().equals(key)) {
        return Optional.of(manner);
      }
    }
    return Optional.empty();
  }
}
