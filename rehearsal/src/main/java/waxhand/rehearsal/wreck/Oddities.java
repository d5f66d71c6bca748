package waxhand.rehearsal.wreck;

import java.util.List;
import java.util.Random;

/** Words that stand where others were expected. */
final class Oddities {
  /** What is no number, or one that no take has. */
  static final List<String> NUMBERS =
      List.of(
          "NaN",
          "Infinity",
          "-inf",
          "1e200",
          "-1e308",
          "1e999",
          "1e-320",
          "1e-7",
          "0x1p3",
          "1,5",
          "--3",
          "1f",
          "٣",
          "12345678901234567890123456789",
          "-0",
          "0",
          "4294967297",
          "2147483648",
          "-1",
          "3.5",
          "1e6",
          "here",
          ".",
          "1e",
          "+");

  /** Names that a terminal, a page or a file system would obey. */
  static final List<String> NAMES =
      List.of(
          "\u001b[2J\u001b[31mred",
          "left\u202Etfel",
          "a\u0007b\u0008c",
          "<script>alert(1)</script>",
          "../../etc/passwd",
          "%s%n%d",
          "\u200b",
          "\uD83E\uDDB6",
          "CON",
          "a\tb",
          "'; drop",
          "x".repeat(100_000),
          "\u001b".repeat(3000));

  private Oddities() {}

  static String of(List<String> words, Random random) {
    return words.get(random.nextInt(words.size()));
  }
}
