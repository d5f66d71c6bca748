package waxhand.core.chain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.motion.Frames;
import waxhand.core.passes.signal.SmoothMethod;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** How span, scope and weight confine a pass. */
class PlateTest {
  private final Motion raw = Samples.swaying(400, 120, 0.03, 4);
  private final Plate smooth = Plate.of("s", SmoothPass.lowPass(3, 2));

  private Motion run(Plate plate) {
    return plate.apply(raw, raw.clip().allFrames(), Work.UNWATCHED);
  }

  private static double angle(Motion a, Motion b, int joint, int frame) {
    return a.clip().rotation(joint).angleAt(frame, b.clip().rotation(joint));
  }

  @Test
  void halfTheWeightGoesHalfTheWay() {
    Motion full = run(smooth);
    Motion half = run(smooth.withWeight(0.5));
    for (int f = 50; f < 350; f += 37) {
      double way = angle(raw, full, 8, f);
      assertThat(angle(raw, half, 8, f)).isCloseTo(way / 2, within(1e-9));
      assertThat(angle(half, full, 8, f)).isCloseTo(way / 2, within(1e-9));
      assertThat(half.clip().translation(0).at(f, 1))
          .isCloseTo(
              (raw.clip().translation(0).at(f, 1) + full.clip().translation(0).at(f, 1)) / 2,
              within(1e-12));
    }
  }

  @Test
  void insideTheEasesTheSpanHasTheFullResult() {
    Motion full = run(smooth);
    Motion part = run(smooth.withSpan(new Span(100, 300, 30, 30)));
    for (int f = 131; f < 269; f++) {
      assertThat(Samples.sameBits(full.clip(), part.clip(), 8, f)).isTrue();
    }
    double before = angle(raw, part, 8, 100);
    assertThat(before).isLessThan(0.02 * angle(raw, full, 8, 100) + 1e-3);
  }

  @Test
  void onlyTheFramesAskedForAreComputed() {
    Motion part = smooth.apply(raw, new Frames(40, 60), Work.UNWATCHED);
    assertThat(Samples.sameBits(raw.clip(), part.clip(), 8, 39)).isTrue();
    assertThat(Samples.sameBits(raw.clip(), part.clip(), 8, 60)).isTrue();
    assertThat(Samples.sameBits(raw.clip(), part.clip(), 8, 50)).isFalse();
    assertThat(smooth.apply(raw, new Frames(900, 950), Work.UNWATCHED)).isSameAs(raw);
  }

  @Test
  void aCutoffBeyondHalfTheRateChangesNothing() {
    assertThat(run(Plate.of("s", SmoothPass.lowPass(60, 2))).clip()).isSameAs(raw.clip());
    Motion tiny = Samples.swaying(3, 120, 0.03, 4);
    Plate found = Plate.of("s", SmoothPass.KIND.defaults().withMethod(SmoothMethod.LOW_PASS));
    assertThat(found.apply(tiny, new Frames(0, 3), Work.UNWATCHED).clip()).isSameAs(tiny.clip());
  }

  @Test
  void scopesSpeakOfRolesAndFitOtherBodies() {
    BitSet parts = new BitSet();
    parts.set(raw.body().joint(Role.LEFT_HAND).getAsInt());
    parts.set(raw.body().joint(Role.HEAD).getAsInt());
    Scope scope = Scope.of(raw.body(), parts);
    assertThat(scope.roles()).isEqualTo(Set.of(Role.LEFT_HAND, Role.HEAD));
    assertThat(scope.joints()).isEmpty();
    assertThat(scope.joints(raw.body())).isEqualTo(parts);
    assertThat(scope.words()).isEqualTo("head, left hand");
    assertThat(Scope.ALL.joints(raw.body()).cardinality()).isEqualTo(raw.body().skeleton().size());
    assertThat(Scope.ALL.words()).isEqualTo("whole body");
  }
}
