package waxhand.formats.text;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * A growing text of bytes that writes numbers with six decimals quickly and the same everywhere.
 */
public final class Decimals {
  private byte[] bytes;
  private int size;

  public Decimals(int capacity) {
    bytes = new byte[Math.max(64, capacity)];
  }

  public Decimals text(String text) {
    byte[] more = text.getBytes(StandardCharsets.UTF_8);
    return copy(more, 0, more.length);
  }

  public Decimals copy(byte[] source, int from, int to) {
    room(to - from);
    System.arraycopy(source, from, bytes, size, to - from);
    size += to - from;
    return this;
  }

  /** The number rounded to six decimals. */
  public Decimals number(double value) {
    if (!(Math.abs(value) < 1e12)) {
      return text(Double.toString(value));
    }
    room(32);
    long scaled = Math.round(Math.abs(value) * 1e6);
    if (value < 0 && scaled != 0) {
      bytes[size++] = '-';
    }
    long whole = scaled / 1_000_000;
    long part = scaled % 1_000_000;
    int digits = 1;
    for (long w = whole; w >= 10; w /= 10) {
      digits++;
    }
    for (int i = digits - 1; i >= 0; i--) {
      bytes[size + i] = (byte) ('0' + whole % 10);
      whole /= 10;
    }
    size += digits;
    bytes[size++] = '.';
    for (int i = 5; i >= 0; i--) {
      bytes[size + i] = (byte) ('0' + part % 10);
      part /= 10;
    }
    size += 6;
    return this;
  }

  public byte[] toBytes() {
    return Arrays.copyOf(bytes, size);
  }

  private void room(int more) {
    if (size > Integer.MAX_VALUE - 64 - more) {
      throw new IllegalStateException("the text would be larger than 2 GB");
    }
    if (size + more > bytes.length) {
      long grown = Math.max(size + (long) more, bytes.length * 2L);
      bytes = Arrays.copyOf(bytes, (int) Math.min(grown, Integer.MAX_VALUE - 64));
    }
  }
}
