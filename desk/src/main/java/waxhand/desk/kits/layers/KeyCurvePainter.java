package waxhand.desk.kits.layers;

import java.util.Locale;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import waxhand.core.body.PartName;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Palette;
import waxhand.desk.theme.Palette.Ink;
import waxhand.desk.theme.PixelClip;
import waxhand.desk.theme.Type;
import waxhand.desk.timeline.Ruler;
import waxhand.desk.timeline.TimeArea;
import waxhand.desk.timeline.TimeScale;

/** Draws the curves of a layer. Axes are told apart by pattern. */
final class KeyCurvePainter {
  private static final double KEY_PX = 4;
  private static final double LEFT = TimeArea.LEFT;
  private static final double[][] PATTERNS = {{}, {7, 4}, {2, 4}};

  private final Session session;
  private final LayerTool tool;
  private final Palette palette;

  KeyCurvePainter(Session session, LayerTool tool, Palette palette) {
    this.session = session;
    this.tool = tool;
    this.palette = palette;
  }

  /** Where there is nothing to draw, what would be there. */
  void empty(GraphicsContext g) {
    g.setFont(Type.plain(12));
    g.setFill(palette.get(Ink.SOFT));
    g.fillText("No curves yet: select a part, and turn or pull it in the view.", LEFT, 18);
  }

  /** Seconds above the plots. */
  void ruler(GraphicsContext g, TimeScale scale, double height) {
    g.setFont(Type.plain(12));
    g.setFill(palette.get(Ink.SOFT));
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    Ruler.draw(g, scale, session.rateHz(), height - 4, height);
  }

  /**
   * A plot with its curves and keys.
   *
   * @param beneath the part of which what lies beneath is drawn, too
   */
  void plot(GraphicsContext g, KeyCurveView view, KeyPlot plot, Optional<PartName> beneath) {
    TimeScale scale = view.scale();
    g.setFill(palette.get(Ink.PAPER));
    g.fillRect(LEFT, plot.top(), scale.width(), plot.height());
    g.setStroke(palette.get(Ink.HAIRLINE));
    g.setLineWidth(1);
    g.strokeLine(LEFT, plot.y(0), LEFT + scale.width(), plot.y(0));
    g.setFont(Type.plain(11));
    g.setFill(palette.get(Ink.SOFT));
    String decimals = plot.high() - plot.low() < 20 ? "%.1f %s" : "%.0f %s";
    g.fillText(
        String.format(Locale.ROOT, decimals, plot.high(), plot.unit()), LEFT + 4, plot.top() + 11);
    g.fillText(
        String.format(Locale.ROOT, decimals, plot.low(), plot.unit()),
        LEFT + 4,
        plot.top() + plot.height() - 3);
    PixelClip.save(g, LEFT, plot.top(), scale.width(), plot.height());
    beneath.ifPresent(p -> beneath(g, scale, plot, p));
    weight(g, scale, plot);
    for (LayerRow row : plot.rows()) {
      curve(g, scale, plot, row);
    }
    for (LayerRow row : plot.rows()) {
      keys(g, scale, plot, row);
    }
    view.handles().stream().filter(h -> h.plot() == plot).forEach(h -> handle(g, h));
    g.restore();
    beneath.ifPresent(p -> legend(g, plot, scale));
    double y = plot.top() + 14;
    for (LayerRow row : plot.rows()) {
      label(g, plot, row, y);
      y += 16;
    }
    Curve weight = tool.layer().map(LayerPass::weight).orElse(Curve.NONE);
    if (!weight.isEmpty()) {
      double share = 100 * weight.at(session.frameProperty().get());
      g.setFill(palette.get(Ink.WAX_SHADE));
      g.fillRect(14, y - 10, 20, 9);
      g.setFill(palette.get(Ink.INK));
      g.fillText(String.format(Locale.ROOT, "weight %.0f %%", share), 40, y);
    }
  }

