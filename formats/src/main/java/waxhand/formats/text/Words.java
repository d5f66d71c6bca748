package waxhand.formats.text;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;
import java.nio.charset.StandardCharsets;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;

/**
 * Reads words that white space divides. A number is an optional sign, digits with at most one point
 * among or beside them, and an optional exponent; nothing that is not finite is a number.
 */
public final class Words {
  /** Characters of a word that are quoted. */
  private static final int QUOTED = 40;

  /** So many digits are always a whole number that a double holds exactly. */
  private static final int MOST_EXACT = 15;

  private static final double[] TENS = new double[MOST_EXACT + 1];

  static {
    TENS[0] = 1;
    for (int n = 1; n < TENS.length; n++) {
      TENS[n] = 10 * TENS[n - 1];
    }
  }

  private final String file;
  private final byte[] bytes;
  private int at;
  private int start;
  private int end;

  /** How many digits the last number had behind its point. */
  private int places;

  /**
   * @param bytes not modified
   * @param from offset of the first byte to read
   */
  public Words(String file, byte[] bytes, int from) {
    this.file = file;
    this.bytes = bytes;
    this.at = from;
    this.end = from;
    this.start = from;
  }

  /** Moves to the next word; false at the end of the file. */
  public boolean next() {
    int i = at;
    byte[] b = bytes;
    while (i < b.length && b[i] <= ' ' && b[i] >= 0) {
      i++;
    }
    start = i;
    while (i < b.length && (b[i] > ' ' || b[i] < 0)) {
      i++;
    }
    end = i;
    at = i;
    return end > start;
  }

  /** Offset of the present word's first byte. */
  public int start() {
    return start;
  }

  /** One past the present word's last byte. */
  public int end() {
    return end;
  }

  public String word() {
    return new String(bytes, start, end - start, StandardCharsets.UTF_8);
  }

  public boolean is(String wanted) {
    return end - start == wanted.length() && word().equalsIgnoreCase(wanted);
  }

  /** The rest of the present line after the present word, up to an opening brace, trimmed. */
  public String restOfLine() {
    int i = end;
    while (i < bytes.length && bytes[i] != '\n' && bytes[i] != '\r' && bytes[i] != '{') {
      i++;
    }
    at = i;
    return new String(bytes, end, i - end, StandardCharsets.UTF_8).strip();
  }

  /** Whether nothing but blanks stands before the present word on its line. */
  public boolean isFirstInLine() {
    int i = start - 1;
    while (i >= 0 && (bytes[i] == ' ' || bytes[i] == '\t')) {
      i--;
    }
    return i < 0 || bytes[i] == '\n' || bytes[i] == '\r';
  }

  /** The present word as a number. */
  public double number(String what) throws FormatException {
    double few = fewDigits();
    return Double.isNaN(few) ? anyNumber(what) : few;
  }

  /**
   * The present word where it is a sign, digits and a point and no more than 15 digits, as numbers
   * in takes mostly are; else NaN. Digits and the power of ten are both exact then, so that their
   * quotient is the nearest double (Clinger, "How to read floating point numbers accurately", PLDI
   * 1990).
   */
  private double fewDigits() {
    byte[] b = bytes;
    int i = start;
    boolean negative = i < end && b[i] == '-';
    i += negative ? 1 : 0;
    long digits = 0;
    int count = 0;
    int point = -1;
    for (; i < end; i++) {
      int digit = b[i] - '0';
      if (digit >= 0 && digit <= 9) {
        digits = 10 * digits + digit;
        count++;
      } else if (b[i] == '.' && point < 0) {
        point = count;
      } else {
        return Double.NaN;
      }
    }
    if (count == 0 || count > MOST_EXACT) {
      return Double.NaN;
    }
    double value = point < 0 ? digits : digits / TENS[count - point];
    return negative ? -value : value;
  }

  /**
   * Reads the words that follow as long as they are numbers as they mostly are in takes: one blank,
   * perhaps a minus, up to seven digits, a point, and as many digits behind it as the number before
   * had. Where such a number ends is foreseen, so that a processor need not know its digits before
   * it goes on to the next; and no branch goes by how many digits there are, since it would guess
   * wrong and wait longer than the digits take.
   *
   * @param dest gets the numbers. Modified.
   * @param count how many are wanted
   * @return how many were read. Where these are fewer, the next word is the present one, or there
   *     is none: then its end is its start.
   */
  public int numbers(double[] dest, int from, int count) {
    int read = 0;
    while (read < count) {
      read += likeTheLast(dest, from + read, count - read);
      if (read < count) {
        double value = nextPlain();
        if (Double.isNaN(value)) {
          return read;
        }
        dest[from + read++] = value;
      }
    }
    return read;
  }

