package waxhand.formats.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import waxhand.formats.Beside;

/** The folder in which a file lies. */
public final class Folder implements Beside {
  private final Path file;

  private Folder(Path file) {
    this.file = file;
  }

  public static Folder of(Path file) {
    return new Folder(file);
  }

  @Override
  public byte[] read(String name) throws IOException {
    return WholeFile.read(file.resolveSibling(name), WholeFile.MOST_BYTES);
  }

  @Override
  public List<String> names() throws IOException {
    Path folder = file.toAbsolutePath().getParent();
    if (folder == null) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files.map(p -> p.getFileName().toString()).sorted().toList();
    }
  }
}
