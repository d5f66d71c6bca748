package waxhand.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

class StandingTest {
  private static final int FRAMES = 200;

  /** A stiff body that glides along x at a speed, its soles at a height, at 100 Hz. */
  private static Motion gliding(double speedMs, double heightM) {
    Clip clip = Samples.swaying(FRAMES, 100, 0, 1).clip();
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * FRAMES];
      for (int f = 0; f < FRAMES; f++) {
        q[4 * f + 3] = 1;
      }
      clip = clip.withRotation(j, Track.of(TrackType.ROTATION, q));
    }
    Motion body = Motion.of(clip);
    double low = sole(body.with(clip.withTranslation(0, travel(speedMs, 0))));
    return body.with(clip.withTranslation(0, travel(speedMs, heightM - low)));
  }

  private static Track travel(double speedMs, double y) {
    double[] p = new double[3 * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      p[3 * f] = speedMs * f / 100;
      p[3 * f + 1] = y;
    }
    return Track.of(TrackType.TRANSLATION, p);
  }

  private static double sole(Motion motion) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), 0);
    return motion.body().soles().get(0).lowest(pose);
  }

  private static List<Contact> contact(int from, int to) {
    return List.of(new Contact(ContactPart.LEFT_BALL, new Frames(from, to)));
  }

  @Test
  void speedDriftAndFloatAreWhatTheyAre() {
    Standing s = Standing.of(gliding(0.05, 0.004), contact(50, 150));
    assertThat(s.speedMms()).isCloseTo(50, within(1e-6));
    assertThat(s.insideMms()).isCloseTo(50, within(1e-6));
    // frames 55 to 144 count, 45 of them before the middle one
    assertThat(s.driftMm()).isCloseTo(0.05 * 45 * 10, within(1e-6));
    assertThat(s.floatMm()).isCloseTo(4, within(1e-6));
    assertThat(s.sinkMm()).isZero();
    Standing deep = Standing.of(gliding(0, -0.007), contact(0, FRAMES));
    assertThat(deep.sinkMm()).isCloseTo(7, within(1e-6));
    assertThat(deep.speedMms()).isZero();
    assertThat(Standing.of(gliding(0, 0), List.of()).speedMms()).isNaN();
  }

  @Test
  void aSlideIsSeenInStepsWithItsLength() {
    Motion motion = gliding(0.03, 0);
    Slide slide = Slide.of(motion, contact(20, 180).get(0));
    assertThat(slide.speedsMms()).hasSizeBetween(4, 40);
    for (double speed : slide.speedsMms()) {
      assertThat(speed).isCloseTo(30, within(2.0));
    }
    assertThat(slide.farMm()).isBetween(35.0, 48.0);
    assertThat(slide.trail()).hasSize(3 * (slide.speedsMms().length + 1));
    assertThat(Slide.of(motion, contact(500, 600).get(0)).farMm()).isZero();
    assertThat(Slide.of(motion, contact(198, 600).get(0)).trail()).isNotEmpty();
  }

  @Test
  void aSnapOfTheKneeIsMeasuredByItsAcceleration() {
    Motion still = gliding(0, 0);
    assertThat(Pops.peak(still, true)).isLessThan(1e-3);
    int shin = still.body().joint(waxhand.core.body.Role.LEFT_SHIN).orElseThrow();
    double[] q = new double[4 * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      // bent by 0.5 rad, and by 0.3 rad more over three frames
      double bend = 0.5 + (f >= 100 && f < 103 ? 0.3 : 0);
      Quats.exp(new double[] {bend, 0, 0}, 0, q, 4 * f);
    }
    Motion snaps = still.with(still.clip().withRotation(shin, Track.of(TrackType.ROTATION, q)));
    // places are compared three frames apart: 0 − 2 · 0.3 + 0 over (0.03 s)²
    assertThat(Pops.peak(snaps, true)).isCloseTo(2 * 0.3 / (0.03 * 0.03), within(1e-6));
    assertThat(Pops.peak(snaps, false)).isLessThan(1e-3);
  }
}
