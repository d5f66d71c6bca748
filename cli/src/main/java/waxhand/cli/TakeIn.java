package waxhand.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.takes.TakeFiles;

/**
 * A take as a call means it.
 *
 * @param animation which of several in the file; empty where the file holds one, or its first is
 *     meant
 */
record TakeIn(Path file, Optional<String> animation) {
  static TakeIn of(Path file) {
    return new TakeIn(file, Optional.empty());
  }

  /** Files as they are, the first of several in each. */
  static List<TakeIn> firsts(List<Path> files) {
    return files.stream().map(TakeIn::of).toList();
  }

  /** Every take of every file; a file that cannot be read is there once, to fail when it is. */
  static List<TakeIn> all(List<Path> files) {
    List<TakeIn> all = new ArrayList<>();
    for (Path file : files) {
      List<String> names;
      try {
        names = TakeFiles.names(file);
      } catch (FormatException e) {
        names = List.of();
      }
      if (names.size() < 2) {
        all.add(of(file));
      } else {
        names.forEach(name -> all.add(new TakeIn(file, Optional.of(name))));
      }
    }
    return all;
  }

  Reading how(Reading reading) {
    return animation.map(reading::withTake).orElse(reading);
  }

  /** What a file of its own would be called. */
  String fileName() {
    String name = String.valueOf(file.getFileName());
    String bare = TakeFiles.bareName(name);
    return animation
        .map(a -> TakeFiles.fileName(bare + "-" + a) + name.substring(bare.length()))
        .orElse(name);
  }

  @Override
  public String toString() {
    return file + animation.map(a -> " (" + a + ")").orElse("");
  }
}
