package waxhand.desk.timeline;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import waxhand.core.motion.Frames;
import waxhand.core.passes.Plate;
import waxhand.core.passes.Span;
import waxhand.desk.session.Results;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/**
 * Everything that lies over the time of the take: the distance between the flags with the work
 * range over it, and a lane for each plate whose span can be chosen. Ends, eases and whole spans
 * are dragged; a drag on an open span cuts it to what was dragged over.
 */
public final class Lanes extends Region {
  private static final double LEFT = 120;
  private static final double RIGHT = 16;
  private static final double RULER = 18;
  private static final double STRIP = 34;
  private static final double ROW = 24;
  private static final double GRAB = 6;

  private final Session session;
  private final Results results;
  private final Palette palette;
  private final Canvas canvas = new Canvas();
  private Handle held;
  private double pressX;

  /** What the pointer has hold of. */
  private interface Handle {
    void drag(int border);

    default Cursor cursor() {
      return Cursor.H_RESIZE;
    }
  }

  public Lanes(Session session, Results results, Palette palette) {
    this.session = session;
    this.results = results;
    this.palette = palette;
    setId("lanes");
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Time: overview, work range and the spans of passes");
    getChildren().add(canvas);
    session.frameProperty().addListener((o, a, b) -> draw());
    session.plateIdProperty().addListener((o, a, b) -> draw());
    session.selectionProperty().addListener((o, a, b) -> draw());
    session
        .takeProperty()
        .addListener(
            (o, a, b) -> {
              requestLayout();
              if (getParent() != null) {
                getParent().requestLayout();
              }
              draw();
            });
    results.sketchProperty().addListener((o, a, b) -> draw());
    addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
    addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
    addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
    addEventHandler(
        MouseEvent.MOUSE_MOVED,
        e -> setCursor(at(e.getX(), e.getY()).map(Handle::cursor).orElse(Cursor.DEFAULT)));
  }

  private List<Plate> rows() {
    return session.chain().plates().stream().filter(p -> p.pass().kind().local()).toList();
  }

  @Override
  protected double computePrefHeight(double width) {
    return RULER + STRIP + 8 + ROW * Math.max(2, Math.min(5, rows().size())) + 8;
  }

  @Override
  protected double computeMinHeight(double width) {
    return computePrefHeight(width);
  }

  /** Where a frame lies, in this control; for tests and for handles elsewhere. */
  public double xOf(int frame) {
    return scale().x(frame);
  }

  /** Middle of a plate's lane, in this control; -1 where it has none. */
  public double yOf(String plateId) {
    List<Plate> rows = rows();
    for (int i = 0; i < rows.size(); i++) {
      if (rows.get(i).id().equals(plateId)) {
        return rowTop(i) + ROW / 2;
      }
    }
    return -1;
  }

  private static double rowTop(int row) {
    return RULER + STRIP + 8 + row * ROW;
  }

  private TimeScale scale() {
    return new TimeScale(session.frames(), LEFT, Math.max(10, getWidth() - LEFT - RIGHT));
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }

  // ---- drawing -----------------------------------------------------------------------------

