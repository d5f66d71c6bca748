package waxhand.core.passes;

import java.util.function.BiFunction;
import java.util.function.Function;

/** How far bones may grow, as passes that move limbs have it. */
final class Stretch {
  /** No bone grows by more than this share of its length. */
  private static final double MOST = 0.15;

  private Stretch() {}

  static void check(double stretch) {
    if (!(stretch >= 0 && stretch <= MOST)) {
      throw new IllegalArgumentException("stretch " + stretch + "; it must be from 0 to " + MOST);
    }
  }

  static <P> Setting<P> setting(Function<P, Double> get, BiFunction<P, Double, P> set) {
    return Setting.number(
        "stretch",
        "Stretch",
        "%",
        new double[] {0, MOST, 0.01},
        "Bones grow by up to so much of their length where a limb still falls short.",
        get,
        set);
  }
}
