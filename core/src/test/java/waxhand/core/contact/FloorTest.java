package waxhand.core.contact;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

class FloorTest {
  /** A body that stands still with its soles at {@code floor}. */
  private static Motion standing(int frames, double rateHz, double floor) {
    Motion any = Samples.swaying(frames, rateHz, 0, 1);
    Clip clip = any.clip();
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * frames];
      for (int f = 0; f < frames; f++) {
        q[4 * f + 3] = 1;
      }
      clip = clip.withRotation(j, Track.of(TrackType.ROTATION, q));
    }
    double sole = 0.95 - 0.02 - 0.84 - 0.07;
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      p[3 * f + 1] = 0.95 - sole + floor;
    }
    return any.with(clip.withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
  }

  @Test
  void aStandingBodyTellsItsFloorExactly() {
    for (double floor : new double[] {-0.3, 0, 0.07, 2}) {
      assertThat(Floor.height(standing(200, 60, floor))).isCloseTo(floor, within(1e-9));
    }
    assertThat(Floor.height(standing(1, 60, 0.2))).isCloseTo(0.2, within(1e-9));
  }

  @Test
  void spikesAndLeapsDoNotMoveIt() {
    Motion still = standing(1200, 120, 0.05);
    double[] p = new double[3 * 1200];
    still.clip().translation(0).read(still.clip().allFrames(), p);
    Random random = new Random(1);
    for (int n = 0; n < 30; n++) {
      p[3 * random.nextInt(1200) + 1] -= 0.4;
    }
    for (int f = 500; f < 700; f++) {
      p[3 * f + 1] += 0.5 * Math.sin(Math.PI * (f - 500) / 200);
    }
    Motion wild = still.with(still.clip().withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
    assertThat(Floor.height(wild)).isCloseTo(0.05, within(0.002));
  }

  @Test
  void withoutFeetTheLowestJointCounts() {
    Skeleton pole =
        new Skeleton(List.of(Samples.joint("a", -1, 0, 0, 0), Samples.joint("b", 0, 0, -1, 0)));
    double[] q = {0, 0, 0, 1, 0, 0, 0, 1};
    double[] p = {0, 3, 0, 0, 2.5, 0};
    Clip clip =
        new Clip(
            pole,
            30,
            List.of(Track.of(TrackType.ROTATION, q), Track.of(TrackType.ROTATION, q)),
            java.util.Arrays.asList(Track.of(TrackType.TRANSLATION, p), null));
    assertThat(Floor.height(Motion.of(clip))).isCloseTo(1.5, within(1e-12));
    WorldPose pose = new WorldPose(pole);
    pose.solve(clip, 1);
    assertThat(pose.y(1)).isCloseTo(1.5, within(1e-12));
  }
}
