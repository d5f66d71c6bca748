package waxhand.desk.panels;

import java.util.Map;

/** Where a slider ends when the whole range of a setting would make it too coarse for a hand. */
final class SliderEnds {
  private static final Map<String, double[]> ENDS =
      Map.of(
          "cutoffHz", new double[] {0.5, 25},
          "floorM", new double[] {-0.2, 0.2},
          "actorM", new double[] {1.2, 2.2},
          "eastM", new double[] {-3, 3},
          "southM", new double[] {-3, 3});

  private SliderEnds() {}

  static double[] of(String key, double min, double max) {
    return ENDS.getOrDefault(key, new double[] {min, max});
  }
}
