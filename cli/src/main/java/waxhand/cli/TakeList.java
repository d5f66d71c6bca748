package waxhand.cli;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import waxhand.formats.disk.Trouble;
import waxhand.formats.takes.TakeFiles;

/**
 * The takes that are meant by files and folders: files as they are, folders by the takes in them,
 * sorted by name, none twice.
 *
 * @param files what there is to do, also what may turn out not to be there
 * @param empty folders that gave nothing, and why, in words that name them
 */
record TakeList(List<Path> files, Map<Path, String> empty) {
  static TakeList of(List<Path> given) {
    List<Path> files = new ArrayList<>();
    Map<Path, String> empty = new LinkedHashMap<>();
    Set<Path> seen = new HashSet<>();
    for (Path path : given) {
      if (Files.isDirectory(path)) {
        try (Stream<Path> inside = Files.list(path)) {
          List<Path> found = inside.filter(TakeFiles::isTake).sorted().toList();
          found.stream().filter(f -> seen.add(f.toAbsolutePath().normalize())).forEach(files::add);
          if (found.isEmpty()) {
            empty.put(path, path + ": there is no take in this folder");
          }
        } catch (UncheckedIOException e) {
          empty.put(path, Trouble.at(path, e.getCause()).getMessage());
        } catch (IOException e) {
          empty.put(path, Trouble.at(path, e).getMessage());
        }
      } else if (seen.add(path.toAbsolutePath().normalize())) {
        files.add(path);
      }
    }
    return new TakeList(files, empty);
  }
}
