package waxhand.core.thin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.StoppedWork;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class DeviationTest {
  private static final Motion WANTED = Samples.swaying(400, 60, 0, 4);
  private static final Skeleton BODY = WANTED.clip().skeleton();
  private static final Frames ALL = WANTED.clip().allFrames();

  /** One joint turned about its own z in some frames. */
  private static Motion turned(Motion motion, String name, Frames frames, double rad) {
    Clip clip = motion.clip();
    int joint = BODY.indexOf(name);
    double[] q = new double[4 * frames.count()];
    clip.rotation(joint).read(frames, q);
    double[] by = {0, 0, Math.sin(rad / 2), Math.cos(rad / 2)};
    for (int n = 0; n < frames.count(); n++) {
      Quats.multiply(q, 4 * n, by, 0, q, 4 * n);
    }
    return motion.with(clip.withRotation(joint, clip.rotation(joint).with(frames, q)));
  }

  @Test
  void aTurnIsToldInDegreesAndByWhatItCarriesFarthest() {
    Frames bent = new Frames(120, 125);
    double rad = Math.toRadians(3);
    Motion is = turned(WANTED, "LeftForeArm", bent, rad);
    Deviation off = Deviation.of(WANTED, is, ALL, Work.UNWATCHED);
    assertThat(off.worstDegrees()).isCloseTo(3, within(1e-9));
    // the wrist, 25 cm out along x, goes along a chord; the tip of the hand at least as far
    double wrist = 1000 * 2 * 0.25 * Math.sin(rad / 2);
    assertThat(off.worstMm()).isBetween(wrist, 2 * wrist);
    assertThat(off.worstFrame()).isBetween(120, 124);
    assertThat(off.joints()[122]).isEqualTo(BODY.indexOf("LeftHand"));
    for (int f = 0; f < 400; f++) {
      assertThat(off.degrees()[f]).isCloseTo(bent.contains(f) ? 3 : 0, within(1e-6));
      assertThat(off.mm()[f] > 1).isEqualTo(bent.contains(f));
    }
  }

  @Test
  void theSameMotionIsNowhereOff() {
    Deviation off = Deviation.of(WANTED, WANTED, ALL, Work.UNWATCHED);
    assertThat(off.worstMm()).isZero();
    assertThat(off.worstDegrees()).isLessThan(1e-6);
    assertThat(Arrays.stream(off.mm()).sum()).isZero();
  }

  @Test
  void framesAreCountedFromTheRunsFirst() {
    Motion is = turned(WANTED, "Chest", new Frames(300, 301), Math.toRadians(10));
    is = turned(is, "Chest", new Frames(20, 21), Math.toRadians(40));
    Frames run = new Frames(250, 350);
    Deviation off = Deviation.of(WANTED, is, run, Work.UNWATCHED);
    assertThat(off.mm()).hasSize(100);
    assertThat(off.worstFrame()).isEqualTo(300);
    assertThat(off.worstDegrees()).as("what is beside the run").isCloseTo(10, within(1e-9));
    Deviation none = Deviation.of(WANTED, is, new Frames(7, 7), Work.UNWATCHED);
    assertThat(none.worstMm()).isZero();
    assertThat(none.worstDegrees()).isZero();
  }

  @Test
  void stops() {
    assertThatThrownBy(() -> Deviation.of(WANTED, WANTED, ALL, new StoppedWork(0)))
        .isInstanceOf(CancellationException.class);
  }
}
