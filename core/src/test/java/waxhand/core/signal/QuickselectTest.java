package waxhand.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** What is found without sorting is what sorting finds. */
class QuickselectTest {
  @Property(tries = 300)
  void everyPlaceHoldsWhatSortingPutsThere(
      @ForAll @IntRange(min = 1, max = 80) int count,
      @ForAll @IntRange(min = 1, max = 9) int kinds,
      @ForAll long seed) {
    Random random = new Random(seed);
    double[] values = random.doubles(count).map(v -> Math.floor(v * kinds) / kinds).toArray();
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    for (int place = 0; place < count; place++) {
      assertThat(Quickselect.at(values.clone(), count, place)).isEqualTo(sorted[place]);
    }
  }

  @Test
  void placesThatAreNotThereAreRefused() {
    assertThatThrownBy(() -> Quickselect.at(new double[3], 3, 3))
        .isInstanceOf(IndexOutOfBoundsException.class)
        .hasMessageContaining("place 3 of 3");
    assertThatThrownBy(() -> Quickselect.at(new double[3], 4, 1))
        .isInstanceOf(IndexOutOfBoundsException.class);
  }

  /** Working the usual residual out only where it is needed finds the very same wild frames. */
  @Property(tries = 200)
  void wildFramesAreTheSameWithAndWithoutTheUsualResidual(
      @ForAll @IntRange(min = 1, max = 120) int count, @ForAll long seed) {
    Random random = new Random(seed);
    double[] values = new double[3 * count];
    for (int i = 0; i < values.length; i++) {
      values[i] = 0.01 * random.nextGaussian() + (random.nextInt(25) == 0 ? 1 : 0);
    }
    double[] usual = new double[count];
    double[] size = new double[count];
    double[] lazily = new double[count];
    WildFrames wild = new WildFrames(3, false, 0.02, 3, 1, 1);
    double[] off = new double[count];
    wild.residuals(values, count, off);
    wild.find(values, count, off, usual, size);
    wild.find(values, count, off, lazily);
    assertThat(lazily).containsExactly(size);
    double most = Arrays.stream(usual).max().orElseThrow();
    assertThat(Running.canMedianReach(most, off, count, WildFrames.HALF)).isTrue();
    // so many large values come together nowhere
    int large = (int) Arrays.stream(off).filter(r -> r >= 0.5).count();
    assertThat(
            Running.canMedianReach(0.5, off, count, WildFrames.HALF)
                && 2 * large < Math.min(count, WildFrames.HALF + 1))
        .isFalse();
  }
}
