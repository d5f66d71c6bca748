package waxhand.formats.bvh;

import java.util.Locale;
import java.util.Optional;
import waxhand.formats.FormatException;
import waxhand.formats.text.Words;

/**
 * How many whole rows of numbers a file has, whatever it says. Where the file has a row a line,
 * each line is held to it, so that a row which lost a number does not shift all that follow.
 *
 * @param whole rows that have all their numbers
 * @param left numbers of a last row that is cut off
 */
record Rows(int whole, int left) {
  /**
   * Counts.
   *
   * @throws FormatException if a row other than the last has too few or too many numbers, or a cut
   *     last one holds anything but numbers
   */
  static Rows count(String file, byte[] bytes, BvhHeader header) throws FormatException {
    Words words = new Words(file, bytes, header.numbers());
    int channels = header.channels();
    boolean oneALine = true;
    long numbers = 0;
    int inLine = 0;
    int lines = 0;
    int lastLine = header.numbers();
    while (words.next()) {
      if (numbers > 0 && words.isFirstInLine()) {
        oneALine &= lines > 0 || inLine == channels;
        if (oneALine && inLine != channels) {
          throw wrong(file, bytes, lastLine, lines, inLine, channels);
        }
        lines++;
        inLine = 0;
      }
      lastLine = inLine == 0 ? words.start() : lastLine;
      inLine++;
      numbers++;
    }
    oneALine &= lines > 0 || inLine <= channels;
    if (oneALine && inLine > channels) {
      throw wrong(file, bytes, lastLine, lines, inLine, channels);
    }
    int left = (int) (numbers % channels);
    if (!oneALine && left > 0 && numbers > (long) channels * header.frames()) {
      throw new Words(file, bytes, bytes.length)
          .fault(
              String.format(
                  Locale.ROOT,
                  "there are more numbers than %d frames of %d need, and no whole row of them",
                  header.frames(),
                  channels));
    }
    if (left > 0) {
      checkCut(new Words(file, bytes, lastLine), bytes.length);
    }
    if (numbers / channels > Integer.MAX_VALUE) {
      throw new FormatException(file, "it has more rows than can be read");
    }
    return new Rows((int) (numbers / channels), left);
  }

  private static FormatException wrong(
      String file, byte[] bytes, int line, int row, int found, int wanted) {
    Words at = new Words(file, bytes, line);
    at.next();
    return at.fault(
        String.format(
            Locale.ROOT, "row %d has %d numbers; all joints together need %d", row, found, wanted));
  }

  /** A cut row is numbers; of its last one a part may be missing. */
  private static void checkCut(Words words, int fileEnd) throws FormatException {
    while (words.next()) {
      if (words.end() < fileEnd) {
        words.number("a number");
      } else if (!words.word().matches("[-+0-9.eE]+")) {
        throw words.expected("a number");
      }
    }
  }

  /** What is to be said of it; nothing where the file says the same. */
  Optional<String> words(BvhHeader header) {
    String cut =
        left == 0
            ? ""
            : String.format(
                Locale.ROOT,
                "; of a last row only %d of %d numbers are there: it was left out",
                left,
                header.channels());
    return whole == header.frames() && left == 0
        ? Optional.empty()
        : Optional.of(
            String.format(
                Locale.ROOT,
                "the file says %d frames and has %d whole rows: these were read%s",
                header.frames(),
                whole,
                cut));
  }
}
