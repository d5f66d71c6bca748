package waxhand.core.curve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

class CurveTest {
  static Curve drawn(Random random, int count, int frames) {
    List<CurveKey> keys = new ArrayList<>();
    for (int n = 0; n < count; n++) {
      double frame = random.nextInt(3) == 0 ? frames * random.nextDouble() : random.nextInt(frames);
      Manner manner = Manner.values()[random.nextInt(Manner.values().length)];
      keys.add(
          CurveKey.of(frame, random.nextGaussian(), manner)
              .withSlopes(0.1 * random.nextGaussian(), 0.1 * random.nextGaussian())
              .withManner(manner));
    }
    return Curve.of(keys);
  }

  private static double[] read(Curve curve, int frames) {
    double[] values = new double[frames];
    curve.read(Frames.first(frames), values, 0, 1);
    return values;
  }

  @Test
  void withoutKeysItIsNothingAndWithOneItIsConstant() {
    assertThat(Curve.NONE.at(7)).isZero();
    assertThat(Curve.NONE.active().isEmpty()).isTrue();
    assertThat(read(Curve.of(List.of(CurveKey.smooth(3, 0.4))), 9)).containsOnly(0.4);
  }

  @Property(tries = 60)
  void smoothKeysNeverOvershootWhereTheyRiseOrFall(@ForAll Random random) {
    List<CurveKey> keys = new ArrayList<>();
    double frame = 0;
    double value = 0;
    for (int n = 0; n < 8; n++) {
      keys.add(CurveKey.smooth(frame, value));
      frame += 0.5 + 20 * random.nextDouble();
      value += random.nextInt(3) == 0 ? 0 : Math.pow(random.nextDouble(), 4);
    }
    Curve curve = Curve.of(keys);
    double last = curve.at(-1);
    for (double f = 0; f < frame; f += 0.05) {
      assertThat(curve.at(f)).isGreaterThanOrEqualTo(last - 1e-12);
      last = curve.at(f);
    }
  }

  @Test
  void slopesOfEveryMannerAreWhatTheySay() {
    Curve line =
        Curve.of(
            List.of(
                CurveKey.of(0, 0, Manner.STRAIGHT),
                CurveKey.of(10, 1, Manner.STRAIGHT),
                CurveKey.of(20, 5, Manner.STEP),
                CurveKey.of(30, 2, Manner.FLAT),
                CurveKey.free(40, 3, 0.5, -0.25)));
    assertThat(line.at(5)).isCloseTo(0.5, within(1e-12));
    assertThat(line.slope(10)).isCloseTo(0.4, within(1e-12));
    assertThat(line.at(29.9)).isEqualTo(5);
    assertThat(line.slope(30)).isZero();
    assertThat(line.slopeBefore(40)).isCloseTo(0.5, within(1e-12));
    // a parabola through even keys has the slope of its chord
    Curve smooth =
        Curve.of(List.of(CurveKey.smooth(0, 0), CurveKey.smooth(10, 1), CurveKey.smooth(20, 4)));
    assertThat(smooth.slope(10)).isCloseTo(0.2, within(1e-12));
  }

  @Property(tries = 60)
  void aKeyPutInChangesNoValueAndNoBitBesideIt(@ForAll Random random) {
    Curve curve = drawn(random, 1 + random.nextInt(7), 120);
    double at = 130 * random.nextDouble();
    Curve with = curve.inserted(at);
    assertThat(with.keyAt(at)).isPresent();
    for (double f = 0; f < 130; f += 0.37) {
      assertThat(with.at(f)).isEqualTo(curve.at(f));
    }
  }

  @Property(tries = 100)
  void anEditKeepsEveryBitOutsideItsSpan(@ForAll Random random) {
    Curve curve = drawn(random, random.nextInt(8), 200);
    for (int edit = 0; edit < 6; edit++) {
      double from = random.nextInt(180);
      double at = from + 1 + random.nextInt(15);
      double to = at + 1 + random.nextInt(15);
      Curve after = curve.edited(at, random.nextGaussian(), from, to);
      double[] was = read(curve, 230);
      double[] is = read(after, 230);
      Frames told = after.differing(curve);
      for (int f = 0; f < 230; f++) {
        if (f <= from || f >= to) {
          assertThat(Double.doubleToRawLongBits(is[f]))
              .as("frame %d of an edit from %s to %s", f, from, to)
              .isEqualTo(Double.doubleToRawLongBits(was[f]));
        }
        assertThat(told.contains(f) || is[f] == was[f]).as("frame %d", f).isTrue();
      }
      assertThat(after.at(at)).isNotEqualTo(curve.at(at));
      assertThat(told.from()).isGreaterThanOrEqualTo((int) from);
      assertThat(told.to()).isLessThanOrEqualTo((int) to + 1);
      curve = after;
    }
  }

