package waxhand.formats.takes;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.TakeFormat;
import waxhand.formats.disk.Folder;
import waxhand.formats.disk.WholeFile;

/** Opens take files of whatever format we read. */
public final class TakeFiles {
  private TakeFiles() {}

  /** Whether a file's name says that it is a take; a folder of such a name is none. */
  public static boolean isTake(Path path) {
    return !Files.isDirectory(path) && Formats.named(path.getFileName().toString()).isPresent();
  }

  /**
   * Reads a take.
   *
   * @throws FormatException if the file is no take that we can read; it names the path as given
   */
  public static RawTake read(Path path, Reading reading, Work work) throws FormatException {
    String name = path.getFileName() == null ? path.toString() : path.getFileName().toString();
    try {
      if (!Files.isDirectory(path) && Formats.named(name).isEmpty()) {
        throw unnamed(name, WholeFile.head(path, TakeFormat.HEAD));
      }
      byte[] bytes = WholeFile.read(path, WholeFile.MOST_BYTES);
      Optional<TakeFormat> format = Formats.named(name);
      if (format.isPresent()) {
        bytes = format.get().gathered(name, bytes, Folder.of(path));
      }
      return read(name, bytes, reading, work).from(path.toAbsolutePath().toString());
    } catch (FormatException e) {
      throw e.at(path);
    }
  }

  /**
   * Reads all takes of a file: one in most, one an animation in others.
   *
   * @throws FormatException if the file is no take that we can read; it names the path as given
   */
  public static List<RawTake> readAll(Path path, Reading reading, Work work)
      throws FormatException {
    List<String> names = names(path);
    if (names.size() < 2) {
      return List.of(read(path, reading, work));
    }
    List<RawTake> all = new ArrayList<>();
    for (String name : names) {
      all.add(read(path, reading.withTake(name), work));
    }
    return all;
  }

  /**
   * The names of the takes in a file; one, whatever its name, in most.
   *
   * @throws FormatException if the file is no take that we can read
   */
  public static List<String> names(Path path) throws FormatException {
    String name = path.getFileName() == null ? path.toString() : path.getFileName().toString();
    Optional<TakeFormat> format = Formats.named(name);
    try {
      if (format.isEmpty() || !format.get().holdsSeveral()) {
        return List.of("");
      }
      byte[] bytes = WholeFile.read(path, WholeFile.MOST_BYTES);
      return format.get().takes(name, format.get().gathered(name, bytes, Folder.of(path)));
    } catch (FormatException e) {
      throw e.at(path);
    }
  }

  /** Reads a take from its bytes, which the take keeps. */
  public static RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    Optional<TakeFormat> format = Formats.named(name);
    if (format.isEmpty()) {
      throw unnamed(name, bytes);
    }
    return format.get().read(name, bytes, reading, work);
  }

  /** A file whose name is no take's, and what its first bytes look like. */
  private static FormatException unnamed(String name, byte[] head) {
    if (name.toLowerCase(Locale.ROOT).endsWith(".asf")) {
      return new FormatException(
          name, "this is a skeleton without its motion: open an .amc that lies beside it");
    }
    String none = "takes are read from " + Formats.endings(Formats.ALL) + " files; this is none";
    String like =
        Formats.ALL.stream()
            .filter(f -> f.isLike(head))
            .map(
                f ->
                    " by its name, but it holds "
                        + f.words()
                        + ": give it the ending "
                        + f.endings().get(0))
            .findFirst()
            .orElse("");
    return new FormatException(name, none + like);
  }

  /** A name as a file of any disk may have it. */
  public static String fileName(String name) {
    return name.replaceAll("[/\\\\:*?\"<>|\\p{Cntrl}]", "-");
  }

  /** The file's name without its ending. */
  public static String bareName(String fileName) {
    int dot = fileName.lastIndexOf('.');
    return dot > 0 ? fileName.substring(0, dot) : fileName;
  }
}
