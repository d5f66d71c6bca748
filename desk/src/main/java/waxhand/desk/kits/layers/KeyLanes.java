package waxhand.desk.kits.layers;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.core.body.PartName;
import waxhand.core.body.Side;
import waxhand.core.chain.Plate;
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
  private static final double TOP = 9;
  private static final double GRIP = 8;
  private static final double TACK = 4;

  private final LayerTool tool;
  private final Palette palette;
  private final OtherKeys others;
  private final SelectionBox box = new SelectionBox();
  private Optional<Drag> held = Optional.empty();
  private Optional<Boolean> grip = Optional.empty();
  private final Set<KeyRow.Limb> opened = EnumSet.noneOf(KeyRow.Limb.class);

  /** Selected keys in a hand. */
  private record Drag(LayerPass layer, Set<LayerTool.Spot> spots, double from, Object key) {}

  public KeyLanes(Session session, LayerTool tool, Palette palette) {
    super(session);
    this.tool = tool;
    this.palette = palette;
    others = new OtherKeys(session);
    hidePlayheadTop();
    setId("key-lanes");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Keys of the active layer over time");
    tool.selectedProperty().addListener((o, a, b) -> draw());
    session.takeProperty().addListener((o, a, b) -> changed());
    session.plateIdProperty().addListener((o, a, b) -> changed());
    session.selectionProperty().addListener((o, a, b) -> draw());
    session.frameProperty().addListener((o, a, b) -> drawIfShown());
    session.posing().wholeRangeProperty().addListener((o, a, b) -> draw());
    session.posing().holdBeforeSProperty().addListener((o, a, b) -> draw());
    session.posing().holdAfterSProperty().addListener((o, a, b) -> draw());
    hands(this::pressed, this::dragged, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrollTime);
    tells(this::words, (x, y) -> isHandle(x, y) ? Cursor.H_RESIZE : Cursor.DEFAULT);
  }

  private void drawIfShown() {
    if (isVisible()) {
      draw();
    }
  }

  /** Whether a layer is chosen, whose keys these are. */
  public boolean isCalledFor() {
    return tool.layer().isPresent();
  }

  private List<KeyRow> rows() {
    return KeyRow.of(tool.layer().map(LayerTool::parts).orElse(Set.of()), opened);
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

  /** Middle of the tack of a key in the first row that has it, in this control; for tests. */
  public double[] at(PartName part, double frame) {
    List<KeyRow> rows = rows();
    int row = 0;
    while (row < rows.size() - 1 && !rows.get(row).parts().contains(part)) {
      row++;
    }
    return new double[] {x(frame + 0.5), TOP + ROW * row + ROW / 2};
  }

  /** Where the hold begins, or ends, in this control; for tests. */
  public double[] holdAt(boolean before) {
    return new double[] {x(holdFrame(before) + 0.5), GRIP / 2};
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
    List<KeyRow> rows = rows();
    if (rows.isEmpty()) {
      g.setFont(Type.plain(12));
      g.setFill(palette.get(Ink.SOFT));
      g.fillText(
          "No keys yet: select a part, and turn or pull it in the view.", LEFT + 8, TOP + 14);
    }
    double top = TOP;
    for (KeyRow row : rows) {
      paint(g, scale, layer.get(), row, top);
      top += ROW;
    }
    hold(g, scale, Math.max(top, TOP + ROW));
    box.paint(g, palette);
  }

  private void paint(GraphicsContext g, TimeScale scale, LayerPass layer, KeyRow row, double top) {
    boolean on = layer.rows().stream().anyMatch(r -> row.parts().contains(r.part()) && !r.off());
    Side side = row.side();
    Ink ink = side == Side.LEFT ? Ink.LEFT : side == Side.RIGHT ? Ink.RIGHT : Ink.INK;
    g.setFont(Type.plain(12));
    g.setFill(palette.get(on ? ink : Ink.SOFT));
    boolean inside =
        !row.folds() && rows().stream().anyMatch(r -> r.folds() && r.limb() == row.limb());
    g.fillText(row.words() + (on ? "" : " (off)"), inside ? 28 : 16, top + 13);
    if (row.folds()) {
      fold(g, row.open(), top);
    }
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(LEFT, top, scale.width(), ROW - 2);
    hill(g, scale, layer, row, top);
    others.paint(g, palette, scale, row, top + ROW / 2 + 1);
    Set<LayerTool.Spot> selected = tool.selectedProperty().get();
    for (double frame : row.frames(layer)) {
      if (scale.sees(frame + 0.5)) {
        boolean chosen = row.spots(layer, frame).stream().anyMatch(selected::contains);
        double x = scale.x(frame + 0.5);
        g.setFill(palette.get(chosen ? Ink.FOCUS : Ink.WAX_SHADE));
        g.fillRoundRect(x - TACK, top + 2, 2 * TACK, 6, 4, 4);
        g.fillRect(x - 1, top + 6, 2, ROW - 9);
      }
    }
  }

  /** A small corner that points to the rows that follow, or to where they are folded. */
  private void fold(GraphicsContext g, boolean open, double top) {
    double y = top + ROW / 2 - 1;
    double[] xs = open ? new double[] {4, 12, 8} : new double[] {6, 11, 6};
    double[] ys = open ? new double[] {y - 2, y - 2, y + 3} : new double[] {y - 4, y, y + 4};
    g.setFill(palette.get(Ink.SOFT));
    g.fillPolygon(xs, ys, 3);
  }

  /** How far an edit at the playhead would be felt: slopes to either side, with grips. */
  private void hold(GraphicsContext g, TimeScale scale, double low) {
    if (session.posing().wholeRangeProperty().get()) {
      return;
    }
    double from = holdFrame(true) + 0.5;
    double to = holdFrame(false) + 0.5;
    double here = scale.x(session.frameProperty().get() + 0.5);
    g.setFill(palette.get(Ink.FOCUS).deriveColor(0, 1, 1, 0.13));
    g.fillPolygon(
        new double[] {scale.x(from), here, scale.x(to)}, new double[] {low, GRIP / 2, low}, 3);
    g.setFill(palette.get(Ink.FOCUS));
    for (double end : new double[] {from, to}) {
      if (scale.sees(end)) {
        double x = scale.x(end);
        g.fillPolygon(new double[] {x - 5, x + 5, x}, new double[] {0, 0, GRIP}, 3);
      }
    }
  }

  private double holdFrame(boolean before) {
    double seconds =
        before
            ? -session.posing().holdBeforeSProperty().get()
            : session.posing().holdAfterSProperty().get();
    return session.frameProperty().get() + seconds * session.rateHz();
  }

  /** How much the layer does to a part over time, its largest in sight as high as the row. */
  private void hill(GraphicsContext g, TimeScale scale, LayerPass layer, KeyRow of, double top) {
    int wide = (int) Math.max(2, Math.min(600, scale.width() / 2));
    double[] turns = new double[wide];
    double[] moves = new double[wide];
    Frames seen = scale.seen();
    for (LayerRow row : layer.rows()) {
      if (of.parts().contains(row.part()) && !layer.replaces()) {
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

  private Optional<KeyRow> rowAt(double y) {
    int row = (int) Math.floor((y - TOP) / ROW);
    List<KeyRow> rows = rows();
    return row >= 0 && row < rows.size() ? Optional.of(rows.get(row)) : Optional.empty();
  }

  /** A tack under the pointer: its row, and its frame. */
  private record Hit(KeyRow row, double frame) {}

  private Optional<Hit> hit(double x, double y) {
    Optional<KeyRow> row = rowAt(y);
    if (row.isEmpty() || x < LEFT - TACK) {
      return Optional.empty();
    }
    TimeScale scale = scale();
    return row.get().frames(tool.layer().orElseThrow()).stream()
        .filter(f -> scale.isAt(f + 0.5, x, TACK + 2))
        .min(
            (a, b) ->
                Double.compare(Math.abs(scale.x(a + 0.5) - x), Math.abs(scale.x(b + 0.5) - x)))
        .map(f -> new Hit(row.get(), f));
  }

  /** Whether the pointer is on the grip where the hold begins, or ends. */
  private boolean isOnGrip(boolean before, double x, double y) {
    return !session.posing().wholeRangeProperty().get()
        && y <= GRIP + 2
        && scale().isAt(holdFrame(before) + 0.5, x, 6);
  }

  private boolean isHandle(double x, double y) {
    return hit(x, y).isPresent() || isOnGrip(true, x, y) || isOnGrip(false, x, y);
  }

  private String words(double x, double y) {
    if (isOnGrip(true, x, y) || isOnGrip(false, x, y)) {
      return "How far an edit here is felt: drag to change it";
    }
    return hit(x, y)
        .map(
            h ->
                String.format(
                    Locale.ROOT,
                    "%s, key at frame %s%nDrag to move it in time, with Alt to stretch about the"
                        + " playhead, with Ctrl between frames",
                    h.row().words(),
                    Legible.of(h.frame())))
        .or(() -> other(x, y).map(p -> "A key of " + p.name() + ": a click chooses that layer"))
        .orElseGet(
            () ->
                rowAt(y).map(r -> "Keys of the " + r.words()).orElse("Drag a box to select keys"));
  }

  /** The other layer whose key is under the pointer. */
  private Optional<Plate> other(double x, double y) {
    return x < LEFT ? Optional.empty() : rowAt(y).flatMap(r -> others.at(scale(), r, x));
  }

  private void pressed(MouseEvent e) {
    requestFocus();
    box.press(e.getX(), e.getY());
    held = Optional.empty();
    e.consume();
    if (!session.hasTake() || tool.layer().isEmpty()) {
      return;
    }
    for (boolean before : new boolean[] {true, false}) {
      if (isOnGrip(before, e.getX(), e.getY())) {
        grip = Optional.of(before);
        return;
      }
    }
    Optional<Hit> hit = hit(e.getX(), e.getY());
    if (hit.isEmpty()) {
      if (!e.isShiftDown()) {
        tool.selectedProperty().set(Set.of());
      }
      if (e.getX() < LEFT) {
        rowAt(e.getY()).ifPresent(r -> labelled(r, e.getX()));
      }
      return;
    }
    Set<LayerTool.Spot> under =
        hit.get().row().spots(tool.layer().orElseThrow(), hit.get().frame());
    Set<LayerTool.Spot> now = new HashSet<>(tool.selectedProperty().get());
    if (e.isShiftDown() && now.containsAll(under)) {
      now.removeAll(under);
    } else if (e.isShiftDown()) {
      now.addAll(under);
    } else if (!now.containsAll(under)) {
      now = new HashSet<>(under);
    }
    tool.selectedProperty().set(Set.copyOf(now));
    held =
        Optional.of(new Drag(tool.layer().get(), Set.copyOf(now), hit.get().frame(), new Object()));
  }

  /** A click on the name of a row: its keys and parts are selected, at its corner it is folded. */
  private void labelled(KeyRow row, double x) {
    if (row.folds() && x < 16) {
      if (!opened.remove(row.limb())) {
        opened.add(row.limb());
      }
      changed();
      return;
    }
    Set<LayerTool.Spot> all = new HashSet<>();
    LayerPass layer = tool.layer().orElseThrow();
    row.frames(layer).forEach(f -> all.addAll(row.spots(layer, f)));
    tool.selectedProperty().set(Set.copyOf(all));
    session
        .takeProperty()
        .get()
        .map(t -> t.raw().motion().body())
        .ifPresent(
            body -> {
              BitSet joints = new BitSet();
              row.parts().forEach(p -> p.on(body).ifPresent(joints::set));
              session.select(joints);
            });
  }

  private void dragged(MouseEvent e) {
    e.consume();
    if (box.isClick(e.getX(), e.getY())) {
      return;
    }
    if (grip.isPresent()) {
      gripped(e.getX());
      return;
    }
    if (held.isEmpty()) {
      if (box.x() >= LEFT) {
        box.draw(e.getX(), e.getY());
        selectInside();
      }
      draw();
      return;
    }
    Drag drag = held.get();
    TimeScale scale = scale();
    double by =
        e.isControlDown()
            ? scale.at(e.getX()) - scale.at(box.x())
            : scale.frame(e.getX()) - scale.frame(box.x());
    int about = session.frameProperty().get();
    boolean stretch = e.isAltDown() && drag.from != about;
    double factor = stretch ? (drag.from + by - about) / (drag.from - about) : 1;
    if (stretch && Math.abs(factor) < 0.01) {
      return;
    }
    tool.edit(
        stretch ? "stretch keys of" : "move keys of",
        drag.key,
        l ->
            stretch
                ? LayerTool.stretched(drag.layer, drag.spots, about, factor)
                : LayerTool.moved(drag.layer, drag.spots, by));
    Set<LayerTool.Spot> now = new HashSet<>();
    for (LayerTool.Spot spot : drag.spots) {
      double to = stretch ? about + factor * (spot.frame() - about) : spot.frame() + by;
      now.add(spot.at(to));
    }
    tool.selectedProperty().set(Set.copyOf(now));
  }

  private void gripped(double x) {
    double far = (scale().frame(x) - session.frameProperty().get()) / session.rateHz();
    if (grip.orElseThrow()) {
      session.posing().holdBeforeSProperty().set(Math.max(1 / session.rateHz(), -far));
    } else {
      session.posing().holdAfterSProperty().set(Math.max(1 / session.rateHz(), far));
    }
  }

  private void selectInside() {
    TimeScale scale = scale();
    LayerPass layer = tool.layer().orElseThrow();
    Set<LayerTool.Spot> inside = new HashSet<>();
    double y = TOP + ROW / 2;
    for (KeyRow row : rows()) {
      if (box.hasY(y, ROW / 2)) {
        for (double f : row.frames(layer)) {
          double x = scale.x(f + 0.5);
          if (scale.sees(f + 0.5) && box.hasX(x)) {
            inside.addAll(row.spots(layer, f));
          }
        }
      }
      y += ROW;
    }
    tool.selectedProperty().set(Set.copyOf(inside));
  }

  private void released(MouseEvent e) {
    boolean clicked = box.isClick(e.getX(), e.getY());
    if (grip.isPresent()) {
      grip = Optional.empty();
    } else if (clicked && held.isPresent()) {
      session.seek((int) Math.round(held.get().from));
    } else if (clicked && other(e.getX(), e.getY()).isPresent()) {
      session.plateIdProperty().set(other(e.getX(), e.getY()).map(Plate::id));
    } else if (clicked && e.getX() >= LEFT && session.hasTake()) {
      session.seek(scale().frame(e.getX()));
    } else {
      // a busy window may not have been told of the last way
      dragged(e);
    }
    held = Optional.empty();
    box.end();
    session.settle();
    draw();
  }
}
