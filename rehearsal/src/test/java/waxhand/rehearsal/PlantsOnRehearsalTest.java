package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.body.SoleThickness;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.contact.FloorPlane;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.measure.Pops;
import waxhand.core.measure.Standing;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.Planted;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.plants.Plant;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

/** Contacts and plants against the truth, on takes no limit was fitted to. */
class PlantsOnRehearsalTest {
  private static final Chain BEFORE =
      Chain.of(
          Plate.of("d", DespikePass.KIND.defaults()),
          Plate.of("g", GapFillPass.KIND.defaults()),
          Plate.of("s", SmoothPass.KIND.defaults()),
          Plate.of("l", LevelPass.KIND.defaults()));

  private static Rehearsal take(Scene scene, double rate, long seed, double height) {
    return Rehearsal.of(new Rehearsal.Order(scene, 14, rate, seed, height, false, Damages.USUAL));
  }

  private static List<Contact> feet(List<Contact> contacts) {
    return contacts.stream().filter(c -> c.part().isSole()).toList();
  }

  private static List<Contact> found(Motion motion) {
    FloorPlane floor = FloorPlane.level(Floor.rounded(motion));
    return feet(new ContactFinder(ContactSettings.USUAL, List.of(floor)).find(motion));
  }

  private static Motion cleaned(Motion raw) {
    return new Evaluator(raw).evaluate(BEFORE, Work.UNWATCHED).result();
  }

  private static Motion planted(Motion in, PlantsPass pass) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  @Test
  void contactsAreFoundInRawTakesOfAnyRateAndSize() {
    ContactScore score = new ContactScore(Map.of());
    long seed = 4400;
    for (Scene scene : Scene.values()) {
      for (double rate : new double[] {30, 60, 120, 240}) {
        seed++;
        Rehearsal take = take(scene, rate, seed, 1.5 + 0.1 * (seed % 6));
        Motion raw = Motion.of(take.raw());
        score =
            score.plus(
                ContactScore.of(found(raw), feet(take.contacts()), raw.clip().frames(), rate));
      }
    }
    assertThat(score.parts()).hasSize(6);
    score
        .parts()
        .forEach(
            (part, count) -> {
              assertThat(count.f1()).as(part.words()).isGreaterThan(0.93);
              assertThat(count.f1Inside()).as(part.words()).isGreaterThan(0.965);
            });
  }

  /** What counts as slow and low is measured by the take's own jitter. */
  @Test
  void fourTimesTheJitterDoesNotHideContacts() {
    ContactScore score = new ContactScore(Map.of());
    for (Scene scene : List.of(Scene.DECK_WALK, Scene.CRATE_LIFT, Scene.LINE_HAUL)) {
      Rehearsal take =
          Rehearsal.of(
              new Rehearsal.Order(
                  scene, 14, 120, 77, 1.8, false, Map.of("jitter", 4.0, "drift", 1.0)));
      Motion raw = Motion.of(take.raw());
      score =
          score.plus(ContactScore.of(found(raw), feet(take.contacts()), raw.clip().frames(), 120));
    }
    score.parts().forEach((p, c) -> assertThat(c.f1()).as(p.words()).isGreaterThan(0.92));
  }

  /** A few joints' noise and a slide of 10 cm do not hide a contact. */
  @Test
  void slidingFeetStillTouch() {
    Rehearsal take =
        Rehearsal.of(
            new Rehearsal.Order(
                Scene.DECK_WALK, 14, 120, 31, 1.8, false, Map.of("drift", 3.0, "jitter", 1.0)));
    Motion raw = Motion.of(take.raw());
    double far =
        take.contacts().stream()
            .mapToDouble(c -> waxhand.core.measure.Slide.of(raw, c).farMm())
            .max()
            .orElse(0);
    assertThat(far).as("it slides by").isGreaterThan(80);
    ContactScore score =
        ContactScore.of(found(raw), feet(take.contacts()), raw.clip().frames(), 120);
    score.parts().forEach((p, c) -> assertThat(c.f1Inside()).as(p.words()).isGreaterThan(0.95));
  }

