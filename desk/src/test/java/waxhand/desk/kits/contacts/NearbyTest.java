package waxhand.desk.kits.contacts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Frames;

class NearbyTest {
  /** As one would find it by looking at each. */
  @Test
  void whatIsNearIsFoundInTheOrderItWasGiven() {
    Random random = new Random(16);
    for (int round = 0; round < 200; round++) {
      List<Frames> all =
          IntStream.range(0, random.nextInt(40))
              .map(n -> random.nextInt(500) - 20)
              .mapToObj(from -> new Frames(from, from + 1 + random.nextInt(90)))
              .toList();
      Nearby<Frames> nearby = new Nearby<>(all, UnaryOperator.identity());
      for (double reach : new double[] {0, 7.5, 60}) {
        int frame = random.nextInt(560) - 40;
        assertThat(nearby.within(reach, frame))
            .as("%s of %s about %d", reach, all, frame)
            .isEqualTo(all.stream().filter(f -> Nearby.away(f, frame) <= reach).toList());
      }
    }
    assertThat(Nearby.away(new Frames(3, 5), 4)).isZero();
    assertThat(Nearby.away(new Frames(3, 5), 6)).isEqualTo(2);
    assertThat(Nearby.away(new Frames(3, 5), 1)).isEqualTo(2);
  }
}
