package waxhand.formats.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.formats.FormatException;
import waxhand.formats.Unit;
import waxhand.formats.Up;

class TextTest {
  private static Words words(String text) {
    return new Words("f", text.getBytes(StandardCharsets.UTF_8), 0);
  }

  @Test
  void sixDecimalsAreWrittenAndReadBack() throws Exception {
    Random random = new Random(1);
    double[] odd = {0, -0.0, 1e-7, -4e-7, 0.9999999, -0.9999999, 123456789.125, 1e11, -179.9999995};
    for (int n = 0; n < 2000; n++) {
      double v =
          n < odd.length ? odd[n] : random.nextGaussian() * Math.pow(10, random.nextInt(9) - 3);
      String text = new String(new Decimals(8).number(v).toBytes(), StandardCharsets.US_ASCII);
      assertThat(text).matches("-?\\d+\\.\\d{6}").doesNotMatch("-0\\.0{6}");
      Words words = words(text);
      assertThat(words.nextNumber("n")).isCloseTo(v, within(5.1e-7 + 1e-15 * Math.abs(v)));
    }
  }

  @ParameterizedTest
  @CsvSource({"1,1", "-1.5,-1.5", "+2,2", ".5,0.5", "3.,3", "1e3,1000", "-2.5E-2,-0.025"})
  void numbersAreRead(String text, double value) throws Exception {
    assertThat(words("  " + text + "\t").nextNumber("n")).isEqualTo(value);
  }

  /** Short and long decimals are read to the nearest double, zero with its sign. */
  @Test
  void everyNumberOfDigitsIsReadExactly() throws Exception {
    Random random = new Random(5);
    for (int n = 0; n < 20_000; n++) {
      StringBuilder text = new StringBuilder(n % 2 == 0 ? "-" : "");
      int digits = 1 + random.nextInt(20);
      int point = random.nextInt(digits + 2);
      for (int d = 0; d < digits; d++) {
        text.append(d == point ? "." : "").append(n % 50 == 0 ? 0 : random.nextInt(10));
      }
      text.append(point == digits ? "." : "");
      double read = words(text.toString()).nextNumber("n");
      assertThat(read).as("%s", text).isEqualTo(Double.parseDouble(text.toString()));
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "-",
        ".",
        "-.",
        "1.2.3",
        "x",
        "1,5",
        "--1",
        "1e",
        "NaN",
        "Infinity",
        "0x10",
        "1d",
        "1f",
        "1e400",
        "é"
      })
  void whatIsNoNumberIsRefused(String text) {
    assertThatThrownBy(() -> words(text).nextNumber("a length"))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("expected a length, found");
  }

  @ParameterizedTest
  @CsvSource({"'a\nb c',2,3", "'a\r\nb c',2,3", "'a\rb c',2,3", "'\n\n  c',3,3"})
  void placesAreCountedWhateverTheLineEnds(String text, int line, int column) {
    Words words = words(text);
    while (words.next() && !words.is("c")) {
      assertThat(words.word()).isNotEmpty();
    }
    FormatException e = words.fault("here");
    assertThat(e.line()).isEqualTo(line);
    assertThat(e.column()).isEqualTo(column);
    assertThat(e.file()).isEqualTo("f");
  }

  @Test
  void axesTurnThereAndBack() {
    double[] v = {1, 2, 3};
    Up.Z.toInside(v, 0);
    assertThat(v).containsExactly(1, 3, -2);
    Up.Z.toFile(v, 0);
    assertThat(v).containsExactly(1, 2, 3);
    assertThat(Up.ofKey("z")).contains(Up.Z);
    assertThat(Up.ofKey("w")).isEmpty();
    assertThat(Unit.ofBody(1.7)).isEqualTo(Unit.M);
    assertThat(Unit.ofBody(66)).isEqualTo(Unit.IN);
    assertThat(Unit.ofBody(170)).isEqualTo(Unit.CM);
    assertThat(Unit.ofBody(1700)).isEqualTo(Unit.MM);
  }
}
