package waxhand.desk.timeline;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.core.project.Note;
import waxhand.core.survey.Finding;
import waxhand.core.survey.Survey;
import waxhand.desk.findings.Worklist;
import waxhand.desk.session.Results;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Type;

/**
 * Everything that lies over the time of the take: the distance between the flags with the work
 * range over it, and a lane for each plate whose span can be chosen. Ends, eases and whole spans
 * are dragged; a drag on an open span cuts it to what was dragged over.
 */
public final class Lanes extends TimeArea {
  static final double RULER = 18;
  static final double STRIP = 30;

  /** Height of one row of the strip that tells how far A and B are apart. */
  static final double HEAT = 5;

  static final double HEAT_TOP = RULER + STRIP + 6;
  static final double NOTES_TOP = HEAT_TOP + 6 * HEAT + 2;
  static final double NOTES = 18;
  public static final double ROW = 24;

  /** As many lanes the time area has room for unless the artist gives it more or less. */
  private static final int USUAL_ROWS = 3;

  private static final double GRAB = 6;

  private final LanePainter painter;
  private int firstRow;
  private Handle held;
  private double pressX;

  /** What the pointer has hold of. */
  private interface Handle {
    void drag(int border);

    default Cursor cursor() {
      return Cursor.H_RESIZE;
    }
  }

  public Lanes(Session session, Results results, Worklist worklist, Palette palette) {
    super(session);
    this.painter = new LanePainter(session, results, worklist, palette, canvas);
    setId("lanes");
    setAccessibleRole(AccessibleRole.NODE);
    setAccessibleText("Time: overview, work range and the spans of passes");
    session.plateIdProperty().addListener((o, a, b) -> reveal());
    heightProperty().addListener((o, a, b) -> reveal());
    session.selectionProperty().addListener((o, a, b) -> draw());
    session.takeProperty().addListener((o, a, b) -> changed());
    results.sketchProperty().addListener((o, a, b) -> draw());
    worklist.stateProperty().addListener((o, a, b) -> draw());
    worklist.chosenProperty().addListener((o, a, b) -> draw());
    hands(this::pressed, this::dragged, this::released);
    addEventHandler(ScrollEvent.SCROLL, this::scrolled);
    tells(
        (x, y) -> words(worklist, x, y),
        (x, y) -> at(x, y).map(Handle::cursor).orElse(Cursor.DEFAULT));
  }

  /** What lies under the pointer. */
  private String words(Worklist worklist, double x, double y) {
    int frame = scale().frame(x);
    if (y >= RULER && y < RULER + STRIP) {
      String found =
          worklist.stateProperty().get().open().stream()
              .filter(f -> f.frames().grown(2).contains(frame))
              .sorted(Survey.WORST_FIRST)
              .limit(6)
              .map(Finding::text)
              .collect(Collectors.joining("\n"));
      return found.isEmpty() ? "Findings over the take; the brackets are the work range" : found;
    }
    return LanePainter.heatRow(y)
        .map(
            part ->
                "How far the " + part.words() + " of A and B are apart, a shift of all left out")
        .orElse("frame " + frame);
  }

  /** Where the lanes begin: below the notes where there are any. */
  private double lanesTop() {
    return NOTES_TOP + (hasNotes() ? NOTES + 2 : 2);
  }

  private boolean hasNotes() {
    return session.takeProperty().get().map(t -> !t.notes().isEmpty()).orElse(false);
  }

  private List<Plate> rows() {
    return session.chain().plates().stream().filter(p -> p.pass().kind().local()).toList();
  }

  @Override
  protected double computePrefHeight(double width) {
    return lanesTop() + ROW * Math.max(1, Math.min(USUAL_ROWS, rows().size())) + 8;
  }

  @Override
  protected double computeMinHeight(double width) {
    return lanesTop() + ROW + 8;
  }

  /** How many lanes are in sight; more are scrolled. */
  private int rowsInSight() {
    return (int) Math.max(1, Math.floor((getHeight() - lanesTop() - 8 + 0.5) / ROW));
  }

  /** Where a frame lies, in this control; for tests and for handles elsewhere. */
  public double xOf(int frame) {
    return scale().x(frame);
  }

  /**
   * Middle of a plate's lane, in this control, out of it while scrolled away; -1 without a lane.
   */
  public double yOf(String plateId) {
    List<Plate> rows = rows();
    for (int i = 0; i < rows.size(); i++) {
      if (rows.get(i).id().equals(plateId)) {
        return rowTop(i) + ROW / 2;
      }
    }
    return -1;
  }

  /** The uppermost lane in sight. */
  private int firstRow() {
    return Math.max(0, Math.min(firstRow, rows().size() - rowsInSight()));
  }

  private double rowTop(int row) {
    return lanesTop() + (row - firstRow()) * ROW;
  }

  /** The row at a height, whether or not there is one. */
  private int rowAt(double y) {
    return firstRow() + (int) Math.floor((y - lanesTop()) / ROW);
  }