  @ParameterizedTest
  @EnumSource(Scene.class)
  void plantedFeetStandStillAndTheBodyStaysAsGood(Scene scene) {
    Rehearsal take = take(scene, 120, 890 + scene.ordinal(), 1.7);
    Motion truth = Motion.of(take.truth());
    Motion before = cleaned(truth.with(take.raw()));
    Motion after = planted(before, PlantsPass.KIND.defaults());
    List<Contact> feet = feet(take.contacts());
    Standing standing = Standing.of(after, feet);
    assertThat(standing.speedMms()).isLessThan(40);
    assertThat(standing.insideMms()).isLessThan(10);
    assertThat(standing.driftMm()).isLessThan(5);
    assertThat(standing.floatMm()).isLessThan(1);
    assertThat(standing.sinkMm()).isLessThan(3);
    assertThat(Standing.of(before, feet).insideMms()).as("without").isGreaterThan(12);
    double pops = Pops.peak(after, true) / Pops.peak(truth, true);
    assertThat(pops)
        .isLessThan(Math.max(1.2, 1.05 * Pops.peak(before, true) / Pops.peak(truth, true)));
    assertThat(SwingScore.errorMm(truth, after, feet))
        .isLessThan(1.1 * SwingScore.errorMm(truth, before, feet));
    Comparison was = Comparison.of(truth, before, feet);
    Comparison is = Comparison.of(truth, after, feet);
    assertThat(is.poseRmsMm()).isLessThan(1.15 * was.poseRmsMm() + 0.3);
  }

  /** A leg that was lost while its foot stood still is filled in, and the foot stands still. */
  @Test
  void aFootThatWasLostWhereItStoodStandsThroughout() {
    int looked = 0;
    for (long seed = 610; looked < 4; seed++) {
      Rehearsal take =
          Rehearsal.of(
              new Rehearsal.Order(
                  Scene.BOLLARD_KNEEL, 14, 120, seed, 1.7, false, Map.of("dropout", 1.0)));
      List<Contact> through =
          feet(take.contacts()).stream()
              .filter(c -> c.part().place() == 1 && isLost(take, c))
              .toList();
      if (!through.isEmpty()) {
        Motion before = cleaned(Motion.of(take.raw()));
        Motion after = planted(before, PlantsPass.KIND.defaults());
        Standing filled = Standing.of(before, through);
        Standing standing = Standing.of(after, through);
        assertThat(standing.worstDriftMm()).as("seed %d", seed).isLessThan(2);
        looked += filled.worstDriftMm() > 20 ? 1 : 0;
      }
    }
  }

  /** Whether a leg is lost for a while inside a contact of its foot. */
  private static boolean isLost(Rehearsal take, Contact contact) {
    String side = contact.part().words().startsWith("left") ? "Left" : "Right";
    return take.faults().stream()
        .anyMatch(
            f ->
                f.part().matches(side + "(Thigh|Shin)")
                    && f.frames().grown(20).within(contact.frames()).equals(f.frames().grown(20)));
  }