  @Property(tries = 60)
  void whatWasReadIsWhatEachFrameHas(@ForAll Random random) {
    Curve curve = drawn(random, random.nextInt(9), 90);
    double[] values = read(curve, 100);
    for (int f = 0; f < 100; f++) {
      assertThat(values[f]).isEqualTo(curve.at(f));
      assertThat(values[f] == 0 || curve.active().contains(f)).isTrue();
    }
  }

  @Test
  void regionsMoveAndScaleInTimeAndValue() {
    Curve curve =
        Curve.of(
            List.of(
                CurveKey.free(10, 1, 0, 0.2),
                CurveKey.free(20, 3, 0.4, 0),
                CurveKey.smooth(40, 0)));
    Curve twice = curve.scaled(k -> k.frame() < 30, 10, 2, 0, 0.5);
    assertThat(twice.at(10)).isEqualTo(0.5);
    assertThat(twice.at(30)).isEqualTo(1.5);
    assertThat(twice.slope(10)).isCloseTo(0.05, within(1e-12));
    assertThat(twice.at(20)).isCloseTo(0.5 * curve.at(15), within(1e-12));
    Curve moved = curve.moved(k -> k.frame() == 20, 20, 1);
    assertThat(moved.keys()).hasSize(2);
    assertThat(moved.at(40)).isEqualTo(4);
    Curve turned = curve.scaled(k -> k.frame() < 30, 15, -1, 0, 1);
    assertThat(turned.at(13)).isCloseTo(curve.at(17), within(1e-12));
  }

  @Test
  void afterACutEveryFrameThatIsLeftHasItsValue() {
    Random random = new Random(3);
    TimeMap map = TimeMap.without(200, List.of(new Frames(40, 61), new Frames(100, 130)));
    for (int n = 0; n < 20; n++) {
      Curve curve = drawn(random, 6, 220);
      Curve placed = curve.placed(map);
      for (int f = 0; f < map.frames(); f++) {
        assertThat(placed.at(f)).isCloseTo(curve.at(map.rawAt(f)), within(1e-9));
      }
    }
  }

  @Test
  void ofTwoKeysAtOneFrameTheLaterCountsAndBothAreKept() {
    Curve curve = Curve.of(List.of(CurveKey.smooth(5, 1), CurveKey.smooth(5, 2)));
    assertThat(curve.at(5)).isEqualTo(2);
    assertThat(curve.keys()).hasSize(2);
    assertThat(curve.doubled()).containsExactly(5.0);
    assertThatThrownBy(() -> CurveKey.free(5, 1, Double.NaN, 0)).hasMessageContaining("NaN");
  }

  @Property(tries = 60)
  void aRaisedRunIsRaisedAndNothingElse(@ForAll Random random) {
    Curve curve = drawn(random, random.nextInt(7), 200);
    int from = 30 + random.nextInt(60);
    int to = from + 20 + random.nextInt(60);
    Curve raised = curve.raised(0.3, from, to, 199, 10);
    for (int f = 0; f < 220; f++) {
      double by = raised.at(f) - curve.at(f);
      if (f <= from - 10 || f >= to + 10) {
        assertThat(by).as("frame %d", f).isZero();
      } else if (f >= from && f <= to) {
        assertThat(by).as("frame %d", f).isCloseTo(0.3, within(1e-9));
      }
    }
    Curve all = curve.raised(0.3, 0, 199, 199, 10);
    for (int f = 0; f < 200; f += 7) {
      assertThat(all.at(f) - curve.at(f)).isCloseTo(0.3, within(1e-9));
    }
  }

  @Property(tries = 40)
  void aSumOfCurvesIsTheSumEverywhere(@ForAll Random random) {
    Curve a = smoothly(random);
    Curve b = smoothly(random);
    Curve sum = Curve.sum(List.of(a, b, Curve.NONE), new double[] {2, -0.5, 7});
    for (double f = -3; f < 110; f += 0.7) {
      assertThat(sum.at(f)).isCloseTo(2 * a.at(f) - 0.5 * b.at(f), within(1e-9));
    }
    assertThat(Curve.sum(List.of(a, b), new double[] {3, 0}).keys()).hasSameSizeAs(a.keys());
  }

  private static Curve smoothly(Random random) {
    List<CurveKey> keys = new ArrayList<>();
    for (int n = 0; n < 5; n++) {
      keys.add(CurveKey.smooth(20 * n + random.nextInt(15), random.nextGaussian()));
    }
    return Curve.of(keys);
  }
}
