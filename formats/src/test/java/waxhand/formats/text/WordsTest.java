package waxhand.formats.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Numbers that are read many at a time are those that are read one by one, to the bit. */
class WordsTest {
  private static final String[] ODD = {
    "1e3",
    "+4.5",
    ".25",
    "7.",
    "12",
    "-0.000000",
    "1234567.654321",
    "12345678.5",
    "0.12345678",
    "-3.14159265358979",
    "123456789012345678",
    "0.1234567",
    "-.5"
  };

  private static final String[] GAPS = {" ", "  ", "\t", "\n", " \n", "\r\n"};

  /** Reads all words as one who asks for runs of numbers does. */
  private static double[] read(String text, int atOnce) throws Exception {
    Words words = new Words("t", text.getBytes(StandardCharsets.UTF_8), 0);
    List<Double> all = new ArrayList<>();
    double[] run = new double[atOnce];
    while (true) {
      int read = words.numbers(run, 0, atOnce);
      for (int n = 0; n < read; n++) {
        all.add(run[n]);
      }
      if (read < atOnce) {
        if (words.end() == words.start()) {
          return all.stream().mapToDouble(v -> v).toArray();
        }
        all.add(words.number("a number"));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 7, 1000})
  void runsOfNumbersAreWhatTheyAreOneByOne(int atOnce) throws Exception {
    Random random = new Random(atOnce);
    for (int file = 0; file < 300; file++) {
      StringBuilder text = new StringBuilder();
      List<String> written = new ArrayList<>();
      int places = random.nextInt(9);
      for (int n = 0; n < 1 + random.nextInt(60); n++) {
        double size = Math.pow(10, random.nextInt(8));
        String word =
            random.nextInt(12) == 0
                ? ODD[random.nextInt(ODD.length)]
                : String.format(Locale.ROOT, "%." + places + "f", size * random.nextGaussian());
        written.add(word);
        text.append(word).append(GAPS[random.nextInt(3) == 0 ? random.nextInt(GAPS.length) : 0]);
      }
      assertThat(read(text.toString(), atOnce))
          .as(text.toString())
          .isEqualTo(written.stream().mapToDouble(Double::parseDouble).toArray());
    }
  }

  /** What only looks like a number in the middle of others is left to be told. */
  @ParameterizedTest
  @ValueSource(
      strings = {"1.2x", "1,2", "-", "--1.5", "1.5.5", "1/2.0", "1:2.5", "\u00e9.5", "nan"})
  void whatIsNoNumberIsThePresentWord(String odd) {
    String text = "1.5 2.5 3.5 " + odd + " 4.5 5.5 6.5 7.5 8.5 9.5 10.5";
    Words words = new Words("t", text.getBytes(StandardCharsets.UTF_8), 0);
    double[] run = new double[20];
    assertThat(words.numbers(run, 0, 20)).isEqualTo(3);
    assertThat(words.word()).isEqualTo(odd);
    assertThat(words.numbers(run, 0, 20)).isEqualTo(7);
    assertThat(run[6]).isEqualTo(10.5);
  }

  @Test
  void lineEndsAreSeen() {
    Words words = new Words("t", "1.5 2.5 \r\n3.5".getBytes(StandardCharsets.UTF_8), 0);
    words.numbers(new double[1], 0, 1);
    assertThat(words.isLineEnd()).isFalse();
    words.numbers(new double[1], 0, 1);
    assertThat(words.isLineEnd()).isTrue();
  }
}
