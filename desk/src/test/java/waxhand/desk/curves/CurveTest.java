package waxhand.desk.curves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

class CurveTest {
  private static final Motion TRUTH =
      Motion.of(Rehearsal.of(Rehearsal.Order.usual(Scene.DECK_WALK, 4, 60, 2)).truth());

  @Test
  void noPeakIsLostHoweverManyFramesAPixelStandsFor() {
    double[] values = new Random(4).doubles(1000, -1, 1).toArray();
    values[517] = 40;
    Curve curve = new Curve(values.clone());
    double[] ends = new double[2];
    Random random = new Random(5);
    for (int n = 0; n < 500; n++) {
      int from = random.nextInt(1100) - 50;
      int to = from + random.nextInt(400);
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int f = Math.max(0, from); f < Math.min(1000, to); f++) {
        low = Math.min(low, values[f]);
        high = Math.max(high, values[f]);
      }
      boolean any = curve.extremes(from, to, ends);
      assertThat(any).isEqualTo(high >= low);
      if (any) {
        assertThat(ends).containsExactly(low, high);
      }
    }
    double[] range = CurvePainter.range(List.of(curve), new CurvePainter.Sight(500, 530, 900));
    assertThat(range[1]).isGreaterThan(40);
  }

  @Test
  void aSpectrumPeaksAtTheFrequencyAndWithTheAmplitudeOfASine() {
    double[] sine = new double[1200];
    for (int f = 0; f < sine.length; f++) {
      sine[f] = 3 * Math.sin(2 * Math.PI * 7.5 * f / 120) + 0.01 * f + 20;
    }
    double[] lines = Spectrum.of(sine, 0, sine.length, 120, 30);
    int best = 0;
    for (int k = 0; k < lines.length; k++) {
      best = lines[k] > lines[best] ? k : best;
    }
    assertThat((best + 1) * 30.0 / Spectrum.LINES).isCloseTo(7.5, within(0.26));
    assertThat(lines[best]).isCloseTo(3, within(0.3));
    assertThat(Spectrum.of(sine, 0, 5, 120, 30)).containsOnly(0);
  }

  @Test
  void quantitiesAgreeWithEachOther() {
    int foot = TRUTH.body().soles().get(0).foot();
    double[][] place = Quantity.POSITION.of(TRUTH, foot);
    double[] height = Quantity.HEIGHT.of(TRUTH, foot)[0];
    double[] speed = Quantity.SPEED.of(TRUTH, foot)[0];
    double[] acceleration = Quantity.ACCELERATION.of(TRUTH, foot)[0];
    double[][] turns = Quantity.ROTATION.of(TRUTH, foot);
    assertThat(height).isEqualTo(place[1]);
    for (int f = 2; f < height.length - 2; f++) {
      double vx = place[0][f + 1] - place[0][f - 1];
      double vy = place[1][f + 1] - place[1][f - 1];
      double vz = place[2][f + 1] - place[2][f - 1];
      double wanted = 0.01 * Math.sqrt(vx * vx + vy * vy + vz * vz) * 30;
      assertThat(speed[f]).isCloseTo(wanted, within(1e-9));
      assertThat(acceleration[f]).isGreaterThanOrEqualTo(0);
      for (double[] axis : turns) {
        assertThat(Math.abs(axis[f] - axis[f - 1])).as("continuous").isLessThan(60);
      }
    }
  }

  @Test
  void curvesBehindACutCountRawFrames() {
    TimeMap all = TimeMap.all(240);
    TimeMap cut = TimeMap.without(240, List.of(new waxhand.core.motion.Frames(100, 140)));
    Motion shorter = Motion.of(TRUTH.clip().cut(new waxhand.core.motion.Frames(0, 200)));
    CurveSet set =
        CurveSet.of(
            Quantity.HEIGHT,
            TRUTH,
            all,
            shorter,
            cut,
            240,
            List.of(0),
            waxhand.core.work.Work.UNWATCHED);
    CurveSet.Row row = set.rows().get(0);
    assertThat(row.b().frames()).isEqualTo(240);
    assertThat(row.b().at(50)).isEqualTo(row.a().at(50));
    assertThat(row.b().at(150)).isEqualTo(row.a().at(110));
    assertThat(row.apart().at(50)).isZero();
  }
}
