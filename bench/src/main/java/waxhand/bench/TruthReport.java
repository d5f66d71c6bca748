package waxhand.bench;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import waxhand.core.chain.Chain;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;

/**
 * What the survey finds where nothing is wrong, and what kinds of findings a first pass makes that
 * were not there, over both families.
 */
public final class TruthReport {
  private TruthReport() {}

  /** With any argument, each finding; "tuned" for tuned seeds alone. */
  public static void main(String[] args) {
    List<String> wanted = List.of(args);
    for (Family family : Family.values()) {
      for (Family.Seeds seeds : Family.Seeds.values()) {
        if (wanted.contains("tuned") && seeds != Family.Seeds.TUNED) {
          continue;
        }
        Map<FindingKind, Integer> kinds = new EnumMap<>(FindingKind.class);
        Map<FindingKind, Integer> fresh = new EnumMap<>(FindingKind.class);
        double seconds = 0;
        int before = 0;
        int after = 0;
        for (Family.Sample sample : family.takes(seeds, family.damage())) {
          Rehearsal take = sample.made().get();
          Motion truth = Motion.of(take.truth());
          seconds += take.truth().seconds();
          for (Finding f : findings(truth)) {
            kinds.merge(f.kind(), 1, Integer::sum);
            if (wanted.contains("all")) {
              System.out.println("  truth " + sample.name() + " " + f.frames() + " " + f.text());
            }
          }
          Motion raw = truth.with(take.raw());
          List<Finding> had = findings(raw);
          Chain firstPass = Recipe.firstPass().chain();
          Motion clean = new Evaluator(raw).evaluate(firstPass, Work.UNWATCHED).result();
          List<Finding> has = findings(clean);
          before += had.size();
          after += has.size();
          for (Finding f : has) {
            if (had.stream().noneMatch(h -> h.kind() == f.kind())) {
              fresh.merge(f.kind(), 1, Integer::sum);
              if (wanted.contains("all")) {
                System.out.println("  fresh " + sample.name() + " " + f.frames() + " " + f.text());
              }
            }
          }
        }
        int all = kinds.values().stream().mapToInt(i -> i).sum();
        System.out.printf(
            Locale.ROOT,
            "%s %s: on the truth %.2f in ten seconds %s; raw %d findings, after the first pass %d, of"
                + " kinds the raw has not: %s%n",
            family,
            seeds,
            10 * all / seconds,
            kinds,
            before,
            after,
            fresh);
      }
    }
  }

  private static List<Finding> findings(Motion motion) {
    return new Surveyor().survey(motion, Work.UNWATCHED).findings();
  }
}