  /** Numbers that all have as many digits behind their point as the last one. Modified: dest. */
  private int likeTheLast(double[] dest, int from, int count) {
    byte[] b = bytes;
    int places = this.places;
    if (places == 0 || places >= Digits.MOST) {
      return 0;
    }
    double tens = TENS[places];
    long ten = (long) tens;
    int far = b.length - 2 * Digits.MOST - 2;
    int i = at;
    int n = 0;
    while (n < count && i < far) {
      long word = Digits.bytes(b, i + 1);
      int point = Digits.point(word);
      int first = (int) (word & 0xff);
      int minus = first - '.' >>> 31;
      int whole = point - minus;
      long front = Digits.of(word) >>> 8 * minus;
      int behind = i + point + 2;
      long back = Digits.of(Digits.bytes(b, behind));
      int after = behind + places;
      int next = b[after];
      int unlike =
          point >>> 3
              | Digits.count(front) ^ whole
              | Digits.count(back) ^ places
              | minus * (first ^ '-')
              | (' ' - next | next) >>> 31;
      if (unlike != 0) {
        break;
      }
      long value = Digits.value(front, whole) * ten + Digits.value(back, places);
      dest[from + n++] = (double) value * (1 - 2 * minus);
      i = after;
    }
    for (int k = from; k < from + n; k++) {
      dest[k] /= tens;
    }
    if (n > 0) {
      at = i;
      end = i;
    }
    return n;
  }

  /** Whether the word that comes next stands on another line than the present one. */
  public boolean isLineEnd() {
    int i = at;
    while (i < bytes.length && bytes[i] <= ' ' && bytes[i] >= 0) {
      if (bytes[i] == '\n' || bytes[i] == '\r') {
        return true;
      }
      i++;
    }
    return false;
  }

  /**
   * Moves to the next word, as {@link #next} does, and reads it in the same go where it is a sign,
   * digits and a point.
   *
   * @return NaN at the end of the file, and where the word must be looked at again with {@link
   *     #number}
   */
  private double nextPlain() {
    byte[] b = bytes;
    int i = at;
    while (i < b.length && b[i] <= ' ' && b[i] >= 0) {
      i++;
    }
    start = i;
    boolean negative = i < b.length && b[i] == '-';
    i += negative ? 1 : 0;
    long digits = 0;
    int first = i;
    int point = -1;
    int c = 0;
    for (; i < b.length; i++) {
      c = b[i];
      int digit = c - '0';
      if (digit >= 0 && digit <= 9) {
        digits = 10 * digits + digit;
      } else if (c == '.' && point < 0) {
        point = i;
      } else {
        break;
      }
    }
    int count = i - first - (point < 0 ? 0 : 1);
    boolean ended = i == b.length || c <= ' ' && c >= 0;
    if (!ended) {
      while (i < b.length && (b[i] > ' ' || b[i] < 0)) {
        i++;
      }
    }
    end = i;
    at = i;
    if (!ended || count == 0 || count > MOST_EXACT) {
      return Double.NaN;
    }
    places = point < 0 ? 0 : i - point - 1;
    double value = digits / TENS[places];
    return negative ? -value : value;
  }

  private double anyNumber(String what) throws FormatException {
    int last = bytes[end - 1];
    int second = end - start > 2 ? bytes[start + 1] | bytes[start + 2] << 8 : 0;
    boolean plain = (last >= '0' && last <= '9') || last == '.';
    if (plain && (second & 0xff) != 'x' && (second >> 8) != 'x') {
      try {
        double value = JavaDoubleParser.parseDouble(bytes, start, end - start);
        if (Math.abs(value) <= Double.MAX_VALUE) {
          return value;
        }
      } catch (NumberFormatException e) {
        throw expected(what);
      }
    }
    throw expected(what);
  }

  /** Moves on and reads a number. */
  public double nextNumber(String what) throws FormatException {
    if (!next()) {
      throw expected(what);
    }
    return number(what);
  }

  /** Moves on to a word that must be {@code wanted}, in whatever case. */
  public void demand(String wanted) throws FormatException {
    if (!next() || !is(wanted)) {
      throw expected("'" + wanted + "'");
    }
  }

  /** An error at the present word. */
  public FormatException expected(String what) {
    return fault("expected " + what + ", found " + found());
  }

  private String found() {
    return start >= bytes.length ? "the end of the file" : "'" + clipped() + "'";
  }

  /** An error at the present word, in words of its own. */
  public FormatException fault(String reason) {
    int line = 1;
    int column = 1;
    for (int i = 0; i < Math.min(start, bytes.length); i++) {
      boolean lineEnd =
          bytes[i] == '\n' || (bytes[i] == '\r' && (i + 1 >= bytes.length || bytes[i + 1] != '\n'));
      column = lineEnd ? 1 : column + 1;
      line += lineEnd ? 1 : 0;
    }
    return new FormatException(file, line, column, reason);
  }

  private String clipped() {
    // a word may be as long as the file
    int few = Math.min(end, start + 4 * QUOTED);
    return Legible.of(new String(bytes, start, few - start, StandardCharsets.UTF_8), QUOTED);
  }
}
