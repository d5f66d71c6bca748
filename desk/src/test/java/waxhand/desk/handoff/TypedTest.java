package waxhand.desk.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.motion.Frames;

/** What is typed into the sheet of Hand on. */
class TypedTest {
  @Test
  void aRateIsTakenWithPointOrCommaAndTheOwnIsNone() throws Exception {
    assertThat(Typed.rate(" 29.97 ", "120")).hasValue(29.97);
    assertThat(Typed.rate("29,97", "120")).hasValue(29.97);
    assertThat(Typed.rate("120", "120")).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "fast", "0", "-30", "2001", "NaN", "1e9", "24 fps"})
  void whatIsNoRateIsRefused(String text) {
    assertThatThrownBy(() -> Typed.rate(text, "120"))
        .isInstanceOf(Typed.Refused.class)
        .hasMessageContaining("rate");
  }

  @Test
  void framesAreOfTheTake() throws Exception {
    assertThat(Typed.frames("0", " 480 ", 480)).isEqualTo(new Frames(0, 480));
    assertThat(Typed.frames("479", "480", 480)).isEqualTo(new Frames(479, 480));
  }

  @ParameterizedTest
  @CsvSource({"-1, 10", "10, 10", "20, 10", "0, 481", "a, 10", "0, 1.5", "0, 99999999999"})
  void otherFramesAreRefused(String from, String to) {
    assertThatThrownBy(() -> Typed.frames(from, to, 480))
        .isInstanceOf(Typed.Refused.class)
        .hasMessageContaining("frames");
  }
}
