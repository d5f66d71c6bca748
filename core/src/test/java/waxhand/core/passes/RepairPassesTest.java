package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.maths.Quats;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Despike, Gap fill and Shift: what they change, how well, and that they change nothing else. */
class RepairPassesTest {
  private static final Motion TRUTH = Samples.swaying(1200, 120, 0, 1);
  private static final Motion NOISY = Samples.swaying(1200, 120, 0.004, 1);

  private static Motion run(Pass pass, Motion in) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  private static double angle(Motion a, Motion b, int joint, int frame) {
    double[] qa = new double[4];
    double[] qb = new double[4];
    a.clip().rotation(joint).read(frame, qa, 0);
    b.clip().rotation(joint).read(frame, qb, 0);
    return Quats.angle(qa, 0, qb, 0);
  }

  @Test
  void despikeReplacesWildFramesAndNothingElse() {
    Motion faulty = Samples.faulty(NOISY);
    Motion out = run(DespikePass.KIND.defaults(), faulty);
    int forearm = faulty.clip().skeleton().indexOf("LeftForeArm");
    for (int f = 0; f < 1200; f++) {
      boolean spike = f % 120 == 60 && f + 30 < 1200;
      for (int j = 0; j < out.clip().skeleton().size(); j++) {
        boolean same = Samples.sameBits(faulty.clip(), out.clip(), j, f);
        assertThat(same).as("joint %d frame %d", j, f).isEqualTo(!(spike && j == forearm));
      }
      if (spike) {
        assertThat(angle(out, TRUTH, forearm, f)).isLessThan(0.03);
      }
    }
    assertThat(run(DespikePass.KIND.defaults(), TRUTH)).isSameAs(TRUTH);
    DespikePass gross = DespikePass.KIND.of(Map.of("counts", "only gross ones"));
    assertThat(run(gross, faulty).clip().rotation(forearm))
        .isNotSameAs(faulty.clip().rotation(forearm));
    assertThatThrownBy(() -> DespikePass.KIND.of(java.util.Map.of("counts", "all")))
        .hasMessageContaining("all");
  }

  @Test
  void gapFillBringsFrozenAndLostStretchesBackNearTheTruth() {
    Clip clip = NOISY.clip();
    Frames frozen = new Frames(300, 316);
    for (int j = 0; j < clip.skeleton().size(); j++) {
      clip = clip.withRotation(j, Samples.held(clip.rotation(j), frozen));
    }
    clip = clip.withTranslation(0, Samples.held(clip.translation(0), frozen));
    Frames lost = new Frames(760, 800);
    BitSet top = new BitSet();
    top.set(clip.skeleton().indexOf("RightArm"));
    double[] rest = new double[4 * lost.count()];
    for (int n = 0; n < lost.count(); n++) {
      rest[4 * n + 3] = 1;
    }
    BitSet arm = clip.skeleton().below(top);
    for (int j = arm.nextSetBit(0); j >= 0; j = arm.nextSetBit(j + 1)) {
      clip = clip.withRotation(j, clip.rotation(j).with(lost, rest));
    }
    Motion broken = NOISY.with(clip);
    Motion out = run(GapFillPass.KIND.defaults(), broken);
    for (Frames run : List.of(frozen, lost)) {
      double before = error(broken, run);
      assertThat(error(out, run)).as("%s", run).isLessThan(0.3 * before);
    }
    for (int f : new int[] {0, 299, 300, 316, 500, 759, 800, 1199}) {
      for (int j = 0; j < clip.skeleton().size(); j++) {
        assertThat(Samples.sameBits(clip, out.clip(), j, f)).as("%d %d", j, f).isTrue();
      }
    }
    // the left arm was not lost
    int left = clip.skeleton().indexOf("LeftArm");
    assertThat(Samples.sameBits(clip, out.clip(), left, 780)).isTrue();
    assertThat(run(GapFillPass.KIND.defaults(), NOISY)).isSameAs(NOISY);
  }

