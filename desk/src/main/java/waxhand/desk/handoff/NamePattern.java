package waxhand.desk.handoff;

import java.util.Map;
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
  static final String WORDS = "{take} {number} {character} {project} {date} {from} {to}";

  /** The name without its ending, as a file of any disk may have it. */
  String filled(Map<String, String> words) {
    String name = text;
    for (Map.Entry<String, String> word : words.entrySet()) {
      name = name.replace("{" + word.getKey() + "}", word.getValue());
    }
    return TakeFiles.fileName(name);
  }
}
