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

/**
 * Precision and recall of the survey on takes with all damage, and what it finds on the truth, for
 * both families.
 */
public final class SurveyReport {
  private SurveyReport() {}

  /** What came of the takes of a family. */
  private static final class Tally {
    private SurveyScore all;
    private final Map<FindingKind, List<String>> truthTold = new EnumMap<>(FindingKind.class);
    private final Map<FindingKind, List<String>> wrong = new EnumMap<>(FindingKind.class);
    private double seconds;
    private String worst = "";
    private int most = -1;

    synchronized void add(Family.Sample sample) {
      Rehearsal take = sample.made().get();
      Motion truth = Motion.of(take.truth());
      Motion raw = truth.with(take.raw());
      double rate = raw.clip().rateHz();
      List<Finding> findings = new Surveyor().survey(raw, Work.UNWATCHED).findings();
      SurveyScore score = SurveyScore.of(findings, take.faults(), take.raw().skeleton(), rate);
      all = all == null ? score : all.plus(score);
      for (Finding f : new Surveyor().survey(truth, Work.UNWATCHED).findings()) {
        note(truthTold, sample, f);
      }
      int mistakes = 0;
      for (Finding f : findings) {
        SurveyScore one = SurveyScore.of(List.of(f), take.faults(), take.raw().skeleton(), rate);
        if (one.kinds().get(f.kind()).right() < one.kinds().get(f.kind()).findings()) {
          note(wrong, sample, f);
          mistakes++;
        }
      }
      if (mistakes > most) {
        most = mistakes;
        worst = sample.name();
      }
      seconds += take.truth().seconds();
    }

    private static void note(
        Map<FindingKind, List<String>> notes, Family.Sample sample, Finding finding) {
      notes
          .computeIfAbsent(finding.kind(), k -> new ArrayList<>())
          .add(sample.name() + " " + finding.frames() + " " + finding.text());
    }
  }

  /** Arguments: "tuned" for seeds that are tuned on, with every mistake by name. */
  public static void main(String[] args) {
    boolean tuned = List.of(args).contains("tuned");
    Family.Seeds seeds = tuned ? Family.Seeds.TUNED : Family.Seeds.UNTOUCHED;
    // the usual float is too small for an artist to mind
    Map<String, Double> harm = new HashMap<>(Damages.ALL);
    harm.put("float", 4.0);
    for (Family family : Family.values()) {
      List<Family.Sample> takes = family.takes(seeds, harm, family == Family.DECKHAND ? 4 : 1);
      Tally tally = new Tally();
      takes.forEach(tally::add);
      print(family + " " + seeds, takes.size(), tally, tuned);
    }
  }

  private static void print(String name, int takes, Tally tally, boolean notes) {
    System.out.printf(Locale.ROOT, "%s: %d takes, %.0f s%n", name, takes, tally.seconds);
    System.out.println("kind       precision  recall   findings  faults");
    tally
        .all
        .kinds()
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
    int truths = tally.truthTold.values().stream().mapToInt(List::size).sum();
    System.out.printf(
        Locale.ROOT,
        "on the truth: %d findings, %.2f in ten seconds; most mistakes: %d in %s%n",
        truths,
        10 * truths / tally.seconds,
        tally.most,
        tally.worst);
    if (notes) {
      System.out.println("--- wrong");
      tally.wrong.values().forEach(l -> l.stream().limit(60).forEach(System.out::println));
      System.out.println("--- truth");
      tally.truthTold.values().forEach(l -> l.stream().limit(12).forEach(System.out::println));
    }
  }
}
