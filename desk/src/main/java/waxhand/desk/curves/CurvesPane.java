package waxhand.desk.curves;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;
import waxhand.desk.timeline.TimeArea;

/**
 * Curves of the selected parts. The wheel zooms at the pointer, the right button pans, a drag
 * selects a region, a drag inside the region shifts it: up and down in value, sideways in time.
 */
public final class CurvesPane extends TimeArea {
  private static final double RULER = 16;
  private static final double LEAST_ROW = 46;

  /** Shorter sights than this are not zoomed into, frames. */
  private static final double LEAST_SIGHT = 8;

  /** What is drawn depends on this. */
  private record Wanted(Motion a, Motion b, List<Integer> joints, Quantity quantity) {}

  private final ObservableValue<Optional<Frames>> marked;
  private final CurvePainter painter;
  private final Palette palette;
  private final WorkedOut<Wanted, CurveSet> worked = new WorkedOut<>(CurveSet.NONE);
  private final ObjectProperty<Quantity> quantity = new SimpleObjectProperty<>(Quantity.ROTATION);
  private final ObjectProperty<Grouping> grouping = new SimpleObjectProperty<>(Grouping.NONE);
  private final BooleanProperty apart = new SimpleBooleanProperty();
  private final BooleanProperty spectrum = new SimpleBooleanProperty();
  private final ReadOnlyObjectWrapper<Optional<Frames>> region =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private Optional<RegionDrag> dragging = Optional.empty();
  private double from;
  private double to;
  private String takeId = "";
  private CurveSet set = CurveSet.NONE;
  private int cursor = -1;
  private Hand hand;

  /** What the mouse is doing. */
  private interface Hand {
    void drag(double x, double y);
  }

  /**
   * @param marked frames to be pointed out, such as those of a finding
   */
  public CurvesPane(Session session, ObservableValue<Optional<Frames>> marked, Palette palette) {
    super(session);
    this.marked = marked;
    marked.addListener((o, a, b) -> draw());
    this.palette = palette;
    this.painter = new CurvePainter(canvas.getGraphicsContext2D(), palette);
    setId("curves");
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Curves of the selected parts");
    setMinHeight(140);
    setPrefHeight(230);
    session.stagesProperty().addListener((o, a, b) -> refresh());
    session.flagAProperty().addListener((o, a, b) -> refresh());
    session.flagBProperty().addListener((o, a, b) -> refresh());
    session.selectionProperty().addListener((o, a, b) -> refresh());
    session.takeProperty().addListener((o, a, b) -> takeChanged());
    quantity.addListener((o, a, b) -> refresh());
    grouping.addListener((o, a, b) -> draw());
    visibleProperty().addListener((o, a, b) -> refresh());
    for (BooleanProperty each : List.of(apart, spectrum)) {
      each.addListener((o, a, b) -> draw());
    }
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
    addEventHandler(
        MouseEvent.MOUSE_DRAGGED,
        e -> {
          if (hand != null) {
            hand.drag(e.getX(), e.getY());
          }
        });
    addEventHandler(
        MouseEvent.MOUSE_RELEASED,
        e -> {
          if (hand != null && !e.isStillSincePress()) {
            hand.drag(e.getX(), e.getY());
          }
          hand = null;
          dragging.ifPresent(RegionDrag::release);
        });
    addEventHandler(MouseEvent.MOUSE_MOVED, this::moved);
    addEventHandler(
        MouseEvent.MOUSE_EXITED,
        e -> {
          cursor = -1;
          draw();
        });
    addEventHandler(ScrollEvent.SCROLL, this::scrolled);
  }

  public ObjectProperty<Quantity> quantityProperty() {
    return quantity;
  }

  /** Which curves share a row. */
  public ObjectProperty<Grouping> groupingProperty() {
    return grouping;
  }

  /** Whether what B is more than A is drawn in stead of both. */
  public BooleanProperty apartProperty() {
    return apart;
  }

  public BooleanProperty spectrumProperty() {
    return spectrum;
  }

  public ReadOnlyObjectProperty<Optional<Frames>> regionProperty() {
    return region.getReadOnlyProperty();
  }

  void onDrag(RegionDrag drag) {
    dragging = Optional.of(drag);
  }

  public void select(Optional<Frames> frames) {
    region.set(frames);
    draw();
  }

