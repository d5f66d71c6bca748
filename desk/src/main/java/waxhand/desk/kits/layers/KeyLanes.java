package waxhand.desk.kits.layers;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.text.Legible;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.timeline.TimeArea;
import waxhand.desk.timeline.TimeScale;

/**
 * The keys of the active layer, a row a part: a tack where any channel of the part has a key, over
 * a hill as high as what the layer does there. Tacks are selected by click and by box, dragged in
 * time, with Alt stretched about the playhead.
 */
public final class KeyLanes extends TimeArea {
  private static final double ROW = 18;
  private static final double TOP = 4;
  private static final double TACK = 4;

  private final LayerTool tool;
  private final Palette palette;
  private double pressX;
  private double pressY;
  private double boxX;
  private double boxY;
  private boolean boxing;
  private Optional<Drag> held = Optional.empty();

  /** Selected keys in a hand. */
  private record Drag(LayerPass layer, Set<LayerTool.Spot> spots, double from, Object key) {}

  public KeyLanes(Session session, LayerTool tool, Palette palette) {
    super(session);
    this.tool = tool;
    this.palette = palette;
    hidePlayheadTop();
    setId("key-lanes");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Keys of the active layer over time");
    tool.selectedProperty().addListener((o, a, b) -> draw());
    session.takeProperty().addListener((o, a, b) -> changed());
    session.plateIdProperty().addListener((o, a, b) -> changed());
    session.selectionProperty().addListener((o, a, b) -> draw());
    hands(this::pressed, this::dragged, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrollTime);
    tells(this::words, (x, y) -> hit(x, y).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT);
  }

  /** Whether a layer is chosen, whose keys these are. */
  public boolean isCalledFor() {
    return tool.layer().isPresent();
  }

  private Map<PartName, TreeSet<Double>> rows() {
    return tool.layer().map(LayerTool::parts).orElse(Map.of());
  }

  @Override
  protected double computePrefHeight(double width) {
    return tool.layer().isEmpty() ? 0 : TOP + Math.max(1, rows().size()) * ROW + 6;
  }

  @Override
  protected double computeMinHeight(double width) {
    return computePrefHeight(width);
  }

  private TimeScale scale() {
    return new TimeScale(session.frames(), session.seenProperty().get(), LEFT, timeWidth());
  }

  @Override
  protected double x(double frame) {
    return scale().x(frame);
  }

  /** Middle of the tack of a key, in this control; for tests. */
  public double[] at(PartName part, double frame) {
    int row = new ArrayList<>(rows().keySet()).indexOf(part);
    return new double[] {x(frame + 0.5), TOP + ROW * row + ROW / 2};
  }

  // ---- drawn -------------------------------------------------------------------------------

  @Override
  protected void paint() {
    Optional<LayerPass> layer = tool.layer();
    if (!session.hasTake() || !isWide() || layer.isEmpty()) {
      return;
    }
    GraphicsContext g = canvas.getGraphicsContext2D();
    TimeScale scale = scale();
    Map<PartName, TreeSet<Double>> rows = rows();
    if (rows.isEmpty()) {
      g.setFont(Type.plain(12));
      g.setFill(palette.get(Ink.SOFT));
      g.fillText("No keys yet: select a part, and turn or pull it in the view.", LEFT, TOP + 14);
    }
    int row = 0;
    for (Map.Entry<PartName, TreeSet<Double>> entry : rows.entrySet()) {
      paint(g, scale, layer.get(), entry.getKey(), entry.getValue(), TOP + ROW * row++);
    }
    if (boxing) {
      g.setStroke(palette.get(Ink.FOCUS));
      g.setLineWidth(1);
      g.setLineDashes(3, 3);
      g.strokeRect(
          Math.min(pressX, boxX),
          Math.min(pressY, boxY),
          Math.abs(boxX - pressX),
          Math.abs(boxY - pressY));
      g.setLineDashes();
    }
  }

