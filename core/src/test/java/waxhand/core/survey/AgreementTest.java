package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;

class AgreementTest {
  @Test
  void hipsAndToesAreMany() {
    Body body = Body.of(Samples.body());
    int toes = body.joint(Role.LEFT_TOES).orElseThrow();
    assertThat(Agreement.of(body, toes, "Left toes stays 15 mm short of where it is held."))
        .isEqualTo("Left toes stay 15 mm short of where they are held.");
    assertThat(
            Agreement.of(
                body, toes, "Left toes seems to rest, but wanders by 9 mm: Plants lets it go."))
        .isEqualTo("Left toes seem to rest, but wander by 9 mm: Plants lets them go.");
    assertThat(Agreement.of(body, toes, "Left toes is bent 9° past its range."))
        .isEqualTo("Left toes are bent 9° past their range.");
    assertThat(Agreement.of(body, toes, " stays 9 mm short of where %s has it."))
        .isEqualTo(" stay 9 mm short of where %s has them.");
    int head = body.joint(Role.HEAD).orElseThrow();
    assertThat(Agreement.of(body, head, "Head is off by 9°.")).isEqualTo("Head is off by 9°.");
  }
}
