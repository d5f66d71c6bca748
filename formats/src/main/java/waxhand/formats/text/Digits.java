package waxhand.formats.text;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/**
 * Up to eight decimal digits at once, a byte each in a long, the first in the lowest byte (after
 * Lemire, "Number parsing at a gigabyte per second", Software: Practice and Experience 51, 2021).
 */
final class Digits {
  /** So many bytes are looked at. */
  static final int MOST = 8;

  private static final VarHandle EIGHT =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private Digits() {}

  /** Eight bytes of a text from an offset on. */
  static long bytes(byte[] text, int from) {
    return (long) EIGHT.get(text, from);
  }

  /** Eight bytes with digits as 0 to 9. */
  static long of(long bytes) {
    return bytes ^ 0x3030303030303030L;
  }

  /** Before which of eight bytes the first point is; 8 where there is none. */
  static int point(long bytes) {
    long zero = bytes ^ 0x2E2E2E2E2E2E2E2EL;
    long points = zero - 0x0101010101010101L & ~zero & 0x8080808080808080L;
    return Long.numberOfTrailingZeros(points) >>> 3;
  }

  /** How many digits there are before the first byte that is none. */
  static int count(long eight) {
    // only bytes above 9 reach their highest bit; what they carry over comes behind them
    long others = (eight + 0x7676767676767676L | eight) & 0x8080808080808080L;
    return Long.numberOfTrailingZeros(others) >>> 3;
  }

  /**
   * What the first digits mean.
   *
   * @param count how many, 0 to 8
   */
  static long value(long eight, int count) {
    // zeros are put before them; twice, as a shift by all of a long is none
    long digits = eight << 4 * (MOST - count) << 4 * (MOST - count);
    // each step puts neighbours together: ten times the first and the second, then a hundred times
    digits = digits * (10 * 0x100 + 1) >>> 8 & 0x00FF00FF00FF00FFL;
    digits = digits * (100 * 0x10000 + 1) >>> 16 & 0x0000FFFF0000FFFFL;
    return digits * (10_000 * 0x1_0000_0000L + 1) >>> 32;
  }
}