  /** Held exactly where the plant holds, shape of the swing kept, nothing else touched. */
  @Test
  void correctionsFadeAndDoNotStamp() {
    Rehearsal take = take(Scene.DECK_WALK, 120, 99, 1.78);
    Motion before = cleaned(Motion.of(take.raw()));
    PlantsPass pass = PlantsPass.KIND.of(Map.of("follow", 0.0, "giveWay", 0.0));
    Motion after = planted(before, pass);
    Plant ball =
        pass.prepared(before, Place.ALL).plants().stream()
            .filter(p -> p.part() == ContactPart.LEFT_BALL && p.frames().from() > 200)
            .findFirst()
            .orElseThrow();
    double[] p = new double[6];
    WorldPose a = new WorldPose(before.clip().skeleton());
    WorldPose b = new WorldPose(before.clip().skeleton());
    double last = Double.NaN;
    int from = ball.frames().to() - 1;
    for (int f = from; f < from + ball.easeOut(); f++) {
      a.solve(before.clip(), f);
      b.solve(after.clip(), f);
      int foot = before.body().soles().get(0).foot();
      double far =
          Math.hypot(
              Math.hypot(a.x(foot) - b.x(foot), a.y(foot) - b.y(foot)), a.z(foot) - b.z(foot));
      // the correction never leaps, and shrinks to nothing
      assertThat(Double.isNaN(last) || Math.abs(far - last) < 0.004).isTrue();
      last = far;
    }
    assertThat(last).isLessThan(0.004);
    for (int f = ball.frames().from(); f < ball.frames().to(); f++) {
      b.solve(after.clip(), f);
      ball.part().place(after.body(), b, p, 3 * (f == ball.frames().from() ? 0 : 1));
      if (f > ball.frames().from()) {
        assertThat(Math.hypot(p[0] - p[3], p[2] - p[5])).isLessThan(2e-3);
      }
    }
    for (int j = 0; j < before.clip().skeleton().size(); j++) {
      boolean leg =
          before
              .body()
              .role(j)
              .map(r -> r.name().matches(".*(THIGH|SHIN|FOOT|TOES)"))
              .orElse(false);
      if (!leg) {
        assertThat(after.clip().rotation(j)).isSameAs(before.clip().rotation(j));
      }
    }
  }

  @Test
  void whatTheArtistEditsIsKeptWhenTheSearchRunsAgain() {
    Rehearsal take = take(Scene.DECK_WALK, 60, 17, 1.78);
    Motion before = cleaned(Motion.of(take.raw()));
    PlantsPass pass = PlantsPass.KIND.defaults();
    List<Plant> found = pass.prepared(before, Place.ALL).plants();
    Plant heel =
        found.stream().filter(p -> p.part() == ContactPart.LEFT_HEEL).findFirst().orElseThrow();
    Plant toe =
        found.stream().filter(p -> p.part() == ContactPart.RIGHT_TOE).findFirst().orElseThrow();
    Frames shorter = new Frames(heel.frames().from() + 3, heel.frames().to() - 5);
    Plant edited = heel.withFrames(shorter).withEases(4, 30);
    PlantsPass byHand = pass.changed(heel, edited).without(toe);
    for (double height : new double[] {0.03, 0.05}) {
      PlantsPass again = PlantsPass.KIND.with(byHand, PlantsPass.KIND.settings().get(0), height);
      List<Plant> now = again.prepared(before, Place.ALL).plants();
      assertThat(now).contains(edited);
      assertThat(now.stream().filter(p -> p.part() == toe.part()))
          .noneMatch(p -> !p.frames().within(toe.frames()).isEmpty());
      assertThat(now.stream().filter(p -> p.part() == heel.part() && !p.byHand()))
          .noneMatch(p -> !p.frames().within(heel.frames()).isEmpty());
    }
    assertThat(byHand.searched(heel.part(), heel.frames()).searched(toe.part(), toe.frames()))
        .isEqualTo(pass);
    // and in plain form, as files have it
    assertThat(PlantsPass.KIND.of(PlantsPass.KIND.plain(byHand))).isEqualTo(byHand);
  }