  /** Draws everything again, in the colours of the theme. */
  public void draw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    if (session.takeProperty().get().isEmpty() || getWidth() < LEFT + 40) {
      return;
    }
    TimeScale scale = scale();
    g.setFont(Font.font("Lato", 12));
    ruler(g, scale);
    overview(g, scale);
    List<Plate> rows = rows();
    for (int i = 0; i < rows.size(); i++) {
      lane(g, scale, rows.get(i), rowTop(i));
    }
    if (rows.isEmpty()) {
      g.setFill(palette.get(Ink.RAISED));
      g.fillRect(LEFT - 1, rowTop(0) + 3, 340, 20);
      g.setFill(palette.get(Ink.SOFT));
      g.fillText("Spans of passes are laid out here once a pass has one.", LEFT, rowTop(0) + 17);
    }
    double x = scale.x(session.frameProperty().get() + 0.5);
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(1.5);
    g.strokeLine(x, 2, x, getHeight() - 4);
    g.setFill(palette.get(Ink.FOCUS));
    g.fillPolygon(new double[] {x - 5, x + 5, x}, new double[] {2, 2, 9}, 3);
  }

  private void ruler(GraphicsContext g, TimeScale scale) {
    double seconds = session.frames() / session.rateHz();
    double perTick = 1;
    for (double t : new double[] {0.1, 0.5, 1, 2, 5, 10, 30, 60, 120, 300, 600}) {
      perTick = t;
      if (scale.width() * t / seconds > 56) {
        break;
      }
    }
    g.setFill(palette.get(Ink.SOFT));
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    for (double t = 0; t <= seconds + 1e-9; t += perTick) {
      double x = Math.rint(scale.x(t * session.rateHz())) + 0.5;
      g.strokeLine(x, RULER - 5, x, getHeight() - 4);
      String words = perTick < 1 ? String.format(Locale.ROOT, "%.1f s", t) : (int) t + " s";
      if (x + 30 < getWidth()) {
        g.fillText(words, x + 3, RULER - 5);
      }
    }
  }

  private void overview(GraphicsContext g, TimeScale scale) {
    double top = RULER;
    Frames range = session.workRange();
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("A to B apart", 16, top + 14);
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(LEFT, top, scale.width(), STRIP);
    Optional<Results.Sketch> sketch = results.sketchProperty().get();
    if (sketch.isPresent()) {
      double[] d = sketch.get().distance();
      double most = 0.002;
      for (double v : d) {
        most = Math.max(most, v);
      }
      g.setFill(palette.get(Ink.WAX));
      double each = scale.width() / Math.max(1, d.length);
      for (int i = 0; i < d.length; i++) {
        double height = (STRIP - 2) * d[i] / most;
        g.fillRect(LEFT + i * each, top + STRIP - height, each + 0.5, height);
      }
      g.setFill(palette.get(Ink.SOFT));
      boolean same = java.util.Arrays.stream(d).allMatch(v -> v == 0);
      String words = same ? "the same" : String.format(Locale.ROOT, "up to %.1f mm", 1000 * most);
      g.fillText(words, 16, top + 29);
    }
    Color veil = palette.get(Ink.RAISED).deriveColor(0, 1, 1, 0.72);
    g.setFill(veil);
    double a = scale.x(range.from());
    double b = scale.x(range.to());
    g.fillRect(LEFT, top, a - LEFT, STRIP);
    g.fillRect(b, top, LEFT + scale.width() - b, STRIP);
    g.setStroke(palette.get(Ink.INK));
    g.setLineWidth(2);
    for (double[] edge : new double[][] {{a, 5}, {b, -5}}) {
      g.strokeLine(edge[0], top, edge[0], top + STRIP);
      g.strokeLine(edge[0], top, edge[0] + edge[1], top);
      g.strokeLine(edge[0], top + STRIP, edge[0] + edge[1], top + STRIP);
    }
  }

  private void lane(GraphicsContext g, TimeScale scale, Plate plate, double top) {
    boolean chosen = session.plateIdProperty().get().equals(Optional.of(plate.id()));
    g.setFill(palette.get(chosen ? Ink.INK : Ink.SOFT));
    g.setFont(Font.font(chosen ? "Lato Semibold" : "Lato", 12));
    g.fillText(clipped(plate.name()), 16, top + 16);
    if (actsOnSelection(plate)) {
      g.setFill(palette.get(Ink.FOCUS));
      g.fillOval(6, top + 9, 6, 6);
    }
    g.setFont(Font.font("Lato", 12));
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    g.strokeLine(LEFT, top + ROW - 2.5, LEFT + scale.width(), top + ROW - 2.5);
    Frames frames = plate.span().within(session.frames());
    if (frames.isEmpty()) {
      g.setFill(palette.get(Ink.TROUBLE));
      g.fillText("span lies outside the take", LEFT + 6, top + 16);
      return;
    }
    Span span = plate.span();
    double x0 = scale.x(frames.from());
    double x1 = scale.x(frames.to());
    double in = span.isAll() ? 0 : scale.x(frames.from() + span.easeIn()) - x0;
    double out =
        span.isAll() ? 0 : x1 - scale.x(Math.max(frames.from(), frames.to() - span.easeOut()));
    Color fill = plate.acts() ? palette.get(Ink.WAX) : palette.get(Ink.HAIRLINE);
    g.setFill(fill.deriveColor(0, 1, 1, chosen ? 1 : 0.75));
    double low = top + ROW - 4;
    g.fillPolygon(
        new double[] {x0, Math.min(x0 + in, x1), Math.max(x1 - out, x0), x1},
        new double[] {low, top + 3, top + 3, low},
        4);
    if (chosen) {
      g.setStroke(palette.get(Ink.WAX_SHADE));
      g.setLineWidth(2);
      g.strokeLine(x0, top + 3, x0, low);
      g.strokeLine(x1, top + 3, x1, low);
      if (!span.isAll()) {
        g.setFill(palette.get(Ink.FOCUS));
        g.fillOval(x0 + in - 4, top - 0.5, 8, 8);
        g.fillOval(x1 - out - 4, top - 0.5, 8, 8);
      }
    }
    g.setFill(palette.get(Ink.INK));
    String scope = plate.scope().words();
    String words = scope.length() > 44 ? plate.scope().roles().size() + " parts" : scope;
    if (x1 - x0 > 110) {
      g.save();
      g.beginPath();
      g.rect(x0, top, x1 - x0 - 8, ROW);
      g.clip();
      g.setFill(plate.acts() ? palette.get(Ink.ON_WAX) : palette.get(Ink.SOFT));
      g.fillText(words, Math.max(x0 + in, x0) + 10, top + 16);
      g.restore();
    }
  }

  /** Whether the plate acts on a part that is selected; such lanes carry a dot. */
  private boolean actsOnSelection(Plate plate) {
    return session
        .takeProperty()
        .get()
        .map(t -> plate.scope().joints(t.raw().motion().body()))
        .map(joints -> joints.intersects(session.selectionProperty().get()))
        .orElse(false);
  }

  private static String clipped(String name) {
    return name.length() > 15 ? name.substring(0, 14) + "…" : name;
  }

  // ---- hands -------------------------------------------------------------------------------

  private Optional<Handle> at(double x, double y) {
    TimeScale scale = scale();
    if (session.takeProperty().get().isEmpty() || x < LEFT - GRAB) {
      return Optional.empty();
    }
    Frames range = session.workRange();
    if (y >= RULER && y < RULER + STRIP) {
      if (Math.abs(x - scale.x(range.from())) < GRAB) {
        return Optional.of(
            b ->
                workRange(
                    new Frames(
                        Math.min(b, session.workRange().to() - 1), session.workRange().to())));
      }
      if (Math.abs(x - scale.x(range.to())) < GRAB) {
        return Optional.of(
            b ->
                workRange(
                    new Frames(
                        session.workRange().from(), Math.max(b, session.workRange().from() + 1))));
      }
    }
    int row = (int) Math.floor((y - rowTop(0)) / ROW);
    List<Plate> rows = rows();
    if (row >= 0 && row < rows.size() && y >= rowTop(0)) {
      return Optional.of(spanHandle(rows.get(row), x, y - rowTop(row), scale));
    }
    return Optional.of(new Scrub());
  }

  private void workRange(Frames range) {
    String id = session.takeProperty().get().orElseThrow().id();
    session.edit("work range", "work-range", p -> p.changed(id, t -> t.withWorkRange(range)));
  }

  private final class Scrub implements Handle {
    @Override
    public void drag(int border) {
      session.seek(border);
    }

    @Override
    public Cursor cursor() {
      return Cursor.DEFAULT;
    }
  }

  private Handle spanHandle(Plate plate, double x, double y, TimeScale scale) {
    Span span = plate.span();
    Frames f = span.within(session.frames());
    if (span.isAll() || f.isEmpty()) {
      int start = scale.border(x);
      return b -> cut(plate, start, b);
    }
    double in = scale.x(f.from() + span.easeIn());
    double out = scale.x(f.to() - span.easeOut());
    if (y < 10 && Math.abs(x - in) <= GRAB) {
      return b ->
          span(
              plate,
              s ->
                  new Span(
                      s.from(),
                      s.to(),
                      Math.max(0, Math.min(b - s.from(), s.to() - s.from())),
                      s.easeOut()));
    }
    if (y < 10 && Math.abs(x - out) <= GRAB) {
      return b ->
          span(
              plate,
              s ->
                  new Span(
                      s.from(),
                      s.to(),
                      s.easeIn(),
                      Math.max(0, Math.min(s.to() - b, s.to() - s.from()))));
    }
    if (Math.abs(x - scale.x(f.from())) <= GRAB) {
      return b ->
          span(plate, s -> new Span(Math.min(b, s.to() - 1), s.to(), s.easeIn(), s.easeOut()));
    }
    if (Math.abs(x - scale.x(f.to())) <= GRAB) {
      return b ->
          span(plate, s -> new Span(s.from(), Math.max(b, s.from() + 1), s.easeIn(), s.easeOut()));
    }
    if (x > scale.x(f.from()) && x < scale.x(f.to())) {
      int grab = scale.border(x) - f.from();
      return new Handle() {
        @Override
        public void drag(int border) {
          span(
              plate,
              s -> {
                int length = s.to() - s.from();
                int from = Math.max(0, Math.min(session.frames() - length, border - grab));
                return new Span(from, from + length, s.easeIn(), s.easeOut());
              });
        }

        @Override
        public Cursor cursor() {
          return Cursor.MOVE;
        }
      };
    }
    return new Scrub();
  }

  private void cut(Plate plate, int from, int to) {
    if (from != to) {
      int a = Math.min(from, to);
      int b = Math.max(from, to);
      int ease = Math.min((b - a) / 4, (int) Math.round(session.rateHz() * 0.1));
      span(plate, s -> new Span(a, b, ease, ease));
    }
  }

  private void span(Plate plate, java.util.function.UnaryOperator<Span> change) {
    session.editPlate(
        "span of " + plate.name(),
        "span-" + plate.id(),
        plate.id(),
        p -> p.withSpan(change.apply(p.span())));
  }

  private void pressed(MouseEvent e) {
    requestFocus();
    pressX = e.getX();
    int row = (int) Math.floor((e.getY() - rowTop(0)) / ROW);
    if (e.getY() >= rowTop(0) && row < rows().size()) {
      session.plateIdProperty().set(Optional.of(rows().get(row).id()));
    }
    held = at(e.getX(), e.getY()).orElse(null);
    if (held instanceof Scrub) {
      session.seek(scale().frame(e.getX()));
    }
  }

  private void dragged(MouseEvent e) {
    if (held instanceof Scrub) {
      session.seek(scale().frame(e.getX()));
    } else if (held != null && Math.abs(e.getX() - pressX) > 1) {
      held.drag(scale().border(e.getX()));
    }
  }

  private void released(MouseEvent e) {
    held = null;
    session.settle();
  }
}
