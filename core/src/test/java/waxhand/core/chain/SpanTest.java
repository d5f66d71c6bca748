package waxhand.core.chain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

class SpanTest {
  @Property
  void weightsRiseThenFallAndVanishOutside(
      @ForAll @IntRange(max = 50) int from,
      @ForAll @IntRange(min = 1, max = 120) int length,
      @ForAll @IntRange(max = 150) int in,
      @ForAll @IntRange(max = 150) int out) {
    Span span = new Span(from, from + length, in, out);
    boolean falling = false;
    for (int f = 0; f < from + length + 20; f++) {
      double w = span.weight(f);
      boolean inside = f >= from && f < from + length;
      assertThat(w > 0).isEqualTo(inside);
      assertThat(w).isBetween(0.0, 1.0);
      if (f > from && inside) {
        falling |= w < span.weight(f - 1);
        assertThat(!falling || w <= span.weight(f - 1)).as("one rise, one fall").isTrue();
      }
    }
    if (in + out <= length - 1) {
      int rest = from + in + (length - in - out) / 2;
      assertThat(span.weight(rest)).isEqualTo(1);
    }
  }

  @Test
  void anEaseHasNoCorners() {
    Span span = new Span(0, 4000, 1000, 1000);
    double steepest = 0;
    double sharpest = 0;
    for (int f = 2; f < 1010; f++) {
      double before = span.weight(f - 1) - span.weight(f - 2);
      double after = span.weight(f) - span.weight(f - 1);
      steepest = Math.max(steepest, after);
      sharpest = Math.max(sharpest, Math.abs(after - before));
    }
    assertThat(steepest)
        .as("3t² − 2t³ is steepest in the middle, 1.5")
        .isCloseTo(0.0015, within(1e-5));
    assertThat(sharpest).as("its bend is 6 at most").isLessThan(6.1e-6);
    assertThat(span.weight(500)).isCloseTo(0.5, within(1e-3));
  }

  @ParameterizedTest
  @CsvSource({"-1,5,0,0", "5,5,0,0", "6,5,0,0", "0,5,-1,0", "0,5,0,-1"})
  void spansThatHoldNothingAreRefused(int from, int to, int in, int out) {
    assertThatThrownBy(() -> new Span(from, to, in, out))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void theWholeTakeIsWholeForEveryTake() {
    assertThat(Span.ALL.within(7)).isEqualTo(Frames.first(7));
    assertThat(Span.ALL.weight(123_456_789)).isEqualTo(1);
    assertThat(new Span(5, 10, 0, 0).within(7)).isEqualTo(new Frames(5, 7));
    assertThat(new Span(5, 10, 0, 0).within(4).isEmpty()).isTrue();
    assertThat(Span.of(new Frames(3, 9), 2)).isEqualTo(new Span(3, 9, 2, 2));
  }

  /**
   * Behind a cut a span that goes on beyond the end of the take still does, and eases out nowhere.
   */
  @Test
  void whatGoesOnBeyondTheEndDoesSoBehindACut() {
    TimeMap head = TimeMap.without(100, List.of(new Frames(0, 50)));
    assertThat(new Span(90, 140, 5, 30).placed(head)).contains(new Span(40, 90, 5, 30));
    assertThat(new Span(60, 80, 5, 5).placed(head)).contains(new Span(10, 30, 5, 5));
    assertThat(new Span(10, 40, 5, 5).placed(head)).isEmpty();
    TimeMap middle = TimeMap.without(100, List.of(new Frames(30, 60)));
    assertThat(new Span(20, 50, 5, 5).placed(middle)).contains(new Span(20, 30, 5, 5));
  }
}