  private TimeScale scale() {
    return new TimeScale(session.frames(), session.seenProperty().get(), LEFT, timeWidth());
  }

  @Override
  protected double x(double frame) {
    return scale().x(frame);
  }

  // ---- drawing -----------------------------------------------------------------------------

  @Override
  protected void paint() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    if (!session.hasTake() || !isWide()) {
      return;
    }
    TimeScale scale = scale();
    g.setFont(Type.plain(12));
    painter.ruler(scale);
    painter.overview(scale);
    painter.heat(scale);
    if (hasNotes()) {
      painter.notes(scale);
    }
    painter.cuts(scale);
    List<Plate> rows = rows();
    int shown = Math.min(rowsInSight(), rows.size());
    for (int i = firstRow(); i < firstRow() + shown; i++) {
      painter.lane(scale, rows.get(i), rowTop(i));
    }
    if (rows.isEmpty()) {
      painter.noLanes(rowTop(0));
    } else if (rows.size() > rowsInSight()) {
      painter.thumb(rowTop(firstRow()), firstRow(), shown, rows.size());
    }
  }

  /** Brings the lane of the chosen plate into sight. */
  private void reveal() {
    List<Plate> rows = rows();
    for (int i = 0; i < rows.size(); i++) {
      if (session.plateIdProperty().get().equals(Optional.of(rows.get(i).id()))) {
        firstRow = Math.min(i, Math.max(firstRow(), i - rowsInSight() + 1));
      }
    }
    draw();
  }

  private void scrolled(ScrollEvent e) {
    if (scrollTime(e)) {
      return;
    }
    firstRow = firstRow() + (e.getDeltaY() < 0 ? 1 : -1);
    draw();
    e.consume();
  }

  // ---- hands -------------------------------------------------------------------------------

  private Optional<Handle> at(double x, double y) {
    TimeScale scale = scale();
    if (session.takeProperty().get().isEmpty() || x < LEFT - GRAB) {
      return Optional.empty();
    }
    Frames range = session.workRange();
    if (y >= RULER && y < RULER + STRIP) {
      if (scale.isAt(range.from(), x, GRAB)) {
        return Optional.of(
            b ->
                workRange(
                    new Frames(
                        Math.min(b, session.workRange().to() - 1), session.workRange().to())));
      }
      if (scale.isAt(range.to(), x, GRAB)) {
        return Optional.of(
            b ->
                workRange(
                    new Frames(
                        session.workRange().from(), Math.max(b, session.workRange().from() + 1))));
      }
    }
    Optional<Note> note = noteAt(x, y);
    if (note.isPresent()) {
      return Optional.of(b -> moveNote(note.get().id(), b));
    }
    int row = rowAt(y);
    List<Plate> rows = rows();
    if (row < rows.size() && y >= lanesTop()) {
      return Optional.of(spanHandle(rows.get(row), x, y - rowTop(row), scale));
    }
    return Optional.of(new Scrub());
  }

  /** The note whose flag is there. */
  private Optional<Note> noteAt(double x, double y) {
    if (!hasNotes() || y < NOTES_TOP || y >= NOTES_TOP + NOTES) {
      return Optional.empty();
    }
    return session.takeProperty().get().orElseThrow().notes().stream()
        .filter(n -> Math.abs(scale().x(n.frame() + 0.5) - x) <= GRAB)
        .findFirst();
  }

  private void moveNote(String note, int to) {
    String id = session.takeProperty().get().orElseThrow().id();
    int frame = Math.max(0, Math.min(session.frames() - 1, to));
    session.edit(
        "move note",
        "note-" + note,
        p -> p.changed(id, t -> t.withNote(note, n -> n.withFrame(frame))));
    session.seek(frame);
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
    if (y < 10 && scale.isAt(f.from() + span.easeIn(), x, GRAB)) {
      return b -> span(plate, s -> eased(s, b - s.from(), s.easeOut()));
    }
    if (y < 10 && scale.isAt(f.to() - span.easeOut(), x, GRAB)) {
      return b -> span(plate, s -> eased(s, s.easeIn(), s.to() - b));
    }
    if (scale.isAt(f.from(), x, GRAB)) {
      return b ->
          span(plate, s -> new Span(Math.min(b, s.to() - 1), s.to(), s.easeIn(), s.easeOut()));
    }
    if (scale.isAt(f.to(), x, GRAB)) {
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

  /** A span with eases as long as a hand has pulled them, but never longer than the span. */
  private static Span eased(Span s, int in, int out) {
    int most = s.to() - s.from();
    return new Span(
        s.from(), s.to(), Math.max(0, Math.min(in, most)), Math.max(0, Math.min(out, most)));
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
    int row = rowAt(e.getY());
    if (e.getY() >= lanesTop() && row < rows().size()) {
      session.plateIdProperty().set(Optional.of(rows().get(row).id()));
    }
    if (session.hasTake()) {
      noteAt(e.getX(), e.getY()).ifPresent(n -> session.seek(n.frame()));
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
    // a busy window may not have been told of the last way
    dragged(e);
    held = null;
    session.settle();
  }
}
