package waxhand.formats.table;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import de.siegmar.fastcsv.reader.CommentStrategy;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.disk.Room;

/**
 * The text of a table (RFC 4180, with other separators too): comments behind "#", a row of heads,
 * rows of numbers. Separated by tab, semicolon or comma, whichever the heads have most of; where it
 * is no comma, numbers may have one for their point. The heads may be missing nowhere.
 */
final class Cells {
  /** Wider tables are none of a body. */
  private static final int WIDEST = 200_000;

  private final String file;
  private final List<String> comments = new ArrayList<>();
  private List<String> heads = List.of();
  private final List<double[]> rows = new ArrayList<>();
  private int empty;
  private boolean cut;

  private Cells(String file) {
    this.file = file;
  }

  /**
   * @throws FormatException with the line, if a row is ragged or holds what is no number
   */
  static Cells read(String file, byte[] bytes, Work work) throws FormatException {
    Cells cells = new Cells(file);
    cells.parse(bytes, work);
    return cells;
  }

  private void parse(byte[] bytes, Work work) throws FormatException {
    int from = bytes.length > 2 && (bytes[0] & 0xFF) == 0xEF && (bytes[1] & 0xFF) == 0xBB ? 3 : 0;
    String text = new String(bytes, from, bytes.length - from, StandardCharsets.UTF_8);
    boolean ends = text.endsWith("\n") || text.endsWith("\r");
    char separator = separator(text);
    try (CsvReader<CsvRecord> reader =
        CsvReader.builder()
            .fieldSeparator(separator)
            .commentStrategy(CommentStrategy.READ)
            .skipEmptyLines(true)
            .ofCsvRecord(text)) {
      CsvRecord waiting = null;
      for (CsvRecord record : reader) {
        if (record.isComment()) {
          comments.add(record.getField(0));
        } else if (heads.isEmpty()) {
          heads = record.getFields().stream().map(String::strip).toList();
          if (heads.size() > WIDEST) {
            throw new FormatException(file, 1, 1, heads.size() + " columns");
          }
        } else {
          if (waiting != null) {
            row(waiting, separator, false, work);
          }
          waiting = record;
        }
      }
      if (waiting != null) {
        row(waiting, separator, !ends, work);
      }
    } catch (CsvParseException e) {
      throw new FormatException(file, "this is no table: a quoted cell has no end, or is too long");
    } catch (java.io.IOException e) {
      throw e instanceof FormatException known
          ? known
          : new FormatException(file, "this is no table");
    }
    if (heads.size() < 2) {
      throw new FormatException(file, "this is no table: it has no row of heads");
    }
    if (rows.isEmpty()) {
      throw new FormatException(file, "the take has no frames");
    }
  }

  private static char separator(String text) {
    String heads =
        text.lines().filter(l -> !l.isBlank() && !l.startsWith("#")).findFirst().orElse("");
    char best = ',';
    long most = 0;
    for (char c : new char[] {'\t', ';', ','}) {
      boolean[] quoted = {false};
      long count =
          heads
              .chars()
              .filter(
                  k -> {
                    quoted[0] ^= k == '"';
                    return k == c && !quoted[0];
                  })
              .count();
      if (count > most) {
        most = count;
        best = c;
      }
    }
    return best;
  }

  private void row(CsvRecord record, char separator, boolean last, Work work)
      throws FormatException {
    int line = (int) Math.min(Integer.MAX_VALUE, record.getStartingLineNumber());
    List<String> fields = record.getFields();
    int count = fields.size();
    // some programs end each row with a separator
    boolean trailing = count == heads.size() + 1 && fields.get(count - 1).isBlank();
    if (count != heads.size() && !trailing) {
      if (last && count < heads.size() && !rows.isEmpty()) {
        cut = true;
        return;
      }
      throw new FormatException(
          file, line, 1, "expected " + heads.size() + " values as there are heads, found " + count);
    }
    if (rows.size() % 1024 == 0) {
      work.check();
      Room.need(file, 8L * heads.size() * (rows.size() + 1024L), "its rows");
    }
    double[] row = new double[heads.size()];
    for (int n = 0; n < row.length; n++) {
      String cell = fields.get(n).strip();
      if (cell.isEmpty()) {
        empty++;
        row[n] = Double.NaN;
      } else {
        row[n] = number(cell, separator, line, n);
      }
    }
    rows.add(row);
  }

  private double number(String cell, char separator, int line, int column) throws FormatException {
    String plain = separator == ',' ? cell : cell.replace(',', '.');
    boolean digits = plain.chars().allMatch(c -> c >= '0' && c <= '9' || "+-.eE".indexOf(c) >= 0);
    if (digits) {
      try {
        double value = JavaDoubleParser.parseDouble(plain);
        if (Math.abs(value) < 1e12) {
          return value;
        }
      } catch (NumberFormatException e) {
        // told below
      }
    }
    throw new FormatException(
        file,
        line,
        column + 1,
        "expected a number in column '"
            + Legible.of(heads.get(column), 40)
            + "', found '"
            + Legible.of(cell, 40)
            + "'");
  }

  List<String> comments() {
    return comments;
  }

  List<String> heads() {
    return heads;
  }

  /** Empty cells are NaN. */
  List<double[]> rows() {
    return rows;
  }

  int emptyCells() {
    return empty;
  }

  /** Whether the last row was cut off, and is left out. */
  boolean isCut() {
    return cut;
  }

  /** Fills empty cells with what stood above them, or first below. Modified: the rows. */
  void hold() {
    for (int n = 0; n < heads.size(); n++) {
      double last = Double.NaN;
      for (double[] row : rows) {
        last = Double.isNaN(row[n]) ? last : row[n];
        row[n] = last;
      }
      double first = Double.NaN;
      for (int f = rows.size() - 1; f >= 0; f--) {
        double[] row = rows.get(f);
        first = Double.isNaN(row[n]) ? first : row[n];
        row[n] = Double.isNaN(row[n]) ? first : row[n];
      }
      if (Double.isNaN(rows.get(0)[n])) {
        int column = n;
        rows.forEach(row -> row[column] = 0);
      }
    }
  }

  double[] column(int n) {
    double[] values = new double[rows.size()];
    Arrays.setAll(values, f -> rows.get(f)[n]);
    return values;
  }
}
