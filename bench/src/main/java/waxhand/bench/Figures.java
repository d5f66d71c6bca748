package waxhand.bench;

import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Prints the middle, least, largest and mean of figures over takes. */
final class Figures {
  private Figures() {}

  static void print(String name, List<Map<String, Double>> takes) {
    StringBuilder line =
        new StringBuilder(String.format(Locale.ROOT, "%-13s %3d takes", name, takes.size()));
    Set<String> kinds = new LinkedHashSet<>();
    takes.forEach(t -> kinds.addAll(t.keySet()));
    for (String what : kinds) {
      double[] sorted =
          takes.stream()
              .filter(r -> r.containsKey(what))
              .mapToDouble(r -> r.get(what))
              .sorted()
              .toArray();
      line.append(
          String.format(
              Locale.ROOT,
              " | %s %.2f (%.2f to %.2f, mean %.2f)",
              what,
              sorted[sorted.length / 2],
              sorted[0],
              sorted[sorted.length - 1],
              Arrays.stream(sorted).average().orElse(Double.NaN)));
    }
    System.out.println(line);
  }
}
