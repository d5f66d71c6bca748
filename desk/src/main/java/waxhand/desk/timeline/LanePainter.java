package waxhand.desk.timeline;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import waxhand.core.body.BodyPart;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.project.Note;
import waxhand.core.project.Take;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.desk.findings.Worklist;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Results;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.PixelClip;
import waxhand.desk.theme.Type;

/** Draws the ruler, the overview and the lanes of plates. */
final class LanePainter {
  /** Letters of a plate's name for which there is room beside its lane. */
  private static final int LONGEST_NAME = 20;

  private final Session session;
  private final Results results;
  private final Worklist worklist;
  private final Palette palette;
  private final Canvas canvas;
  private final GraphicsContext g;
  private HeatStrip strip;

  LanePainter(Session session, Results results, Worklist worklist, Palette palette, Canvas canvas) {
    this.session = session;
    this.results = results;
    this.worklist = worklist;
    this.palette = palette;
    this.canvas = canvas;
    this.g = canvas.getGraphicsContext2D();
  }

  /** Says that nothing has a span yet. */
  void noLanes(double top) {
    g.setFill(palette.get(Ink.RAISED));
    g.fillRect(Lanes.LEFT + 1, top + 3, 340, 20);
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("Spans of passes are laid out here once a pass has one.", Lanes.LEFT + 10, top + 17);
  }

  /** A mark at the right for which of the lanes are in sight. */
  void thumb(double top, int first, int shown, int count) {
    double all = shown * Lanes.ROW;
    double x = canvas.getWidth() - 9;
    g.setFill(palette.get(Ink.HAIRLINE));
    g.fillRoundRect(x, top, 5, all, 5, 5);
    g.setFill(palette.get(Ink.SOFT));
    g.fillRoundRect(x, top + all * first / count, 5, all * shown / count, 5, 5);
  }

  void ruler(TimeScale scale) {
    g.setFill(palette.get(Ink.SOFT));
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    int rest = session.takeProperty().get().map(t -> t.raw().restFrames()).orElse(0);
    if (rest > 0) {
      // what stands before the motion in the file, left of its first frame
      g.fillText(rest == 1 ? "rest pose before" : rest + " rows of rest", 16, Lanes.RULER - 5);
      g.fillRect(Lanes.LEFT - 8, Lanes.RULER - 13, 5, 9);
    }
    Ruler.draw(g, scale, session.rateHz(), Lanes.RULER - 5, canvas.getHeight() - 4);
  }

  /** How bad the findings are over the take, a row for each kind there is. */
  void overview(TimeScale scale) {
    double top = Lanes.RULER;
    Frames range = session.workRange();
    List<Finding> open = worklist.stateProperty().get().open();
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("Findings", 16, top + 13);
    g.fillText(open.isEmpty() ? "none" : open.size() + " left", 16, top + 27);
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(Lanes.LEFT, top, scale.width(), Lanes.STRIP);
    List<FindingKind> kinds = open.stream().map(Finding::kind).distinct().sorted().toList();
    double row = Math.min(8, (Lanes.STRIP - 2) / Math.max(1, kinds.size()));
    for (Finding f : open) {
      if (!scale.sees(f.frames().from()) && !scale.sees(f.frames().to() - 1)) {
        continue;
      }
      double y = top + 1 + row * kinds.indexOf(f.kind());
      double x0 = scale.x(f.frames().from());
      double x1 = Math.max(x0 + 2, scale.x(f.frames().to()));
      g.setFill(palette.get(Ink.TROUBLE).deriveColor(0, 1, 1, 0.15 + 0.85 * f.severity()));
      g.fillRect(x0, y, x1 - x0, Math.max(1, row - 0.8));
    }
    worklist
        .chosenProperty()
        .get()
        .ifPresent(
            f -> {
              double x0 = scale.x(f.frames().from());
              double x1 = Math.max(x0 + 3, scale.x(f.frames().to()));
              g.setStroke(palette.get(Ink.FOCUS));
              g.setLineWidth(1.5);
              g.strokeRect(x0 - 1, top + 0.5, x1 - x0 + 2, Lanes.STRIP - 1);
              g.setFill(palette.get(Ink.FOCUS).deriveColor(0, 1, 1, 0.08));
              g.fillRect(x0, top + Lanes.STRIP, x1 - x0, canvas.getHeight());
            });
    Color veil = palette.get(Ink.RAISED).deriveColor(0, 1, 1, 0.72);
    g.setFill(veil);
    double a = scale.x(range.from());
    double b = scale.x(range.to());
    g.fillRect(Lanes.LEFT, top, a - Lanes.LEFT, Lanes.STRIP);
    g.fillRect(b, top, Lanes.LEFT + scale.width() - b, Lanes.STRIP);
    g.setStroke(palette.get(Ink.INK));
    g.setLineWidth(2);
    for (double[] edge : new double[][] {{a, 5, range.from()}, {b, -5, range.to()}}) {
      if (!scale.sees(edge[2])) {
        continue;
      }
      g.strokeLine(edge[0], top, edge[0], top + Lanes.STRIP);
      g.strokeLine(edge[0], top, edge[0] + edge[1], top);
      g.strokeLine(edge[0], top + Lanes.STRIP, edge[0] + edge[1], top + Lanes.STRIP);
    }
  }

