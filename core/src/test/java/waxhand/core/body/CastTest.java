package waxhand.core.body;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

/** Roles given by hand. */
class CastTest {
  private static final Skeleton SKELETON = Samples.body();
  private static final Body BODY = Body.of(SKELETON);

  private static int joint(Role role) {
    return BODY.joint(role).orElseThrow();
  }

  @Test
  void whatIsGivenLastWinsAndTakesOffWhatContradictsIt() {
    Cast found = Cast.of(BODY);
    Cast given = found.with(SKELETON, Role.LEFT_HAND, joint(Role.LEFT_FOREARM));
    assertThat(given.joints()).containsEntry(Role.LEFT_HAND, joint(Role.LEFT_FOREARM));
    assertThat(given.joints()).as("its joint is the hand now").doesNotContainKey(Role.LEFT_FOREARM);
    assertThat(given.joints()).containsKey(Role.LEFT_UPPER_ARM);
    // a thigh outwards of a shin is none
    Cast turned = found.with(SKELETON, Role.LEFT_THIGH, joint(Role.LEFT_SHIN));
    assertThat(turned.joints()).containsKeys(Role.LEFT_THIGH, Role.LEFT_FOOT, Role.RIGHT_SHIN);
    assertThat(turned.joints()).doesNotContainKey(Role.LEFT_SHIN);
    Cast foot = found.with(SKELETON, Role.RIGHT_THIGH, joint(Role.RIGHT_FOOT));
    assertThat(foot.joints()).doesNotContainKeys(Role.RIGHT_SHIN, Role.RIGHT_FOOT);
    assertThat(found.without(joint(Role.HEAD)).joints()).doesNotContainKey(Role.HEAD);
  }

  @Test
  void sidesAreSwappedAndSwappedBackAndThePassesSeeIt() {
    Cast found = Cast.of(BODY);
    Body other = BODY.playing(found.mirrored());
    assertThat(other.joint(Role.LEFT_FOOT)).hasValue(joint(Role.RIGHT_FOOT));
    assertThat(other.soles())
        .extracting(Sole::foot)
        .containsExactly(joint(Role.RIGHT_FOOT), joint(Role.LEFT_FOOT));
    assertThat(other.heightM()).isEqualTo(BODY.heightM());
    assertThat(found.mirrored().mirrored()).isEqualTo(found);
  }

  @Test
  void whatIsKeptIsReadAgainAndWhatIsSpoiledIsRefused() {
    Cast found = Cast.of(BODY);
    assertThat(Cast.parse(found.text())).contains(found);
    for (String bad :
        List.of(
            "",
            "hips",
            "hips:0 hips:1",
            "tail:3",
            "hips:-1",
            "hips:zero",
            "hips:0:1",
            "hips:99999999999")) {
      assertThat(Cast.parse(bad)).as(bad).isEmpty();
    }
    // joints that are not there, or the wrong way round, are left out
    Cast odd =
        new Cast(
            Map.of(
                Role.HIPS,
                0,
                Role.LEFT_SHIN,
                joint(Role.LEFT_THIGH),
                Role.LEFT_THIGH,
                joint(Role.LEFT_SHIN),
                Role.HEAD,
                4000));
    assertThat(odd.fitting(SKELETON).joints()).doesNotContainKey(Role.HEAD).hasSize(2);
    assertThat(BODY.playing(odd).joints()).hasSize(2);
  }

  @Test
  void theJointAcrossIsFoundByNameAndWithoutNamesByPlace() {
    assertThat(Mirroring.across(BODY, joint(Role.LEFT_FOREARM)))
        .isEqualTo(OptionalInt.of(joint(Role.RIGHT_FOREARM)));
    List<Joint> nameless =
        java.util.stream.IntStream.range(0, SKELETON.size())
            .mapToObj(
                j -> {
                  Joint was = SKELETON.joint(j);
                  return new Joint(
                      "b" + j, was.parent(), was.offset(), was.rest(), was.moves(), was.tip());
                })
            .toList();
    Body plain = Body.of(new Skeleton(nameless));
    for (Role role : List.of(Role.LEFT_HAND, Role.LEFT_SHIN, Role.RIGHT_UPPER_ARM)) {
      assertThat(Mirroring.across(plain, joint(role)))
          .as("%s", role)
          .isEqualTo(OptionalInt.of(joint(role.mirrored())));
    }
    assertThat(Mirroring.across(plain, joint(Role.HEAD))).isEmpty();
  }
}
