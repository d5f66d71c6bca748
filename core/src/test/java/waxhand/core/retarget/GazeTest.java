package waxhand.core.retarget;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.character.LayFigures;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;

/** A head goes on looking where it looked while the spine under it leans. */
class GazeTest {
  private static final Body PILOT = LayFigures.named("pilot").orElseThrow().body();
  private static final int FRAMES = 600;
  private static final Frames RUN = new Frames(250, 350);

  /** One that nods and whose chest leans by so much. */
  private static Clip leaning(double rad) {
    int chest = PILOT.joint(Role.CHEST).orElseThrow();
    int head = PILOT.joint(Role.HEAD).orElseThrow();
    return Samples.told(
            PILOT,
            FRAMES,
            60,
            (j, f, turn) -> {
              if (j == chest) {
                turn.rotateX(rad).rotateZ(-0.5 * rad);
              } else if (j == head) {
                turn.rotateX(0.3 * Math.sin(0.1 * f));
              }
            },
            f -> new Vector3d(0, 1, 0))
        .clip();
  }

  private static double apart(Clip a, Clip b, Role role, int frame) {
    int at = 4 * PILOT.joint(role).orElseThrow();
    WorldPose p = new WorldPose(PILOT.skeleton());
    WorldPose q = new WorldPose(PILOT.skeleton());
    p.solve(a, frame);
    q.solve(b, frame);
    return Quats.angle(p.rotations(), at, q.rotations(), at);
  }

  @Test
  void theNeckTakesItsShareAndNothingElseChanges() {
    Clip looks = leaning(0);
    Clip leans = leaning(0.4);
    Gaze gaze = new Gaze(PILOT);
    Clip kept = gaze.kept(leans, looks, RUN, 1);
    Clip half = gaze.kept(leans, looks, RUN, 0.5);
    double off = apart(leans, looks, Role.HEAD, 300);
    assertThat(off).isGreaterThan(0.4);
    assertThat(apart(kept, looks, Role.HEAD, 300)).isLessThan(1e-7);
    assertThat(apart(half, looks, Role.HEAD, 300)).isCloseTo(off / 2, within(1e-7));
    assertThat(apart(kept, looks, Role.NECK, 300)).isBetween(0.2 * off, 0.8 * off);
    assertThat(apart(kept, leans, Role.CHEST, 300)).isZero();
    for (int f : new int[] {0, 249, 350, 599}) {
      for (int j = 0; j < PILOT.skeleton().size(); j++) {
        assertThat(Samples.sameBits(kept, leans, j, f)).isTrue();
      }
    }
  }

  @Test
  void whereNothingLeansNothingIsDone() {
    Clip looks = leaning(0);
    assertThat(new Gaze(PILOT).kept(looks, looks, RUN, 1)).isSameAs(looks);
    assertThat(Samples.sameBits(new Gaze(PILOT).kept(looks, leaning(0), RUN, 1), looks)).isTrue();
  }
}