  /**
   * How much of the layer counts, where that is keyed: from nothing at the foot to all at the top.
   */
  private void weight(GraphicsContext g, TimeScale scale, KeyPlot plot) {
    Curve weight = tool.layer().map(LayerPass::weight).orElse(Curve.NONE);
    if (weight.isEmpty()) {
      return;
    }
    int wide = (int) Math.max(2, scale.width());
    double[] xs = new double[wide + 2];
    double[] ys = new double[wide + 2];
    for (int n = 0; n < wide; n++) {
      xs[n] = LEFT + n;
      ys[n] = high(plot, weight.at(scale.at(LEFT + n) - 0.5));
    }
    xs[wide] = LEFT + wide;
    xs[wide + 1] = LEFT;
    ys[wide] = ys[wide + 1] = plot.top() + plot.height();
    g.setFill(palette.get(Ink.WAX).deriveColor(0, 1, 1, 0.16));
    g.fillPolygon(xs, ys, wide + 2);
    g.setStroke(palette.get(Ink.WAX_SHADE));
    g.setLineWidth(1);
    g.strokePolyline(xs, ys, wide);
    for (CurveKey key : weight.keys()) {
      if (scale.sees(key.frame() + 0.5)) {
        g.setFill(palette.get(Ink.WAX_SHADE));
        g.fillOval(scale.x(key.frame() + 0.5) - 3, high(plot, key.value()) - 3, 6, 6);
      }
    }
  }

  private static double high(KeyPlot plot, double share) {
    return plot.top() + plot.height() * (1 - Math.max(0, Math.min(1, share)));
  }

  /** Which lines are of the layer, which of what lies beneath and of the result. */
  private void legend(GraphicsContext g, KeyPlot plot, TimeScale scale) {
    double x = LEFT + scale.width() - 252;
    String[] words = {"layer", "beneath", "result, both to fit"};
    Ink[] inks = {Ink.FOCUS, Ink.WIRE, Ink.WAX};
    g.setFont(Type.plain(11));
    for (int n = 0; n < words.length; n++) {
      g.setStroke(palette.get(inks[n]));
      g.setLineWidth(n == 1 ? 1 : 2);
      g.strokeLine(x, plot.top() + 9, x + 14, plot.top() + 9);
      g.setFill(palette.get(Ink.INK));
      g.fillText(words[n], x + 18, plot.top() + 13);
      x += n == 0 ? 54 : 68;
    }
  }

  /** Its letter with its pattern, and its value at the playhead. */
  private void label(GraphicsContext g, KeyPlot plot, LayerRow row, double y) {
    g.setStroke(palette.get(Ink.FOCUS));
    g.setLineWidth(2);
    g.setLineDashes(PATTERNS[row.channel().axis().ordinal()]);
    g.strokeLine(14, y - 4, 34, y - 4);
    g.setLineDashes();
    g.setFont(Type.plain(12));
    g.setFill(palette.get(row.off() ? Ink.SOFT : Ink.INK));
    double value = plot.perUnit() * row.curve().at(session.frameProperty().get());
    g.fillText(
        String.format(Locale.ROOT, "%s %.1f %s", row.channel().words(), value, plot.unit()), 40, y);
  }

  private void curve(GraphicsContext g, TimeScale scale, KeyPlot plot, LayerRow row) {
    int wide = (int) Math.max(2, scale.width());
    double[] xs = new double[wide];
    double[] ys = new double[wide];
    for (int n = 0; n < wide; n++) {
      xs[n] = LEFT + n;
      ys[n] = plot.y(row.curve().at(scale.at(LEFT + n) - 0.5));
    }
    g.setStroke(palette.get(row.off() ? Ink.SOFT : Ink.FOCUS));
    g.setLineWidth(1.8);
    g.setLineDashes(PATTERNS[row.channel().axis().ordinal()]);
    g.strokePolyline(xs, ys, wide);
    g.setLineDashes();
  }

