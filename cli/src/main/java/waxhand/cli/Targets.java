package waxhand.cli;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
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
  private final Map<Path, Path> targets = new HashMap<>();

  private Targets() {}

  /** One take, or none, to a file. */
  static Targets one(List<Path> takes, Path file) {
    Targets targets = new Targets();
    takes.forEach(take -> targets.targets.put(take, file));
    return targets;
  }

  /** Each take to a file of its own in a folder. */
  static Targets in(Path folder, List<Path> takes) {
    Map<String, Integer> count = new HashMap<>();
    takes.forEach(take -> count.merge(key(name(take)), 1, Integer::sum));
    Targets targets = new Targets();
    Set<String> given = new HashSet<>();
    for (Path take : takes) {
      String own = name(take);
      if (count.get(key(own)) == 1) {
        given.add(key(own));
        targets.targets.put(take, folder.resolve(own));
      }
    }
    for (Path take : takes) {
      if (!targets.targets.containsKey(take)) {
        targets.targets.put(take, folder.resolve(distinct(take, given)));
      }
    }
    return targets;
  }

  /** The same files with another ending. */
  Targets ending(String other) {
    Targets changed = new Targets();
    targets.forEach(
        (take, to) ->
            changed.targets.put(
                take,
                to.resolveSibling(TakeFiles.bareName(String.valueOf(to.getFileName())) + other)));
    return changed;
  }

  /** A name that none of those given is. */
  private static String distinct(Path take, Set<String> given) {
    Path parent = take.toAbsolutePath().normalize().getParent();
    String from = parent == null || parent.getFileName() == null ? "" : parent.getFileName() + "-";
    String name = from + name(take);
    String free = name;
    for (int n = 2; !given.add(key(free)); n++) {
      free = TakeFiles.bareName(name) + "-" + n + name.substring(TakeFiles.bareName(name).length());
    }
    return free;
  }

  private static String name(Path take) {
    return String.valueOf(take.getFileName());
  }

  /** Names that some disks take for one. */
  private static String key(String name) {
    return name.toLowerCase(Locale.ROOT);
  }

  Path of(Path take) {
    return targets.get(take);
  }
}