  private void paint(
      GraphicsContext g,
      TimeScale scale,
      LayerPass layer,
      PartName part,
      TreeSet<Double> frames,
      double top) {
    Side side = part.role().map(Role::side).orElse(Side.MIDDLE);
    boolean on = layer.rows().stream().anyMatch(r -> r.part().equals(part) && !r.off());
    g.setFont(Type.plain(12));
    g.setFill(
        palette.get(
            !on
                ? Ink.SOFT
                : side == Side.LEFT ? Ink.LEFT : side == Side.RIGHT ? Ink.RIGHT : Ink.INK));
    g.fillText(part.words() + (on ? "" : " (off)"), 16, top + 13);
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(LEFT, top, scale.width(), ROW - 2);
    hill(g, scale, layer, part, top);
    for (double frame : frames) {
      if (scale.sees(frame + 0.5)) {
        boolean chosen = tool.selectedProperty().get().contains(new LayerTool.Spot(part, frame));
        double x = scale.x(frame + 0.5);
        g.setFill(palette.get(chosen ? Ink.FOCUS : Ink.WAX_SHADE));
        g.fillRoundRect(x - TACK, top + 2, 2 * TACK, 6, 4, 4);
        g.fillRect(x - 1, top + 6, 2, ROW - 9);
      }
    }
  }

  /** How much the layer does to a part over time, its largest in sight as high as the row. */
  private void hill(
      GraphicsContext g, TimeScale scale, LayerPass layer, PartName part, double top) {
    int wide = (int) Math.max(2, Math.min(600, scale.width() / 2));
    double[] turns = new double[wide];
    double[] moves = new double[wide];
    Frames seen = scale.seen();
    for (LayerRow row : layer.rows()) {
      if (row.part().equals(part) && !layer.replaces()) {
        for (int n = 0; n < wide; n++) {
          double v = row.curve().at(seen.from() + (n + 0.5) * seen.count() / wide);
          double[] to = row.channel().of().isAngle() ? turns : moves;
          to[n] += v * v;
        }
      }
    }
    double mostTurn = 1e-12;
    double mostMove = 1e-12;
    for (int n = 0; n < wide; n++) {
      mostTurn = Math.max(mostTurn, turns[n]);
      mostMove = Math.max(mostMove, moves[n]);
    }
    g.setFill(palette.get(Ink.WAX).deriveColor(0, 1, 1, 0.55));
    double low = top + ROW - 2;
    double[] xs = new double[wide + 2];
    double[] ys = new double[wide + 2];
    for (int n = 0; n < wide; n++) {
      double share = Math.sqrt(Math.max(turns[n] / mostTurn, moves[n] / mostMove));
      xs[n] = LEFT + scale.width() * (n + 0.5) / wide;
      ys[n] = low - (ROW - 5) * share;
    }
    xs[wide] = LEFT + scale.width();
    ys[wide] = low;
    xs[wide + 1] = LEFT;
    ys[wide + 1] = low;
    g.fillPolygon(xs, ys, wide + 2);
  }

  // ---- hands -------------------------------------------------------------------------------

  private Optional<PartName> rowAt(double y) {
    int row = (int) Math.floor((y - TOP) / ROW);
    List<PartName> parts = new ArrayList<>(rows().keySet());
    return row >= 0 && row < parts.size() ? Optional.of(parts.get(row)) : Optional.empty();
  }

  private Optional<LayerTool.Spot> hit(double x, double y) {
    Optional<PartName> part = rowAt(y);
    if (part.isEmpty() || x < LEFT - TACK) {
      return Optional.empty();
    }
    TimeScale scale = scale();
    return rows().get(part.get()).stream()
        .filter(f -> scale.isAt(f + 0.5, x, TACK + 2))
        .min(
            (a, b) ->
                Double.compare(Math.abs(scale.x(a + 0.5) - x), Math.abs(scale.x(b + 0.5) - x)))
        .map(f -> new LayerTool.Spot(part.get(), f));
  }

  private String words(double x, double y) {
    return hit(x, y)
        .map(
            s ->
                String.format(
                    Locale.ROOT,
                    "%s, key at frame %s%nDrag to move it in time, with Alt to stretch about the playhead",
                    s.part().words(),
                    Legible.of(s.frame())))
        .orElseGet(() -> rowAt(y).map(p -> "Keys of the " + p.words()).orElse(""));
  }

