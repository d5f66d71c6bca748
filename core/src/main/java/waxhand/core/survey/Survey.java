package waxhand.core.survey;

import java.util.Comparator;
import java.util.List;

/**
 * The findings of a motion, in the order of time.
 *
 * @param findings all of them
 * @param floorM the height the feet were taken to stand on
 */
public record Survey(List<Finding> findings, double floorM) {
  public static final Survey NOTHING = new Survey(List.of(), 0);

  /** Worst first; what is equally bad in the order of time. */
  public static final Comparator<Finding> WORST_FIRST =
      Comparator.comparingDouble(Finding::severity)
          .reversed()
          .thenComparingInt(f -> f.frames().from());

  public Survey {
    findings = List.copyOf(findings);
  }
}
