package waxhand.bench;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.SurveyScore;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** Precision and recall of the survey on takes with all damage, and what it finds on the truth. */
public final class SurveyReport {
  private static final double[] RATES = {30, 60, 120, 240};

  private SurveyReport() {}

  /**
   * With an argument, that many seeds from 100 on, as for tuning; without, 4 from 7000 on, which
   * were not looked at while tuning.
   */
  public static void main(String[] args) {
    boolean tuning = args.length > 0;
    int seeds = tuning ? Integer.parseInt(args[0]) : 4;
    SurveyScore all = null;
    Map<FindingKind, List<String>> truthTold = new EnumMap<>(FindingKind.class);
    Map<FindingKind, List<String>> wrong = new EnumMap<>(FindingKind.class);
    Map<FindingKind, Integer> onTruth = new EnumMap<>(FindingKind.class);
    double seconds = 0;
    int takes = 0;
    for (Scene scene : Scene.values()) {
      for (int n = 0; n < seeds; n++) {
        for (double rate : RATES) {
          long seed = (tuning ? 100 : 7000) + 1000L * scene.ordinal() + 31L * n + (long) rate;
          double height = 1.55 + 0.45 * ((seed * 7 % 10) / 10.0);
          // the usual float is too small for an artist to mind
          Map<String, Double> harm = new HashMap<>(Damages.ALL);
          harm.put("float", 4.0);
          Rehearsal take =
              Rehearsal.of(new Rehearsal.Order(scene, 20, rate, seed, height, false, harm));
          Motion truth = Motion.of(take.truth());
          Motion raw = truth.with(take.raw());
          List<Finding> findings = new Surveyor().survey(raw, Work.UNWATCHED).findings();
          SurveyScore score = SurveyScore.of(findings, take.faults(), take.raw().skeleton(), rate);
          all = all == null ? score : all.plus(score);
          for (Finding f : new Surveyor().survey(truth, Work.UNWATCHED).findings()) {
            onTruth.merge(f.kind(), 1, Integer::sum);
            truthTold
                .computeIfAbsent(f.kind(), k -> new ArrayList<>())
                .add(scene.key() + " " + rate + " " + f.frames() + " " + f.text());
          }
          if (tuning) {
            for (Finding f : findings) {
              SurveyScore one =
                  SurveyScore.of(List.of(f), take.faults(), take.raw().skeleton(), rate);
              if (one.kinds().get(f.kind()).right() < one.kinds().get(f.kind()).findings()) {
                wrong
                    .computeIfAbsent(f.kind(), k -> new ArrayList<>())
                    .add(scene.key() + " " + rate + " " + seed + " " + f.frames() + " " + f.text());
              }
            }
          }
          seconds += take.truth().seconds();
          takes++;
        }
      }
    }
    System.out.printf(Locale.ROOT, "%d takes, %.0f s%n", takes, seconds);
    System.out.println("kind       precision  recall   findings  faults");
    all.kinds()
        .forEach(
            (kind, c) ->
                System.out.printf(
                    Locale.ROOT,
                    "%-10s %8.3f %8.3f %9d %8d%n",
                    kind.key(),
                    c.precision(),
                    c.recall(),
                    c.findings(),
                    c.faults()));
    int truths = onTruth.values().stream().mapToInt(i -> i).sum();
    System.out.printf(
        Locale.ROOT,
        "on the truth: %d findings, %.2f in ten seconds %s%n",
        truths,
        10 * truths / seconds,
        onTruth);
    if (tuning) {
      System.out.println("--- wrong");
      wrong.forEach((k, list) -> list.stream().limit(16).forEach(System.out::println));
      System.out.println("--- truth");
      truthTold.forEach((k, list) -> list.stream().limit(12).forEach(System.out::println));
    }
  }
}