  /** Veils the frames that are cut out of the result. */
  void cuts(TimeScale scale) {
    FrameSet kept = session.timingAt(Flag.RESULT).kept();
    FrameSet gone = FrameSet.of(new Frames(0, session.frames()));
    for (Frames run : kept.runs()) {
      gone = gone.minus(run);
    }
    g.setStroke(palette.get(Ink.SOFT));
    g.setLineWidth(1);
    for (Frames run : gone.runs()) {
      double x0 = scale.x(run.from());
      double x1 = scale.x(run.to());
      g.setFill(palette.get(Ink.RAISED).deriveColor(0, 1, 1, 0.8));
      g.fillRect(x0, Lanes.RULER, x1 - x0, canvas.getHeight());
      for (double x = x0 + 3; x < x1; x += 7) {
        g.strokeLine(x, Lanes.RULER, Math.max(x0, x - 5), Lanes.RULER + 12);
      }
    }
  }

  /** How far A and B are apart, a row for each large part of the body. */
  void heat(TimeScale scale) {
    double top = Lanes.HEAT_TOP;
    double height = Lanes.HEAT * BodyPart.values().length;
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("A to B apart", 16, top + 11);
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(Lanes.LEFT, top, scale.width(), height);
    Optional<Results.Sketch> sketch = results.sketchProperty().get();
    if (sketch.isEmpty()) {
      return;
    }
    if (strip == null || !strip.isOf(sketch.get(), palette)) {
      strip = new HeatStrip(sketch.get(), palette);
    }
    strip.draw(g, scale, top, Lanes.HEAT);
    double most = sketch.get().most();
    g.setFill(palette.get(Ink.SOFT));
    String words =
        most == 0 ? "the same" : String.format(Locale.ROOT, "up to %.0f mm", 1000 * most);
    g.fillText(words, 16, top + 25);
  }

  /** Which part a row of the heat strip is of. */
  static Optional<BodyPart> heatRow(double y) {
    int row = (int) Math.floor((y - Lanes.HEAT_TOP) / Lanes.HEAT);
    return row >= 0 && row < BodyPart.values().length
        ? Optional.of(BodyPart.values()[row])
        : Optional.empty();
  }

  /** Notes as small flags with their names. */
  void notes(TimeScale scale) {
    double top = Lanes.NOTES_TOP;
    List<Note> notes =
        session.takeProperty().get().map(Take::notes).orElse(List.of()).stream()
            .sorted(Comparator.comparingInt(Note::frame))
            .toList();
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("Notes", 16, top + 13);
    for (int i = 0; i < notes.size(); i++) {
      Note note = notes.get(i);
      if (!scale.sees(note.frame())) {
        continue;
      }
      double x = scale.x(note.frame() + 0.5);
      double room =
          (i + 1 < notes.size() ? scale.x(notes.get(i + 1).frame()) : Lanes.LEFT + scale.width())
              - x;
      Color colour = palette.get(NOTE_INKS.get(note.colour()));
      g.setFill(colour);
      g.fillPolygon(new double[] {x, x + 9, x}, new double[] {top + 2, top + 6, top + 10}, 3);
      g.setStroke(colour);
      g.setLineWidth(1.5);
      g.strokeLine(x, top + 2, x, top + Lanes.NOTES - 1);
      PixelClip.save(g, x + 11, top, Math.max(0, room - 14), Lanes.NOTES);
      g.fillText(note.name(), x + 12, top + 13);
      g.restore();
    }
  }

  private static final Map<Note.Colour, Ink> NOTE_INKS =
      Map.of(
          Note.Colour.PLAIN, Ink.SOFT,
          Note.Colour.LEFT, Ink.LEFT,
          Note.Colour.RIGHT, Ink.RIGHT,
          Note.Colour.GOOD, Ink.GOOD,
          Note.Colour.TROUBLE, Ink.TROUBLE);

  void lane(TimeScale scale, Plate plate, double top) {
    boolean chosen = session.plateIdProperty().get().equals(Optional.of(plate.id()));
    g.setFill(palette.get(chosen ? Ink.INK : Ink.SOFT));
    g.setFont(chosen ? Type.strong(12) : Type.plain(12));
    g.fillText(clipped(plate.name()), 16, top + 16);
    if (actsOnSelection(plate)) {
      g.setFill(palette.get(Ink.FOCUS));
      g.fillOval(6, top + 9, 6, 6);
    }
    g.setFont(Type.plain(12));
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    g.strokeLine(
        Lanes.LEFT, top + Lanes.ROW - 2.5, Lanes.LEFT + scale.width(), top + Lanes.ROW - 2.5);
    Frames frames = plate.span().within(session.frames());
    if (frames.isEmpty()) {
      g.setFill(palette.get(Ink.TROUBLE));
      g.fillText("span lies outside the take", Lanes.LEFT + 6, top + 16);
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
    double low = top + Lanes.ROW - 4;
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
    String scope = acts(plate);
    String words = scope.length() > 44 ? plate.scope().roles().size() + " parts" : scope;
    if (x1 - x0 > 110) {
      PixelClip.save(g, x0, top, x1 - x0 - 8, Lanes.ROW);
      g.setFill(plate.acts() ? palette.get(Ink.ON_WAX) : palette.get(Ink.SOFT));
      g.fillText(words, Math.max(x0 + in, x0) + 10, top + 16);
      g.restore();
    }
  }

  /** What it acts on, in words. */
  private static String acts(Plate plate) {
    return plate.pass().actsOn().orElseGet(() -> plate.scope().words());
  }

  /** Whether the plate acts on a part that is selected; such lanes carry a dot. */
  private boolean actsOnSelection(Plate plate) {
    return session
        .takeProperty()
        .get()
        .map(t -> plate.scope().joints(t.raw().motion().body()))
        .map(joints -> joints.intersects(session.selected()))
        .orElse(false);
  }

  private static String clipped(String name) {
    return name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME - 1) + "…" : name;
  }
}
