package waxhand.core.passes.limbs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Triple;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

class AimPassTest {
  private static final double HZ = 120;
  private static final int FRAMES = 1500;
  private static final AimPass AIM = AimPass.KIND.defaults();

  /** The head turns about the upright as told, and nothing else moves. */
  private static Motion looking(DoubleUnaryOperator headingRad) {
    Motion still = Samples.swaying(FRAMES, HZ, 0, 1);
    Clip clip = still.clip();
    double[] none = new double[4 * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      none[4 * f + 3] = 1;
    }
    for (int j = 0; j < clip.skeleton().size(); j++) {
      clip = clip.withRotation(j, Track.of(TrackType.ROTATION, none));
    }
    double[] q = new double[4 * FRAMES];
    for (int f = 0; f < FRAMES; f++) {
      double heading = headingRad.applyAsDouble(f / HZ);
      Quats.exp(new double[] {0, heading, 0}, 0, q, 4 * f);
    }
    int head = still.body().joint(Role.HEAD).orElseThrow();
    return still.with(clip.withRotation(head, Track.of(TrackType.ROTATION, q)));
  }

  private static Motion run(AimPass pass, Motion in) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }

  /** Where the head looks, as a heading from ahead, radians. */
  private static double heading(Motion motion, int frame) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), frame);
    int head = motion.body().joint(Role.HEAD).orElseThrow();
    double[] look = {0, 0, 1};
    Quats.rotate(pose.rotations(), 4 * head, look, 0, look, 0);
    return Math.atan2(look[0], look[2]);
  }

  @Test
  void aShakeIsPulledOutAndASlowGlanceKeepsItsSize() {
    Motion shaken = looking(t -> Math.toRadians(5) * Math.sin(2 * Math.PI * 6 * t));
    Motion glance = looking(t -> Math.toRadians(30) * Math.exp(-Math.pow((t - 6) / 0.7, 2)));
    Motion calm = run(AIM, shaken);
    double left = 0;
    for (int f = 200; f < 1300; f++) {
      left = Math.max(left, Math.abs(heading(calm, f)));
    }
    assertThat(Math.toDegrees(left)).isLessThan(0.5);
    double most = 0;
    Motion kept = run(AIM, glance);
    for (int f = 0; f < FRAMES; f++) {
      most = Math.max(most, heading(kept, f));
    }
    assertThat(Math.toDegrees(most)).isBetween(28.5, 30.5);
  }

  @Test
  void straightItLooksAtThePointAsFarAsTheNeckGoes() {
    Motion in = looking(t -> 0.3 * Math.sin(t));
    AimPass at = AIM.withTarget(new AimTarget.Point()).with(AIM.amounts().withStraight(1));
    WorldPose pose = new WorldPose(in.clip().skeleton());
    pose.solve(in.clip(), 700);
    int head = in.body().joint(Role.HEAD).orElseThrow();
    Triple left = new Triple(pose.x(head) + 2, pose.y(head), pose.z(head) + 2);
    assertThat(heading(run(at.withPoint(left), in), 700)).isCloseTo(Math.PI / 4, within(0.1));
    Triple side = new Triple(pose.x(head) + 2, pose.y(head), pose.z(head));
    AimPass stiff = at.withPoint(side).with(at.amounts().withLimit(Math.toRadians(40)));
    assertThat(heading(run(stiff, in), 700)).isLessThan(Math.toRadians(41));
    // what is behind is not turned to
    Triple behind = new Triple(pose.x(head), pose.y(head), pose.z(head) - 2);
    assertThat(Math.abs(heading(run(at.withPoint(behind), in), 700))).isLessThan(0.4);
  }

  @Test
  void whatIsNotThereIsTold() {
    Motion in = looking(t -> 0);
    AimPass eye =
        new AimPass(PartName.ofJoint("LeftEye"), AIM.target(), AIM.pointM(), AIM.amounts());
    assertThat(eye.prepared(in, Place.ALL).complaint().orElseThrow()).contains("LeftEye");
    AimPass gull = AIM.withTarget(AimTarget.of("gull"));
    assertThat(gull.prepared(in, Place.ALL).complaint().orElseThrow()).contains("gull");
    assertThat(run(gull, in)).isSameAs(in);
  }

  @Test
  void neckAndChestTakeTheirSharesAndTheHeadLooksTheSameWay() {
    Motion in = looking(t -> 0);
    WorldPose pose = new WorldPose(in.clip().skeleton());
    pose.solve(in.clip(), 700);
    int head = in.body().joint(Role.HEAD).orElseThrow();
    Triple left = new Triple(pose.x(head) + 2, pose.y(head), pose.z(head) + 2);
    AimPass at = AIM.withTarget(new AimTarget.Point()).withPoint(left);
    at = at.with(at.amounts().withStraight(1));
    Motion alone = run(at.with(at.amounts().withNeck(0)), in);
    Motion shared = run(at.with(at.amounts().withNeck(0.3).withChest(0.3)), in);
    assertThat(heading(shared, 700)).isCloseTo(heading(alone, 700), within(0.05));
    assertThat(turnOf(alone, Role.NECK)).isZero();
    assertThat(turnOf(alone, Role.CHEST)).isZero();
    assertThat(turnOf(shared, Role.NECK)).isCloseTo(0.3 * Math.PI / 4, within(0.03));
    assertThat(turnOf(shared, Role.CHEST)).isCloseTo(0.3 * Math.PI / 4, within(0.03));
    Motion half = run(at.with(at.amounts().withAmount(0.5)), in);
    assertThat(heading(half, 700)).isCloseTo(heading(alone, 700) / 2, within(0.03));
  }

  private static double turnOf(Motion motion, Role role) {
    double[] q = new double[4];
    motion.clip().rotation(motion.body().joint(role).orElseThrow()).read(700, q, 0);
    return Quats.angle(q, 0, new double[] {0, 0, 0, 1}, 0);
  }
}
