package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.Floor;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.rehearsal.damage.Damages;
import waxhand.rehearsal.scene.Scene;

class RehearsalTest {
  private static Rehearsal take(Scene scene, double rateHz, long seed, double heightM) {
    return Rehearsal.of(
        new Rehearsal.Order(scene, 16, rateHz, seed, heightM, false, Damages.USUAL));
  }

  /** In the truth a resting part does not move at all and lies on the ground. */
  @ParameterizedTest
  @EnumSource(Scene.class)
  void restingFeetAreExactlyStill(Scene scene) {
    for (double height : new double[] {1.5, 1.78, 2.0}) {
      Rehearsal take = take(scene, 120, 11, height);
      Motion truth = Motion.of(take.truth());
      assertThat(take.contacts()).hasSizeGreaterThan(12);
      assertThat(Comparison.slide(truth, take.contacts())).isLessThan(1e-6);
      WorldPose pose = new WorldPose(take.truth().skeleton());
      double[] p = new double[3];
      for (Contact contact : take.contacts()) {
        pose.solve(take.truth(), contact.frames().from());
        contact.part().place(truth.body(), pose, p, 0);
        double radius = contact.part().on(truth.body()).orElseThrow().radiusM();
        double top = contact.part().isHand() ? take.things().get(0).height() : 0;
        assertThat(p[1] - radius - top)
            .as("%s at %s", contact.part(), contact.frames())
            .isCloseTo(0, within(1e-9));
      }
    }
  }

  @ParameterizedTest
  @EnumSource(Scene.class)
  void theBodyMovesAsABodyCan(Scene scene) {
    Rehearsal take = take(scene, 120, 5, 1.78);
    Motion truth = Motion.of(take.truth());
    Clip clip = take.truth();
    assertThat(Comparison.of(truth, truth, List.of()).deepestSinkMm()).isLessThan(2);
    assertThat(Floor.height(truth)).isCloseTo(0, within(0.004));
    WorldPose pose = new WorldPose(clip.skeleton());
    double[] before = new double[3 * clip.skeleton().size()];
    double fastest = 0;
    for (int f = 0; f < clip.frames(); f++) {
      pose.solve(clip, f);
      for (int j = 0; f > 0 && j < clip.skeleton().size(); j++) {
        double d =
            Math.hypot(
                Math.hypot(pose.x(j) - before[3 * j], pose.y(j) - before[3 * j + 1]),
                pose.z(j) - before[3 * j + 2]);
        fastest = Math.max(fastest, d * clip.rateHz());
      }
      System.arraycopy(pose.positions(), 0, before, 0, before.length);
    }
    assertThat(fastest).isBetween(1.5, 9.0);
  }

  /** People swing the arm of the other side forward with a leg. */
  @Test
  void armsSwingAgainstTheLegs() {
    Rehearsal take = take(Scene.DECK_WALK, 60, 3, 1.78);
    WorldPose pose = new WorldPose(take.truth().skeleton());
    Motion truth = Motion.of(take.truth());
    double sum = 0;
    int leftHand = truth.body().joint(waxhand.core.body.Role.LEFT_HAND).getAsInt();
    int rightHand = truth.body().joint(waxhand.core.body.Role.RIGHT_HAND).getAsInt();
    int leftFoot = truth.body().joint(waxhand.core.body.Role.LEFT_FOOT).getAsInt();
    int rightFoot = truth.body().joint(waxhand.core.body.Role.RIGHT_FOOT).getAsInt();
    for (int f = 60; f < 240; f++) {
      pose.solve(take.truth(), f);
      sum +=
          Math.signum(pose.z(leftHand) - pose.z(rightHand))
              * Math.signum(pose.z(rightFoot) - pose.z(leftFoot));
    }
    assertThat(sum / 180).isGreaterThan(0.5);
  }

  @Test
  void aHopHasFlightUnderGravity() {
    Rehearsal take = take(Scene.GANGWAY_HOP, 240, 5, 1.78);
    boolean[] down = new boolean[take.truth().frames()];
    for (Contact contact : take.contacts()) {
      for (int f = contact.frames().from(); f < contact.frames().to(); f++) {
        down[f] = true;
      }
    }
    int from = 0;
    int longest = 0;
    for (int f = 0, run = 0; f < down.length; f++) {
      run = down[f] ? 0 : run + 1;
      if (run > longest) {
        longest = run;
        from = f - run + 1;
      }
    }
    assertThat(longest / 240.0).isBetween(0.3, 0.5);
    int a = from + longest / 4;
    int b = from + longest / 2;
    int c = from + 3 * longest / 4;
    double h = (b - a) / 240.0;
    double fall =
        (take.truth().translation(0).at(a, 1)
                - 2 * take.truth().translation(0).at(b, 1)
                + take.truth().translation(0).at(c, 1))
            / (h * h);
    assertThat(fall).isCloseTo(-9.81, within(1.5));
  }

