package waxhand.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import waxhand.formats.TakeFiles;

/** The takes that are meant by files and folders. */
final class TakeList {
  private TakeList() {}

  /**
   * Files as they are, folders by the takes in them, sorted by name.
   *
   * @throws IOException where a folder holds no take
   */
  static List<Path> of(List<Path> given) throws IOException {
    List<Path> files = new ArrayList<>();
    for (Path path : given) {
      if (Files.isDirectory(path)) {
        try (Stream<Path> inside = Files.list(path)) {
          List<Path> found = inside.filter(TakeFiles::isTake).sorted().toList();
          if (found.isEmpty()) {
            throw new IOException(path + ": there is no take in this folder");
          }
          files.addAll(found);
        }
      } else {
        files.add(path);
      }
    }
    return files;
  }
}
