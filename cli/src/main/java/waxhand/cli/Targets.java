package waxhand.cli;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import waxhand.formats.takes.TakeFiles;

/**
 * Where the results of takes go. Takes of one name from several folders get the folder's name in
 * front, and a number where that is not enough.
 */
final class Targets {
  /** In the order in which they are worked on. */
  private final Map<TakeIn, Path> targets = new LinkedHashMap<>();

  private Targets() {}

  /** One take, or none, to a file. */
  static Targets one(List<TakeIn> takes, Path file) {
    Targets targets = new Targets();
    takes.forEach(take -> targets.targets.put(take, file));
    return targets;
  }

  /**
   * Each take to a file of its own in a folder.
   *
   * @param ending of all files; each has its take's where it is empty
   */
  static Targets in(Path folder, List<TakeIn> takes, Optional<String> ending) {
    Map<TakeIn, String> names = new LinkedHashMap<>();
    Map<String, Integer> count = new HashMap<>();
    for (TakeIn take : takes) {
      String own = take.fileName();
      String name = ending.map(e -> TakeFiles.bareName(own) + e).orElse(own);
      names.put(take, name);
      count.merge(key(name), 1, Integer::sum);
    }
    Set<String> given = new HashSet<>();
    count.forEach(
        (name, times) -> {
          if (times == 1) {
            given.add(name);
          }
        });
    Targets targets = new Targets();
    names.forEach(
        (take, name) ->
            targets.targets.put(
                take,
                folder.resolve(count.get(key(name)) == 1 ? name : distinct(take, name, given))));
    return targets;
  }

  /** A name that none of those given is. Modified: given. */
  private static String distinct(TakeIn take, String wanted, Set<String> given) {
    Path parent = take.file().toAbsolutePath().normalize().getParent();
    String from = parent == null || parent.getFileName() == null ? "" : parent.getFileName() + "-";
    String name = from + wanted;
    String free = name;
    for (int n = 2; !given.add(key(free)); n++) {
      free = TakeFiles.bareName(name) + "-" + n + name.substring(TakeFiles.bareName(name).length());
    }
    return free;
  }

  /** Names that some disks take for one. */
  private static String key(String name) {
    return name.toLowerCase(Locale.ROOT);
  }

  /** The takes, those of one file in its order. */
  List<TakeIn> takes() {
    return List.copyOf(targets.keySet());
  }

  Path of(TakeIn take) {
    return targets.get(take);
  }
}
