package waxhand.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.IntStream;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Chain;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Leaps;
import waxhand.core.measure.Pops;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Unreached;
import waxhand.core.work.Work;
import waxhand.formats.project.Recipe;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.mate.MateScene;

/** On takes of an actor that nothing was tuned on a first pass leaps nowhere and harms no pose. */
class NeverWorseTest {
  private static final int TAKES = 40;

  /** Pose errors, mm; leaps made by the whole and by Plants; knees' peaks, Plants over before. */
  private record Outcome(
      String name,
      double raw,
      double unplanted,
      double clean,
      int leaps,
      int planted,
      double knees) {}

  /** One of the takes; every eighth was captured at a lower rate than its file says. */
  private static Outcome outcome(int n) {
    MateScene[] scenes = MateScene.values();
    MateScene scene = scenes[n % scenes.length];
    double rate = n % 3 == 0 ? 30 : n % 3 == 1 ? 60 : 120;
    long seed = 52_000 + 13L * n;
    Rehearsal take =
        n % 8 == 7
            ? Rehearsal.pulledDown(scene, 5, n % 3 == 0 ? 24 : 30, rate, seed, Damages.WILD)
            : Rehearsal.ofMate(scene, 5, rate, seed, Damages.WILD);
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Chain firstPass = Recipe.firstPass().chain();
    var stages = new Evaluator(raw).evaluate(firstPass, Work.UNWATCHED);
    Motion unplanted = stages.motions().get(firstPass.size() - 1);
    Motion clean = stages.result();
    return new Outcome(
        scene.key() + " " + rate + " Hz, take " + n,
        Comparison.of(truth, raw, take.contacts()).poseRmsMm(),
        Comparison.of(truth, unplanted, take.contacts()).poseRmsMm(),
        Comparison.of(truth, clean, take.contacts()).poseRmsMm(),
        Leaps.made(take.truth(), raw.clip(), clean.clip()),
        Leaps.made(take.truth(), unplanted.clip(), clean.clip()),
        Pops.ofKnees(unplanted, clean));
  }

  @Test
  void aFirstPassMakesNoLeapAndNoPoseWorse() {
    var outcomes = IntStream.range(0, TAKES).parallel().mapToObj(NeverWorseTest::outcome).toList();
    SoftAssertions softly = new SoftAssertions();
    for (Outcome o : outcomes) {
      softly.assertThat(o.leaps()).as("leaps made in " + o.name()).isZero();
      softly.assertThat(o.planted()).as("leaps Plants made in " + o.name()).isZero();
      softly.assertThat(o.knees()).as("knees by Plants, of " + o.name()).isLessThan(1.2);
      softly.assertThat(o.clean()).as("pose error, mm, of " + o.name()).isLessThan(o.raw());
      softly.assertThat(o.clean() / o.unplanted()).as("by Plants, of " + o.name()).isLessThan(1.05);
    }
    softly.assertAll();
    double planted =
        outcomes.stream().mapToDouble(o -> o.clean() / o.unplanted()).sorted().toArray()[20];
    assertThat(planted).as("by Plants, in the middle").isLessThan(0.98);
    double middle = outcomes.stream().mapToDouble(o -> o.clean() / o.raw()).sorted().toArray()[20];
    assertThat(middle).as("pose error to raw, in the middle").isLessThan(0.4);
  }

  @Test
  void aHandThatSeemsToRestAndWandersIsLetGoAndToldOf() {
    Rehearsal take = Rehearsal.ofMate(MateScene.CRAWL, 12, 30, 321_994, Damages.WILD);
    Motion raw = Motion.of(take.truth()).with(take.raw());
    var stages = new Evaluator(raw).evaluate(Recipe.firstPass().chain(), Work.UNWATCHED);
    assertThat(Unreached.of(stages))
        .anySatisfy(
            f -> {
              assertThat(f.text()).startsWith("Left hand seems to rest, but wanders by");
              assertThat(f.text()).endsWith("Plants lets it go.");
              assertThat(f.frames().count()).isGreaterThan(8);
            });
  }
}
