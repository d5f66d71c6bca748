package waxhand.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class ResamplerTest {
  /** One joint that moves and turns about y by so much at a time in seconds. */
  private static Clip clip(int frames, double rateHz, DoubleUnaryOperator of) {
    double[] p = new double[3 * frames];
    double[] q = new double[4 * frames];
    for (int f = 0; f < frames; f++) {
      double v = of.applyAsDouble(f / rateHz);
      p[3 * f] = v;
      // the other sign tells the same turn
      double sign = f % 3 == 1 ? -1 : 1;
      q[4 * f + 1] = sign * Math.sin(v / 2);
      q[4 * f + 3] = sign * Math.cos(v / 2);
    }
    Skeleton one =
        new Skeleton(List.of(new Joint("a", -1, new Vector3d(), true, Optional.empty())));
    return new Clip(
        one,
        rateHz,
        List.of(Track.of(TrackType.ROTATION, q)),
        List.of(Track.of(TrackType.TRANSLATION, p)));
  }

  private static double turn(Clip clip, int frame) {
    double[] q = new double[4];
    clip.rotation(0).read(frame, q, 0);
    assertThat(Math.hypot(q[1], q[3])).isCloseTo(1, within(1e-12));
    return 2 * Math.atan2(q[1] * Math.signum(q[3]), Math.abs(q[3]));
  }

  @Test
  void framesThatFallOnFramesKeepTheirBits() {
    Clip in = clip(121, 120, t -> Math.sin(3 * t));
    Clip out = Resampler.resampled(in, 40);
    assertThat(out.frames()).isEqualTo(41);
    assertThat(out.rateHz()).isEqualTo(40);
    for (int f = 0; f < 41; f++) {
      assertThat(out.translation(0).at(f, 0)).isEqualTo(in.translation(0).at(3 * f, 0));
      for (int i = 0; i < 4; i++) {
        assertThat(out.rotation(0).at(f, i)).isEqualTo(in.rotation(0).at(3 * f, i));
      }
    }
  }

  @Test
  void betweenFramesItGoesAsTheMotionWent() {
    DoubleUnaryOperator swing = t -> 0.8 * Math.sin(5 * t);
    Clip in = clip(121, 60, swing);
    for (double rate : new double[] {25, 24, 100, 59.94, 119.88}) {
      Clip out = Resampler.resampled(in, rate);
      assertThat(out.frames()).isEqualTo(1 + (int) Math.floor(2 * rate + 1e-6));
      for (int f = 0; f < out.frames(); f++) {
        double wanted = swing.applyAsDouble(f / rate);
        assertThat(out.translation(0).at(f, 0)).as(rate + " " + f).isCloseTo(wanted, within(2e-3));
        assertThat(turn(out, f)).isCloseTo(wanted, within(2e-3));
      }
    }
  }

  @Test
  void aStraightWayStaysStraightAndThereAndBackIsTheSame() {
    Clip in = clip(61, 30, t -> 0.3 * t);
    Clip fine = Resampler.resampled(in, 90);
    for (int f = 0; f < fine.frames(); f++) {
      assertThat(fine.translation(0).at(f, 0)).isCloseTo(0.3 * f / 90, within(1e-12));
    }
    Clip back = Resampler.resampled(fine, 30);
    assertThat(back.frames()).isEqualTo(61);
    for (int f = 0; f < 61; f++) {
      assertThat(back.translation(0).at(f, 0)).isEqualTo(in.translation(0).at(f, 0));
    }
  }

  @Test
  void veryShortTakesHaveTheirFirstFrame() {
    assertThat(Resampler.resampled(clip(1, 60, t -> 1), 24).frames()).isEqualTo(1);
    assertThat(Resampler.resampled(clip(2, 60, t -> t), 24).frames()).isEqualTo(1);
    assertThat(Resampler.resampled(clip(2, 60, t -> t), 240).frames()).isEqualTo(5);
  }
}
