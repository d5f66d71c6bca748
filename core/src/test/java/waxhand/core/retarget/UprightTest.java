package waxhand.core.retarget;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.character.LayFigures;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

/** How high hips and shoulders of bodies are, whatever pose a skeleton rests in. */
class UprightTest {
  private static final Upright STOKER = of("stoker");
  private static final Upright PILOT = of("pilot");

  private static Upright of(String name) {
    return Upright.of(LayFigures.named(name).orElseThrow().body());
  }

  @Test
  void aLayFigureStandsAsItRests() {
    Body body = LayFigures.named("pilot").orElseThrow().body();
    var rest = body.skeleton().restPositions();
    int thigh = body.joint(Role.LEFT_THIGH).orElseThrow();
    int arm = body.joint(Role.LEFT_UPPER_ARM).orElseThrow();
    assertThat(PILOT.hipsM()).isCloseTo(rest[thigh].y, within(0.01));
    assertThat(PILOT.shouldersM()).isCloseTo(rest[arm].y, within(0.02));
    assertThat(PILOT.heightM()).isEqualTo(body.heightM());
    // the arms are out to the sides
    int hand = body.joint(Role.LEFT_HAND).orElseThrow();
    assertThat(PILOT.places()[3 * hand + 1]).isCloseTo(PILOT.shouldersM(), within(0.02));
    assertThat(PILOT.places()[3 * hand]).isGreaterThan(0.6);
  }

  @Test
  void aBodyIsFitByItsHipsItsShouldersOrBetween() {
    double byHips = STOKER.heightLike(PILOT, 0);
    double byShoulders = STOKER.heightLike(PILOT, 1);
    assertThat(STOKER.hipsM() * byHips / STOKER.heightM()).isCloseTo(PILOT.hipsM(), within(1e-9));
    assertThat(STOKER.shouldersM() * byShoulders / STOKER.heightM())
        .isCloseTo(PILOT.shouldersM(), within(1e-9));
    // the stoker has short legs: to bring its hips up takes more than its shoulders
    assertThat(byHips).isGreaterThan(byShoulders + 0.02);
    assertThat(STOKER.heightLike(PILOT, 0.5)).isCloseTo((byHips + byShoulders) / 2, within(1e-9));
    assertThat(STOKER.heightLike(STOKER, 0.5)).isCloseTo(STOKER.heightM(), within(1e-9));
    Upright nothing = new Upright(0, 0, 1.7, new double[0]);
    assertThat(nothing.heightLike(PILOT, 0)).isEqualTo(1.7);
    assertThat(STOKER.heightLike(new Upright(0, PILOT.shouldersM(), 1.9, new double[0]), 0))
        .isEqualTo(byShoulders);
  }

  /** Arms down, arms ahead, legs bent: a body is as high in all of them. */
  @ParameterizedTest
  @CsvSource({"75, 0, 0", "0, 80, 0", "0, 0, 35", "60, 0, 50"})
  void aBodyIsAsHighInWhateverPoseItRests(double down, double ahead, double bent) {
    Skeleton skeleton = LayFigures.named("pilot").orElseThrow().body().skeleton();
    List<Joint> joints = new ArrayList<>();
    for (Joint joint : skeleton.joints()) {
      double side = joint.name().startsWith("left") ? 1 : -1;
      Quaterniond turn = new Quaterniond();
      if (joint.name().endsWith("upper-arm")) {
        turn.rotateY(-side * Math.toRadians(ahead)).rotateZ(-side * Math.toRadians(down));
      } else if (joint.name().endsWith("thigh")) {
        turn.rotateX(-Math.toRadians(bent));
      } else if (joint.name().endsWith("shin")) {
        turn.rotateX(2 * Math.toRadians(bent));
      } else if (joint.name().endsWith("foot")) {
        turn.rotateX(-Math.toRadians(bent));
      }
      Quaterniond rest = turn.mul(joint.rest());
      joints.add(
          new Joint(
              joint.name(), joint.parent(), joint.offset(), rest, joint.moves(), joint.tip()));
    }
    Upright upright = Upright.of(Body.of(new Skeleton(joints)));
    assertThat(upright.hipsM()).isCloseTo(PILOT.hipsM(), within(0.01));
    assertThat(upright.shouldersM()).isCloseTo(PILOT.shouldersM(), within(0.01));
  }
}
