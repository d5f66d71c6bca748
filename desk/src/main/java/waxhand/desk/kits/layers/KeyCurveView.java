package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.curve.CurveKey;
import waxhand.core.passes.layers.LayerRow;
import waxhand.desk.timeline.TimeScale;

/**
 * The curves of a layer as they are laid out: what of them is where, and under the pointer.
 *
 * @param tool says which keys are selected
 */
record KeyCurveView(List<KeyPlot> plots, TimeScale scale, LayerTool tool) {
  private static final double NEAR_PX = 7;
  private static final double HANDLE_PX = 44;
  private static final double BOX_PX = 8;

  /** Part of a box that is taken hold of. */
  enum Edge {
    LEFT,
    RIGHT,
    TOP,
    BOTTOM
  }

  /** A key of a row. */
  record Picked(KeyPlot plot, LayerRow row, CurveKey key) {
    LayerTool.Spot spot() {
      return LayerTool.Spot.of(row, key);
    }
  }

  /** The handle of a slope of the one key that is selected, pixels. */
  record SlopeHandle(double keyX, double keyY, double x, double y, boolean before, KeyPlot plot) {}

  /** A box about the selected keys, pixels. */
  record Box(double left, double right, double top, double bottom) {
    double x(Edge edge) {
      return edge == Edge.LEFT ? left : edge == Edge.RIGHT ? right : (left + right) / 2;
    }

    double y(Edge edge) {
      return edge == Edge.TOP ? top : edge == Edge.BOTTOM ? bottom : (top + bottom) / 2;
    }
  }

  private List<Picked> all() {
    List<Picked> all = new ArrayList<>();
    for (KeyPlot plot : plots) {
      for (LayerRow row : plot.rows()) {
        row.curve().keys().forEach(k -> all.add(new Picked(plot, row, k)));
      }
    }
    return all;
  }

  List<Picked> selected() {
    return all().stream().filter(p -> tool.isSelected(p.row(), p.key())).toList();
  }

  double x(Picked picked) {
    return scale.x(picked.key().frame() + 0.5);
  }

  double y(Picked picked) {
    return picked.plot().y(picked.key().value());
  }

  /** Those in a box that a hand draws. */
  List<LayerTool.Spot> inside(SelectionBox box) {
    return all().stream()
        .filter(p -> scale.sees(p.key().frame() + 0.5))
        .filter(p -> box.hasX(x(p)) && box.hasY(y(p), 0))
        .map(Picked::spot)
        .toList();
  }

  /** The key under the pointer; of several in one place the one that is selected already. */
  Optional<Picked> key(double x, double y) {
    Picked best = null;
    double least = NEAR_PX;
    for (Picked p : all()) {
      double better = tool.isSelected(p.row(), p.key()) ? 0.5 : 0;
      double far = Math.hypot(x(p) - x, y(p) - y) - better;
      if (scale.sees(p.key().frame() + 0.5) && far < least) {
        least = far;
        best = p;
      }
    }
    return Optional.ofNullable(best);
  }

  /** The curve under the pointer. */
  Optional<LayerRow> curve(double x, double y) {
    double frame = scale.at(x) - 0.5;
    return plots.stream()
        .filter(plot -> plot.has(y))
        .flatMap(
            plot ->
                plot.rows().stream()
                    .filter(r -> Math.abs(plot.y(r.curve().at(frame)) - y) < NEAR_PX))
        .findFirst();
  }

  /** The handles of slopes, if a single key is selected. */
  List<SlopeHandle> handles() {
    List<Picked> picked = selected();
    if (picked.size() != 1) {
      return List.of();
    }
    Picked one = picked.get(0);
    double keyY = y(one);
    List<SlopeHandle> handles = new ArrayList<>();
    for (boolean before : new boolean[] {true, false}) {
      double frame = one.key().frame();
      double slope = before ? one.row().curve().slopeBefore(frame) : one.row().curve().slope(frame);
      double side = before ? -1 : 1;
      double y = one.plot().y(one.key().value() + side * frames(HANDLE_PX) * slope);
      double x = x(one);
      handles.add(
          new SlopeHandle(x, keyY, x + side * HANDLE_PX, one.plot().kept(y), before, one.plot()));
    }
    return handles;
  }

  /** How many frames so many pixels are. */
  double frames(double pixels) {
    return pixels / scale.width() * scale.seen().count();
  }

  Optional<SlopeHandle> handle(double x, double y) {
    return handles().stream().filter(h -> Math.hypot(h.x() - x, h.y() - y) < NEAR_PX).findFirst();
  }

  /** About the selected keys; empty for fewer than two. */
  Optional<Box> box() {
    List<Picked> picked = selected();
    if (picked.size() < 2) {
      return Optional.empty();
    }
    return Optional.of(
        new Box(
            picked.stream().mapToDouble(this::x).min().orElseThrow() - BOX_PX,
            picked.stream().mapToDouble(this::x).max().orElseThrow() + BOX_PX,
            picked.stream().mapToDouble(this::y).min().orElseThrow() - BOX_PX,
            picked.stream().mapToDouble(this::y).max().orElseThrow() + BOX_PX));
  }

  /** The edge of the box under the pointer. */
  Optional<Edge> edge(double x, double y) {
    Optional<Box> box = box();
    for (Edge edge : Edge.values()) {
      if (box.isPresent()
          && Math.abs(box.get().x(edge) - x) < NEAR_PX
          && Math.abs(box.get().y(edge) - y) < NEAR_PX) {
        return Optional.of(edge);
      }
    }
    return Optional.empty();
  }
}
