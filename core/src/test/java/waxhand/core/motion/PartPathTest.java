package waxhand.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.function.IntToDoubleFunction;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.scene.Motion;

class PartPathTest {
  private static PartPath path(
      int count, IntToDoubleFunction x, IntToDoubleFunction y, IntToDoubleFunction z) {
    double[] places = new double[3 * count];
    for (int n = 0; n < count; n++) {
      places[3 * n] = x.applyAsDouble(n);
      places[3 * n + 1] = y.applyAsDouble(n);
      places[3 * n + 2] = z.applyAsDouble(n);
    }
    return PartPath.adopt(new Frames(40, 40 + count), places);
  }

  /** Root mean square of how far two paths are apart, metres. */
  private static double apart(PartPath a, PartPath b) {
    double sum = 0;
    for (int n = 0; n < a.count(); n++) {
      for (int i = 0; i < 3; i++) {
        sum += Math.pow(a.at(n, i) - b.at(n, i), 2);
      }
    }
    return Math.sqrt(sum / a.count());
  }

  @Test
  void itIsWhereThePoseHasTheJoint() {
    Motion motion = Samples.swaying(300, 120, 0.02, 4);
    int hand = motion.body().joint(Role.LEFT_HAND).orElseThrow();
    PartPath path = PartPath.of(motion.clip(), hand, new Frames(250, 400));
    assertThat(path.run()).isEqualTo(new Frames(250, 300));
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    for (int n = 0; n < path.count(); n++) {
      pose.solve(motion.clip(), 250 + n);
      assertThat(path.at(n, 0)).isEqualTo(pose.x(hand));
      assertThat(path.at(n, 1)).isEqualTo(pose.positions()[3 * hand + 1]);
    }
    assertThatThrownBy(() -> PartPath.adopt(new Frames(0, 5), new double[14]))
        .hasMessageContaining("14 numbers for 5 places");
  }

  /** What is thrown goes along a parabola; smoothing that drew it flat would take height. */
  @Test
  void aParabolaStaysOneAndSwingsKeepTheirSize() {
    PartPath thrown =
        path(80, n -> 0.02 * n - 3, n -> 1 + 0.03 * n - 0.0004 * n * n, n -> 0.5 + 0.0001 * n * n);
    assertThat(apart(thrown, thrown.smooth(5))).isLessThan(1e-12);
    // 1 Hz at 60 Hz, a width of 50 ms: 99.5 in 100 of a swing stay; a plain Gaussian keeps 95
    PartPath swing = path(240, n -> Math.sin(2 * Math.PI * n / 60), n -> 0, n -> 0);
    PartPath smooth = swing.smooth(3);
    double most = 0;
    for (int n = 60; n < 180; n++) {
      most = Math.max(most, smooth.at(n, 0));
    }
    assertThat(most).isBetween(0.995, 1.0);
  }

  @Test
  void noiseIsTakenOutAndBothEndsStay() {
    Random random = new Random(6);
    double[] noise = random.doubles(900, -0.01, 0.01).toArray();
    PartPath clean =
        path(300, n -> 0.4 * Math.sin(0.05 * n), n -> 1 + 0.1 * Math.cos(0.07 * n), n -> 0.01 * n);
    PartPath noisy =
        path(
            300,
            n -> clean.at(n, 0) + noise[3 * n],
            n -> clean.at(n, 1) + noise[3 * n + 1],
            n -> clean.at(n, 2) + noise[3 * n + 2]);
    PartPath smooth = noisy.smooth(6);
    assertThat(apart(smooth, clean)).isLessThan(0.45 * apart(noisy, clean));
    for (int n : new int[] {0, 299}) {
      for (int i = 0; i < 3; i++) {
        assertThat(smooth.at(n, i)).isEqualTo(noisy.at(n, i));
      }
    }
    assertThat(smooth.run()).isEqualTo(noisy.run());
  }

  @Test
  void straightItGoesFromEndToEndAsFastAsItWent() {
    // a half circle, slow at first
    IntToDoubleFunction turn = n -> Math.PI * n * n / (99.0 * 99.0);
    PartPath bow =
        path(
            100,
            n -> Math.cos(turn.applyAsDouble(n)),
            n -> Math.sin(turn.applyAsDouble(n)),
            n -> 2);
    PartPath straight = bow.straight();
    assertThat(straight.distance(0, 99)).isCloseTo(2, within(1e-12));
    double whole = 0;
    for (int n = 1; n < 100; n++) {
      whole += bow.distance(n - 1, n);
    }
    for (int n = 1; n < 100; n++) {
      assertThat(straight.at(n, 1)).isCloseTo(0, within(1e-12));
      assertThat(straight.distance(n - 1, n))
          .isCloseTo(2 * bow.distance(n - 1, n) / whole, within(1e-12));
    }
    // what stands still, but for its ends, goes evenly
    PartPath still = path(5, n -> 0, n -> 0, n -> 0).straight();
    assertThat(still.at(3, 0)).isZero();
    assertThat(path(1, n -> 7, n -> 8, n -> 9).straight().at(0, 2)).isEqualTo(9);
    assertThat(path(1, n -> 7, n -> 8, n -> 9).smooth(4).at(0, 2)).isEqualTo(9);
  }
}
