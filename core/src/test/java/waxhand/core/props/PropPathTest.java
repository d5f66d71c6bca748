package waxhand.core.props;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.signal.SavitzkyGolay;
import waxhand.core.signal.Smoother;

class PropPathTest {
  /** Rests, is carried along a bow while it turns, and rests again. */
  private static PropPath carried(int rest, int way, double noiseM, long seed) {
    Random random = new Random(seed);
    double[] poses = new double[7 * (2 * rest + way)];
    for (int f = 0; f < 2 * rest + way; f++) {
      double along = Math.max(0, Math.min(1, (f - rest + 1) / (way + 1.0)));
      double eased = along * along * (3 - 2 * along);
      boolean moves = along > 0 && along < 1;
      int at = 7 * f;
      poses[at] = 2 * eased + (moves ? noiseM * random.nextGaussian() : 0);
      poses[at + 1] =
          0.4 + Math.sin(Math.PI * eased) + (moves ? noiseM * random.nextGaussian() : 0);
      poses[at + 2] = -eased + (moves ? noiseM * random.nextGaussian() : 0);
      double half = 0.6 * eased;
      poses[at + 4] = Math.sin(half);
      poses[at + 6] = Math.cos(half);
      if (moves && f % 2 == 1) {
        // the same rotation, told by the other sign
        poses[at + 4] = -poses[at + 4];
        poses[at + 6] = -poses[at + 6];
      }
    }
    return PropPath.adopt(poses);
  }

  private static double[] pose(PropPath path, int f) {
    double[] pose = new double[7];
    path.read(f, pose, 0);
    return pose;
  }

  private static double apart(PropPath a, PropPath b) {
    double sum = 0;
    for (int f = 0; f < a.frames(); f++) {
      for (int i = 0; i < 3; i++) {
        sum += Math.pow(pose(a, f)[i] - pose(b, f)[i], 2);
      }
    }
    return Math.sqrt(sum / a.frames());
  }

  @Test
  void noiseOfTheWayIsTakenOutAndRestsKeepTheirBits() {
    PropPath clean = carried(40, 120, 0, 1);
    PropPath noisy = carried(40, 120, 0.01, 1);
    PropPath smooth = noisy.smooth(Frames.first(200), new SavitzkyGolay(15, 3), 4);
    assertThat(apart(smooth, clean)).isLessThan(0.6 * apart(noisy, clean));
    for (int f = 0; f < 200; f++) {
      if (f < 40 || f >= 160) {
        assertThat(pose(smooth, f)).as("rests in frame %d", f).isEqualTo(pose(noisy, f));
      }
      double[] now = pose(smooth, f);
      assertThat(Quats.angle(now, 3, pose(clean, f), 3)).isLessThan(0.01);
      assertThat(now[3] * now[3] + now[4] * now[4] + now[5] * now[5] + now[6] * now[6])
          .isCloseTo(1, within(1e-12));
    }
    // beyond the run nothing is touched, and what is left as it is comes out as it is
    PropPath some = noisy.smooth(new Frames(60, 100), new SavitzkyGolay(15, 3), 4);
    for (int f : List.of(0, 59, 60, 99, 100, 199)) {
      assertThat(pose(some, f)).as("frame %d", f).isEqualTo(pose(noisy, f));
    }
    assertThat(pose(some, 80)).isNotEqualTo(pose(noisy, 80));
  }

  /** A hand that shifts it by a frame, or a path of one frame, is nothing to filter. */
  @Test
  void stretchesThatAreTooShortStayAsTheyAre() {
    double[] poses = new double[7 * 30];
    for (int f = 0; f < 30; f++) {
      poses[7 * f] = f < 15 ? 0 : 0.2;
      poses[7 * f + 6] = 1;
    }
    PropPath shifted = PropPath.adopt(poses);
    assertThat(shifted.smooth(Frames.first(30), new SavitzkyGolay(9, 2), 3)).isEqualTo(shifted);
    PropPath one = PropPath.adopt(new double[] {1, 2, 3, 0, 0, 0, 1});
    assertThat(one.smooth(Frames.first(1), new SavitzkyGolay(9, 2), 3)).isEqualTo(one);
    assertThat(one.straight(Frames.first(1))).isEqualTo(one);
    assertThatThrownBy(() -> PropPath.adopt(new double[8])).hasMessageContaining("8 numbers");
  }