  /** Shows the whole take. */
  public void fit() {
    look(0, session.frames());
  }

  /** Shows the selected region. */
  public void fitRegion() {
    region.get().ifPresent(r -> look(r.from() - 0.2 * r.count(), r.to() + 0.2 * r.count()));
  }

  /** Frames at the left and right edge. */
  public double[] sight() {
    return new double[] {from, to};
  }

  private void look(double a, double b) {
    double length = Math.max(LEAST_SIGHT, Math.min(b - a, session.frames()));
    from = Math.max(0, Math.min(session.frames() - length, a));
    to = from + length;
    draw();
  }

  private void takeChanged() {
    String id = session.takeProperty().get().map(t -> t.id()).orElse("");
    if (!id.equals(takeId)) {
      takeId = id;
      region.set(Optional.empty());
      set = CurveSet.NONE;
      from = 0;
      to = session.frames();
    }
    refresh();
  }

  private void refresh() {
    if (!isVisible()) {
      return;
    }
    Optional<Motion> a = session.motionAt(session.flagAProperty().get());
    Optional<Motion> b = session.motionAt(session.flagBProperty().get());
    if (a.isEmpty() || b.isEmpty()) {
      set = CurveSet.NONE;
      draw();
      return;
    }
    List<Integer> joints = new ArrayList<>();
    session.selected(b.get().body()).stream().forEach(joints::add);
    if (joints.isEmpty()) {
      joints.add(0);
    }
    TimeMap ta = session.timingAt(session.flagAProperty().get());
    TimeMap tb = session.timingAt(session.flagBProperty().get());
    int frames = session.frames();
    Wanted wanted = new Wanted(a.get(), b.get(), List.copyOf(joints), quantity.get());
    set =
        worked.of(
            wanted,
            work ->
                CurveSet.of(
                    wanted.quantity, wanted.a, ta, wanted.b, tb, frames, wanted.joints, work),
            this::refresh);
    draw();
  }

  // ---- drawing -----------------------------------------------------------------------------

  private CurvePainter.Sight view() {
    return new CurvePainter.Sight(from, Math.max(from + 1, to), timeWidth());
  }

  private List<List<CurveSet.Row>> rows() {
    return grouping.get().of(set);
  }

  private double rowHeight(int rows) {
    return Math.max(LEAST_ROW, (getHeight() - RULER - 4) / Math.max(1, rows));
  }

  private int rowsInSight(int rows) {
    return Math.min(rows, (int) Math.max(1, (getHeight() - RULER) / rowHeight(rows)));
  }

  @Override
  protected double x(double frame) {
    return view().x(frame);
  }

