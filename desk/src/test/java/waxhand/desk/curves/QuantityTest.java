package waxhand.desk.curves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.stream.IntStream;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.scene.Motion;

/** What curves are of, by movements whose values are known. */
class QuantityTest {
  private static final int FRAMES = 600;

  /** Two joints: the first moves and turns as told, the second hangs 0.5 m out along its x. */
  private static Motion motion(
      double rateHz, DoubleFunction<double[]> place, DoubleFunction<double[]> turn) {
    Skeleton skeleton =
        new Skeleton(
            List.of(
                new Joint("Hips", -1, new Vector3d(), true, Optional.empty()),
                new Joint("Arm", 0, new Vector3d(0.5, 0, 0), true, Optional.empty())));
    double[] p = new double[3 * FRAMES];
    double[] q = new double[4 * FRAMES];
    double[] still = new double[4 * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      System.arraycopy(place.apply(f / rateHz), 0, p, 3 * f, 3);
      Quats.exp(turn.apply(f / rateHz), 0, q, 4 * f);
      still[4 * f + 3] = 1;
    }
    List<Track> rotations =
        List.of(Track.of(TrackType.ROTATION, q), Track.of(TrackType.ROTATION, still));
    List<Track> translations = new ArrayList<>();
    translations.add(Track.of(TrackType.TRANSLATION, p));
    translations.add(null);
    return Motion.of(new Clip(skeleton, rateHz, rotations, translations));
  }

  @Test
  void rotationGoesOnThroughHalfATurnAndRoundAgain() {
    Motion spins =
        motion(120, t -> new double[3], t -> new double[] {0, Math.toRadians(180) * t, 0});
    double[][] turns = Quantity.ROTATION.of(spins, 0);
    for (int f = 0; f < FRAMES; f++) {
      assertThat(turns[1][f]).as("frame %d", f).isCloseTo(1.5 * f, within(1e-6));
      assertThat(turns[0][f]).isCloseTo(0, within(1e-6));
    }
    assertThat(Quantity.ROTATION.letter(1)).isEqualTo("y");
    assertThat(Quantity.ROTATION.unit()).isEqualTo("°");
  }

  @ParameterizedTest
  @ValueSource(doubles = {30, 120, 240})
  void fallingBodiesHaveTheirHeightSpeedAndAcceleration(double rate) {
    Motion falls =
        motion(
            rate,
            t -> new double[] {2 * t, 5 - 0.5 * 9.81 * t * t, 0},
            t -> new double[] {0, 0, 0});
    double[] height = Quantity.HEIGHT.of(falls, 1)[0];
    double[] speed = Quantity.SPEED.of(falls, 1)[0];
    double[] acceleration = Quantity.ACCELERATION.of(falls, 1)[0];
    double[][] place = Quantity.POSITION.of(falls, 1);
    for (int f = 1; f < FRAMES - 1; f += 7) {
      double t = f / rate;
      assertThat(height[f]).isCloseTo(500 - 490.5 * t * t, within(1e-6));
      assertThat(place[1][f]).isEqualTo(height[f]);
      assertThat(place[0][f]).as("half a metre out").isCloseTo(50 + 200 * t, within(1e-6));
      assertThat(speed[f]).isCloseTo(Math.hypot(2, 9.81 * t), within(1e-6));
      assertThat(acceleration[f]).isCloseTo(9.81, within(1e-5));
    }
    assertThat(Quantity.SPEED.unit()).isEqualTo("m/s");
  }

  @Test
  void whatHangsOnAJointMovesWithItsTurn() {
    double w = 3;
    Motion turns = motion(240, t -> new double[3], t -> new double[] {0, w * t, 0});
    double[] speed = Quantity.SPEED.of(turns, 1)[0];
    double[] acceleration = Quantity.ACCELERATION.of(turns, 1)[0];
    for (int f = 1; f < FRAMES - 1; f += 13) {
      assertThat(speed[f]).isCloseTo(0.5 * w, within(1e-3));
      assertThat(acceleration[f]).as("towards the middle").isCloseTo(0.5 * w * w, within(1e-3));
    }
  }

