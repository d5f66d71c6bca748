package waxhand.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.work.Work;
import waxhand.formats.takes.Characters;

/** Characters as they are named on the command line: one of ours, or a file. */
final class Dress {
  private Dress() {}

  /** The file that is meant; empty where it is one of ours. */
  static Optional<Path> file(TakeVerb verb, String named) {
    try {
      Path path = Path.of(named);
      boolean ours = LayFigures.NAMES.contains(named) && !Files.exists(path);
      if (!ours && !Files.exists(path)) {
        throw verb.wrong(named + " is neither a file nor a character of ours: " + LayFigures.NAMES);
      }
      return ours ? Optional.empty() : Optional.of(path);
    } catch (InvalidPathException e) {
      throw verb.wrong("a character of that name cannot be a file");
    }
  }

  static Character character(TakeVerb verb, String named) throws IOException {
    Optional<Path> file = file(verb, named);
    return file.isPresent()
        ? Characters.read(file.get(), Work.UNWATCHED)
        : LayFigures.named(named).orElseThrow();
  }
}
