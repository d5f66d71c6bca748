package waxhand.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Motion;
import waxhand.core.passes.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** How much nearer to the truth the first pass brings takes that were not used for tuning. */
public final class QualityReport {
  private static final int SEEDS = 8;
  private static final double[] RATES = {60, 120, 240};

  private QualityReport() {}

  public static void main(String[] args) {
    List<double[]> ratios = new ArrayList<>();
    for (Scene scene : Scene.values()) {
      List<double[]> own = new ArrayList<>();
      for (int n = 0; n < SEEDS; n++) {
        for (double rate : RATES) {
          own.add(ratio(scene, rate, 9000 + 37L * n, 1.55 + 0.06 * n));
        }
      }
      print(scene.key(), own);
      ratios.addAll(own);
    }
    print("all", ratios);
  }

  /** First pass over raw: pose error, position error, slide. */
  private static double[] ratio(Scene scene, double rate, long seed, double height) {
    Rehearsal take =
        Rehearsal.of(new Rehearsal.Order(scene, 14, rate, seed, height, false, Damages.USUAL));
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Motion clean = new Evaluator(raw).evaluate(Recipe.firstPass().chain(), Work.UNWATCHED).result();
    Comparison before = Comparison.of(truth, raw, take.contacts());
    Comparison after = Comparison.of(truth, clean, take.contacts());
    return new double[] {
      after.poseRmsMm() / before.poseRmsMm(),
      after.positionRmsMm() / before.positionRmsMm(),
      after.slideMmPerFrame() / before.slideMmPerFrame()
    };
  }

  private static void print(String name, List<double[]> ratios) {
    StringBuilder line = new StringBuilder(String.format("%-12s %3d takes", name, ratios.size()));
    String[] words = {"pose", "position", "slide"};
    for (int i = 0; i < 3; i++) {
      int which = i;
      double[] sorted = ratios.stream().mapToDouble(r -> r[which]).sorted().toArray();
      line.append(
          String.format(
              Locale.ROOT,
              "   %s: median %.2f, worst %.2f",
              words[i],
              sorted[sorted.length / 2],
              Arrays.stream(sorted).max().orElse(Double.NaN)));
    }
    System.out.println(line);
  }
}