  @Test
  void whatWasCutOutIsBridgedAndBLessAIsTheirDifference() {
    Motion a = motion(120, t -> new double[] {t, 0, 0}, t -> new double[3]);
    int[] kept = IntStream.range(0, FRAMES).filter(f -> f < 200 || f >= 300).toArray();
    double[] p = new double[3 * kept.length];
    double[] q = new double[4 * kept.length];
    for (int n = 0; n < kept.length; n++) {
      p[3 * n] = kept[n] / 120.0 + 0.25;
      q[4 * n + 3] = 1;
    }
    Track still = Track.of(TrackType.ROTATION, q);
    List<Track> translations = new ArrayList<>();
    translations.add(Track.of(TrackType.TRANSLATION, p));
    translations.add(null);
    Motion b = a.with(new Clip(a.clip().skeleton(), 120, List.of(still, still), translations));
    CurveSet set =
        CurveSet.of(
            Quantity.POSITION,
            a,
            TimeMap.all(FRAMES),
            b,
            TimeMap.without(FRAMES, List.of(new Frames(200, 300))),
            FRAMES,
            List.of(0),
            waxhand.core.work.Work.UNWATCHED);
    CurveSet.Row x = set.rows().get(0);
    assertThat(x.words()).isEqualTo("hips, x");
    assertThat(x.b().frames()).isEqualTo(FRAMES);
    assertThat(x.apart().at(100)).isCloseTo(25, within(1e-9));
    assertThat(x.apart().at(450)).as("the same raw frame").isCloseTo(25, within(1e-9));
    assertThat(x.b().at(250)).as("what follows the cut").isEqualTo(x.b().at(300));
    // part by part: one row for each axis and part, joined by axes or by parts
    CurveSet two =
        CurveSet.of(
            Quantity.POSITION,
            a,
            TimeMap.all(FRAMES),
            a,
            TimeMap.all(FRAMES),
            FRAMES,
            List.of(0, 1),
            waxhand.core.work.Work.UNWATCHED);
    assertThat(Grouping.NONE.of(two)).hasSize(6);
    assertThat(Grouping.AXES.of(two)).hasSize(2).allMatch(rows -> rows.size() == 3);
    assertThat(Grouping.PARTS.of(two))
        .hasSize(3)
        .allMatch(rows -> rows.get(0).joint() == 0 && rows.get(1).joint() == 1)
        .allMatch(rows -> rows.get(0).axis().equals(rows.get(1).axis()));
  }

  @Test
  void aSpectrumShowsWhatShakesAtItsFrequencyAndSize() {
    double[] values = new double[2400];
    for (int n = 0; n < values.length; n++) {
      double t = n / 120.0;
      values[n] = 4 * t + 3 * Math.sin(2 * Math.PI * 6 * t) + 0.5 * Math.sin(2 * Math.PI * 20 * t);
    }
    double top = 30;
    double[] lines = Spectrum.of(values, 0, values.length, 120, top);
    int highest =
        IntStream.range(0, lines.length)
            .boxed()
            .max((i, k) -> Double.compare(lines[i], lines[k]))
            .orElseThrow();
    assertThat((highest + 1) * top / Spectrum.LINES).isCloseTo(6, within(0.25));
    assertThat(lines[highest]).isCloseTo(3, within(0.1));
    assertThat(lines[(int) Math.round(20 / top * Spectrum.LINES) - 1]).isCloseTo(0.5, within(0.05));
    assertThat(lines[(int) Math.round(12 / top * Spectrum.LINES) - 1]).isLessThan(0.02);
    // a region too short to say anything says nothing
    assertThat(Spectrum.of(values, 10, 14, 120, top)).containsOnly(0);
  }
}
