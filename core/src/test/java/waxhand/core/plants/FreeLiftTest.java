package waxhand.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.motion.Frames;

class FreeLiftTest {
  private static final double RATE = 60;

  /** A foot in the air that is 15 mm in the floor for four frames, and rests from a frame on. */
  private static FreeLift dipping(int from, int rests) {
    FreeLift lift = new FreeLift(new Frames(0, 100), RATE);
    for (int f = 0; f < 100; f++) {
      if (f < rests) {
        lift.free(f, 0, f >= from && f < from + 4 ? 0.015 : 0);
      } else {
        lift.rests(f, 0, 0);
      }
    }
    return lift;
  }

  @Test
  void aFootIsLiftedOutOfTheFloorWithoutALeap() {
    FreeLift lift = dipping(50, 100);
    for (int f = 50; f < 54; f++) {
      assertThat(lift.at(f)).isCloseTo(0.015, within(1e-12));
    }
    assertThat(lift.at(40)).isZero();
    assertThat(lift.at(64)).isZero();
    for (int f = 1; f < 100; f++) {
      assertThat(Math.abs(lift.at(f) - lift.at(f - 1)) * RATE).isLessThanOrEqualTo(0.2 + 1e-9);
    }
  }

  @Test
  void nextToAContactTheFootStaysInTheFloor() {
    FreeLift lift = dipping(50, 54);
    assertThat(lift.at(54)).isZero();
    assertThat(lift.at(53)).isBetween(0.006, 0.008);
    assertThat(lift.at(52)).isBetween(lift.at(53), 0.015);
  }

  @Test
  void aFootThatComesDownFastIsStoppedAsFast() {
    FreeLift lift = new FreeLift(new Frames(0, 20), RATE);
    for (int f = 0; f < 20; f++) {
      double down = 0.02 * Math.max(0, 10 - f);
      if (f < 10) {
        lift.free(f, down, f < 8 ? 0 : 0.015);
      } else {
        lift.rests(f, down, 0);
      }
    }
    assertThat(lift.at(8)).isCloseTo(0.015, within(1e-12));
    assertThat(lift.at(9)).isCloseTo(0.015, within(1e-12));
  }

  /** Chunks are worked out by themselves, so what is farther away must not matter. */
  @Test
  void theRunDoesNotMatter() {
    Random random = new Random(3);
    double[] needs = new double[200];
    boolean[] rests = new boolean[200];
    double[] heights = new double[200];
    for (int f = 0; f < 200; f++) {
      needs[f] = random.nextInt(3) == 0 ? 0.1 * random.nextDouble() : 0;
      rests[f] = random.nextInt(9) == 0;
      heights[f] = 0.01 * random.nextGaussian();
    }
    FreeLift whole = over(new Frames(0, 200), needs, rests, heights);
    int around = FreeLift.around(RATE);
    for (int f = 0; f < 200; f++) {
      Frames near = new Frames(Math.max(0, f - around), Math.min(200, f + around + 1));
      assertThat(over(near, needs, rests, heights).at(f)).isEqualTo(whole.at(f));
    }
  }

  private static FreeLift over(Frames run, double[] needs, boolean[] rests, double[] heights) {
    FreeLift lift = new FreeLift(run, RATE);
    for (int f = run.from(); f < run.to(); f++) {
      if (rests[f]) {
        lift.rests(f, heights[f], 0.2 * needs[f]);
      } else {
        lift.free(f, heights[f], needs[f]);
      }
    }
    return lift;
  }
}
