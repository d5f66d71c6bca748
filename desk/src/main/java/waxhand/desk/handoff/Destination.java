package waxhand.desk.handoff;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import waxhand.core.chain.Pass;
import waxhand.core.character.Wardrobe;
import waxhand.core.project.Project;
import waxhand.core.project.Take;
import waxhand.formats.FormatException;
import waxhand.formats.disk.Untouchable;

/**
 * Where takes of a project go that are handed on.
 *
 * @param typed folder, in which the home folder may be written as ~
 * @param ending of files of the format, with its dot
 */
record Destination(Project project, String typed, NamePattern pattern, String ending) {
  private static final String HOME = System.getProperty("user.home");

  /** A folder as it is shown: the home folder is written as ~. */
  static String shortened(String path) {
    return path.startsWith(HOME) ? "~" + path.substring(HOME.length()) : path;
  }

  String folder() {
    String path = typed.strip();
    return path.startsWith("~") ? HOME + path.substring(1) : path;
  }

  /**
   * The name of a take's file.
   *
   * @param from first frame, as typed, as is the one behind the last
   */
  String name(Take take, String from, String to) {
    Map<String, String> words =
        Map.of(
            "take", take.name(),
            "number", String.format(Locale.ROOT, "%02d", project.takes().indexOf(take) + 1),
            "character", character(take),
            "project", project.name(),
            "date", LocalDate.now(ZoneId.systemDefault()).toString(),
            "from", from,
            "to", to);
    return pattern.filled(words) + ending;
  }

  /** The name of the character that a take is put on last: other skeletons come with one. */
  private String character(Take take) {
    Wardrobe wardrobe = project.wardrobe();
    return take.chain().plates().stream()
        .filter(p -> p.acts() && p.pass().reshapes() == Pass.Reshapes.SKELETON)
        .flatMap(p -> p.pass().actsOn().stream())
        .filter(name -> wardrobe.named(name).isPresent())
        .reduce((a, b) -> b)
        .orElse("captured");
  }

  /** Where a file of that name goes; empty where none can have it, or be in such a folder. */
  Optional<Path> file(String name) {
    try {
      return Optional.of(Path.of(folder()).resolve(name));
    } catch (InvalidPathException e) {
      return Optional.empty();
    }
  }

  /** Where a file of that name goes beside others, with a number where one of them has it. */
  Path beside(Collection<Path> others, String name) {
    Path path = file(name).orElseThrow();
    String bare = name.substring(0, name.length() - ending.length());
    for (int n = 2; others.contains(path); n++) {
      path = path.resolveSibling(bare + "-" + n + ending);
    }
    return path;
  }

  /** The raw takes of the project, as far as it is known where they lie. */
  Untouchable raws() {
    Untouchable raws = new Untouchable();
    for (Take each : project.takes()) {
      each.raw().origin().ifPresent(raw -> raws.reads(Path.of(raw), "a raw take"));
    }
    return raws;
  }

  boolean isRaw(Path path) {
    try {
      raws().claim(path);
      return false;
    } catch (FormatException e) {
      return true;
    }
  }
}
