package waxhand.cli;

import java.io.FilterWriter;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import waxhand.core.text.Legible;

/**
 * What a terminal would obey is spelled out: a joint's name may hold what clears the screen. Line
 * ends and tabs pass. What comes out of JSON is still that JSON.
 */
final class LegibleWriter extends FilterWriter {
  private char half;

  private LegibleWriter(Writer to) {
    super(to);
  }

  static PrintWriter of(PrintWriter to) {
    return new PrintWriter(new LegibleWriter(to), true);
  }

  @Override
  public void write(int c) throws IOException {
    write(Character.toString((char) c), 0, 1);
  }

  @Override
  public void write(char[] text, int from, int count) throws IOException {
    write(new String(text, from, count), 0, count);
  }

  @Override
  public void write(String text, int from, int count) throws IOException {
    String all = text.substring(from, from + count);
    if (half != 0) {
      all = half + all;
      half = 0;
    }
    if (!all.isEmpty() && Character.isHighSurrogate(all.charAt(all.length() - 1))) {
      half = all.charAt(all.length() - 1);
      all = all.substring(0, all.length() - 1);
    }
    int start = 0;
    for (int n = 0; n < all.length(); n++) {
      char c = all.charAt(n);
      if (c == '\n' || c == '\t' || (c == '\r' && System.lineSeparator().startsWith("\r"))) {
        out.write(Legible.whole(all.substring(start, n)));
        out.write(c);
        start = n + 1;
      }
    }
    out.write(Legible.whole(all.substring(start)));
  }
}
