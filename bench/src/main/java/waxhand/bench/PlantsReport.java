package waxhand.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.contact.Ground;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Pops;
import waxhand.core.measure.Standing;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.ContactScore;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.SwingScore;

/**
 * How well contacts are found in raw takes that were not used for tuning, and how still the feet
 * stand after the first pass.
 */
public final class PlantsReport {
  private static final String POSE = "pose after/before";

  private PlantsReport() {}

  public static void main(String[] args) {
    for (Family family : Family.values()) {
      System.out.println(family + " " + Family.Seeds.UNTOUCHED);
      Map<String, ContactScore> scores = new LinkedHashMap<>();
      Map<String, List<Map<String, Double>>> figures = new LinkedHashMap<>();
      int times = family == Family.DECKHAND ? 4 : 1;
      String worst = "";
      double most = 0;
      for (Family.Sample sample : family.takes(Family.Seeds.UNTOUCHED, family.damage(), times)) {
        Rehearsal take = sample.made().get();
        ContactScore score = score(take);
        Map<String, Double> own = figures(take);
        for (String group : List.of(sample.scene(), "all")) {
          scores.merge(group, score, ContactScore::plus);
          figures.computeIfAbsent(group, g -> new ArrayList<>()).add(own);
        }
        if (own.get(POSE) > most) {
          most = own.get(POSE);
          worst = sample.name();
        }
      }
      // all together last
      scores.put("all", scores.remove("all"));
      scores.forEach(
          (group, score) -> {
            print(group, score);
            Figures.print(group, figures.get(group));
          });
      System.out.printf(Locale.ROOT, "worst pose after/before: %.3f in %s%n", most, worst);
    }
  }

  private static ContactScore score(Rehearsal take) {
    Motion raw = Things.placed(take, Motion.of(take.raw()));
    List<Contact> found =
        new ContactFinder(ContactSettings.USUAL, Ground.of(raw, Floor.rounded(raw)).surfaces())
            .find(raw);
    return ContactScore.of(found, take.contacts(), raw.clip().frames(), raw.clip().rateHz());
  }

  private static Map<String, Double> figures(Rehearsal take) {
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Chain firstPass = Recipe.firstPass().chain();
    Plate plants = firstPass.plates().get(firstPass.size() - 1);
    Motion before =
        new Evaluator(raw).evaluate(firstPass.without(plants.id()), Work.UNWATCHED).result();
    before = Things.placed(take, before);
    Motion after = plants.apply(before, before.clip().allFrames(), Work.UNWATCHED);
    Standing standing = Standing.of(after, take.contacts());
    Map<String, Double> figures = new LinkedHashMap<>();
    figures.put("mm/s", standing.speedMms());
    figures.put("mm/s inside", standing.insideMms());
    figures.put("drift mm", standing.driftMm());
    figures.put("float mm", standing.floatMm());
    figures.put("sink mm", standing.sinkMm());
    figures.put("knee pop", Pops.peak(after, true) / Pops.peak(truth, true));
    figures.put("before", Pops.peak(before, true) / Pops.peak(truth, true));
    double elbows = Pops.peak(truth, false);
    if (elbows > 1e-6) {
      figures.put("elbow pop", Pops.peak(after, false) / elbows);
    }
    double swing =
        SwingScore.errorMm(truth, after, take.contacts())
            / SwingScore.errorMm(truth, before, take.contacts());
    if (!Double.isNaN(swing)) {
      figures.put("swing after/before", swing);
    }
    Grips.of(take, after).ifPresent(mm -> figures.put("grip mm", mm));
    Comparison was = Comparison.of(truth, before, List.of());
    Comparison is = Comparison.of(truth, after, List.of());
    figures.put(POSE, is.poseRmsMm() / was.poseRmsMm());
    figures.put("position after/before", is.positionRmsMm() / was.positionRmsMm());
    return figures;
  }

  private static void print(String name, ContactScore score) {
    StringBuilder line = new StringBuilder(String.format(Locale.ROOT, "%-13s F1 (inside)", name));
    for (ContactPart part : ContactPart.values()) {
      ContactScore.Count c = score.parts().get(part);
      if (c != null) {
        line.append(
            String.format(Locale.ROOT, " | %s %.3f (%.3f)", part.key(), c.f1(), c.f1Inside()));
      }
    }
    System.out.println(line);
  }
}
