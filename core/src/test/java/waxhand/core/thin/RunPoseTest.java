package waxhand.core.thin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.Random;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;

class RunPoseTest {
  private static final int FRAMES = 90;

  private static void assertIsPoseOf(Clip clip, RunPose run) {
    WorldPose pose = new WorldPose(clip.skeleton());
    double[] at = new double[3];
    double[] wanted = new double[3];
    for (int n = 0; n < FRAMES; n++) {
      pose.solve(clip, n);
      for (int j = 0; j < clip.skeleton().size(); j++) {
        run.point(j, new Vector3d(0.1, -0.2, 0.3), n, at, 0);
        double[] tip = {0.1, -0.2, 0.3};
        Quats.rotate(pose.rotations(), 4 * j, tip, 0, wanted, 0);
        for (int i = 0; i < 3; i++) {
          assertThat(at[i])
              .as("joint %d frame %d", j, n)
              .isCloseTo(pose.positions()[3 * j + i] + wanted[i], within(1e-12));
        }
      }
    }
  }

  private static boolean hangsFrom(Skeleton skeleton, int joint, int from) {
    int j = joint;
    while (j >= 0 && j != from) {
      j = skeleton.parent(j);
    }
    return j == from;
  }

  /** However joints are turned and shifted, it is where a pose solved from nothing is. */
  @Test
  void whatMovesIsWorkedOutAndNothingElse() {
    Clip clip = Samples.stepping(FRAMES, 60, 0.02, 5).clip();
    Skeleton skeleton = clip.skeleton();
    RunPose run = new RunPose(clip);
    run.solve();
    assertIsPoseOf(clip, run);
    Random random = new Random(9);
    for (int step = 0; step < 12; step++) {
      int j = random.nextInt(skeleton.size());
      int from = random.nextInt(FRAMES - 10);
      BitSet frames = new BitSet();
      frames.set(from, from + 1 + random.nextInt(10));
      run.begin();
      // the root alone has places of its own
      boolean shifts = clip.hasTranslation(j) && step % 2 == 0;
      Track track = shifts ? clip.translation(j) : clip.rotation(j);
      double[] values = new double[track.width() * FRAMES];
      track.read(Frames.first(FRAMES), values);
      for (int n = frames.nextSetBit(0); n >= 0; n = frames.nextSetBit(n + 1)) {
        if (shifts) {
          values[3 * n] += random.nextGaussian();
        } else {
          double[] turn = new double[4];
          Quats.exp(new double[] {random.nextGaussian(), random.nextGaussian(), 0}, 0, turn, 0);
          Quats.multiply(turn, 0, values, 4 * n, values, 4 * n);
        }
      }
      if (shifts) {
        run.shift(j, values, frames);
        clip = clip.withTranslation(j, Track.of(TrackType.TRANSLATION, values));
      } else {
        run.turn(j, values, frames);
        clip = clip.withRotation(j, Track.of(TrackType.ROTATION, values));
      }
      run.solve();
      assertIsPoseOf(clip, run);
      for (int k = 0; k < skeleton.size(); k++) {
        assertThat(run.moved(k))
            .as("joint %d of %d", k, j)
            .isEqualTo(hangsFrom(skeleton, k, j) ? frames : new BitSet());
      }
    }
  }
}
