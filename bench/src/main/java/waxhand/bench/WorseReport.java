package waxhand.bench;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Leaps;
import waxhand.core.measure.Pops;
import waxhand.core.measure.Standing;
import waxhand.core.motion.Clip;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;

/**
 * Whether a first pass ever makes it worse: for both families of takes, pulled down ones and ones
 * read from files in any convention, tuned and untouched seeds, the worst take by name and how many
 * came out worse.
 */
public final class WorseReport {
  private WorseReport() {}

  /**
   * What came of one take.
   *
   * @param raw pose errors, mm: raw, before Plants, after Plants
   * @param made leaps that Plants made
   * @param left leaps in the end
   */
  private record Outcome(
      String name,
      double raw,
      double before,
      double after,
      int made,
      int left,
      double pop,
      Standing standing) {
    double plants() {
      return after / before;
    }

    double all() {
      return after / raw;
    }
  }

  /**
   * Arguments: "all" for every take by name, "tuned" for tuned seeds alone, "deckhand", "mate",
   * "pulled" or "told" for takes of that kind alone.
   */
  public static void main(String[] args) {
    List<String> wanted = List.of(args);
    Map<String, Function<Family.Seeds, List<Family.Sample>>> kinds = new LinkedHashMap<>();
    for (Family family : Family.values()) {
      kinds.put(
          family.name().toLowerCase(Locale.ROOT), seeds -> family.takes(seeds, family.damage()));
    }
    kinds.put("pulled", Family::pulledDown);
    kinds.put("told", Family::told);
    boolean some = kinds.keySet().stream().anyMatch(wanted::contains);
    kinds.forEach(
        (kind, takes) -> {
          for (Family.Seeds seeds : Family.Seeds.values()) {
            boolean tuned = seeds == Family.Seeds.TUNED || !wanted.contains("tuned");
            if (tuned && (!some || wanted.contains(kind))) {
              List<Outcome> outcomes =
                  takes.apply(seeds).stream().parallel().map(WorseReport::of).toList();
              print(kind + " " + seeds, outcomes, wanted.contains("all"));
            }
          }
        });
  }

  private static Outcome of(Family.Sample sample) {
    Rehearsal take = sample.made().get();
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Chain firstPass = Recipe.firstPass().chain();
    Plate plants = firstPass.plates().get(firstPass.size() - 1);
    Motion before =
        new Evaluator(raw).evaluate(firstPass.without(plants.id()), Work.UNWATCHED).result();
    Motion after = plants.apply(before, before.clip().allFrames(), Work.UNWATCHED);
    Clip t = take.truth();
    return new Outcome(
        sample.name(),
        Comparison.of(truth, raw, List.of()).poseRmsMm(),
        Comparison.of(truth, before, List.of()).poseRmsMm(),
        Comparison.of(truth, after, List.of()).poseRmsMm(),
        Leaps.made(t, before.clip(), after.clip()),
        Leaps.count(t, after.clip()),
        Pops.ofKnees(before, after),
        Standing.of(after, take.contacts()));
  }

  private static void print(String name, List<Outcome> outcomes, boolean each) {
    List<Outcome> sorted = new ArrayList<>(outcomes);
    sorted.sort(Comparator.comparingDouble(Outcome::plants));
    Outcome worst = sorted.get(sorted.size() - 1);
    System.out.printf(
        Locale.ROOT,
        "%s: %d takes%n  Plants, pose after/before: median %.3f, worst %.3f (%s); over 1.05: %d%n",
        name,
        sorted.size(),
        sorted.get(sorted.size() / 2).plants(),
        worst.plants(),
        worst.name(),
        sorted.stream().filter(o -> o.plants() > 1.05).count());
    List<Outcome> all = new ArrayList<>(outcomes);
    all.sort(Comparator.comparingDouble(Outcome::all));
    System.out.printf(
        Locale.ROOT,
        "  first pass, pose to raw: median %.3f, worst %.3f (%s); worse than raw: %d%n",
        all.get(all.size() / 2).all(),
        all.get(all.size() - 1).all(),
        all.get(all.size() - 1).name(),
        all.stream().filter(o -> o.all() > 1).count());
    System.out.printf(
        Locale.ROOT,
        "  leaps made by Plants: %d in %d takes; left after all: %d in %d takes; knee peak at most"
            + " %.2f of before%n",
        outcomes.stream().mapToInt(Outcome::made).sum(),
        outcomes.stream().filter(o -> o.made() > 0).count(),
        outcomes.stream().mapToInt(Outcome::left).sum(),
        outcomes.stream().filter(o -> o.left() > 0).count(),
        outcomes.stream().mapToDouble(Outcome::pop).max().orElse(0));
    System.out.printf(
        Locale.ROOT,
        "  in contact: %.1f mm/s mean, worst take %.1f; drift %.1f mm mean, worst %.1f%n",
        mean(outcomes, o -> o.standing().speedMms()),
        outcomes.stream().mapToDouble(o -> o.standing().speedMms()).max().orElse(0),
        mean(outcomes, o -> o.standing().driftMm()),
        outcomes.stream().mapToDouble(o -> o.standing().driftMm()).max().orElse(0));
    if (each) {
      for (Outcome o : sorted) {
        System.out.printf(
            Locale.ROOT,
            "    %-36s raw %5.1f before %5.1f after %5.1f (%.2f) made %d left %d pop %.2f  %.1f mm/s"
                + " drift %.1f%n",
            o.name(),
            o.raw(),
            o.before(),
            o.after(),
            o.plants(),
            o.made(),
            o.left(),
            o.pop(),
            o.standing().speedMms(),
            o.standing().driftMm());
      }
    }
  }

  private static double mean(List<Outcome> outcomes, ToDoubleFunction<Outcome> of) {
    return outcomes.stream().mapToDouble(of).filter(Double::isFinite).average().orElse(Double.NaN);
  }
}