  private void keys(GraphicsContext g, TimeScale scale, KeyPlot plot, LayerRow row) {
    for (CurveKey key : row.curve().keys()) {
      if (scale.sees(key.frame() + 0.5)) {
        double x = scale.x(key.frame() + 0.5);
        double y = plot.y(key.value());
        g.setFill(palette.get(tool.isSelected(row, key) ? Ink.FOCUS : Ink.RAISED));
        g.setStroke(palette.get(Ink.FOCUS));
        g.setLineWidth(1.5);
        g.fillRoundRect(x - KEY_PX, y - KEY_PX, 2 * KEY_PX, 2 * KEY_PX, 3, 3);
        g.strokeRoundRect(x - KEY_PX, y - KEY_PX, 2 * KEY_PX, 2 * KEY_PX, 3, 3);
      }
    }
  }

  /** What lies beneath, thin and dark, and the result, in a scale of their own. */
  private void beneath(GraphicsContext g, TimeScale scale, KeyPlot plot, PartName part) {
    Optional<ChosenStage<LayerPass>> stage = ChosenStage.of(session, LayerPass.class);
    if (stage.isEmpty()
        || stage.get().in().clip().frames() != session.frames()
        || part.on(stage.get().out().body()).isEmpty()) {
      return;
    }
    int joint = part.on(stage.get().out().body()).getAsInt();
    boolean angle = plot.rows().get(0).channel().of().isAngle();
    Frames seen = session.seenProperty().get();
    int step = Math.max(1, seen.count() / 300);
    double[][] in = Beneath.values(stage.get().in().clip(), joint, seen, step, angle);
    double[][] out = Beneath.values(stage.get().out().clip(), joint, seen, step, angle);
    double[] bounds = Beneath.bounds(in, out);
    for (LayerRow row : plot.rows()) {
      int axis = row.channel().axis().ordinal();
      for (boolean result : new boolean[] {false, true}) {
        double[] values = (result ? out : in)[axis];
        double[] xs = new double[values.length];
        double[] ys = new double[values.length];
        for (int n = 0; n < values.length; n++) {
          xs[n] = scale.x(seen.from() + (double) n * step + 0.5);
          double share = (bounds[1] - values[n]) / Math.max(1e-9, bounds[1] - bounds[0]);
          ys[n] = plot.top() + plot.height() * (0.1 + 0.8 * share);
        }
        g.setStroke(palette.get(result ? Ink.WAX : Ink.WIRE).deriveColor(0, 1, 1, 0.6));
        g.setLineWidth(result ? 2 : 1);
        g.setLineDashes(PATTERNS[axis]);
        g.strokePolyline(xs, ys, xs.length);
        g.setLineDashes();
      }
    }
  }

  private void handle(GraphicsContext g, KeyCurveView.SlopeHandle h) {
    g.setStroke(palette.get(Ink.WAX_SHADE));
    g.setLineWidth(1.5);
    g.strokeLine(h.keyX(), h.keyY(), h.x(), h.y());
    g.setFill(palette.get(Ink.WAX));
    g.fillOval(h.x() - 4, h.y() - 4, 8, 8);
    g.strokeOval(h.x() - 4, h.y() - 4, 8, 8);
  }

  /** A box about selected keys, with grips at its edges. */
  void box(GraphicsContext g, KeyCurveView.Box box) {
    g.setStroke(palette.get(Ink.WAX_SHADE));
    g.setLineWidth(1);
    g.strokeRect(box.left(), box.top(), box.right() - box.left(), box.bottom() - box.top());
    g.setFill(palette.get(Ink.WAX));
    for (KeyCurveView.Edge edge : KeyCurveView.Edge.values()) {
      boolean upright = edge == KeyCurveView.Edge.LEFT || edge == KeyCurveView.Edge.RIGHT;
      double w = upright ? 6 : 14;
      double h = upright ? 14 : 6;
      g.fillRect(box.x(edge) - w / 2, box.y(edge) - h / 2, w, h);
    }
  }
}
