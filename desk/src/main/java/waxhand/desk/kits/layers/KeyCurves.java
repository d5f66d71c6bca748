package waxhand.desk.kits.layers;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
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

  private final LayerTool tool;
  private final Palette palette;
  private final KeyCurvePainter painter;
  private final BooleanProperty beneath = new SimpleBooleanProperty(true);
  private Optional<KeyGrab> held = Optional.empty();
  private Optional<List<KeyPlot>> frozen = Optional.empty();
  private final SelectionBox box = new SelectionBox();

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
    session.stagesProperty().addListener((o, a, b) -> draw());
    session.takeProperty().addListener((o, a, b) -> draw());
    session.selectionProperty().addListener((o, a, b) -> draw());
    beneath.addListener((o, a, b) -> draw());
    hands(this::pressed, this::dragged, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrollTime);
    addEventHandler(KeyEvent.KEY_PRESSED, this::keyed);
    tells(this::words, (x, y) -> view().key(x, y).isPresent() ? Cursor.MOVE : Cursor.DEFAULT);
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
    Set<PartName> keyed = LayerTool.parts(layer.get());
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

  private KeyCurveView view() {
    return new KeyCurveView(plots(), scale(), tool);
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
    KeyCurveView view = view();
    if (view.plots().isEmpty()) {
      painter.empty(g);
      return;
    }
    Optional<PartName> shown = beneath.get() ? part() : Optional.empty();
    for (KeyPlot plot : view.plots()) {
      painter.plot(g, view, plot, shown);
    }
    painter.ruler(g, view.scale(), RULER);
    view.box().ifPresent(b -> painter.box(g, b));
    box.paint(g, palette);
  }

  private String words(double x, double y) {
    return view()
        .key(x, y)
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
                view()
                    .curve(x, y)
                    .map(r -> r.channel().words() + ": a double click puts a key here")
                    .orElse("Click to go there, drag a box to select keys"));
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
    KeyCurveView view = view();
    held = KeyGrab.of(tool, view, e);
    if (held.isPresent()) {
      frozen = Optional.of(view.plots());
    } else if (e.getClickCount() == 2) {
      view.curve(e.getX(), e.getY()).ifPresent(r -> insert(r, view.scale().frame(e.getX())));
    }
  }

  private void insert(LayerRow row, double frame) {
    tool.edit("put a key into", null, l -> l.plus(row.withCurve(row.curve().inserted(frame))));
    tool.selectedProperty().set(Set.of(new LayerTool.Spot(row.part(), row.channel(), frame)));
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
      tool.selectedProperty().set(Set.copyOf(view().inside(box)));
    }
    draw();
  }

  private void released(MouseEvent e) {
    boolean clicked = box.isClick(e.getX(), e.getY());
    if (!clicked) {
      // a busy window may not have been told of the last way
      dragged(e);
    } else if (held.isEmpty() && box.x() >= LEFT && e.getClickCount() == 1) {
      tool.selectedProperty().set(Set.of());
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
