package waxhand.formats.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import waxhand.formats.Unit;

/** Heads of tables as all the world writes them. */
class HeadsTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "LeftKnee_X|LeftKnee_Y|LeftKnee_Z|LeftKnee",
        "Head.posX|Head.posY|Head.posZ|Head",
        "hips tx|hips ty|hips tz|hips",
        "hips:Translation.x|hips:Translation.y|hips:Translation.z|hips",
        "Spine1 position X|Spine1 position Y|Spine1 position Z|Spine1",
        "left wrist-x|left wrist-y|left wrist-z|left wrist",
        "x|y|z|point"
      })
  void aJointIsFoundWhateverItsPlaceIsCalled(String x, String y, String z, String name) {
    Heads heads = Heads.of(List.of("frame", z, x, y));
    assertThat(heads.points()).containsOnlyKeys(name);
    assertThat(heads.points().get(name)).containsExactly(2, 3, 1);
    assertThat(heads.others()).isZero();
    assertThat(heads.turns()).isZero();
    assertThat(heads.time()).isEqualTo(-1);
  }

  @Test
  void unitsAndTimesAreToldInBrackets() {
    Heads heads = Heads.of(List.of("Time (ms)", "a x [cm]", "a y [cm]", "a z [cm]"));
    assertThat(heads.unit()).contains(Unit.CM);
    assertThat(heads.time()).isZero();
    assertThat(heads.seconds()).isEqualTo(0.001);
    Heads seconds = Heads.of(List.of("a x", "timestamp", "a y", "a z"));
    assertThat(seconds.time()).isEqualTo(1);
    assertThat(seconds.seconds()).isEqualTo(1);
    assertThat(seconds.unit()).isEmpty();
  }

  @Test
  void whatIsNoPlaceOfAJointIsCounted() {
    Heads heads =
        Heads.of(
            List.of(
                "hips x",
                "hips y",
                "hips z",
                "hips rx",
                "hips rot_y",
                "hips quat w",
                "elbow x (deg)",
                "mood",
                "knee x",
                "knee y"));
    assertThat(heads.points()).containsOnlyKeys("hips");
    assertThat(heads.turns()).isEqualTo(4);
    assertThat(heads.others()).as("mood, and a knee without its z").isEqualTo(2);
  }

  @Test
  void ofTwoOfOneNameTheFirstCounts() {
    Heads heads = Heads.of(List.of("a x", "a y", "a z", "a x"));
    assertThat(heads.points().get("a")).containsExactly(0, 1, 2);
    assertThat(heads.others()).isEqualTo(1);
  }
}
