package waxhand.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Sole;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.rehearsal.scene.Scene;

/** The truth is what a body could do, for bodies and seeds of all kinds. */
class ScenesTest {
  private static final double[] HEIGHTS = {1.55, 1.72, 1.95};
  private static final long[] SEEDS = {1, 2, 3, 8};

  private static Rehearsal take(Scene scene, double height, long seed) {
    return Rehearsal.of(new Rehearsal.Order(scene, 15, 60, seed, height, false, Map.of()));
  }

  @ParameterizedTest
  @EnumSource(Scene.class)
  void noLimbGoesThroughTheBodyAndNoJointPastItsRange(Scene scene) {
    for (double height : HEIGHTS) {
      for (long seed : SEEDS) {
        Motion truth = Motion.of(take(scene, height, seed).truth());
        List<Finding> found =
            new Surveyor()
                .survey(truth, Work.UNWATCHED).findings().stream()
                    .filter(
                        f -> f.kind() == FindingKind.COLLISION || f.kind() == FindingKind.OVERBEND)
                    .toList();
        assertThat(found).as("%s, %.2f m, seed %d", scene.key(), height, seed).isEmpty();
      }
    }
  }

  /** Standing at the end of a walk, and where nothing happens, the feet are side by side. */
  @ParameterizedTest
  @EnumSource(Scene.class)
  void feetNeverCross(Scene scene) {
    for (double height : HEIGHTS) {
      for (long seed : SEEDS) {
        Clip clip = take(scene, height, seed).truth();
        Body body = Body.of(clip.skeleton());
        Sole left = body.soles().get(0);
        Sole right = body.soles().get(1);
        int hips = body.joint(Role.HIPS).orElseThrow();
        WorldPose pose = new WorldPose(clip.skeleton());
        double[] l = new double[3];
        double[] r = new double[3];
        double[] aside = new double[3];
        for (int f = 0; f < clip.frames(); f += 3) {
          pose.solve(clip, f);
          left.at(1, pose, l);
          right.at(1, pose, r);
          boolean bothDown = l[1] < 0.01 && r[1] < 0.01;
          pose.point(hips, new org.joml.Vector3d(1, 0, 0), aside, 0);
          double apart =
              (l[0] - r[0]) * (aside[0] - pose.x(hips)) + (l[2] - r[2]) * (aside[2] - pose.z(hips));
          if (bothDown) {
            assertThat(apart)
                .as("%s, %.2f m, seed %d, frame %d", scene.key(), height, seed, f)
                .isGreaterThan(-0.02);
          }
          double gap = Math.hypot(l[0] - r[0], l[2] - r[2]);
          assertThat(gap).as("a stride is no split").isLessThan(0.75 * height);
        }
      }
    }
  }
}
