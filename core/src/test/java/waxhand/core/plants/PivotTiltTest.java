package waxhand.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** What shakes while a foot is held at its ball: its tilt, or its leg. */
class PivotTiltTest {
  private static final double RATE = 120;
  private static final int COUNT = 121;
  private static final int AT = 60;

  /** 15 mm up and back within twelve frames. */
  private static double bump(int n) {
    double u = Math.abs(n - AT) / 6.0;
    return u < 1 ? 0.0075 * (1 + Math.cos(Math.PI * u)) : 0;
  }

  /** A slow rise of the heel by 8 cm. */
  private static double rise(int n) {
    return 0.04 * (1 - Math.cos(Math.PI * n / (COUNT - 1)));
  }

  /**
   * How far the pivot is tilted up in a frame.
   *
   * @param tilt whether the tilt of the foot shakes its ball by a bump
   * @param leg whether the leg shakes the ankle by one
   */
  private static double up(boolean tilt, boolean leg, int frame, int from, int to) {
    double[] shifts = new double[3 * COUNT];
    PivotTilt tilts = new PivotTilt(COUNT, shifts, RATE);
    for (int n = 0; n < COUNT; n++) {
      // the ball goes down by a bump: that much the ankle would be lifted
      shifts[3 * n + 1] = (tilt ? bump(n) : 0) - (leg ? bump(n) : 0);
      double[] ankle = {0, 0.1 + rise(n) + (leg ? bump(n) : 0), 0};
      if (n >= from && n < to) {
        tilts.holds(n, 1, ankle);
      }
    }
    return tilts.moves()[3 * frame + 1];
  }

  @Test
  void whatTheTiltShookIsTakenOutByTheTilt() {
    double mean = 0;
    double sum = 0;
    for (int k = -12; k <= 12; k++) {
      double weight = 1 + Math.cos(Math.PI * k / 13);
      mean += weight * bump(AT + k);
      sum += weight;
    }
    double quick = bump(AT) - mean / sum;
    assertThat(quick).isGreaterThan(0.008);
    assertThat(up(true, false, AT, 0, COUNT)).isCloseTo(quick, within(0.02 * quick));
    assertThat(up(true, false, AT - 30, 0, COUNT)).isZero();
  }

  @Test
  void whatTheLegShookIsNot() {
    assertThat(up(false, true, AT, 0, COUNT)).isCloseTo(0, within(2e-4));
    assertThat(up(false, false, AT, 0, COUNT)).as("a heel that rises").isZero();
  }

  @Test
  void itComesToNothingWhereTheFootIsHeldNoLonger() {
    assertThat(up(true, false, AT, 0, AT + 1)).isZero();
    assertThat(up(true, false, AT, AT, COUNT)).isZero();
    assertThat(up(true, false, AT, 0, AT)).as("not held").isZero();
    double near = up(true, false, AT, 0, AT + 5);
    assertThat(near).isBetween(0.0, 0.5 * up(true, false, AT, 0, COUNT));
  }
}
