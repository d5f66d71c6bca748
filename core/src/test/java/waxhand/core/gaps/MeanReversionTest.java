package waxhand.core.gaps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;

/** Long gaps of joints that could have been anywhere in between. */
class MeanReversionTest {
  private static final double RATE = 60;
  private static final int COUNT = 480;

  /** Turns about one axis, radians over seconds. */
  private static double[] turns(DoubleUnaryOperator angle) {
    double[] q = new double[4 * COUNT];
    for (int n = 0; n < COUNT; n++) {
      double half = angle.applyAsDouble(n / RATE) / 2;
      q[4 * n] = Math.sin(half);
      q[4 * n + 3] = Math.cos(half);
    }
    return q;
  }

  /** Errors over a gap, degrees: filled from end to end, and led back to the mean. */
  private static double[] errors(double[] truth, Frames gap) {
    double[] plain = truth.clone();
    for (int n = gap.from(); n < gap.to(); n++) {
      System.arraycopy(new double[] {0, 0, 0, 1}, 0, plain, 4 * n, 4);
    }
    double[] around = plain.clone();
    new GapFiller(RATE).rotations(plain, COUNT, gap);
    double[] led = plain.clone();
    new MeanReversion(RATE).apply(led, gap, around, gap);
    double[] errors = new double[2];
    for (int n = gap.from(); n < gap.to(); n++) {
      errors[0] += Math.pow(Quats.angle(truth, 4 * n, plain, 4 * n), 2) / gap.count();
      errors[1] += Math.pow(Quats.angle(truth, 4 * n, led, 4 * n), 2) / gap.count();
    }
    return new double[] {
      Math.toDegrees(Math.sqrt(errors[0])), Math.toDegrees(Math.sqrt(errors[1]))
    };
  }

  @Test
  void aKneeThatSwingsIsLedBackToWhereItMostlyIs() {
    // as long as a whole swing, from whichever moment of it
    double[] swing = turns(t -> 0.9 + 0.7 * Math.sin(2 * Math.PI * 1.5 * t));
    double before = 0;
    double after = 0;
    for (int from = 200; from < 240; from += 5) {
      double[] errors = errors(swing, new Frames(from, from + 40));
      before += errors[0] / 8;
      after += errors[1] / 8;
      assertThat(errors[1]).as("degrees off, never worse than the swing").isLessThan(45);
    }
    assertThat(after).as("degrees off, mean").isLessThan(0.75 * before);
  }

  @Test
  void whatGoesItsWaySlowlyOrStandsIsLeftAlone() {
    Random random = new Random(4);
    for (double slow : new double[] {0, 0.02, 0.05}) {
      double[] q = turns(t -> 0.4 * Math.sin(2 * Math.PI * slow * t) + 1e-4 * random.nextDouble());
      double[] errors = errors(q, new Frames(200, 230));
      assertThat(errors[1]).as("degrees off").isLessThanOrEqualTo(errors[0] + 0.05);
    }
  }

  @Test
  void withNothingKnownAroundItDoesNothing() {
    double[] still = turns(t -> 0.5);
    double[] led = still.clone();
    new MeanReversion(RATE).apply(led, new Frames(10, 40), still, new Frames(10, 40));
    assertThat(led).isEqualTo(still);
    double[] lost = new double[4 * 30];
    double[] filled = still.clone();
    new MeanReversion(RATE).apply(filled, new Frames(10, 40), lost, new Frames(0, 30));
    assertThat(filled).isEqualTo(still);
  }
}
