package waxhand.core.passes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.chain.Triple;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.passes.time.TrimPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** Passes that change time: what they cut, how they join, and that everything after moves along. */
class CuttingTest {
  private static final Motion RAW = Samples.swaying(1500, 120, 0.002, 6);

  private static Plate splice(int from, int to, double transition) {
    return Plate.of("x", new SplicePass(transition, true)).withSpan(new Span(from, to, 0, 0));
  }

  private static Motion result(Chain chain) {
    return new Evaluator(RAW).evaluate(chain, Work.UNWATCHED).result();
  }

  @Test
  void timingKnowsWhereFramesWent() {
    TimeMap timing = TimeMap.without(100, List.of(new Frames(20, 30), new Frames(60, 65)));
    assertThat(timing.frames()).isEqualTo(85);
    assertThat(timing.local(19)).isEqualTo(19);
    assertThat(timing.local(25)).isEqualTo(20);
    assertThat(timing.local(30)).isEqualTo(20);
    assertThat(timing.local(65)).isEqualTo(50);
    assertThat(timing.raw(50)).isEqualTo(65);
    assertThat(timing.has(60)).isFalse();
    for (int n = 0; n < 85; n++) {
      assertThat(timing.local(timing.raw(n))).isEqualTo(n);
    }
    assertThat(timing.local(new Frames(10, 40))).isEqualTo(new Frames(10, 30));
    assertThat(timing.local(new Frames(22, 28))).isEqualTo(Frames.NONE);
    assertThat(timing.raw(new Frames(15, 25))).isEqualTo(new Frames(15, 35));
  }

  @Test
  void aSpliceGoesOnFromWhereTheBodyWas() {
    Motion out = result(Chain.of(splice(600, 700, 0.3)));
    Clip clip = out.clip();
    assertThat(clip.frames()).isEqualTo(1400);
    for (int f = 0; f < 600 - 18; f += 7) {
      assertThat(Samples.sameBits(clip, RAW.clip(), 8, f)).isTrue();
    }
    double[] a = new double[4];
    double[] b = new double[4];
    for (int f = 640; f < 1400; f += 31) {
      clip.rotation(8).read(f, a, 0);
      RAW.clip().rotation(8).read(f + 100, b, 0);
      assertThat(Quats.angle(a, 0, b, 0)).isLessThan(1e-9);
    }
    for (int j = 0; j < clip.skeleton().size(); j++) {
      for (int f = 575; f < 625; f++) {
        clip.rotation(j).read(f, a, 0);
        clip.rotation(j).read(f + 1, b, 0);
        assertThat(Quats.angle(a, 0, b, 0)).as("joint %d frame %d", j, f).isLessThan(0.08);
      }
    }
    double pace = 0.8 / 120;
    for (int f = 575; f < 625; f++) {
      double step = clip.translation(0).at(f + 1, 2) - clip.translation(0).at(f, 2);
      double aside = clip.translation(0).at(f + 1, 0) - clip.translation(0).at(f, 0);
      assertThat(Math.hypot(step, aside)).as("step at %d", f).isBetween(0.0, 4 * pace);
    }
    Motion hard = result(Chain.of(splice(600, 700, 0)));
    assertThat(Samples.sameBits(hard.clip(), RAW.clip(), 8, 599)).isTrue();
  }

  @Test
  void laterSpansMoveAlongAndMutingLosesNothing() {
    Plate smooth = Plate.of("s", SmoothPass.lowPass(4, 2)).withSpan(new Span(800, 1000, 20, 20));
    Motion plain = result(Chain.of(smooth));
    Chain cut = Chain.of(splice(600, 700, 0.2), smooth);
    Motion out = result(cut);
    assertThat(cut.placed(1, cut.timing(1500, 1)).span()).isEqualTo(new Span(700, 900, 20, 20));
    double[] a = new double[4];
    double[] b = new double[4];
    for (int f = 720; f < 880; f += 9) {
      out.clip().rotation(9).read(f, a, 0);
      plain.clip().rotation(9).read(f + 100, b, 0);
      assertThat(Quats.angle(a, 0, b, 0)).isLessThan(1e-3);
    }
    Chain muted = cut.changed("x", p -> p.withMuted(true));
    assertThat(Samples.sameBits(result(muted).clip(), plain.clip())).isTrue();
    // a span that is cut out as a whole acts on nothing
    Plate gone = smooth.withSpan(new Span(620, 650, 0, 0));
    assertThat(
            Samples.sameBits(
                result(Chain.of(splice(600, 700, 0.2), gone)).clip(),
                result(Chain.of(splice(600, 700, 0.2))).clip()))
        .isTrue();
  }

