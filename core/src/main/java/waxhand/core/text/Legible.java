package waxhand.core.text;

/**
 * Text from files and file names as it may be shown: what a terminal or a label would obey instead
 * of showing (control, format and bidirectional characters, line ends, halves of characters) is
 * written as {@code \}{@code uXXXX}, as JSON writes it.
 */
public final class Legible {
  /** So many characters of what a file holds are quoted at most. */
  public static final int MOST = 200;

  private Legible() {}

  /** At most {@link #MOST} characters; what is left out is marked by an ellipsis. */
  public static String of(String text) {
    return of(text, MOST);
  }

  /** At most so many characters, an ellipsis among them where some are left out. */
  public static String of(String text, int most) {
    // a character is shown as twelve at most, so that a huge text is not gone through in full
    String some = text.length() > most ? text.substring(0, most) : text;
    String shown = whole(some);
    if (some.length() == text.length() && shown.length() <= most) {
      return shown;
    }
    int end = Math.min(shown.length(), most - 1);
    if (end > 0 && Character.isHighSurrogate(shown.charAt(end - 1))) {
      end--;
    }
    return shown.substring(0, end) + "…";
  }

  /** A number, without a point where it is whole. */
  public static String of(double number) {
    boolean whole = number == Math.rint(number) && Math.abs(number) < 1e15;
    return whole ? Long.toString((long) number) : Double.toString(number);
  }

  /** All of the text. */
  public static String whole(String text) {
    int n = 0;
    while (n < text.length() && !isObeyed(text.codePointAt(n))) {
      n += Character.charCount(text.codePointAt(n));
    }
    if (n == text.length()) {
      return text;
    }
    StringBuilder shown = new StringBuilder(text.length() + 16).append(text, 0, n);
    while (n < text.length()) {
      int point = text.codePointAt(n);
      int end = n + Character.charCount(point);
      if (isObeyed(point)) {
        for (int i = n; i < end; i++) {
          escape(text.charAt(i), shown);
        }
      } else {
        shown.appendCodePoint(point);
      }
      n = end;
    }
    return shown.toString();
  }

  /** Whether a character would do something, or nothing, in place of being seen. */
  public static boolean isObeyed(int codePoint) {
    return switch (Character.getType(codePoint)) {
      case Character.CONTROL,
              Character.FORMAT,
              Character.SURROGATE,
              Character.LINE_SEPARATOR,
              Character.PARAGRAPH_SEPARATOR ->
          true;
      default -> false;
    };
  }

  private static void escape(char c, StringBuilder shown) {
    String hex = Integer.toHexString(c);
    shown.append("\\u").append("0".repeat(4 - hex.length())).append(hex);
  }
}
