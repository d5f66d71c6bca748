package waxhand.desk.rail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class WidthsTest {
  @Test
  void theyAreEqualUnlessANameNeedsMore() {
    assertThat(Widths.shared(new double[] {50, 90, 20}, 100)).containsExactly(100, 100, 100);
    assertThat(Widths.shared(new double[] {60, 130, 80}, 100)).containsExactly(80, 130, 90);
    assertThat(Widths.shared(new double[] {150, 150}, 100))
        .as("none can spare any")
        .containsExactly(100, 100);
    assertThat(Widths.shared(new double[0], 100)).isEmpty();
  }

  @Test
  void theSumIsKeptAndNoneIsNarrowerThanItNeedsForOthers() {
    Random random = new Random(3);
    for (int round = 0; round < 200; round++) {
      double[] needs = random.doubles(1 + random.nextInt(9), 20, 260).toArray();
      double each = 60 + random.nextInt(100);
      double[] widths = Widths.shared(needs, each);
      assertThat(Arrays.stream(widths).sum()).isCloseTo(needs.length * each, within(1e-9));
      for (int i = 0; i < needs.length; i++) {
        assertThat(widths[i]).isGreaterThanOrEqualTo(Math.min(needs[i], each) - 1e-9);
        assertThat(widths[i]).isLessThanOrEqualTo(Math.max(needs[i], each) + 1e-9);
      }
    }
  }
}
