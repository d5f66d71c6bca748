package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.LayerRow;

/**
 * Curves of one unit that are drawn over each other.
 *
 * @param rows of one part
 * @param perUnit how many of what is shown a radian or metre is
 * @param unit degrees or millimetres
 * @param low least value in sight, as shown
 * @param high greatest value in sight, as shown
 * @param top of the plot, pixels
 * @param height of it, pixels
 */
record KeyPlot(
    List<LayerRow> rows,
    double perUnit,
    String unit,
    double low,
    double high,
    double top,
    double height) {
  private static final double EDGE = 0.14;

  /**
   * The plots of a part's rows, angles above lengths.
   *
   * @param seen frames whose values are to be in sight
   */
  static List<KeyPlot> of(List<LayerRow> rows, Frames seen, double top, double height) {
    List<List<LayerRow>> groups = new ArrayList<>();
    for (boolean angle : new boolean[] {true, false}) {
      Predicate<LayerRow> its = r -> r.channel().of().isAngle() == angle;
      List<LayerRow> group = rows.stream().filter(its).toList();
      if (!group.isEmpty()) {
        groups.add(group);
      }
    }
    List<KeyPlot> plots = new ArrayList<>();
    double each = groups.isEmpty() ? height : height / groups.size();
    for (List<LayerRow> group : groups) {
      plots.add(one(group, seen, top + each * plots.size(), each));
    }
    return plots;
  }

  private static KeyPlot one(List<LayerRow> rows, Frames seen, double top, double each) {
    boolean angle = rows.get(0).channel().of().isAngle();
    double per = angle ? 180 / Math.PI : 1000;
    double low = 0;
    double high = 0;
    for (LayerRow row : rows) {
      int step = Math.max(1, seen.count() / 400);
      for (int f = seen.from(); f < seen.to(); f += step) {
        low = Math.min(low, per * row.curve().at(f));
        high = Math.max(high, per * row.curve().at(f));
      }
      for (CurveKey key : row.curve().keys()) {
        low = Math.min(low, per * key.value());
        high = Math.max(high, per * key.value());
      }
    }
    double least = angle ? 2 : 10;
    double edge = Math.max(EDGE * (high - low), (least - (high - low)) / 2);
    return new KeyPlot(rows, per, angle ? "°" : "mm", low - edge, high + edge, top + 2, each - 4);
  }

  /** The same rows, changed, at the same scale. */
  KeyPlot with(List<LayerRow> others) {
    return new KeyPlot(others, perUnit, unit, low, high, top, height);
  }

  /** Of a value in radians or metres, pixels. */
  double y(double value) {
    return top + height * (high - perUnit * value) / (high - low);
  }

  /** By how much a value changes over so many pixels upwards, radians or metres. */
  double by(double pixels) {
    return pixels / height * (high - low) / perUnit;
  }

  boolean isAngle() {
    return rows.get(0).channel().of().isAngle();
  }

  /** A height kept within the plot, pixels. */
  double kept(double y) {
    return Math.max(top + 4, Math.min(top + height - 4, y));
  }

  boolean has(double y) {
    return y >= top && y < top + height;
  }
}
