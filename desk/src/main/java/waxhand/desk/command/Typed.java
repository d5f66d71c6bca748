package waxhand.desk.command;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * What is typed to find something by its words.
 *
 * @param words in small letters; none where nothing is typed
 */
public record Typed(List<String> words) {
  /** Words apart by blanks. */
  public static Typed of(String text) {
    return new Typed(
        Arrays.stream(text.toLowerCase(Locale.ROOT).strip().split("\\s+"))
            .filter(w -> !w.isEmpty())
            .toList());
  }

  /** Whether each word is a part of the name, or begins a word of what else is said. */
  public boolean finds(String name, String more) {
    return words.stream().allMatch(w -> small(name).contains(w) || begins(more, w));
  }

  /** Whether each word begins a word of the name: such things are meant first. */
  public boolean names(String name) {
    return words.stream().allMatch(w -> begins(name, w));
  }

  private static boolean begins(String text, String word) {
    return (" " + small(text)).replaceAll("[^\\p{L}\\p{N}]+", " ").contains(" " + word);
  }

  private static String small(String text) {
    return text.toLowerCase(Locale.ROOT);
  }
}
