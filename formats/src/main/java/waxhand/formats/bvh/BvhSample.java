package waxhand.formats.bvh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import waxhand.formats.FormatException;
import waxhand.formats.text.Words;

/**
 * Some rows of a file, spread over all of it, read before the others so that it is known how the
 * body stands. Where rows are no lines only those at the beginning are found.
 *
 * @param rows how many, at least one; without any row in the file, one of zeros
 * @param numbers row by row
 */
record BvhSample(int rows, double[] numbers) {
  private static final int MOST = 40;
  private static final int FIRST = 3;

  static BvhSample of(String file, byte[] bytes, BvhHeader header) {
    List<double[]> found = new ArrayList<>();
    Words words = new Words(file, bytes, header.numbers());
    double[] row = new double[header.channels()];
    while (found.size() < FIRST && isRow(words, row)) {
      found.add(row.clone());
    }
    long text = bytes.length - header.numbers();
    for (int n = 1; n < MOST; n++) {
      int at = (int) (header.numbers() + text * n / MOST);
      while (at < bytes.length && bytes[at] != '\n') {
        at++;
      }
      Words there = new Words(file, bytes, at);
      if (isRow(there, row) && (!there.next() || there.isFirstInLine())) {
        found.add(row.clone());
      }
    }
    if (found.isEmpty()) {
      found.add(new double[header.channels()]);
    }
    double[] numbers = new double[found.size() * header.channels()];
    for (int n = 0; n < found.size(); n++) {
      System.arraycopy(found.get(n), 0, numbers, n * header.channels(), header.channels());
    }
    return new BvhSample(found.size(), numbers);
  }

  /** Whether a whole row of likely numbers follows. Modified: row. */
  private static boolean isRow(Words words, double[] row) {
    try {
      for (int i = 0; i < row.length; i++) {
        if (!words.next()) {
          return false;
        }
        row[i] = words.number("a number");
      }
      return Arrays.stream(row).allMatch(v -> Math.abs(v) < 1e9);
    } catch (FormatException e) {
      return false;
    }
  }
}
