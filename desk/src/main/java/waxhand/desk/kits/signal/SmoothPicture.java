package waxhand.desk.kits.signal;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.maths.EulerAngles;
import waxhand.core.measure.Strikes;
import waxhand.core.motion.Clip;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.signal.ResidualAnalysis;
import waxhand.desk.panels.PassPanel;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.panels.Plot;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;

/** Residual against cutoff with the suggestion, and the selected part before and after. */
public final class SmoothPicture implements PassPicture {
  private static final double WINDOW_S = 1.2;

  /** What the residual analysis depends on. */
  private record Analysed(Motion in, Scope scope, int order, boolean turns) {}

  /** What the share of strikes that is kept depends on. */
  private record Struck(Motion in, Motion out) {}

  private final WorkedOut<Struck, Double> strikes = new WorkedOut<>(Double.NaN);
  private final Label strikeWords = new Label();
  private final Plot residual;
  private final Plot part;
  private final VBox box;
  private final WorkedOut<Analysed, Optional<ResidualAnalysis>> analysis =
      new WorkedOut<>(Optional.empty());

  public SmoothPicture(Palette palette) {
    residual = new Plot(palette, "Hz", "°", 84);
    part = new Plot(palette, "s", "°", 84);
    residual.setId("residual-plot");
    part.setId("part-plot");
    strikeWords.setId("strikes");
    strikeWords.setWrapText(true);
    strikeWords.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    box = new VBox(6, residual, part, strikeWords);
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public void show(Session session, String plateId) {
    Optional<PassPicture.Work> work = PassPicture.workOf(session, plateId);
    if (work.isEmpty() || !(work.get().settled() instanceof SmoothPass smooth)) {
      return;
    }
    Motion in = work.get().in();
    Motion out = work.get().out();
    Plate plate = work.get().plate();
    Analysed key = new Analysed(in, plate.scope(), smooth.order(), smooth.turns());
    Optional<ResidualAnalysis> found =
        analysis.of(
            key, unwatched -> smooth.analyse(in, plate.scope()), () -> show(session, plateId));
    PassPanel.put(residual, smooth.method().hasCutoff());
    if (found.isPresent()) {
      showResidual(smooth, found.get());
    } else {
      residual.show(
          analysis.knows(key) ? "Too short to suggest a cutoff" : "Looking for a cutoff…",
          List.of(),
          List.of());
    }
    showPart(session, in, out, plate.scope());
    double kept =
        strikes.of(
            new Struck(in, out), unwatched -> Strikes.kept(in, out), () -> show(session, plateId));
    strikeWords.setText(
        Double.isNaN(kept)
            ? ""
            : String.format(
                Locale.ROOT,
                "Strikes of the feet keep %.0f %% of their peak%s.",
                100 * kept,
                kept < 0.9 ? ": acting is being lost" : ""));
    strikeWords.getStyleClass().removeAll("wh-trouble", "wh-soft");
    strikeWords.getStyleClass().add(kept < 0.9 ? "wh-trouble" : "wh-soft");
  }

  private void showResidual(SmoothPass smooth, ResidualAnalysis a) {
    double[] degrees = new double[a.residuals().length];
    double[] noise = new double[degrees.length];
    for (int i = 0; i < degrees.length; i++) {
      degrees[i] = Math.toDegrees(a.residuals()[i]);
      noise[i] = Math.toDegrees(a.noise() + a.slope() * a.cutoffsHz()[i]);
    }
    residual.show(
        String.format(Locale.ROOT, "Removed; suggested %.1f Hz", a.suggestedHz()),
        List.of(
            new Plot.Series(a.cutoffsHz(), noise, Ink.SOFT, 0.8),
            new Plot.Series(a.cutoffsHz(), degrees, Ink.WAX_SHADE, 1.6)),
        List.of(smooth.cutoffHz().orElse(0)));
  }

  private void showPart(Session session, Motion in, Motion out, Scope scope) {
    BitSet parts = session.selected(in.body());
    BitSet acted = scope.joints(in.body());
    int joint = parts.isEmpty() ? acted.nextSetBit(0) : parts.nextSetBit(0);
    if (joint < 0 || joint >= in.clip().skeleton().size()) {
      part.show("No part to draw", List.of(), List.of());
      return;
    }
    double rate = in.clip().rateHz();
    int half = (int) Math.round(WINDOW_S / 2 * rate);
    int frame = session.frameProperty().get();
    int from = Math.max(0, frame - half);
    int to = Math.min(in.clip().frames(), frame + half + 1);
    int axis = widestAxis(in.clip(), joint, from, to);
    List<Plot.Series> lines = new ArrayList<>();
    double[] x = new double[to - from];
    for (int i = 0; i < x.length; i++) {
      x[i] = (from + i) / rate;
    }
    lines.add(new Plot.Series(x, turns(in.clip(), joint, axis, from, to), Ink.WIRE, 0.9));
    lines.add(new Plot.Series(x, turns(out.clip(), joint, axis, from, to), Ink.WAX_SHADE, 2));
    part.show(
        in.body().words(joint) + ", " + "xyz".charAt(axis) + " turn", lines, List.of(frame / rate));
  }

  private static int widestAxis(Clip clip, int joint, int from, int to) {
    int best = 0;
    double widest = -1;
    for (int axis = 0; axis < 3; axis++) {
      double[] t = turns(clip, joint, axis, from, to);
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (double v : t) {
        low = Math.min(low, v);
        high = Math.max(high, v);
      }
      if (high - low > widest) {
        widest = high - low;
        best = axis;
      }
    }
    return best;
  }

  private static double[] turns(Clip clip, int joint, int axis, int from, int to) {
    EulerAngles angles = new EulerAngles(2, 0, 1);
    double[] q = new double[4];
    double[] near = new double[3];
    double[] turns = new double[to - from];
    int place = axis == 2 ? 0 : axis + 1;
    for (int f = from; f < to; f++) {
      clip.rotation(joint).read(f, q, 0);
      angles.fromQuaternion(q, 0, near, near);
      turns[f - from] = Math.toDegrees(near[place]);
    }
    return turns;
  }
}
