package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.core.body.PartName;
import waxhand.core.curve.CurveKey;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.text.Legible;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.timeline.TimeArea;
import waxhand.desk.timeline.TimeScale;

/**
 * The curves of the active layer for one part, with keys and slopes in the hand: a key is dragged
 * in time and value, with Shift along one of them only, with Ctrl between frames; several in a box
 * are stretched at its edges; the slopes of a single one are drawn by handles. A double click on a
 * curve puts a key there that changes nothing.
 */
public final class KeyCurves extends TimeArea {
  private static final double RULER = 17;
  private static final double NEAR_PX = 7;
  private static final double HANDLE_PX = 44;
  private static final double BOX_PX = 8;

  private final LayerTool tool;
  private final Palette palette;
  private final KeyCurvePainter painter;
  private final BooleanProperty beneath = new SimpleBooleanProperty(true);
  private Optional<Grab> held = Optional.empty();
  private Optional<List<KeyPlot>> frozen = Optional.empty();
  private final SelectionBox box = new SelectionBox();

  /** Something under the hand while it drags. */
  private interface Grab {
    void drag(MouseEvent e);
  }

  public KeyCurves(Session session, LayerTool tool, Palette palette) {
    super(session);
    this.tool = tool;
    this.palette = palette;
    painter = new KeyCurvePainter(session, tool, palette);
    setId("key-curves");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Curves of the active layer over time");
    tool.selectedProperty().addListener((o, a, b) -> draw());
    tool.channelsProperty().addListener((o, a, b) -> draw());
    session.stagesProperty().addListener((o, a, b) -> draw());
    session.takeProperty().addListener((o, a, b) -> draw());
    session.selectionProperty().addListener((o, a, b) -> draw());
    beneath.addListener((o, a, b) -> draw());
    hands(this::pressed, this::dragged, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrollTime);
    addEventHandler(KeyEvent.KEY_PRESSED, this::keyed);
    tells(this::words, (x, y) -> key(x, y).isPresent() ? Cursor.MOVE : Cursor.DEFAULT);
  }

  /** Whether what lies beneath and the result are drawn too. */
  BooleanProperty beneathProperty() {
    return beneath;
  }

  /** The part whose curves are shown: the selected one, else the first that is keyed. */
  Optional<PartName> part() {
    Optional<LayerPass> layer = tool.layer();
    if (layer.isEmpty() || !session.hasTake()) {
      return Optional.empty();
    }
    Set<PartName> keyed = LayerTool.parts(layer.get()).keySet();
    var body = session.takeProperty().get().orElseThrow().raw().motion().body();
    return session.selected().stream()
        .mapToObj(j -> PartName.of(body, j))
        .filter(keyed::contains)
        .findFirst()
        .or(() -> keyed.stream().findFirst());
  }

  private List<LayerRow> rows() {
    Optional<PartName> part = part();
    return tool.layer()
        .map(
            l ->
                l.rows().stream()
                    .filter(r -> part.filter(r.part()::equals).isPresent())
                    .filter(r -> !r.curve().isEmpty())
                    .toList())
        .orElse(List.of());
  }

  private List<KeyPlot> plots() {
    List<LayerRow> rows = rows();
    if (frozen.isPresent()) {
      return frozen.get().stream()
          .map(p -> p.with(p.rows().stream().map(r -> now(rows, r)).toList()))
          .toList();
    }
    return KeyPlot.of(
        rows, session.seenProperty().get(), RULER, Math.max(20, getHeight() - RULER - 2));
  }

  private static LayerRow now(List<LayerRow> rows, LayerRow was) {
    return rows.stream().filter(was::isSameChannel).findFirst().orElse(was);
  }

  private TimeScale scale() {
    return new TimeScale(session.frames(), session.seenProperty().get(), LEFT, timeWidth());
  }

  @Override
  protected double x(double frame) {
    return scale().x(frame);
  }

  @Override
  protected double computePrefHeight(double width) {
    return 150;
  }

  /** Where a key of a channel of the shown part is, in this control; for tests. */
  public double[] at(Channel channel, double frame) {
    for (KeyPlot plot : plots()) {
      for (LayerRow row : plot.rows()) {
        if (row.channel() == channel) {
          return new double[] {x(frame + 0.5), plot.y(row.curve().at(frame))};
        }
      }
    }
    throw new IllegalArgumentException("no curve of " + channel.words());
  }

  // ---- drawn -------------------------------------------------------------------------------