  /** Ends are joined however far a filter draws them away. */
  @Test
  void aFilterThatShiftsEverythingLeavesTheEndsWhereTheyAre() {
    Smoother raising =
        new Smoother() {
          @Override
          public int reach() {
            return 0;
          }

          @Override
          public int workspace(int count, int width) {
            return 0;
          }

          @Override
          public void smooth(double[] values, int count, int width, double[] work) {
            for (int n = 0; n < count * width && width == 3; n++) {
              values[n] += 0.5;
            }
          }
        };
    PropPath path = carried(10, 60, 0, 2);
    PropPath raised = path.smooth(Frames.first(80), raising, 8);
    assertThat(pose(raised, 40)[1] - pose(path, 40)[1]).isCloseTo(0.5, within(1e-12));
    double step = 0;
    for (int f = 1; f < 80; f++) {
      step = Math.max(step, Math.abs(pose(raised, f)[2] - pose(raised, f - 1)[2]));
    }
    assertThat(step).as("eased, not leapt").isLessThan(0.15);
    assertThat(pose(raised, 9)).isEqualTo(pose(path, 9));
    assertThat(pose(raised, 70)).isEqualTo(pose(path, 70));
  }

  @Test
  void betweenTwoPathsTheShareDecides() {
    PropPath from = carried(10, 40, 0, 3);
    PropPath to = from.straight(new Frames(5, 55));
    assertThat(pose(to, 5)).isEqualTo(pose(from, 5));
    assertThat(pose(to, 54)).isEqualTo(pose(from, 54));
    assertThat(pose(to, 30)[1]).isCloseTo(0.4, within(1e-12));
    assertThat(from.mixed(Frames.first(60), to, f -> 0)).isEqualTo(from);
    PropPath half = from.mixed(new Frames(20, 40), to, f -> 0.5);
    for (int f = 0; f < 60; f++) {
      boolean in = f >= 20 && f < 40;
      for (int i = 0; i < 3; i++) {
        double wanted = in ? (pose(from, f)[i] + pose(to, f)[i]) / 2 : pose(from, f)[i];
        assertThat(pose(half, f)[i]).isCloseTo(wanted, within(1e-12));
      }
    }
    PropPath whole = from.mixed(Frames.first(60), to, f -> 1);
    assertThat(apart(whole, to)).isLessThan(1e-12);
    assertThat(from.patched(new Frames(20, 40), to)).isNotEqualTo(from);
    assertThat(from.patched(new Frames(0, 5), to)).isSameAs(from);
  }

  @Test
  void itGoesAlongWithTimeAndWithTheWorld() {
    PropPath path = carried(10, 40, 0, 4);
    PropPath cut = path.through(TimeMap.without(60, List.of(new Frames(20, 30))));
    assertThat(cut.frames()).isEqualTo(50);
    assertThat(pose(cut, 19)).isEqualTo(pose(path, 19));
    assertThat(pose(cut, 20)).isEqualTo(pose(path, 30));
    TimeMap slower = TimeMap.evenly(60, 119);
    double[] slow = pose(path.through(slower), 61);
    int before = (int) slower.rawAt(61);
    double share = slower.rawAt(61) - before;
    assertThat(share).isBetween(0.1, 0.9);
    double[] a = pose(path, before);
    double[] b = pose(path, before + 1);
    assertThat(slow[0]).isCloseTo(a[0] + share * (b[0] - a[0]), within(1e-9));
    assertThat(Quats.angle(slow, 3, a, 3)).isCloseTo(share * Quats.angle(a, 3, b, 3), within(1e-7));

    PropPath moved = path.moved(0.1, 2, Math.PI / 2, 3, 5);
    double[] was = pose(path, 33);
    double[] is = pose(moved, 33);
    // a quarter turn about the vertical brings x to -z, and z to x
    assertThat(is[0]).isCloseTo(2 * was[2] + 3, within(1e-12));
    assertThat(is[1]).isCloseTo(2 * (was[1] - 0.1), within(1e-12));
    assertThat(is[2]).isCloseTo(-2 * was[0] + 5, within(1e-12));
    assertThat(Quats.angle(is, 3, was, 3)).isCloseTo(Math.PI / 2, within(1e-12));
    assertThat(path.isStill(3)).isTrue();
    assertThat(path.isStill(30)).isFalse();
    assertThat(path.isStill(9)).as("leaves with the next frame").isFalse();
  }
}