  /** A wild sample that was mended does not hide that the rest of the limb still stood still. */
  @Test
  void whatStandsStillBesideAWildSampleIsFilledToo() {
    Clip clip = NOISY.clip();
    BitSet top = new BitSet();
    top.set(clip.skeleton().indexOf("RightUpLeg"));
    BitSet leg = clip.skeleton().below(top);
    int toes = clip.skeleton().indexOf("RightToeBase");
    int knee = clip.skeleton().indexOf("RightLeg");
    for (int j = leg.nextSetBit(0); j >= 0; j = leg.nextSetBit(j + 1)) {
      // the toes move again two frames before the leg does
      Frames stuck = new Frames(500, j == toes ? 538 : 540);
      clip = clip.withRotation(j, Samples.held(clip.rotation(j), stuck));
    }
    Motion out = run(GapFillPass.KIND.defaults(), NOISY.with(clip));
    for (int f = 501; f < 540; f++) {
      assertThat(Samples.sameBits(clip, out.clip(), knee, f)).as("frame %d", f).isFalse();
    }
    double leap = angle(out, TRUTH, knee, 539) - angle(out, TRUTH, knee, 540);
    assertThat(Math.abs(leap)).isLessThan(0.02);
    assertThat(Samples.sameBits(clip, out.clip(), toes, 538)).isTrue();
    assertThat(Samples.sameBits(clip, out.clip(), knee, 540)).isTrue();
  }

  private static double error(Motion motion, Frames run) {
    Motion truth = Motion.of(TRUTH.clip().cut(run));
    return Comparison.of(truth, truth.with(motion.clip().cut(run)), List.of()).poseRmsMm();
  }

  @Test
  void gapFillOfASpanJoinsItsEndsWithTheirSpeed() {
    Frames span = new Frames(400, 424);
    Plate plate = Plate.of("g", GapFillPass.ofSpan()).withSpan(Span.of(span, 0));
    Motion out = plate.apply(TRUTH, TRUTH.clip().allFrames(), Work.UNWATCHED);
    double worst = 0;
    for (int f = 398; f < 427; f++) {
      for (int j = 0; j < 20; j++) {
        worst = Math.max(worst, angle(out, TRUTH, j, f));
        double step = angle(out, out, j, f);
        assertThat(step).isLessThan(1e-6);
      }
    }
    assertThat(worst).isLessThan(0.02);
    // asked for piece by piece it is the same
    Motion piece = plate.apply(TRUTH, new Frames(405, 410), Work.UNWATCHED);
    assertThat(Samples.sameBits(piece.clip(), out.clip(), 7, 407)).isTrue();
    // at the ends of the take nothing leads the filling
    Plate all = plate.withSpan(Span.ALL);
    assertThat(all.apply(TRUTH, TRUTH.clip().allFrames(), Work.UNWATCHED)).isSameAs(TRUTH);
  }

  @Test
  void shiftMovesInValueOrInTime() {
    Triple turn = new Triple(0, 0.2, 0);
    Triple move = new Triple(0, 0.05, 0);
    Motion out = run(new ShiftPass(turn, move, 0), TRUTH);
    for (int f = 0; f < 1200; f += 100) {
      assertThat(angle(out, TRUTH, 7, f)).isCloseTo(0.2, within(1e-9));
      assertThat(out.clip().translation(0).at(f, 1))
          .isCloseTo(TRUTH.clip().translation(0).at(f, 1) + 0.05, within(1e-12));
    }
    Motion later = run(new ShiftPass(Triple.ZERO, Triple.ZERO, 0.25), TRUTH);
    for (int f = 30; f < 1200; f += 90) {
      double[] is = new double[4];
      double[] was = new double[4];
      later.clip().rotation(7).read(f, is, 0);
      TRUTH.clip().rotation(7).read(f - 30, was, 0);
      assertThat(Quats.angle(is, 0, was, 0)).isLessThan(1e-9);
    }
    Scope hand = new Scope(java.util.Set.of(Role.LEFT_HAND), java.util.Set.of(), Scope.ALL.axes());
    Plate eased =
        Plate.of("s", new ShiftPass(turn, move, 0))
            .withScope(hand)
            .withSpan(new Span(200, 400, 40, 40));
    Motion some = eased.apply(TRUTH, TRUTH.clip().allFrames(), Work.UNWATCHED);
    int j = TRUTH.body().joint(Role.LEFT_HAND).getAsInt();
    assertThat(angle(some, TRUTH, j, 300)).isCloseTo(0.2, within(1e-9));
    assertThat(angle(some, TRUTH, j, 220)).isBetween(0.05, 0.15);
    assertThat(Samples.sameBits(some.clip(), TRUTH.clip(), j, 199)).isTrue();
    assertThat(run(ShiftPass.KIND.defaults(), TRUTH)).isSameAs(TRUTH);
  }
}