  /** A print that is moved takes the foot along; another spot is not disturbed. */
  @Test
  void movedPrintsTakeTheFootAlongAndCostOnlyWhatTheyTouch() {
    Rehearsal take = take(Scene.DECK_WALK, 120, 23, 1.78);
    Motion before = cleaned(Motion.of(take.raw()));
    Plate plate = Plate.of("p", PlantsPass.KIND.defaults());
    Evaluator evaluator = new Evaluator(before);
    Evaluator.Stages stages = evaluator.evaluate(Chain.of(plate), Work.UNWATCHED);
    Planted found = (Planted) stages.prepared().get(0).orElseThrow();
    var footing = found.plan().footings().get(2);
    PlantsPass moved = (PlantsPass) plate.pass();
    for (Plant p : footing.plants()) {
      moved = moved.changed(p, p.withMove(new Plant.Move(0.05, 0, -0.02, 0.3)));
    }
    long chunks = evaluator.chunksComputed();
    Evaluator.Stages next = evaluator.evaluate(Chain.of(plate.withPass(moved)), Work.UNWATCHED);
    assertThat(evaluator.chunksComputed() - chunks)
        .as("of %d chunks", before.clip().frames() / 256 + 1)
        .isLessThanOrEqualTo(4);
    Motion fresh = planted(before, moved);
    Clip incremental = next.result().clip();
    for (int j = 0; j < incremental.skeleton().size(); j++) {
      for (int f = 0; f < incremental.frames(); f++) {
        assertThat(incremental.rotation(j).sameAt(f, fresh.clip().rotation(j))).isTrue();
      }
    }
    int middle = (footing.frames().from() + footing.frames().to()) / 2;
    WorldPose a = new WorldPose(before.clip().skeleton());
    WorldPose b = new WorldPose(before.clip().skeleton());
    a.solve(stages.result().clip(), middle);
    b.solve(incremental, middle);
    double[] p = new double[6];
    ContactPart ball = ContactPart.ofSole(footing.side(), 1);
    ball.place(before.body(), a, p, 0);
    ball.place(before.body(), b, p, 3);
    assertThat(p[3] - p[0]).isBetween(0.0499, 0.0501);
    assertThat(p[5] - p[2]).isBetween(-0.0201, -0.0199);
    assertThat(Math.abs(p[4] - p[1])).isLessThan(1e-4);
  }

  /** Whatever is edited before plants, what was kept and what is computed afresh are the same. */
  @Test
  void editsBeforePlantsComeOutAsIfComputedAfresh() {
    Motion raw = Motion.of(take(Scene.DECK_WALK, 60, 41, 1.78).raw());
    for (double follow : new double[] {1, 0}) {
      Plate plants = Plate.of("p", PlantsPass.KIND.of(Map.of("follow", follow)));
      Evaluator evaluator = new Evaluator(raw);
      for (int n = 0; n < 6; n++) {
        Plate smooth =
            Plate.of("s", SmoothPass.lowPass(3 + n, 2))
                .withSpan(
                    // now and then only the cutoff is another
                    new Span(90 * (n / 2), 90 * (n / 2) + 60 + 20 * (n / 2), 4, 4));
        Chain chain = Chain.of(smooth, plants);
        Clip kept = evaluator.evaluate(chain, Work.UNWATCHED).result().clip();
        Clip fresh = new Evaluator(raw).evaluate(chain, Work.UNWATCHED).result().clip();
        for (int j = 0; j < kept.skeleton().size(); j++) {
          for (int f = 0; f < kept.frames(); f++) {
            assertThat(kept.rotation(j).sameAt(f, fresh.rotation(j)))
                .as("edit %d, joint %d, frame %d", n, j, f)
                .isTrue();
          }
        }
      }
    }
  }

  @Test
  void bodiesWithoutFeetAndTakesOfOneFrameComeOutAsTheyAre() {
    Motion before = cleaned(Motion.of(take(Scene.DECK_WALK, 60, 3, 1.78).raw()));
    for (int frames : new int[] {1, 2, 5}) {
      Motion tiny = before.with(before.clip().cut(new Frames(0, frames)));
      Motion out = planted(tiny, PlantsPass.KIND.defaults());
      assertThat(Standing.of(out, List.of()).sinkMm()).isFinite();
      assertThat(out.clip().frames()).isEqualTo(frames);
    }
    PlantsPass high =
        new PlantsPass(
            ContactSettings.USUAL,
            OptionalDouble.of(-3),
            0.2,
            0,
            new PlantsPass.Ways(1, 1, 0, 1),
            SoleThickness.FOUND,
            List.of(),
            List.of());
    assertThat(planted(before, high).clip())
        .as("nothing touches a floor far below")
        .isSameAs(before.clip());
  }
}
