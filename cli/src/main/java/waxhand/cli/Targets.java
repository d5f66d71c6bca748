package waxhand.cli;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import waxhand.formats.takes.TakeFiles;

/**
 * Where the results of takes go. Takes of one name from several folders get the folder's name in
 * front, and a number where that is not enough.
 */
final class Targets {
  private final Map<TakeIn, Path> targets = new LinkedHashMap<>();

  private final List<TakeIn> takes;

  private Targets(List<TakeIn> takes) {
    this.takes = takes;
  }

  /** One take, or none, to a file. */
  static Targets one(List<TakeIn> takes, Path file) {
    Targets targets = new Targets(takes);
    takes.forEach(take -> targets.targets.put(take, file));
    return targets;
  }

  /** Each take to a file of its own in a folder. */
  static Targets in(Path folder, List<TakeIn> takes) {
    Map<String, Integer> count = new HashMap<>();
    takes.forEach(take -> count.merge(key(take.fileName()), 1, Integer::sum));
    Targets targets = new Targets(takes);
    Set<String> given = new HashSet<>();
    for (TakeIn take : takes) {
      String own = take.fileName();
      if (count.get(key(own)) == 1) {
        given.add(key(own));
        targets.targets.put(take, folder.resolve(own));
      }
    }
    for (TakeIn take : takes) {
      if (!targets.targets.containsKey(take)) {
        targets.targets.put(take, folder.resolve(distinct(take, given)));
      }
    }
    return targets;
  }

  /** The same files with another ending. */
  Targets ending(String other) {
    Targets changed = new Targets(takes);
    targets.forEach(
        (take, to) ->
            changed.targets.put(
                take,
                to.resolveSibling(TakeFiles.bareName(String.valueOf(to.getFileName())) + other)));
    return changed;
  }

  /** A name that none of those given is. */
  private static String distinct(TakeIn take, Set<String> given) {
    Path parent = take.file().toAbsolutePath().normalize().getParent();
    String from = parent == null || parent.getFileName() == null ? "" : parent.getFileName() + "-";
    String name = from + take.fileName();
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
    return takes;
  }

  Path of(TakeIn take) {
    return targets.get(take);
  }
}
