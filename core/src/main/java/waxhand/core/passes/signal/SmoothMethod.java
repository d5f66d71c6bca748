package waxhand.core.passes.signal;

import java.util.Locale;
import java.util.Set;
import waxhand.core.chain.Worded;
import waxhand.core.signal.AdaptiveSmoother;
import waxhand.core.signal.Butterworth;
import waxhand.core.signal.MedianFilter;
import waxhand.core.signal.SavitzkyGolay;
import waxhand.core.signal.Smoother;
import waxhand.core.signal.SmoothingSpline;

/** A way to smooth. */
public enum SmoothMethod implements Worded {
  /** Opens at strikes and quick moves, closes at rest. */
  ADAPTIVE("strength") {
    @Override
    Smoother smoother(SmoothPass pass, double rateHz, double strength) {
      return new AdaptiveSmoother(rateHz, pass.strength() * strength);
    }
  },

  LOW_PASS("cutoffHz", "order") {
    @Override
    Smoother smoother(SmoothPass pass, double rateHz, double strength) {
      return new Butterworth(rateHz, pass.cutoffHz().orElseThrow() / strength, pass.order());
    }
  },

  LOCAL_POLYNOMIAL("windowS", "degree") {
    @Override
    Smoother smoother(SmoothPass pass, double rateHz, double strength) {
      int least = pass.degree() / 2 + 1;
      return new SavitzkyGolay(
          2 * Math.max(least, half(pass, rateHz, strength)) + 1, pass.degree());
    }
  },

  SPLINE("cutoffHz") {
    @Override
    Smoother smoother(SmoothPass pass, double rateHz, double strength) {
      return SmoothingSpline.ofCutoff(rateHz, pass.cutoffHz().orElseThrow() / strength);
    }
  },

  MEDIAN("windowS") {
    @Override
    Smoother smoother(SmoothPass pass, double rateHz, double strength) {
      return new MedianFilter(half(pass, rateHz, strength));
    }
  };

  private final Set<String> settings;

  SmoothMethod(String... settings) {
    this.settings = Set.of(settings);
  }

  /**
   * The filter for a part.
   *
   * @param strength twice as much halves the frequency at which it cuts
   */
  abstract Smoother smoother(SmoothPass pass, double rateHz, double strength);

  /** Whether a setting that only some methods have counts with this one. */
  boolean uses(String key) {
    return settings.contains(key);
  }

  /** Whether it needs a cutoff, set or found. */
  public boolean hasCutoff() {
    return settings.contains("cutoffHz");
  }

  /** In files and on panels, such as "low-pass". */
  @Override
  public String words() {
    return this == LOW_PASS ? "low-pass" : name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  private static int half(SmoothPass pass, double rateHz, double strength) {
    return (int) Math.round(pass.windowS() * rateHz * strength / 2);
  }
}
