package waxhand.desk.kits.ground;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import waxhand.core.body.Sole;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.panels.Plot;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;
import waxhand.desk.theme.Palette.Ink;

/** Height of the lowest sole over the take, before and after, and what was measured. */
public final class LevelPicture implements PassPicture {
  private static final int SAMPLES = 260;

  private final Plot heights;
  private final FitPicture fit;
  private final HeightKeys keys = new HeightKeys();
  private final Label words = new Label();
  private final VBox box;
  private final WorkedOut<Motion, double[]> lowBefore = new WorkedOut<>(new double[0]);
  private final WorkedOut<Motion, double[]> lowAfter = new WorkedOut<>(new double[0]);

  public LevelPicture(Tools tools) {
    fit = new FitPicture(tools);
    heights = new Plot(tools.palette(), "s", "mm", 96);
    heights.setId("height-plot");
    words.setWrapText(true);
    words.getStyleClass().add("wh-soft");
    box = new VBox(6, heights, keys.node(), words, fit.node());
  }

  @Override
  public Node node() {
    return box;
  }

  @Override
  public void show(Session session, String plateId) {
    Optional<PassPicture.Work> work = PassPicture.workOf(session, plateId);
    keys.show(session, plateId);
    if (work.isEmpty()) {
      return;
    }
    Motion in = work.get().in();
    Motion out = work.get().out();
    fit.show(session, plateId, in.body(), out.body());
    Runnable again = () -> show(session, plateId);
    double[] before = lowBefore.of(in, w -> lowest(in, w), again);
    double[] after = lowAfter.of(out, w -> lowest(out, w), again);
    if (before.length != after.length) {
      return;
    }
    double[] x = new double[before.length];
    for (int i = 0; i < x.length; i++) {
      x[i] = (double) i / x.length * in.clip().seconds();
    }
    heights.show(
        "Lowest sole",
        List.of(
            new Plot.Series(x, new double[x.length], Ink.HAIRLINE, 1),
            new Plot.Series(x, before, Ink.WIRE, 0.9),
            new Plot.Series(x, after, Ink.WAX_SHADE, 1.8)),
        List.of(session.frameProperty().get() / in.clip().rateHz()));
    words.setText(
        String.format(
            Locale.ROOT,
            "The body stands %.1f cm tall (scaled by %.3f)%s. Look from the side to check the floor.",
            100 * out.body().heightM(),
            out.body().heightM() / Math.max(1e-9, in.body().heightM()),
            in.body().soles().isEmpty() ? "; no feet were found, so the lowest joint counts" : ""));
  }

  private static double[] lowest(Motion motion, waxhand.core.work.Work work) {
    int frames = motion.clip().frames();
    double[] low = new double[Math.min(SAMPLES, frames)];
    Arrays.fill(low, Double.POSITIVE_INFINITY);
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double[] p = new double[3];
    for (int i = 0; i < low.length; i++) {
      work.check();
      pose.solve(motion.clip(), (int) ((long) i * frames / low.length));
      for (Sole sole : motion.body().soles()) {
        pose.point(sole.foot(), sole.heel(), p, 0);
        low[i] = Math.min(low[i], 1000 * p[1]);
        sole.at(2, pose, p);
        low[i] = Math.min(low[i], 1000 * p[1]);
      }
      if (motion.body().soles().isEmpty()) {
        for (int j = 0; j < motion.clip().skeleton().size(); j++) {
          low[i] = Math.min(low[i], 1000 * pose.y(j));
        }
      }
    }
    return low;
  }
}
