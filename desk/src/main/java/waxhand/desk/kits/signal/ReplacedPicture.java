package waxhand.desk.kits.signal;

import java.util.EnumMap;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import waxhand.core.body.BodyPart;
import waxhand.core.measure.Changes;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.Type;

/** Which frames of which part a pass has replaced: what is no longer captured but invented. */
public final class ReplacedPicture implements PassPicture {
  private static final double WIDTH = 284;
  private static final double ROW = 12;

  /** What came out differs by this from what went in. */
  private record Replaced(Map<BodyPart, FrameSet> parts, FrameSet all, int frames) {
    static final Replaced NOTHING = new Replaced(Map.of(), FrameSet.NONE, 1);

    static Replaced of(Motion in, Motion out) {
      Map<BodyPart, FrameSet> parts = new EnumMap<>(BodyPart.class);
      for (int j = 0; j < in.clip().skeleton().size(); j++) {
        FrameSet own = Changes.of(in.clip(), out.clip(), j);
        parts.merge(BodyPart.of(in.body(), j), own, FrameSet::union);
      }
      return new Replaced(parts, Changes.of(in.clip(), out.clip()), in.clip().frames());
    }
  }

  private record Pair(Motion in, Motion out) {}

  private final Palette palette;
  private final Label words = new Label();
  private final Canvas canvas = new Canvas(WIDTH, ROW * BodyPart.values().length + 4);
  private final WorkedOut<Pair, Replaced> replaced = new WorkedOut<>(Replaced.NOTHING);
  private final VBox box;
  private Replaced shown = Replaced.NOTHING;
  private Session session;
  private TimeMap timing = TimeMap.all(0);

  public ReplacedPicture(Palette palette) {
    this.palette = palette;
    words.setId("replaced-words");
    Button before = step("replaced-before", "‹", "To the replaced stretch before", -1);
    Button next = step("replaced-next", "›", "To the next replaced stretch", 1);
    HBox line = new HBox(6, words, before, next);
    line.setAlignment(Pos.CENTER_LEFT);
    box = new VBox(6, line, canvas);
    canvas.setOnMousePressed(
        e -> session.seek(timing.raw((int) (shown.frames * (e.getX() - 60) / (WIDTH - 60)))));
  }

  private Button step(String id, String text, String tip, int by) {
    Button button = new Button(text);
    button.setId(id);
    button.setTooltip(new Tooltip(tip));
    button.setAccessibleText(tip);
    button.setOnAction(e -> go(by));
    return button;
  }

  private void go(int by) {
    int now = session.frameProperty().get();
    int to = -1;
    for (Frames run : shown.all.runs()) {
      int from = timing.raw(run.from());
      if (by > 0 && from > now && to < 0 || by < 0 && from < now) {
        to = from;
      }
    }
    if (to >= 0) {
      session.seek(to);
    }
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public void show(Session of, String plateId) {
    session = of;
    timing =
        of.chain().indexOf(plateId).stream()
            .mapToObj(index -> of.chain().timing(of.frames(), index))
            .findFirst()
            .orElse(timing);
    PassPicture.workOf(of, plateId)
        .filter(w -> w.in().clip().frames() == w.out().clip().frames())
        .ifPresent(
            w ->
                shown =
                    replaced.of(
                        new Pair(w.in(), w.out()),
                        work -> Replaced.of(w.in(), w.out()),
                        () -> show(of, plateId)));
    int stretches = shown.all.runs().size();
    words.setText(
        stretches == 0
            ? "Nothing is replaced"
            : shown.all.count()
                + (shown.all.count() == 1 ? " frame" : " frames")
                + " replaced in "
                + stretches
                + (stretches == 1 ? " place" : " places"));
    draw();
  }

  private void draw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
    g.setFont(Type.plain(11));
    double width = WIDTH - 60;
    for (BodyPart part : BodyPart.values()) {
      double y = part.ordinal() * ROW;
      g.setFill(palette.get(Ink.SOFT));
      g.fillText(part.words(), 0, y + 10);
      g.setFill(palette.get(Ink.PAPER));
      g.fillRect(60, y, width, ROW - 2);
      g.setFill(palette.get(Ink.WAX_SHADE));
      for (Frames run : shown.parts.getOrDefault(part, FrameSet.NONE).runs()) {
        double x = 60 + width * run.from() / shown.frames;
        g.fillRect(x, y, Math.max(2, width * run.count() / shown.frames), ROW - 2);
      }
    }
    if (session != null && session.hasTake()) {
      double now = timing.local(session.frameProperty().get());
      double x = 60 + width * now / Math.max(1, timing.frames());
      g.setStroke(palette.get(Ink.FOCUS));
      g.strokeLine(x, 0, x, canvas.getHeight());
    }
  }
}