  @Override
  protected void paint() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    if (!session.hasTake() || !isWide()) {
      return;
    }
    List<KeyPlot> plots = plots();
    TimeScale scale = scale();
    if (plots.isEmpty()) {
      painter.empty(g);
      return;
    }
    for (KeyPlot plot : plots) {
      painter.plot(g, scale, plot, beneath.get() ? part() : Optional.empty(), handles(plot));
    }
    painter.ruler(g, scale, RULER);
    bounds(plots).ifPresent(b -> painter.bounds(g, b));
    box.paint(g, palette);
  }

  // ---- slopes ------------------------------------------------------------------------------

  /** The handle of a slope of the one key that is selected. */
  record SlopeHandle(
      double keyX, double keyY, double x, double y, boolean before, CurveKey key, KeyPlot plot) {}

  private List<SlopeHandle> handles(KeyPlot plot) {
    List<Picked> picked = selected(plots());
    if (picked.size() != 1 || !plot.rows().contains(picked.get(0).row())) {
      return List.of();
    }
    CurveKey key = picked.get(0).key();
    TimeScale scale = scale();
    double keyX = scale.x(key.frame() + 0.5);
    double keyY = plot.y(key.value());
    double frames = HANDLE_PX / scale.width() * scale.seen().count();
    List<SlopeHandle> handles = new ArrayList<>();
    for (boolean before : new boolean[] {true, false}) {
      double slope =
          before
              ? picked.get(0).row().curve().slopeBefore(key.frame())
              : picked.get(0).row().curve().slope(key.frame());
      double side = before ? -1 : 1;
      double y = plot.y(key.value() + side * frames * slope);
      double low = plot.top() + 4;
      double kept = Math.max(low, Math.min(plot.top() + plot.height() - 4, y));
      handles.add(new SlopeHandle(keyX, keyY, keyX + side * HANDLE_PX, kept, before, key, plot));
    }
    return handles;
  }

  // ---- found -------------------------------------------------------------------------------

  /** A key of a row. */
  private record Picked(KeyPlot plot, LayerRow row, CurveKey key) {
    LayerTool.Spot spot() {
      return new LayerTool.Spot(row.part(), key.frame());
    }
  }

  private List<Picked> selected(List<KeyPlot> plots) {
    List<Picked> picked = new ArrayList<>();
    for (KeyPlot plot : plots) {
      for (LayerRow row : plot.rows()) {
        for (CurveKey key : row.curve().keys()) {
          if (tool.isSelected(row, key)) {
            picked.add(new Picked(plot, row, key));
          }
        }
      }
    }
    return picked;
  }

  private Optional<Picked> key(double x, double y) {
    TimeScale scale = scale();
    Picked best = null;
    double least = NEAR_PX;
    for (KeyPlot plot : plots()) {
      for (LayerRow row : plot.rows()) {
        for (CurveKey key : row.curve().keys()) {
          double far = Math.hypot(scale.x(key.frame() + 0.5) - x, plot.y(key.value()) - y);
          // of keys in one place the one that is selected already
          double better = tool.isSelected(row, key) && isChannelChosen(row) ? 0.5 : 0;
          if (scale.sees(key.frame() + 0.5) && far - better < least) {
            least = far - better;
            best = new Picked(plot, row, key);
          }
        }
      }
    }
    return Optional.ofNullable(best);
  }

  private boolean isChannelChosen(LayerRow row) {
    return tool.channelsProperty().get().contains(row.channel());
  }

  /** The curve under the pointer, and where on it. */
  private Optional<LayerRow> curve(double x, double y) {
    double frame = scale().at(x) - 0.5;
    for (KeyPlot plot : plots()) {
      for (LayerRow row : plot.rows()) {
        if (plot.has(y) && Math.abs(plot.y(row.curve().at(frame)) - y) < NEAR_PX) {
          return Optional.of(row);
        }
      }
    }
    return Optional.empty();
  }

  private String words(double x, double y) {
    return key(x, y)
        .map(
            k ->
                String.format(
                    Locale.ROOT,
                    "%s, %s: %.2f %s at frame %s%nShift: along one axis only. Ctrl: between frames.",
                    k.row().part().words(),
                    k.row().channel().words(),
                    k.plot().perUnit() * k.key().value(),
                    k.plot().unit(),
                    Legible.of(k.key().frame())))
        .orElseGet(
            () ->
                curve(x, y)
                    .map(r -> r.channel().words() + ": a double click puts a key here")
                    .orElse("Click to go there, drag a box to select keys"));
  }

  // ---- box ---------------------------------------------------------------------------------

  /** About the selected keys: left, right, top, bottom; empty for fewer than two. */
  private Optional<double[]> bounds(List<KeyPlot> plots) {
    List<Picked> picked = selected(plots);
    if (picked.size() < 2) {
      return Optional.empty();
    }
    TimeScale scale = scale();
    double[] bounds = {
      Double.POSITIVE_INFINITY,
      Double.NEGATIVE_INFINITY,
      Double.POSITIVE_INFINITY,
      Double.NEGATIVE_INFINITY
    };
    for (Picked p : picked) {
      double x = scale.x(p.key().frame() + 0.5);
      double y = p.plot().y(p.key().value());
      bounds[0] = Math.min(bounds[0], x - BOX_PX);
      bounds[1] = Math.max(bounds[1], x + BOX_PX);
      bounds[2] = Math.min(bounds[2], y - BOX_PX);
      bounds[3] = Math.max(bounds[3], y + BOX_PX);
    }
    return Optional.of(bounds);
  }

  /** The edge of the box under the pointer: 0 left, 1 right, 2 top, 3 bottom; -1 for none. */
  private int edge(double[] b, double x, double y) {
    double middleX = (b[0] + b[1]) / 2;
    double middleY = (b[2] + b[3]) / 2;
    double[][] grips = {{b[0], middleY}, {b[1], middleY}, {middleX, b[2]}, {middleX, b[3]}};
    for (int n = 0; n < grips.length; n++) {
      if (Math.abs(grips[n][0] - x) < 8 && Math.abs(grips[n][1] - y) < 8) {
        return n;
      }
    }
    return -1;
  }

  // ---- hands -------------------------------------------------------------------------------

  private void pressed(MouseEvent e) {
    requestFocus();
    e.consume();
    box.press(e.getX(), e.getY());
    held = Optional.empty();
    if (tool.layer().isEmpty() || e.getX() < LEFT) {
      return;
    }
    List<KeyPlot> plots = plots();
    held = slope(plots, e).or(() -> stretch(plots, e)).or(() -> keys(e));
    if (held.isPresent()) {
      frozen = Optional.of(plots);
    } else if (e.getClickCount() == 2) {
      curve(e.getX(), e.getY()).ifPresent(r -> insert(r, scale().frame(e.getX())));
    }
  }

  private Optional<Grab> slope(List<KeyPlot> plots, MouseEvent e) {
    for (KeyPlot plot : plots) {
      for (SlopeHandle h : handles(plot)) {
        if (Math.hypot(h.x() - e.getX(), h.y() - e.getY()) < NEAR_PX) {
          LayerPass layer = tool.layer().orElseThrow();
          Set<LayerTool.Spot> spots = tool.selectedProperty().get();
          Object key = new Object();
          return Optional.of(
              d -> {
                double side = h.before() ? -1 : 1;
                double away = Math.max(4, side * (d.getX() - h.keyX()));
                double frames = away / scale().width() * scale().seen().count();
                double slope = side * plot.by(h.keyY() - d.getY()) / frames;
                OptionalDouble its = OptionalDouble.of(slope);
                OptionalDouble other = d.isShiftDown() ? OptionalDouble.empty() : its;
                tool.edit(
                    "slope of keys of",
                    key,
                    l ->
                        tool.sloped(
                            layer, spots, h.before() ? its : other, h.before() ? other : its));
              });
        }
      }
    }
    return Optional.empty();
  }

  private Optional<Grab> stretch(List<KeyPlot> plots, MouseEvent e) {
    int edge = bounds(plots).map(b -> edge(b, e.getX(), e.getY())).orElse(-1);
    if (edge < 0) {
      return Optional.empty();
    }
    List<Picked> picked = selected(plots);
    KeyPlot plot = picked.get(0).plot();
    double first = picked.stream().mapToDouble(p -> p.key().frame()).min().orElseThrow();
    double last = picked.stream().mapToDouble(p -> p.key().frame()).max().orElseThrow();
    double low = picked.stream().mapToDouble(p -> p.key().value()).min().orElseThrow();
    double high = picked.stream().mapToDouble(p -> p.key().value()).max().orElseThrow();
    LayerPass layer = tool.layer().orElseThrow();
    Set<LayerTool.Spot> spots = tool.selectedProperty().get();
    Object key = new Object();
    return Optional.of(
        d -> {
          double frames = (d.getX() - box.x()) / scale().width() * scale().seen().count();
          double value = plot.by(box.y() - d.getY());
          double inTime =
              edge == 0
                  ? 1 - frames / Math.max(1, last - first)
                  : edge == 1 ? 1 + frames / Math.max(1, last - first) : 1;
          double size = Math.max(1e-6, high - low);
          double inValue = edge == 2 ? 1 + value / size : edge == 3 ? 1 - value / size : 1;
          if (Math.abs(inTime) < 0.02) {
            return;
          }
          double about = edge == 0 ? last : first;
          tool.edit(
              "stretch keys of",
              key,
              l -> tool.stretched(layer, spots, about, inTime, edge == 2 ? low : high, inValue));
          follow(spots, f -> about + inTime * (f - about));
        });
  }

  private Optional<Grab> keys(MouseEvent e) {
    Optional<Picked> hit = key(e.getX(), e.getY());
    if (hit.isEmpty()) {
      return Optional.empty();
    }
    Picked p = hit.get();
    if (!tool.isSelected(p.row(), p.key()) || !isChannelChosen(p.row())) {
      Set<LayerTool.Spot> spots = new HashSet<>(Set.of(p.spot()));
      Set<Channel> channels = new HashSet<>(Set.of(p.row().channel()));
      if (e.isShiftDown()) {
        spots.addAll(tool.selectedProperty().get());
        channels.addAll(tool.channelsProperty().get());
      }
      tool.select(spots, channels);
    }
    LayerPass layer = tool.layer().orElseThrow();
    Set<LayerTool.Spot> spots = tool.selectedProperty().get();
    Object key = new Object();
    return Optional.of(
        d -> {
          TimeScale scale = scale();
          double frames =
              d.isControlDown()
                  ? scale.at(d.getX()) - scale.at(box.x())
                  : scale.frame(d.getX()) - scale.frame(box.x());
          double value = p.plot().by(box.y() - d.getY());
          boolean along = Math.abs(d.getX() - box.x()) > Math.abs(d.getY() - box.y());
          double by = d.isShiftDown() && !along ? 0 : frames;
          double up = d.isShiftDown() && along ? 0 : value;
          tool.edit("move keys of", key, l -> tool.shifted(layer, spots, by, up));
          follow(spots, f -> f + by);
        });
  }

  /** Keeps keys selected that went elsewhere in time. */
  private void follow(Set<LayerTool.Spot> spots, DoubleUnaryOperator to) {
    Set<LayerTool.Spot> now = new HashSet<>();
    spots.forEach(s -> now.add(new LayerTool.Spot(s.part(), to.applyAsDouble(s.frame()))));
    tool.select(now, tool.channelsProperty().get());
  }

  private void insert(LayerRow row, double frame) {
    tool.edit("put a key into", null, l -> l.plus(row.withCurve(row.curve().inserted(frame))));
    tool.select(Set.of(new LayerTool.Spot(row.part(), frame)), Set.of(row.channel()));
  }

  private void dragged(MouseEvent e) {
    e.consume();
    if (box.isClick(e.getX(), e.getY())) {
      return;
    }
    if (held.isPresent()) {
      held.get().drag(e);
    } else if (box.x() >= LEFT) {
      box.draw(e.getX(), e.getY());
      selectInside();
    }
    draw();
  }

  private void selectInside() {
    TimeScale scale = scale();
    Set<LayerTool.Spot> spots = new HashSet<>();
    Set<Channel> channels = new HashSet<>();
    for (KeyPlot plot : plots()) {
      for (LayerRow row : plot.rows()) {
        for (CurveKey key : row.curve().keys()) {
          double x = scale.x(key.frame() + 0.5);
          double y = plot.y(key.value());
          if (scale.sees(key.frame() + 0.5) && box.hasX(x) && box.hasY(y, 0)) {
            spots.add(new LayerTool.Spot(row.part(), key.frame()));
            channels.add(row.channel());
          }
        }
      }
    }
    tool.select(spots, channels);
  }

  private void released(MouseEvent e) {
    boolean clicked = box.isClick(e.getX(), e.getY());
    if (!clicked) {
      // a busy window may not have been told of the last way
      dragged(e);
    } else if (held.isEmpty() && box.x() >= LEFT && e.getClickCount() == 1) {
      tool.select(Set.of(), Set.of());
      session.seek(scale().frame(e.getX()));
    }
    held = Optional.empty();
    frozen = Optional.empty();
    box.end();
    session.settle();
    draw();
  }

  private void keyed(KeyEvent e) {
    if (e.getCode() == KeyCode.DELETE && !tool.selectedProperty().get().isEmpty()) {
      tool.remove();
      e.consume();
    }
  }
}
