package waxhand.core.scene;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.work.Work;

/** What was not captured is known as such all along a chain. */
class FilledTest {
  private static final Motion RAW = Samples.faulty(Samples.swaying(1200, 120, 0.002, 12));
  private static final int HAND = RAW.clip().skeleton().indexOf("LeftHand");

  private static Filled filled(List<Plate> plates) {
    return Filled.of(new Evaluator(RAW).evaluate(new Chain(plates), Work.UNWATCHED).result());
  }

  private static Plate gapFill() {
    return Plate.of("g", GapFillPass.KIND.defaults());
  }

  private static FrameSet ofHand(Filled filled) {
    return filled.of(RAW.clip().skeleton(), HAND);
  }

  @Test
  void aJointHangsOnWhatWasFilledAboveIt() {
    Skeleton skeleton = RAW.clip().skeleton();
    BitSet arm = new BitSet();
    arm.set(skeleton.indexOf("LeftArm"));
    BitSet hips = new BitSet();
    hips.set(0);
    Filled filled =
        Filled.NONE.with(arm, new Frames(10, 20)).with(hips, new Frames(18, 30)).with(arm, FAR);
    assertThat(filled.of(skeleton, HAND).runs()).containsExactly(new Frames(10, 30), FAR);
    assertThat(filled.of(skeleton, skeleton.indexOf("RightHand")).runs())
        .containsExactly(new Frames(18, 30));
    Filled cut =
        filled.through(TimeMap.without(200, List.of(new Frames(12, 19), new Frames(60, 70))));
    assertThat(cut.of(skeleton, HAND).runs())
        .containsExactly(new Frames(10, 23), new Frames(83, 93));
    Filled patched = filled.patched(new Frames(15, 105), Filled.NONE);
    assertThat(patched.of(skeleton, HAND).runs())
        .containsExactly(new Frames(10, 15), new Frames(105, 110));
    assertThat(filled.patched(new Frames(0, 200), filled)).isEqualTo(filled);
  }

  private static final Frames FAR = new Frames(100, 110);

  @Test
  void gapFillTellsAndLaterPassesKeepIt() {
    List<Frames> told =
        ofHand(filled(List.of(gapFill(), Plate.of("l", LevelPass.KIND.defaults())))).runs();
    // frames 72 to 82 of every second stand still; their first is still true
    for (int second = 0; second < 9; second++) {
      assertThat(told).contains(new Frames(120 * second + 73, 120 * second + 82));
    }
    assertThat(filled(List.of())).isEqualTo(Filled.NONE);
    assertThat(filled(List.of(gapFill().withMuted(true)))).isEqualTo(Filled.NONE);
    List<Frames> spliced =
        ofHand(
                filled(
                    List.of(
                        gapFill(),
                        Plate.of("x", new SplicePass(0, true)).withSpan(new Span(240, 300, 0, 0)))))
            .runs();
    assertThat(spliced).contains(new Frames(73, 82), new Frames(313 - 60, 322 - 60));
  }

  /** However a chain was come to, what is said to be filled in is the same. */
  @Test
  void editsSayTheSameAsAFreshStart() {
    Random random = new Random(5);
    Evaluator evaluator = new Evaluator(RAW);
    for (int n = 0; n < 25; n++) {
      List<Plate> plates = new ArrayList<>();
      if (random.nextBoolean()) {
        int from = random.nextInt(900);
        plates.add(
            Plate.of("s", SmoothPass.lowPass(5 + random.nextInt(3), 2))
                .withSpan(new Span(from, from + 100, 4, 4)));
      }
      if (random.nextInt(4) > 0) {
        int from = random.nextInt(600);
        plates.add(
            gapFill().withSpan(new Span(from, from + 500, 0, 0)).withMuted(random.nextInt(5) == 0));
      }
      plates.add(Plate.of("l", LevelPass.KIND.defaults()));
      Filled kept = Filled.of(evaluator.evaluate(new Chain(plates), Work.UNWATCHED).result());
      assertThat(kept).as("edit %d: %s", n, plates).isEqualTo(filled(plates));
    }
  }
}
