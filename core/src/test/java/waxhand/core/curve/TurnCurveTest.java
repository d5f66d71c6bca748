package waxhand.core.curve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import waxhand.core.maths.Quats;
import waxhand.core.maths.TurnRates;

class TurnCurveTest {
  private static List<Curve> curves(Manner manner, double[]... keys) {
    List<Curve> curves = new ArrayList<>();
    for (int i = 1; i <= 3; i++) {
      List<CurveKey> own = new ArrayList<>();
      for (double[] key : keys) {
        own.add(CurveKey.of(key[0], key[i], manner));
      }
      curves.add(Curve.of(own));
    }
    return curves;
  }

  private static double[] at(TurnCurve curve, double frame) {
    double[] q = new double[4];
    curve.read(frame, q, 0);
    return q;
  }

  @Test
  void betweenStraightKeysItTurnsEvenlyOnTheShortestWay() {
    double half = Math.toRadians(170);
    TurnCurve curve =
        new TurnCurve(
            curves(Manner.STRAIGHT, new double[] {0, 0, half, 0}, new double[] {10, 0, -half, 0}));
    double[] middle = at(curve, 5);
    assertThat(Math.abs(middle[1])).isCloseTo(1, within(1e-12));
    Random random = new Random(1);
    for (int n = 0; n < 50; n++) {
      double[] a = {0, random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
      double[] b = {8, random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
      TurnCurve drawn = new TurnCurve(curves(Manner.STRAIGHT, a, b));
      double[] q = new double[12];
      Quats.exp(a, 1, q, 0);
      Quats.exp(b, 1, q, 4);
      Quats.slerp(q, 0, q, 4, 0.375, q, 8);
      assertThat(Quats.angle(q, 8, at(drawn, 3), 0)).isLessThan(1e-9);
    }
  }

  @Test
  void manyTurnsAboutTheUprightNeverFlip() {
    double[][] keys = new double[40][];
    for (int k = 0; k < keys.length; k++) {
      keys[k] =
          new double[] {10 * k, 0.05 * Math.sin(k), Math.IEEEremainder(0.8 * k, 2 * Math.PI), 0};
    }
    TurnCurve curve = new TurnCurve(curves(Manner.SMOOTH, keys));
    for (double f = 0; f < 390; f += 0.5) {
      double step = Quats.angle(at(curve, f), 0, at(curve, f + 0.5), 0);
      assertThat(step).as("frame %s", f).isLessThan(0.09);
    }
  }

  /** Keys of all manners, some longer than half a turn. */
  private static List<Curve> drawn(Random random) {
    List<Curve> curves = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      curves.add(Curve.NONE);
    }
    Manner[] manners = Manner.values();
    for (int k = 0; k < 6; k++) {
      double frame = 8 * k + random.nextInt(6);
      boolean alike = random.nextBoolean();
      Manner manner = manners[random.nextInt(manners.length)];
      for (int i = 0; i < 3; i++) {
        Manner own = alike ? manner : manners[random.nextInt(manners.length)];
        double slope = 0.1 * random.nextGaussian();
        CurveKey key =
            new CurveKey(frame, 2 * random.nextGaussian(), own, slope, -slope, Optional.empty());
        curves.set(i, curves.get(i).plus(key));
      }
    }
    return curves;
  }

  @Property(tries = 100)
  void keysPutInChangeNoBit(@ForAll Random random) {
    List<Curve> curves = drawn(random);
    TurnCurve before = new TurnCurve(curves);
    TurnCurve after = before;
    for (int n = 0; n < 4; n++) {
      after = new TurnCurve(after.inserted(random.nextInt(120) / 2.0 - 5));
    }
    for (double f = -8; f < 58; f += 0.25) {
      assertThat(at(after, f)).as("frame %s", f).isEqualTo(at(before, f));
    }
  }

  @Property(tries = 100)
  void anEditTurnsNothingBeyondItsPins(@ForAll Random random) {
    TurnCurve before = new TurnCurve(drawn(random));
    double[] to = {random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
    double frame = 14 + random.nextInt(30);
    double from = frame - 1 - random.nextInt(12);
    double end = frame + 1 + random.nextInt(12);
    TurnCurve near = new TurnCurve(before.edited(frame, to, from, end));
    TurnCurve whole = new TurnCurve(before.raised(frame, to, from + 0.5, end - 0.5, 60, 0.5));
    double[] wanted = new double[4];
    Quats.exp(to, 0, wanted, 0);
    for (TurnCurve after : List.of(near, whole)) {
      assertThat(Quats.angle(at(after, frame), 0, wanted, 0)).isLessThan(1e-7);
      for (double f = -8; f < 58; f += 0.25) {
        if (f <= from || f >= end) {
          assertThat(at(after, f)).as("frame %s", f).isEqualTo(at(before, f));
        }
      }
    }
    // the whole run turns as one
    double[] by = new double[4];
    double[] q = new double[4];
    Quats.leading(at(before, frame), 0, at(whole, frame), 0, by, 0);
    for (double f = Math.ceil(from + 0.5); f <= end - 0.5; f++) {
      Quats.multiply(by, 0, at(before, f), 0, q, 0);
      assertThat(Quats.angle(q, 0, at(whole, f), 0)).as("frame %s", f).isLessThan(1e-6);
    }
  }

  /** A run that begins or ends with the take is held at its other end alone. */
  @Property(tries = 100)
  void aRunToTheEndsOfTheTakeTurnsAllOfIt(@ForAll Random random) {
    TurnCurve before = new TurnCurve(drawn(random));
    double[] to = {random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
    double frame = 14 + random.nextInt(30);
    double last = 60;
    boolean open = random.nextBoolean();
    boolean endless = !open || random.nextBoolean();
    double from = open ? 0 : frame - 1 - random.nextInt(12);
    double end = endless ? last : frame + 1 + random.nextInt(12);
    TurnCurve after = new TurnCurve(before.raised(frame, to, from, end, last, 2));
    double[] by = new double[4];
    double[] q = new double[4];
    Quats.exp(to, 0, q, 0);
    assertThat(Quats.angle(at(after, frame), 0, q, 0)).isLessThan(1e-7);
    Quats.leading(at(before, frame), 0, at(after, frame), 0, by, 0);
    for (double f = 0; f <= last; f++) {
      if (f < from - 2 || f > end + 2) {
        assertThat(at(after, f)).as("frame %s", f).isEqualTo(at(before, f));
      } else if (f >= from && f <= end) {
        Quats.multiply(by, 0, at(before, f), 0, q, 0);
        assertThat(Quats.angle(q, 0, at(after, f), 0)).as("frame %s", f).isLessThan(1e-6);
      }
    }
  }

  @Test
  void ratesOfVectorAndBodyLeadToEachOther() {
    Random random = new Random(2);
    for (double size : new double[] {0, 1e-5, 0.009, 0.011, 1, 3, Math.PI}) {
      double[] v = {random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
      double length = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
      double[] d = new double[3];
      double[] near = new double[6];
      double h = 1e-6;
      for (int i = 0; i < 3; i++) {
        v[i] *= size / length;
        d[i] = random.nextGaussian();
        near[i] = v[i] - h * d[i];
        near[3 + i] = v[i] + h * d[i];
      }
      double[] q = new double[12];
      Quats.exp(near, 0, q, 0);
      Quats.exp(near, 3, q, 4);
      Quats.between(q, 0, q, 4, q, 8);
      double[] turning = new double[3];
      Quats.log(q, 8, turning, 0);
      double[] told = new double[3];
      TurnRates.toBody(v, 0, d, 0, told, 0);
      double[] back = new double[3];
      TurnRates.toVector(v, 0, told, 0, back, 0);
      for (int i = 0; i < 3; i++) {
        assertThat(told[i]).as("size %s", size).isCloseTo(turning[i] / (2 * h), within(1e-6));
        assertThat(back[i]).as("size %s", size).isCloseTo(d[i], within(1e-8));
      }
    }
  }
}