  @Test
  void whatCannotBeCutIsSaidAndLeftAlone() {
    Plate all = Plate.of("x", SplicePass.KIND.defaults());
    assertThat(result(Chain.of(all))).isSameAs(RAW);
    assertThat(all.complaint(RAW).orElse("")).contains("Nothing would be left");
    assertThat(splice(1, 1500, 0.1).complaint(RAW)).isPresent();
    assertThat(splice(5000, 6000, 0.1).complaint(RAW).orElse("")).contains("outside the take");
    assertThat(splice(100, 200, 0.1).complaint(RAW)).isEmpty();
    Plate trim = Plate.of("t", new TrimPass()).withSpan(new Span(300, 900, 0, 0));
    Motion kept = result(Chain.of(trim));
    assertThat(kept.clip().frames()).isEqualTo(600);
    assertThat(kept.clip().translation(0).at(0, 2)).isEqualTo(RAW.clip().translation(0).at(300, 2));
    assertThat(Plate.of("t", new TrimPass()).complaint(RAW)).isPresent();
    // cut at the beginning and at the end there is nothing to join
    assertThat(result(Chain.of(splice(0, 100, 0.3))).clip().frames()).isEqualTo(1400);
    assertThat(result(Chain.of(splice(1400, 1500, 0.3))).clip().frames()).isEqualTo(1400);
  }

  /** Whatever is edited, working on from what is there gives what starting afresh gives. */
  @Test
  void editsAroundCutsComeOutAsIfDoneAfresh() {
    Random random = new Random(11);
    Motion faulty = Samples.faulty(RAW);
    Evaluator evaluator = new Evaluator(faulty);
    Plate shift = Plate.of("h", new ShiftPass(new Triple(0.1, 0, 0), Triple.ZERO, 0));
    Chain chain =
        Chain.of(
            Plate.of("d", DespikePass.KIND.defaults()),
            splice(600, 700, 0.3),
            Plate.of("s", SmoothPass.lowPass(5, 2)).withSpan(new Span(300, 900, 10, 10)),
            Plate.of("t", new TrimPass()).withSpan(new Span(50, 1400, 0, 0)),
            shift.withSpan(new Span(500, 1000, 30, 30)));
    for (int n = 0; n < 40; n++) {
      String id = chain.plates().get(random.nextInt(chain.size())).id();
      int from = random.nextInt(1000);
      Span span = new Span(from, from + 20 + random.nextInt(400), 5, 5);
      Chain before = chain;
      switch (random.nextInt(4)) {
        case 0 -> chain = chain.changed(id, p -> p.withSpan(span));
        case 1 -> chain = chain.changed(id, p -> p.withMuted(!p.muted()));
        case 2 -> chain = chain.moved(id, random.nextInt(before.size()));
        default -> chain = chain.changed(id, p -> p.withWeight(random.nextInt(3) / 2.0));
      }
      Motion now =
          evaluator.evaluate(chain, new Frames(400, 450), Work.UNWATCHED, s -> {}).result();
      Motion fresh = new Evaluator(faulty).evaluate(chain, Work.UNWATCHED).result();
      assertThat(now.clip().frames()).as("edit %d", n).isEqualTo(fresh.clip().frames());
      assertThat(Samples.sameBits(now.clip(), fresh.clip())).as("edit %d", n).isTrue();
    }
    assertThat(chain.timing(1500, chain.size()).frames())
        .isCloseTo(evaluator.evaluate(chain, Work.UNWATCHED).result().clip().frames(), within(0));
  }
}
