package waxhand.formats.disk;

import waxhand.formats.FormatException;

/** Asks before work begins whether Java has the memory for it. */
public final class Room {
  /** What the program itself and its other work need beside. */
  private static final long ASIDE = 24L << 20;

  private Room() {}

  /**
   * @param bytes how much the work will hold at a time, beside what is held now
   * @param what needs it, in words
   * @throws FormatException if there is not as much, saying what to do
   */
  public static void need(String file, long bytes, String what) throws FormatException {
    if (bytes <= (ASIDE >> 2) || bytes + ASIDE <= free()) {
      return;
    }
    // what lies about unused seems to be in use until it is asked for
    System.gc();
    long free = free();
    if (bytes + ASIDE > free) {
      throw new FormatException(
          file,
          what
              + " would need "
              + WholeFile.words(bytes + ASIDE)
              + " of memory, and "
              + WholeFile.words(Math.max(0, free))
              + " are free; "
              + advice(bytes + ASIDE - free));
    }
  }

  /** What to do about too little memory. */
  static String advice(long missing) {
    long gigabytes = (Runtime.getRuntime().maxMemory() + Math.max(0, missing) >> 30) + 1;
    return "give Java more: WAXHAND_MEMORY=" + gigabytes + "g ./waxhand …";
  }

  private static long free() {
    Runtime java = Runtime.getRuntime();
    return java.maxMemory() - (java.totalMemory() - java.freeMemory());
  }
}
