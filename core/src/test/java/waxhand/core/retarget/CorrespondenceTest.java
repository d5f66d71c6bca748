package waxhand.core.retarget;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.character.LayFigures;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

/** Which joints tell which, and how turns go over chains of other lengths. */
class CorrespondenceTest {
  private static final Body STOKER = LayFigures.named("stoker").orElseThrow().body();
  private static final Body PILOT = LayFigures.named("pilot").orElseThrow().body();

  /** A body without a joint and what hangs on it; the rest as it was. */
  private static Body without(Body body, String... names) {
    Skeleton skeleton = body.skeleton();
    List<Joint> left = new ArrayList<>();
    int[] at = new int[skeleton.size()];
    for (int j = 0; j < at.length; j++) {
      boolean gone = List.of(names).contains(skeleton.joint(j).name());
      int parent = skeleton.parent(j);
      at[j] = gone || parent >= 0 && at[parent] < 0 ? -1 : left.size();
      if (at[j] >= 0) {
        Joint is = skeleton.joint(j);
        int on = parent < 0 ? -1 : at[parent];
        left.add(new Joint(is.name(), on, is.offset(), is.rest(), is.moves(), is.tip()));
      }
    }
    return Body.of(new Skeleton(left));
  }

  /** What a target is told of turns about x, by so much at each joint of the source. */
  private static double[] told(Body source, Body target, IntToDoubleFunction rad) {
    double[] from = new double[4 * source.skeleton().size()];
    for (int j = 0; j < source.skeleton().size(); j++) {
      from[4 * j] = Math.sin(rad.applyAsDouble(j) / 2);
      from[4 * j + 3] = Math.cos(rad.applyAsDouble(j) / 2);
    }
    double[] to = new double[4 * target.skeleton().size()];
    for (Turn turn : new Correspondence(source, target).turns()) {
      turn.apply(from, to);
    }
    return to;
  }

  private static double[] told(Body source, Body target, double rad, Role... turned) {
    return told(
        source,
        target,
        j -> source.role(j).filter(List.of(turned)::contains).isPresent() ? rad : 0);
  }

  private static double rad(double[] turns, Body body, String joint) {
    int at = 4 * body.skeleton().indexOf(joint);
    return 2 * Math.atan2(turns[at], turns[at + 3]);
  }

  @Test
  void limbsGoPartByPart() {
    double[] told = told(STOKER, PILOT, 0.8, Role.LEFT_THIGH, Role.HEAD);
    assertThat(rad(told, PILOT, "left-thigh")).isCloseTo(0.8, within(1e-12));
    assertThat(rad(told, PILOT, "head")).isCloseTo(0.8, within(1e-12));
    assertThat(rad(told, PILOT, "left-shin")).as("in the world it is its own").isZero();
    assertThat(rad(told, PILOT, "right-thigh")).isZero();
    assertThat(rad(told, PILOT, "hips")).isZero();
  }

  /** Two spine joints and the chest tell four and the chest: in between at their share. */
  @Test
  void aSpineIsSpreadOverAnotherOfMoreJoints() {
    List<Integer> mine = Chains.of(STOKER).spine();
    List<Integer> its = Chains.of(PILOT).spine();
    assertThat(mine).hasSize(3);
    assertThat(its).hasSize(5);
    // 0.2 more at each joint
    double[] to = told(STOKER, PILOT, j -> 0.2 * (mine.indexOf(j) + 1));
    for (int k = 1; k <= 5; k++) {
      int at = 4 * its.get(k - 1);
      double rad = 2 * Math.atan2(to[at], to[at + 3]);
      assertThat(rad).as("spine " + k).isCloseTo(0.6 * k / 5, within(1e-9));
    }
  }

  @Test
  void theRollOfAForearmIsSharedOutOverItsTwistJoint() {
    double rad = 1;
    double[] to = told(STOKER, PILOT, rad, Role.LEFT_HAND);
    Vector3d[] rest = PILOT.skeleton().restPositions();
    int fore = PILOT.joint(Role.LEFT_FOREARM).orElseThrow();
    int hand = PILOT.joint(Role.LEFT_HAND).orElseThrow();
    int twist = PILOT.skeleton().indexOf("left-forearm-twist");
    double share = rest[twist].distance(rest[fore]) / rest[hand].distance(rest[fore]);
    assertThat(share).isBetween(0.3, 0.8);
    assertThat(rad(to, PILOT, "left-forearm-twist")).isCloseTo(share * rad, within(1e-9));
    assertThat(rad(to, PILOT, "left-forearm")).isCloseTo(0, within(1e-9));
    assertThat(rad(to, PILOT, "left-hand")).isCloseTo(rad, within(1e-9));
  }