  @Test
  void theSameSeedGivesTheSameTakeAndAnotherDoesNot() {
    Clip a = take(Scene.CRATE_LIFT, 30, 9, 1.7).raw();
    Clip b = take(Scene.CRATE_LIFT, 30, 9, 1.7).raw();
    Clip c = take(Scene.CRATE_LIFT, 30, 10, 1.7).raw();
    int same = 0;
    for (int f = 0; f < a.frames(); f++) {
      assertThat(a.rotation(7).sameAt(f, b.rotation(7))).isTrue();
      same += a.rotation(7).sameAt(f, c.rotation(7)) ? 1 : 0;
    }
    assertThat(same).isLessThan(5);
  }

  @Test
  void eachDamageDoesItsOwnHarmOnly() {
    Rehearsal take = take(Scene.DECK_WALK, 60, 2, 1.78);
    Motion truth = Motion.of(take.truth());
    Map<String, String> pointed =
        Map.ofEntries(
            Map.entry("jitter", "jitter"),
            Map.entry("freeze", "freeze"),
            Map.entry("spike", "spike"),
            Map.entry("dropout", "missing"),
            Map.entry("stick", "freeze"),
            Map.entry("collision", "collision"),
            Map.entry("shake", "shake"),
            Map.entry("twist", "overbend"),
            Map.entry("pop", "pop"),
            Map.entry("jolt", "jolt"));
    for (String kind : Damages.ALL.keySet()) {
      var damaged = Damages.apply(take.truth(), Map.of(kind, 1.0), 4);
      Comparison c = Comparison.of(truth, truth.with(damaged.clip()), take.contacts());
      assertThat(c.positionRmsMm() + c.rotationRmsDeg()).as(kind).isPositive();
      boolean turns = pointed.containsKey(kind) && !kind.equals("jolt");
      assertThat(c.rotationRmsDeg() > 1e-4).as(kind).isEqualTo(turns);
      assertThat(damaged.faults().isEmpty()).as(kind).isEqualTo(!pointed.containsKey(kind));
      assertThat(damaged.faults()).allMatch(f -> f.kind().equals(pointed.get(kind)));
      boolean slides = kind.equals("leg") || kind.equals("drift");
      if (slides) {
        assertThat(c.slideMmPerFrame()).isGreaterThan(0.05);
      }
    }
    assertThatThrownBy(() -> Damages.apply(take.truth(), Map.of("rust", 1.0), 1))
        .hasMessageContaining("rust");
  }

  /** The point of it all: what we do to a take brings it nearer to the truth. */
  @ParameterizedTest
  @EnumSource(Scene.class)
  void theFirstPassMoreThanHalvesTheErrorToTheTruth(Scene scene) {
    Rehearsal take =
        Rehearsal.of(
            new Rehearsal.Order(scene, 16, 120, 71 + scene.ordinal(), 1.65, false, Damages.USUAL));
    Motion truth = Motion.of(take.truth());
    Motion raw = truth.with(take.raw());
    Chain chain =
        Chain.of(
            Plate.of("d", DespikePass.KIND.defaults()),
            Plate.of("g", GapFillPass.KIND.defaults()),
            Plate.of("s", SmoothPass.KIND.defaults()),
            Plate.of("l", LevelPass.KIND.defaults()));
    Motion clean = new Evaluator(raw).evaluate(chain, Work.UNWATCHED).result();
    Comparison before = Comparison.of(truth, raw, take.contacts());
    Comparison after = Comparison.of(truth, clean, take.contacts());
    assertThat(after.poseRmsMm()).isLessThan(0.65 * before.poseRmsMm());
    assertThat(after.positionRmsMm()).isLessThan(before.positionRmsMm());
    assertThat(after.slideMmPerFrame()).isLessThan(0.25 * before.slideMmPerFrame());
    double best = Double.POSITIVE_INFINITY;
    for (double hz = 2; hz < 14; hz += 0.5) {
      Motion tried =
          Plate.of("t", SmoothPass.lowPass(hz, 2))
              .apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
      best = Math.min(best, Comparison.of(truth, tried, List.of()).poseRmsMm());
    }
    assertThat(after.poseRmsMm())
        .as("better than any one filter, chosen with hindsight")
        .isLessThan(best);
  }

  @Test
  void truthFilesAreReadBack() throws Exception {
    Rehearsal take = take(Scene.CRATE_LIFT, 60, 2, 1.78);
    assertThat(Rehearsal.contactsOf(take.truthJson())).isEqualTo(take.contacts());
    assertThat(take.contacts()).extracting(Contact::part).contains(ContactPart.LEFT_BALL);
    assertThat(new String(take.truthJson(), java.nio.charset.StandardCharsets.UTF_8))
        .contains("\"grab\"")
        .contains("\"freeze\"");
    assertThatThrownBy(
            () ->
                Rehearsal.contactsOf(
                    "{\"contacts\":[{\"part\":\"tail\"}]}"
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8)))
        .hasMessageContaining("tail");
  }
}
