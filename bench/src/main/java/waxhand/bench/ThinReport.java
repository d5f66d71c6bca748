package waxhand.bench;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Contact;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Strikes;
import waxhand.core.passes.layers.LayerKeys;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.scene.Motion;
import waxhand.core.thin.Deviation;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;

/**
 * What thinning leaves of takes after a first pass, over both families: how many times fewer keys,
 * how far off, and by how much what rests slides more.
 */
public final class ThinReport {
  private ThinReport() {}

  /**
   * What came of one take.
   *
   * @param fewer samples a key
   * @param over the worst deviation as a share of the tolerance
   * @param slide by how much more what rests slides, mm a frame
   * @param layer how far the keys, opened as a layer, are from what the pass shows, mm
   * @param strikes what is left of the peaks of foot strikes
   */
  private record Outcome(
      String name, double fewer, double over, double slide, double layer, double strikes) {}

  /** Arguments: degrees and millimetres, 1 and 5 where they are left out; "all" for each take. */
  public static void main(String[] args) {
    List<String> words = List.of(args);
    List<String> numbers = words.stream().filter(w -> !w.equals("all")).toList();
    double degrees = numbers.isEmpty() ? 1 : Double.parseDouble(numbers.get(0));
    double mm = numbers.size() < 2 ? 5 : Double.parseDouble(numbers.get(1));
    ThinPass thin = new ThinPass(ThinPass.Keys.CURVES, Math.toRadians(degrees), mm / 1000, true);
    for (Family family : Family.values()) {
      for (Family.Seeds seeds : Family.Seeds.values()) {
        List<Outcome> all = new ArrayList<>();
        for (Family.Sample sample : family.takes(seeds, family.damage())) {
          all.add(of(sample, thin, degrees, mm));
          if (words.contains("all")) {
            System.out.println("  " + all.get(all.size() - 1));
          }
        }
        print(family + " " + seeds, all);
      }
    }
  }

  private static Outcome of(Family.Sample sample, ThinPass thin, double degrees, double mm) {
    Rehearsal take = sample.made().get();
    Motion raw = Motion.of(take.truth()).with(take.raw());
    Chain firstPass = Recipe.firstPass().chain();
    Motion in = new Evaluator(raw).evaluate(firstPass, Work.UNWATCHED).result();
    Plate plate = Plate.of("thin", thin);
    Motion out = plate.apply(in, in.clip().allFrames(), Work.UNWATCHED);
    LayerKeys keys = LayerKeys.of(thin.prepared(in, Place.ALL), in, Work.UNWATCHED);
    Motion layered =
        Plate.of("layer", keys.layer()).apply(in, in.clip().allFrames(), Work.UNWATCHED);
    Deviation off = Deviation.of(in, out, in.clip().allFrames(), Work.UNWATCHED);
    Deviation same = Deviation.of(out, layered, in.clip().allFrames(), Work.UNWATCHED);
    List<Contact> contacts = take.contacts();
    return new Outcome(
        sample.name(),
        (double) keys.samples() / keys.keys(),
        Math.max(off.worstDegrees() / degrees, off.worstMm() / mm),
        Comparison.slide(out, contacts) - Comparison.slide(in, contacts),
        same.worstMm(),
        Strikes.kept(in, out));
  }

  private static void print(String name, List<Outcome> all) {
    Outcome dense = all.stream().min(Comparator.comparingDouble(Outcome::fewer)).orElseThrow();
    Outcome slid = all.stream().max(Comparator.comparingDouble(Outcome::slide)).orElseThrow();
    System.out.printf(
        Locale.ROOT,
        "%s: %d takes, samples a key %.1f in the median, %.1f at least (%s); over the tolerance %d"
            + " (worst %.4f of it); slide grows by %.3f mm a frame in the median, %.3f at most (%s);"
            + " opened as a layer at most %.1e mm off; strikes keep %.3f in the median%n",
        name,
        all.size(),
        median(all.stream().mapToDouble(Outcome::fewer).toArray()),
        dense.fewer,
        dense.name,
        all.stream().filter(o -> !(o.over <= 1 + 1e-6)).count(),
        all.stream().mapToDouble(Outcome::over).max().orElse(0),
        median(all.stream().mapToDouble(Outcome::slide).toArray()),
        slid.slide,
        slid.name,
        all.stream().mapToDouble(Outcome::layer).max().orElse(0),
        median(all.stream().mapToDouble(Outcome::strikes).filter(s -> !Double.isNaN(s)).toArray()));
    for (double rate : new double[] {30, 60, 120, 240}) {
      String hz = " " + (int) rate + " Hz";
      double[] fewer =
          all.stream().filter(o -> o.name.contains(hz)).mapToDouble(Outcome::fewer).toArray();
      System.out.printf(Locale.ROOT, "   at %s: %.1f samples a key%n", hz.strip(), median(fewer));
    }
  }

  private static double median(double[] values) {
    double[] sorted = values.clone();
    java.util.Arrays.sort(sorted);
    return sorted.length == 0 ? Double.NaN : sorted[sorted.length / 2];
  }
}
