package waxhand.core.evaluate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.StoppedWork;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.KnownContacts;
import waxhand.core.curve.Curve;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.GuardPass;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.LayerRow;
import waxhand.core.passes.limbs.AimPass;
import waxhand.core.passes.limbs.AimTarget;
import waxhand.core.passes.limbs.LimbGoalPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;

class EvaluatorTest {
  private static final int FRAMES = 20_000;
  private static final Motion RAW = Samples.swaying(FRAMES, 120, 0.02, 9);
  private static final int CHUNKS = Track.chunkCount(FRAMES);

  private static Plate level(String id, double floor) {
    return Plate.of(id, new LevelPass(OptionalDouble.of(floor), OptionalDouble.empty(), 0, 0, 0));
  }

  private static Plate smooth(String id, int from, int to, double hz) {
    return Plate.of(id, SmoothPass.lowPass(hz, 2)).withSpan(new Span(from, to, 5, 5));
  }

  /** Ten plates: two filters far apart in time, the rest frame by frame. */
  private static Chain ten() {
    List<Plate> plates = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      plates.add(
          i == 3
              ? smooth("p3", 1000, 1400, 6)
              : i == 6 ? smooth("p6", 9000, 9500, 8) : level("p" + i, 0.001 * (i + 1)));
    }
    return new Chain(plates);
  }

  private static Motion afresh(Chain chain) {
    return new Evaluator(RAW).evaluate(chain, Work.UNWATCHED).result();
  }

  @Test
  void changingOnePlateOfTenComputesOnlyWhatItMust() {
    Evaluator evaluator = new Evaluator(RAW);
    evaluator.evaluate(ten(), Work.UNWATCHED);
    long all = evaluator.chunksComputed();
    assertThat(all).isGreaterThanOrEqualTo(8L * CHUNKS);
    Chain edited = ten().changed("p3", p -> p.withSpan(new Span(1000, 1380, 5, 5)));
    Motion result = evaluator.evaluate(edited, Work.UNWATCHED).result();
    long cost = evaluator.chunksComputed() - all;
    // 400 frames touch at most 3 chunks in each of the seven plates from p3 on
    assertThat(cost).isLessThanOrEqualTo(3L * 7);
    assertThat(Samples.sameBits(result.clip(), afresh(edited).clip())).isTrue();

    long before = evaluator.chunksComputed();
    evaluator.evaluate(edited.changed("p0", p -> p.withName("renamed")), Work.UNWATCHED);
    assertThat(evaluator.chunksComputed()).isEqualTo(before);
    evaluator.evaluate(edited.changed("p9", p -> p.withMuted(true)), Work.UNWATCHED);
    assertThat(evaluator.chunksComputed()).isEqualTo(before);
  }

  /**
   * Whatever is edited in whatever order, the result is that of a fresh evaluation, bit for bit.
   */
  @Test
  void manyEditsNeverLeaveAnythingStale() {
    Random random = new Random(3);
    Evaluator evaluator = new Evaluator(RAW);
    Chain chain = ten();
    for (int step = 0; step < 25; step++) {
      String id = "p" + random.nextInt(10);
      int kind = random.nextInt(6);
      if (chain.indexOf(id).isEmpty()) {
        chain =
            chain.inserted(
                random.nextInt(chain.size() + 1), smooth(id, 50 * step, 50 * step + 700, 5));
      } else if (kind == 0) {
        chain = chain.without(id);
      } else if (kind == 1) {
        chain = chain.moved(id, random.nextInt(chain.size()));
      } else if (kind == 2) {
        chain = chain.changed(id, p -> p.withMuted(!p.muted()));
      } else if (kind == 3) {
        chain = chain.changed(id, p -> p.withWeight(random.nextDouble()));
      } else if (kind == 4) {
        chain = chain.changed(id, p -> p.withPass(LevelPass.KIND.defaults()));
      } else {
        chain =
            chain.changed(
                id,
                p -> p.withSpan(new Span(random.nextInt(3000), 3000 + random.nextInt(3000), 9, 9)));
      }
      Motion result = evaluator.evaluate(chain, Work.UNWATCHED).result();
      assertThat(Samples.sameBits(result.clip(), afresh(chain).clip()))
          .as("step %d", step)
          .isTrue();
    }
  }

  @Test
  void theFocusComesFirstAndIsRight() {
    Evaluator evaluator = new Evaluator(RAW);
    Chain chain = Chain.of(smooth("a", 0, FRAMES, 5), level("b", 0.1));
    AtomicInteger early = new AtomicInteger();
    Motion right = afresh(chain);
    evaluator.evaluate(
        chain,
        new Frames(7000, 7100),
        Work.UNWATCHED,
        stages -> {
          early.incrementAndGet();
          for (int j = 0; j < 20; j++) {
            assertThat(Samples.sameBits(stages.result().clip(), right.clip(), j, 7050)).isTrue();
          }
        });
    assertThat(early).hasValue(1);
  }

  @Test
  void aStoppedEvaluationIsFinishedByTheNext() {
    Evaluator evaluator = new Evaluator(RAW);
    assertThatThrownBy(() -> evaluator.evaluate(ten(), new StoppedWork(12)))
        .isInstanceOf(CancellationException.class);
    Motion result = evaluator.evaluate(ten(), Work.UNWATCHED).result();
    assertThat(Samples.sameBits(result.clip(), afresh(ten()).clip())).isTrue();
  }

  private static Plate held(String id, Role part, Channel.Of of, double by) {
    return Plate.of(
        id,
        LayerEdit.set(
            LayerPass.KIND.defaults(),
            PartName.of(part),
            of,
            5000,
            new double[] {by, 0, 0},
            new LayerEdit.Hold.Near(40)));
  }

  private static Plate arm(double rad) {
    return held("arm", Role.LEFT_FOREARM, Channel.Of.TURN, rad);
  }

  private static Plate pull(double metres) {
    return held("pull", Role.LEFT_HAND, Channel.Of.GOAL, metres);
  }

  /** A filter behind a posed arm: the other parts come in as they did, and are left alone. */
  @Test
  void partsThatComeInAsTheyDidAreNotWorkedOutAgain() {
    Evaluator evaluator = new Evaluator(RAW);
    Plate all = Plate.of("all", SmoothPass.lowPass(7, 2));
    Chain chain = Chain.of(arm(0.1), smooth("some", 4800, 5300, 6).withWeight(0.7), all);
    Evaluator.Stages before = evaluator.evaluate(chain, Work.UNWATCHED);
    Chain edited = chain.changed("arm", p -> arm(0.4));
    Evaluator.Stages after = evaluator.evaluate(edited, Work.UNWATCHED);
    assertThat(Samples.sameBits(after.result().clip(), afresh(edited).clip())).isTrue();
    int forearm = RAW.body().joint(Role.LEFT_FOREARM).orElseThrow();
    for (int k = 1; k <= 3; k++) {
      for (int j = 0; j < RAW.body().skeleton().size(); j++) {
        Track was = before.motions().get(k).clip().rotation(j);
        Track is = after.motions().get(k).clip().rotation(j);
        assertThat(is.shares(Frames.first(FRAMES), was)).as("%d %d", k, j).isEqualTo(j != forearm);
      }
    }
    // what a filter does elsewhere, and what a guard keeps from it, is not taken from before
    Chain quicker = edited.changed("all", p -> all.withPass(SmoothPass.lowPass(5, 2)));
    for (double weight : new double[] {1, 0.4}) {
      Chain weighed = quicker.changed("all", p -> p.withWeight(weight));
      Motion result = evaluator.evaluate(weighed, Work.UNWATCHED).result();
      assertThat(Samples.sameBits(result.clip(), afresh(weighed).clip())).isTrue();
    }
    Plate guard =
        Plate.of("guard", GuardPass.KIND.defaults()).withSpan(new Span(4900, 5100, 20, 20));
    Chain guarded = quicker.inserted(1, guard);
    evaluator.evaluate(guarded, Work.UNWATCHED);
    Chain again = guarded.changed("arm", p -> arm(-0.2));
    assertThat(
            Samples.differences(evaluator.evaluate(again, Work.UNWATCHED).result(), afresh(again)))
        .isEmpty();
  }

  /** What a hand pulls is felt in the frames of its hold, however far filters reach for them. */
  @Test
  void aPullThatIsHeldCostsAndChangesTheFramesOfItsHold() {
    Evaluator evaluator = new Evaluator(RAW);
    evaluator.evaluate(Chain.of(pull(0), level("l", 0.1)), Work.UNWATCHED);
    Evaluator.Stages before =
        evaluator.evaluate(Chain.of(pull(0.1), level("l", 0.1)), Work.UNWATCHED);
    long chunks = evaluator.chunksComputed();
    Chain pulled = Chain.of(pull(0.6), level("l", 0.1));
    Evaluator.Stages after = evaluator.evaluate(pulled, Work.UNWATCHED);
    // 80 frames about frame 5000 lie in one chunk, in each of both plates
    assertThat(evaluator.chunksComputed() - chunks).isBetween(2L, 4L);
    assertThat(Samples.differences(after.result(), afresh(pulled))).isEmpty();
    Frames hold = new Frames(4960, 5041);
    int moved = 0;
    for (int f = 4700; f < 5300; f++) {
      for (int j = 0; j < RAW.body().skeleton().size(); j++) {
        Clip was = before.result().clip();
        Clip is = after.result().clip();
        boolean same = Samples.sameBits(was, is, j, f);
        assertThat(same || hold.contains(f)).as("%d %d", j, f).isTrue();
        moved += same ? 0 : 1;
      }
    }
    assertThat(moved).as("joints in frames").isGreaterThan(79 * 3);
  }

  /** A project that is opened is worked out afresh: props come and are looked at in one go. */
  @Test
  void whatGoesByAPropFindsTheOneThatIsPutInJustBefore() {
    Plate crate = Plate.of("crate", PropPass.KIND.defaults());
    String name = crate.pass().gives().orElseThrow();
    AimPass looks =
        AimPass.KIND
            .defaults()
            .withTarget(AimTarget.of(name))
            .with(AimPass.KIND.defaults().amounts().withStraight(1));
    LayerRow beside =
        new LayerRow(
            PartName.of(Role.LEFT_HAND), Channel.GOAL_Y, name, Curve.constant(0.05), false);
    Chain chain =
        Chain.of(
            crate,
            Plate.of("aim", looks),
            Plate.of("layer", LayerPass.KIND.defaults().plus(beside)));
    Evaluator.Stages stages = new Evaluator(RAW).evaluate(chain, Work.UNWATCHED);
    Motion wanted = RAW;
    for (int k = 0; k < 3; k++) {
      wanted = chain.plates().get(k).apply(wanted, RAW.clip().allFrames(), Work.UNWATCHED);
      assertThat(Samples.differences(wanted, stages.motions().get(k + 1))).as("%d", k).isEmpty();
      assertThat(stages.prepared().get(k).orElseThrow().complaint()).as("%d", k).isEmpty();
    }
    int head = RAW.body().joint(Role.HEAD).orElseThrow();
    assertThat(Samples.sameBits(RAW.clip(), stages.motions().get(2).clip(), head, 5000)).isFalse();
    Chain without = chain.changed("crate", p -> p.withMuted(true));
    assertThat(new Evaluator(RAW).evaluate(without, Work.UNWATCHED).prepared().get(1).orElseThrow())
        .extracting(p -> p.complaint().orElse(""))
        .asString()
        .contains(name);
  }

  /** A hand drags on while what it did before is still being worked out. */
  @Test
  void aDragThatOvertakesItselfEndsInWhatItEndsIn() {
    Random random = new Random(8);
    Evaluator evaluator = new Evaluator(RAW);
    for (int step = 0; step < 24; step++) {
      Chain chain =
          Chain.of(
              arm(0.02 * random.nextInt(8)),
              smooth("a", 4800, 5300, 6 + random.nextInt(2)),
              smooth("b", 4000, 9000, 8));
      Work stopping = new StoppedWork(random.nextInt(9));
      try {
        evaluator.evaluate(chain, new Frames(4950, 5050), stopping, stages -> {});
      } catch (CancellationException e) {
        // overtaken
      }
      if (step % 4 == 3) {
        Motion result = evaluator.evaluate(chain, Work.UNWATCHED).result();
        assertThat(Samples.differences(result, afresh(chain))).as("step %d", step).isEmpty();
      }
    }
  }

  @Test
  void aSmallBudgetCostsTimeButNotTruth() {
    Evaluator evaluator = new Evaluator(RAW, 1_000_000);
    evaluator.evaluate(ten(), Work.UNWATCHED);
    Chain edited = ten();
    for (String id : List.of("p8", "p2", "p3", "p5")) {
      edited = edited.changed(id, p -> p.withWeight(0.4));
      Motion result = evaluator.evaluate(edited, Work.UNWATCHED).result();
      assertThat(Samples.sameBits(result.clip(), afresh(edited).clip())).as(id).isTrue();
    }
  }

  @Test
  void foundValuesFollowTheirInput() {
    Chain chain = Chain.of(level("a", 0.2), Plate.of("b", LevelPass.KIND.defaults()));
    Evaluator evaluator = new Evaluator(RAW);
    LevelPass first = (LevelPass) evaluator.evaluate(chain, Work.UNWATCHED).pass(1);
    Chain lower = chain.changed("a", p -> level("a", 0.3));
    LevelPass second = (LevelPass) evaluator.evaluate(lower, Work.UNWATCHED).pass(1);
    assertThat(first.floorM().getAsDouble() - second.floorM().getAsDouble())
        .isBetween(0.0999, 0.1001);
  }

  /** Contacts are found over the whole span though only some frames of its stage are computed. */
  @Test
  void contactsOfASpanOutliveAnotherSpanBeforeIt() {
    Motion steps = Samples.stepping(4000, 120, 0.01, 2);
    Plate smooth = smooth("s", 3000, 3200, 6);
    Plate plants = Plate.of("p", PlantsPass.KIND.defaults()).withSpan(new Span(250, 600, 20, 20));
    Motion smoothed = smooth.apply(steps, steps.clip().allFrames(), Work.UNWATCHED);
    Motion wanted = plants.apply(smoothed, steps.clip().allFrames(), Work.UNWATCHED);
    assertThat(KnownContacts.of(wanted).contacts()).hasSizeGreaterThan(2);
    Motion fresh = new Evaluator(steps).evaluate(Chain.of(smooth, plants), Work.UNWATCHED).result();
    assertThat(Samples.differences(wanted, fresh)).isEmpty();
    Evaluator evaluator = new Evaluator(steps);
    evaluator.evaluate(Chain.of(plants), Work.UNWATCHED);
    Motion edited = evaluator.evaluate(Chain.of(smooth, plants), Work.UNWATCHED).result();
    assertThat(Samples.differences(wanted, edited)).isEmpty();
  }

  /** A joint that moves in some frames only, since its bone grew there, keeps what it grew. */
  @Test
  void bonesThatGrewInASpanStayGrown() {
    Plate smooth = smooth("s", 3000, 3200, 6);
    Plate goal =
        Plate.of("g", LimbGoalPass.KIND.of(Map.of("moveX", 1.0, "stretch", 0.15, "giveWay", 0.0)))
            .withSpan(new Span(250, 600, 20, 20));
    Motion smoothed = smooth.apply(RAW, RAW.clip().allFrames(), Work.UNWATCHED);
    Motion wanted = goal.apply(smoothed, RAW.clip().allFrames(), Work.UNWATCHED);
    int hand = RAW.body().joint(Role.LEFT_HAND).orElseThrow();
    assertThat(wanted.clip().hasTranslation(hand)).isTrue();
    assertThat(Samples.differences(wanted, afresh(Chain.of(smooth, goal)))).isEmpty();
    Evaluator evaluator = new Evaluator(RAW);
    evaluator.evaluate(Chain.of(goal), Work.UNWATCHED);
    Motion edited = evaluator.evaluate(Chain.of(smooth, goal), Work.UNWATCHED).result();
    assertThat(Samples.differences(wanted, edited)).isEmpty();
    Motion without = evaluator.evaluate(Chain.of(smooth), Work.UNWATCHED).result();
    assertThat(without.clip().hasTranslation(hand)).as("gone with its plate").isFalse();
  }

  /** One skeleton comes out of a scaled Level, whatever is edited before it. */
  @Test
  void anEditBeforeAScaledLevelIsSurveyedWhereItIs() {
    Plate tall =
        Plate.of("l", new LevelPass(OptionalDouble.of(0), OptionalDouble.of(1.9), 0, 0, 0));
    for (double weight : new double[] {1, 0.5}) {
      Evaluator evaluator = new Evaluator(RAW);
      Surveyor surveyor = new Surveyor();
      Chain chain = Chain.of(smooth("s", 3000, 3200, 6), tall.withWeight(weight));
      Motion before = evaluator.evaluate(chain, Work.UNWATCHED).result();
      surveyor.survey(before, Work.UNWATCHED);
      long blocks = surveyor.blocksSurveyed();
      Chain edited = chain.changed("s", p -> p.withSpan(new Span(3000, 3150, 5, 5)));
      Motion after = evaluator.evaluate(edited, Work.UNWATCHED).result();
      assertThat(after.body()).isSameAs(before.body());
      assertThat(Samples.differences(after, afresh(edited))).isEmpty();
      surveyor.survey(after, Work.UNWATCHED);
      assertThat(surveyor.blocksSurveyed() - blocks).isBetween(1L, 4L);
    }
  }

  @Test
  void historyGoesBackAndForthByName() {
    History<String> history = new History<>("a");
    history.edit("to b", s -> "b");
    history.edit("drag", "slider", s -> "c");
    history.edit("drag", "slider", s -> "d");
    assertThat(history.edit("nothing", s -> "d")).isFalse();
    assertThat(history.undoName()).contains("drag");
    history.undo();
    assertThat(history.now()).isEqualTo("b");
    history.undo();
    assertThat(history.now()).isEqualTo("a");
    assertThat(history.undoName()).isEmpty();
    history.redo();
    history.redo();
    assertThat(history.now()).isEqualTo("d");
    history.undo();
    history.edit("other", s -> "e");
    assertThat(history.redoName()).isEmpty();
  }
}
