package waxhand.desk.kits.layers;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import java.util.function.ToDoubleFunction;
import javafx.scene.input.MouseEvent;
import waxhand.core.passes.layers.LayerPass;

/**
 * What a hand has taken hold of on the curves of a layer: a slope, an edge of the box about several
 * keys, or keys. Each drag starts from how the layer was when the hand pressed.
 */
final class KeyGrab {
  /** What becomes of a drag. */
  private interface Pull {
    void to(MouseEvent e);
  }

  private final LayerTool tool;
  private final KeyCurveView view;
  private final LayerPass layer;
  private final Set<LayerTool.Spot> spots;
  private final Object merge = new Object();
  private final double fromX;
  private final double fromY;
  private final Pull pull;

  private KeyGrab(LayerTool tool, KeyCurveView view, MouseEvent pressed) {
    this.tool = tool;
    this.view = view;
    layer = tool.layer().orElseThrow();
    fromX = pressed.getX();
    fromY = pressed.getY();
    pull = slope(pressed).or(() -> edge(pressed)).or(() -> keys(pressed)).orElse(null);
    // a key that was not selected is now
    spots = tool.selectedProperty().get();
  }

  /** Of what is under a hand that presses; empty where nothing is. */
  static Optional<KeyGrab> of(LayerTool tool, KeyCurveView view, MouseEvent pressed) {
    KeyGrab grab = new KeyGrab(tool, view, pressed);
    return grab.pull == null ? Optional.empty() : Optional.of(grab);
  }

  void drag(MouseEvent e) {
    pull.to(e);
  }

  private Optional<Pull> slope(MouseEvent pressed) {
    return view.handle(pressed.getX(), pressed.getY()).map(h -> e -> slope(h, e));
  }

  /** Both sides go alike, with Shift one alone. */
  private void slope(KeyCurveView.SlopeHandle handle, MouseEvent e) {
    double side = handle.before() ? -1 : 1;
    double away = Math.max(4, side * (e.getX() - handle.keyX()));
    double slope = side * handle.plot().by(handle.keyY() - e.getY()) / view.frames(away);
    OptionalDouble its = OptionalDouble.of(slope);
    OptionalDouble other = e.isShiftDown() ? OptionalDouble.empty() : its;
    OptionalDouble before = handle.before() ? its : other;
    OptionalDouble behind = handle.before() ? other : its;
    tool.edit("slope of keys of", merge, l -> LayerTool.sloped(layer, spots, before, behind));
  }

  private Optional<Pull> edge(MouseEvent pressed) {
    List<KeyCurveView.Picked> picked = view.selected();
    return view.edge(pressed.getX(), pressed.getY()).map(edge -> e -> stretch(edge, picked, e));
  }

  private void stretch(KeyCurveView.Edge edge, List<KeyCurveView.Picked> all, MouseEvent e) {
    switch (edge) {
      case LEFT, RIGHT -> {
        boolean left = edge == KeyCurveView.Edge.LEFT;
        double first = least(all, p -> p.key().frame());
        double last = -least(all, p -> -p.key().frame());
        double by = view.frames(e.getX() - fromX) / Math.max(1, last - first);
        double about = left ? last : first;
        double factor = 1 + (left ? -by : by);
        // turned round or pressed into one frame keys would be lost
        if (factor > 0.02) {
          tool.edit(
              "stretch keys of", merge, l -> LayerTool.stretched(layer, spots, about, factor));
          follow(f -> about + factor * (f - about));
        }
      }
      default -> {
        KeyPlot plot = all.get(0).plot();
        List<KeyCurveView.Picked> its = all.stream().filter(p -> p.plot() == plot).toList();
        boolean top = edge == KeyCurveView.Edge.TOP;
        double low = least(its, p -> p.key().value());
        double high = -least(its, p -> -p.key().value());
        double by = plot.by(fromY - e.getY()) / Math.max(1e-6, high - low);
        double factor = 1 + (top ? by : -by);
        tool.edit(
            "stretch keys of",
            merge,
            l -> LayerTool.scaled(layer, spots, plot.isAngle(), top ? low : high, factor));
      }
    }
  }

  private static double least(
      Collection<KeyCurveView.Picked> picked, ToDoubleFunction<KeyCurveView.Picked> of) {
    return picked.stream().mapToDouble(of).min().orElseThrow();
  }

  private Optional<Pull> keys(MouseEvent pressed) {
    Optional<KeyCurveView.Picked> hit = view.key(pressed.getX(), pressed.getY());
    hit.filter(p -> !tool.isSelected(p.row(), p.key()))
        .ifPresent(
            p -> {
              Set<LayerTool.Spot> now = new HashSet<>(Set.of(p.spot()));
              if (pressed.isShiftDown()) {
                now.addAll(tool.selectedProperty().get());
              }
              tool.selectedProperty().set(Set.copyOf(now));
            });
    return hit.map(p -> e -> move(p, e));
  }

  /** In time and in value, with Shift along one of them only, with Ctrl between frames. */
  private void move(KeyCurveView.Picked held, MouseEvent e) {
    double x = e.getX() - fromX;
    double y = fromY - e.getY();
    double frames =
        e.isControlDown()
            ? view.frames(x)
            : view.scale().frame(e.getX()) - view.scale().frame(fromX);
    boolean along = Math.abs(x) > Math.abs(y);
    double by = e.isShiftDown() && !along ? 0 : frames;
    double up = e.isShiftDown() && along ? 0 : held.plot().by(y);
    Set<LayerTool.Spot> later = at(f -> f + by);
    tool.edit(
        "move keys of",
        merge,
        l -> LayerTool.raised(LayerTool.moved(layer, spots, by), later, held.plot().isAngle(), up));
    tool.selectedProperty().set(later);
  }

  private Set<LayerTool.Spot> at(DoubleUnaryOperator to) {
    Set<LayerTool.Spot> now = new HashSet<>();
    spots.forEach(s -> now.add(s.at(to.applyAsDouble(s.frame()))));
    return Set.copyOf(now);
  }

  /** Keeps keys selected that went elsewhere in time. */
  private void follow(DoubleUnaryOperator to) {
    tool.selectedProperty().set(at(to));
  }
}
