package waxhand.core.chain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/** Values at frames: what is between them, and where they are after a change of time. */
class KeysTest {
  private static final Keys<Double> RAMP =
      Keys.ofNumbers().plus(100, 0.0).plus(150, 0.05).plus(200, 0.02);

  private static double at(Keys<Double> keys, double frame) {
    return keys.at(frame).orElseThrow();
  }

  @Test
  void betweenKeysItGoesGentlyAndBeyondThemItStays() {
    assertThat(Keys.ofNumbers().at(7)).isEmpty();
    assertThat(at(RAMP, 0)).isZero();
    assertThat(at(RAMP, 150)).isEqualTo(0.05);
    assertThat(at(RAMP, 125)).isCloseTo(0.025, within(1e-12));
    assertThat(at(RAMP, 110)).isCloseTo(0.05 * (3 * 0.04 - 2 * 0.008), within(1e-12));
    assertThat(at(RAMP, 9999)).isEqualTo(0.02);
    assertThat(RAMP.plus(150, 0.5).all()).hasSize(3);
    assertThat(RAMP.without(150).all()).hasSize(2);
    assertThatThrownBy(() -> RAMP.plus(-1, 0.0)).hasMessageContaining("-1");
  }

  /** Keys in a cut do not pile up on a frame; behind the cut every frame keeps its value. */
  @Test
  void ofKeysThatAreCutOutOneIsLeftThatLeadsToWhatFollows() {
    Keys<Double> many = RAMP.plus(130, 0.3).plus(140, -0.2).plus(160, 0.4).plus(170, -0.4);
    TimeMap map = TimeMap.without(1000, List.of(new Frames(120, 180)));
    Keys<Double> placed = many.placed(map);
    assertThat(placed.all()).extracting(Keys.Key::frame).containsExactly(100, 120, 140);
    assertThat(at(placed, 120)).isEqualTo(at(many, 180));
    assertThat(at(placed, 140)).isEqualTo(0.02);
    assertThat(at(placed, 500)).isEqualTo(at(many, 560));
    assertThat(at(placed, 100)).isZero();
    for (int f = 1; f < 300; f++) {
      double step = Math.abs(at(placed, f) - at(placed, f - 1));
      assertThat(step).as("no leap at %d", f).isLessThan(0.06);
    }
    Keys<Double> trimmed = RAMP.placed(TimeMap.without(1000, List.of(new Frames(120, 1000))));
    assertThat(trimmed.all()).extracting(Keys.Key::frame).containsExactly(100, 119);
    assertThat(at(trimmed, 119)).isEqualTo(at(RAMP, 119));
    Keys<Double> late = RAMP.placed(TimeMap.without(1000, List.of(new Frames(0, 160))));
    assertThat(late.all()).extracting(Keys.Key::frame).containsExactly(0, 40);
    assertThat(at(late, 0)).isEqualTo(at(RAMP, 160));
  }

  @Test
  void whereverTheCutIsKeysStayApartAndThoseLeftKeepTheirValues() {
    Random random = new Random(4);
    for (int n = 0; n < 300; n++) {
      Keys<Double> keys = Keys.ofNumbers();
      for (int k = random.nextInt(8); k >= 0; k--) {
        keys = keys.plus(random.nextInt(400), random.nextDouble());
      }
      int from = random.nextInt(390);
      Frames cut = new Frames(from, Math.min(400, from + 1 + random.nextInt(80)));
      TimeMap map = TimeMap.without(400, List.of(cut));
      Keys<Double> placed = keys.placed(map);
      for (Keys.Key<Double> key : keys.all()) {
        if (map.has(key.frame())) {
          assertThat(placed.all()).contains(new Keys.Key<>(map.local(key.frame()), key.value()));
        }
      }
      assertThat(placed.all().size()).isLessThanOrEqualTo(keys.all().size());
      assertThat(placed.all().stream().map(Keys.Key::frame).distinct()).hasSameSizeAs(placed.all());
      for (int f = cut.to(); f < 400; f++) {
        boolean between = keys.all().stream().anyMatch(k -> k.frame() >= cut.from());
        if (between && keys.all().stream().allMatch(k -> k.frame() < cut.to())) {
          assertThat(at(placed, map.local(f))).isCloseTo(at(keys, f), within(1e-12));
        }
      }
    }
  }
}
