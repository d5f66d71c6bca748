package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.motion.Frames;

class SentencesTest {
  private static final Body BODY = Samples.swaying(2, 60, 0, 1).body();

  private static String through(Role part, Role other) {
    int joint = BODY.joint(part).orElseThrow();
    Frames frames = new Frames(10, 20);
    Mark mark =
        new Mark(FindingKind.COLLISION, joint, frames, 12, 64, BODY.joint(other).orElseThrow());
    return new Sentences(BODY, 60).of(mark, List.of(joint), false, frames);
  }

  @Test
  void whatIsGoneIntoHasASideWhereItIsTheOtherOne() {
    assertThat(through(Role.LEFT_FOREARM, Role.LEFT_THIGH))
        .isEqualTo("Left forearm goes 64 mm into the thigh.");
    assertThat(through(Role.LEFT_FOREARM, Role.RIGHT_THIGH))
        .isEqualTo("Left forearm goes 64 mm into the right thigh.");
    assertThat(through(Role.RIGHT_HAND, Role.HIPS))
        .isEqualTo("Right hand goes 64 mm into the hips.");
    assertThat(through(Role.HEAD, Role.CHEST)).isEqualTo("Head goes 64 mm into the chest.");
  }
}
