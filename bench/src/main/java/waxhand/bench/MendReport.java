package waxhand.bench;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.MendScore;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** What becomes of findings that are mended one by one, in raw takes and after the first pass. */
public final class MendReport {
  private static final double[] RATES = {30, 60, 120, 240};
  private static final int SEEDS = 3;

  private MendReport() {}

  public static void main(String[] args) {
    MendScore raw = new MendScore(Map.of());
    MendScore clean = new MendScore(Map.of());
    for (Scene scene : Scene.values()) {
      for (int n = 0; n < SEEDS; n++) {
        for (double rate : RATES) {
          long seed = 11000 + 1013L * scene.ordinal() + 41L * n + (long) rate;
          Map<String, Double> harm = new HashMap<>(Damages.ALL);
          harm.put("float", 4.0);
          Rehearsal take =
              Rehearsal.of(
                  new Rehearsal.Order(scene, 14, rate, seed, 1.58 + 0.14 * n, false, harm));
          Motion truth = Motion.of(take.truth());
          Motion in = truth.with(take.raw());
          raw = raw.plus(MendScore.of(truth, in));
          Motion passed =
              new Evaluator(in).evaluate(Recipe.firstPass().chain(), Work.UNWATCHED).result();
          clean = clean.plus(MendScore.of(truth, passed));
        }
      }
    }
    print("raw", raw);
    print("after the first pass", clean);
  }

  private static void print(String what, MendScore score) {
    System.out.println(what);
    System.out.println("kind       findings  mend  gone   error, median   nine in ten   worse");
    score
        .kinds()
        .forEach(
            (kind, m) ->
                System.out.printf(
                    Locale.ROOT,
                    "%-10s %8d %5d %5d %15.2f %13.2f %7d%n",
                    kind.key(),
                    m.findings(),
                    m.offered(),
                    m.gone(),
                    m.error(0.5),
                    m.error(0.9),
                    m.errors().stream().filter(e -> e > 1).count()));
  }
}