  @Test
  void theRollOfAnUpperArmIsSharedOutOverTheTwistJointThatHangsOnIt() {
    double[] to = told(STOKER, PILOT, 1, Role.LEFT_UPPER_ARM, Role.LEFT_FOREARM, Role.LEFT_HAND);
    assertThat(rad(to, PILOT, "left-collar")).isCloseTo(0, within(1e-9));
    assertThat(rad(to, PILOT, "left-upper-arm-twist")).isCloseTo(0.5, within(1e-9));
    assertThat(rad(to, PILOT, "left-upper-arm")).isCloseTo(1, within(1e-9));
    // bones that only swing leave it where the bone is
    double[] swung = told(STOKER, PILOT, 0, Role.LEFT_HAND);
    double[] bend = {0, Math.sin(0.6), 0, Math.cos(0.6)};
    int collar = PILOT.skeleton().indexOf("left-collar");
    int arm = PILOT.skeleton().indexOf("left-upper-arm");
    int twist = PILOT.skeleton().indexOf("left-upper-arm-twist");
    System.arraycopy(bend, 0, swung, 4 * arm, 4);
    new Turn.Shared(twist, collar, arm, 0, 0, new Vector3d(1, 0, 0), 0.5).apply(swung, swung);
    assertThat(Quats.angle(swung, 4 * twist, swung, 4 * arm)).isLessThan(1e-9);
  }

  /** However a bone goes round, also through half a turn and pointing back. */
  @Test
  void aSharedRollNeverLeaps() {
    Random random = new Random(4);
    Turn.Shared rule = new Turn.Shared(2, 0, 1, 0, 0, new Vector3d(1, 0, 0), 0.3);
    double step = Math.toRadians(0.5);
    for (int way = 0; way < 40; way++) {
      Quaterniond bone =
          new Quaterniond().rotateXYZ(random.nextDouble(), way * 0.2, random.nextDouble());
      Vector3d about =
          new Vector3d(random.nextGaussian(), random.nextGaussian(), random.nextGaussian())
              .normalize();
      double[] turns = {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1};
      double[] before = new double[4];
      for (int n = 0; n < 720; n++) {
        bone.rotateAxis(step, about);
        turns[4] = bone.x;
        turns[5] = bone.y;
        turns[6] = bone.z;
        turns[7] = bone.w;
        rule.apply(turns, turns);
        if (n > 0) {
          assertThat(Quats.angle(before, 0, turns, 8)).as("way " + way).isLessThan(8 * step);
        }
        System.arraycopy(turns, 8, before, 0, 4);
      }
    }
  }

  @Test
  void whatHasNoCounterpartGoesWithWhatCarriesItAndIsTold() {
    Body mittens = without(STOKER, "left-index-1", "left-middle-1", "left-ring-1", "left-little-1");
    Correspondence pairs = new Correspondence(mittens, PILOT);
    assertThat(pairs.unmoved()).contains(Role.LEFT_INDEX_1).doesNotContain(Role.RIGHT_INDEX_1);
    assertThat(new Correspondence(PILOT, mittens).unanswered()).contains(Role.LEFT_INDEX_1);
    double[] told = told(mittens, PILOT, 0.5, Role.LEFT_HAND);
    assertThat(rad(told, PILOT, "left-index-2")).isCloseTo(0.5, within(1e-12));
    Body legless = without(STOKER, "left-thigh");
    assertThat(new Correspondence(STOKER, legless).unanswered())
        .contains(Role.LEFT_THIGH, Role.LEFT_SHIN, Role.LEFT_FOOT);
  }

  @Test
  void pairsAreChangedOneByOneAndFoundAgain() {
    BodyMap map =
        BodyMap.FOUND
            .with(Role.LEFT_HAND, Optional.of("right-hand"))
            .with(Role.HEAD, Optional.empty());
    Body other = map.on(PILOT);
    assertThat(other.joint(Role.LEFT_HAND)).hasValue(PILOT.skeleton().indexOf("right-hand"));
    assertThat(other.joint(Role.RIGHT_HAND)).as("a joint plays one part").isEmpty();
    assertThat(other.joint(Role.HEAD)).isEmpty();
    assertThat(map.with(Role.HEAD, Optional.of("neck")).changed()).hasSize(2);
    assertThat(map.without(Role.HEAD).without(Role.LEFT_HAND).on(PILOT)).isSameAs(PILOT);
    BodyMap lost = BodyMap.FOUND.with(Role.HEAD, Optional.of("beak"));
    assertThat(lost.missing(PILOT)).containsExactly("beak");
    assertThat(lost.on(PILOT).joint(Role.HEAD)).isEmpty();
  }

  @Test
  void aPartIsTurnedByARotationVector() {
    PartTurn turn = PartTurn.none(Role.HEAD).withAbout(0, 30).withAbout(2, 40);
    assertThat(turn.about(0)).isEqualTo(30);
    assertThat(turn.about(1)).isZero();
    Quaterniond q = turn.turn();
    assertThat(Math.toDegrees(q.angle())).isCloseTo(50, within(1e-9));
    assertThat(q.x / q.z).isCloseTo(0.75, within(1e-12));
    assertThat(Match.FOUND.with(turn).with(PartTurn.none(Role.HEAD)).turns()).isEmpty();
    assertThatThrownBy(() -> turn.withAbout(1, 181)).hasMessageContaining("181");
    assertThatThrownBy(() -> turn.withAbout(1, Double.NaN))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