  private void pressed(MouseEvent e) {
    requestFocus();
    pressX = e.getX();
    pressY = e.getY();
    boxing = false;
    held = Optional.empty();
    e.consume();
    if (!session.hasTake() || tool.layer().isEmpty()) {
      return;
    }
    Optional<LayerTool.Spot> hit = hit(e.getX(), e.getY());
    if (hit.isEmpty()) {
      if (!e.isShiftDown()) {
        tool.selectedProperty().set(Set.of());
      }
      if (e.getX() < LEFT) {
        rowAt(e.getY()).ifPresent(this::selectRow);
      }
      return;
    }
    Set<LayerTool.Spot> now = new HashSet<>(tool.selectedProperty().get());
    if (e.isShiftDown() && now.contains(hit.get())) {
      now.remove(hit.get());
    } else if (e.isShiftDown()) {
      now.add(hit.get());
    } else if (!now.contains(hit.get())) {
      now = new HashSet<>(Set.of(hit.get()));
    }
    tool.selectedProperty().set(Set.copyOf(now));
    held =
        Optional.of(new Drag(tool.layer().get(), Set.copyOf(now), hit.get().frame(), new Object()));
  }

  private void selectRow(PartName part) {
    Set<LayerTool.Spot> all = new HashSet<>();
    rows().get(part).forEach(f -> all.add(new LayerTool.Spot(part, f)));
    tool.selectedProperty().set(Set.copyOf(all));
    session
        .takeProperty()
        .get()
        .flatMap(t -> part.on(t.raw().motion().body()).stream().boxed().findFirst())
        .ifPresent(
            j -> {
              BitSet joints = new BitSet();
              joints.set(j);
              session.select(joints);
            });
  }

  private void dragged(MouseEvent e) {
    e.consume();
    if (Math.abs(e.getX() - pressX) < 2 && Math.abs(e.getY() - pressY) < 2) {
      return;
    }
    if (held.isEmpty()) {
      boxing = pressX >= LEFT;
      boxX = e.getX();
      boxY = e.getY();
      if (boxing) {
        box();
      }
      draw();
      return;
    }
    Drag drag = held.get();
    TimeScale scale = scale();
    int by = scale.frame(e.getX()) - scale.frame(pressX);
    int about = session.frameProperty().get();
    boolean stretch = e.isAltDown() && drag.from != about;
    double factor = stretch ? (drag.from + by - about) / (drag.from - about) : 1;
    if (stretch && Math.abs(factor) < 0.01) {
      return;
    }
    tool.edit(
        stretch ? "stretch keys of" : "move keys of",
        drag.key,
        l -> LayerTool.moved(drag.layer, drag.spots, about, factor, by));
    Set<LayerTool.Spot> now = new HashSet<>();
    for (LayerTool.Spot spot : drag.spots) {
      double to = stretch ? about + factor * (spot.frame() - about) : spot.frame() + by;
      now.add(new LayerTool.Spot(spot.part(), to));
    }
    tool.selectedProperty().set(Set.copyOf(now));
  }

  private void box() {
    TimeScale scale = scale();
    Set<LayerTool.Spot> inside = new HashSet<>();
    double y = TOP + ROW / 2;
    for (Map.Entry<PartName, TreeSet<Double>> row : rows().entrySet()) {
      if (y > Math.min(pressY, boxY) - ROW / 2 && y < Math.max(pressY, boxY) + ROW / 2) {
        for (double f : row.getValue()) {
          double x = scale.x(f + 0.5);
          if (scale.sees(f + 0.5) && x >= Math.min(pressX, boxX) && x <= Math.max(pressX, boxX)) {
            inside.add(new LayerTool.Spot(row.getKey(), f));
          }
        }
      }
      y += ROW;
    }
    tool.selectedProperty().set(Set.copyOf(inside));
  }

  private void released(MouseEvent e) {
    boolean clicked = Math.abs(e.getX() - pressX) < 2 && Math.abs(e.getY() - pressY) < 2;
    if (clicked && held.isPresent()) {
      session.seek((int) Math.round(held.get().from));
    } else if (clicked && e.getX() >= LEFT && session.hasTake()) {
      session.seek(scale().frame(e.getX()));
    } else {
      // a busy window may not have been told of the last way
      dragged(e);
    }
    held = Optional.empty();
    boxing = false;
    session.settle();
    draw();
  }
}
