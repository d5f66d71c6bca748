package waxhand.desk.handoff;

import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import waxhand.formats.takes.TakeFiles;

/**
 * How files are named: a text with words in braces that are filled in for each take.
 *
 * @param text as typed
 */
record NamePattern(String text) {
  /** Of a take that leaves. */
  static final String TAKE = "{take}_clean";

  /** Of a character that leaves without motion. */
  static final String CHARACTER = "{character}";

  /** What is filled in, in the order in which it is offered. */
  static final List<String> WORDS =
      List.of("take", "number", "character", "project", "date", "from", "to");

  /** A word as it is written in a pattern. */
  static String braced(String word) {
    return "{" + word + "}";
  }

  private static final Pattern WORD = Pattern.compile("\\{(\\w+)}");

  /** The name without its ending, as a file of any disk may have it. */
  String filled(Map<String, String> words) {
    // all at once: what is filled in may have braces itself
    String name =
        WORD.matcher(text)
            .replaceAll(w -> Matcher.quoteReplacement(words.getOrDefault(w.group(1), w.group())));
    return TakeFiles.fileName(name);
  }
}