  @Override
  protected void paint() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    List<List<CurveSet.Row>> rows = rows();
    if (rows.isEmpty() || getWidth() < 300) {
      g.setFont(Type.plain(13));
      g.setFill(palette.get(Ink.SOFT));
      g.fillText("Curves of the parts you select are drawn here.", LEFT, 40);
      return;
    }
    CurvePainter.Sight view = view();
    double height = rowHeight(rows.size());
    int shown = rowsInSight(rows.size());
    painter.ruler(view, session.rateHz(), getHeight());
    for (int i = 0; i < shown; i++) {
      List<CurveSet.Row> row = rows.get(i);
      painter.row(
          row,
          set.quantity().unit(),
          apart.get(),
          view,
          RULER + i * height,
          height,
          range(row, view),
          cursor);
    }
    marked.getValue().ifPresent(f -> painter.mark(f, view, RULER, shown * height - 3));
    region.get().ifPresent(r -> painter.region(r, view, RULER, shown * height - 3));
    if (shown < rows.size()) {
      g.setFill(palette.get(Ink.SOFT));
      g.fillText(
          rows.size() - shown + " more; choose fewer parts or lay them over each other",
          LEFT + 6,
          getHeight() - 6);
    }
    if (spectrum.get()) {
      Frames all = new Frames(0, session.frames());
      Frames seen = new Frames((int) from, (int) Math.ceil(to));
      Frames run = region.get().orElse(seen).within(all);
      if (run.count() > 4096) {
        int middle = (run.from() + run.to()) / 2;
        run = new Frames(middle - 2048, middle + 2048);
      }
      double size = Math.min(150, getHeight() - RULER - 8);
      painter.spectrum(rows.get(0).get(0), run, session.rateHz(), LEFT + 8, RULER + 4, size);
    }
  }

  private double[] range(List<CurveSet.Row> row, CurvePainter.Sight view) {
    List<Curve> curves = new ArrayList<>();
    for (CurveSet.Row each : row) {
      if (apart.get()) {
        curves.add(each.apart());
      } else {
        curves.add(each.a());
        curves.add(each.b());
      }
    }
    return CurvePainter.range(curves, view);
  }

  // ---- hands -------------------------------------------------------------------------------

  private void moved(MouseEvent e) {
    CurvePainter.Sight view = view();
    cursor = e.getX() < LEFT ? -1 : (int) view.frame(e.getX());
    boolean inside = region.get().map(r -> r.contains((int) view.frame(e.getX()))).orElse(false);
    setCursor(inside ? Cursor.MOVE : Cursor.CROSSHAIR);
    draw();
  }

  private void scrolled(ScrollEvent e) {
    CurvePainter.Sight view = view();
    double at = view.frame(Math.max(LEFT, e.getX()));
    if (Math.abs(e.getDeltaX()) > Math.abs(e.getDeltaY())) {
      double by = -e.getDeltaX() / view.width() * (to - from);
      look(from + by, to + by);
    } else {
      double factor = Math.pow(0.998, e.getDeltaY());
      look(at - factor * (at - from), at + factor * (to - at));
    }
    e.consume();
  }

  private void pressed(MouseEvent e) {
    requestFocus();
    CurvePainter.Sight view = view();
    if (!session.hasTake()) {
      return;
    }
    if (e.getButton() != MouseButton.PRIMARY) {
      double startFrom = from;
      double startTo = to;
      double x0 = e.getX();
      hand =
          (x, y) -> {
            double by = (x0 - x) / view.width() * (startTo - startFrom);
            look(startFrom + by, startTo + by);
          };
    } else if (e.getY() < RULER || e.getX() < LEFT) {
      hand = (x, y) -> session.seek((int) view().frame(x));
      hand.drag(e.getX(), e.getY());
    } else if (region.get().map(r -> r.contains((int) view.frame(e.getX()))).orElse(false)) {
      hand = shift(e.getX(), e.getY());
    } else {
      int start = border(view.frame(e.getX()));
      session.seek((int) view.frame(e.getX()));
      region.set(Optional.empty());
      hand =
          (x, y) -> {
            int end = border(view().frame(x));
            if (Math.abs(end - start) >= 2) {
              select(Optional.of(new Frames(Math.min(start, end), Math.max(start, end))));
            }
          };
      draw();
    }
  }

  private int border(double frame) {
    return (int) Math.max(0, Math.min(session.frames(), Math.round(frame)));
  }

  /** The first few pixels decide whether a region is shifted in value or in time. */
  private Hand shift(double x0, double y0) {
    List<List<CurveSet.Row>> rows = rows();
    double height = rowHeight(rows.size());
    int which = (int) ((y0 - RULER) / height);
    if (which < 0 || which >= rowsInSight(rows.size())) {
      return (x, y) -> {};
    }
    CurveSet.Row row = rows.get(which).get(0);
    CurvePainter.Sight view = view();
    double[] range = range(rows.get(which), view);
    double perPixel = (range[1] - range[0]) / (height - 3);
    Frames chosen = region.get().orElseThrow();
    Quantity of = set.quantity();
    int[] axis = new int[1];
    return (x, y) -> {
      if (axis[0] == 0 && Math.hypot(x - x0, y - y0) > 5) {
        axis[0] = Math.abs(y - y0) >= Math.abs(x - x0) ? 1 : 2;
      }
      if (axis[0] == 1) {
        dragged(row, of, chosen, (y0 - y) * perPixel, 0);
      } else if (axis[0] == 2) {
        int frames = (int) Math.round((x - x0) / view.width() * (view.to() - view.from()));
        dragged(row, of, chosen, 0, frames);
      }
    };
  }

  private void dragged(CurveSet.Row row, Quantity of, Frames chosen, double value, int frames) {
    dragging.ifPresent(d -> d.drag(row.joint(), of, row.component(), chosen, value, frames));
  }
}
