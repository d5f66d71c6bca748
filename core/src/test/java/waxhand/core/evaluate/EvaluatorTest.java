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
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.KnownContacts;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.limbs.LimbGoalPass;
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
    AtomicInteger checks = new AtomicInteger();
    Work stopping =
        new Work() {
          @Override
          public void done(double share) {}

          @Override
          public boolean stopped() {
            return checks.incrementAndGet() > 12;
          }
        };
    assertThatThrownBy(() -> evaluator.evaluate(ten(), stopping))
        .isInstanceOf(CancellationException.class);
    Motion result = evaluator.evaluate(ten(), Work.UNWATCHED).result();
    assertThat(Samples.sameBits(result.clip(), afresh(ten()).clip())).isTrue();
  }

  @Test
  void aSmallBudgetCostsTimeButNotTruth() {
    Evaluator evaluator = new Evaluator(RAW, 1_000_000);
    evaluator.evaluate(ten(), Work.UNWATCHED);
    Chain edited = ten().changed("p8", p -> p.withWeight(0.4));
    Motion result = evaluator.evaluate(edited, Work.UNWATCHED).result();
    assertThat(Samples.sameBits(result.clip(), afresh(edited).clip())).isTrue();
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
