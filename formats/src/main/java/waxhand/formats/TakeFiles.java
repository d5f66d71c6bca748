package waxhand.formats;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Locale;
import waxhand.core.passes.Work;
import waxhand.core.project.RawTake;
import waxhand.formats.bvh.BvhReader;

/** Opens take files of whatever format we read. */
public final class TakeFiles {
  private TakeFiles() {}

  /** Whether a file's name says that it is a take. */
  public static boolean isTake(Path path) {
    return path.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".bvh");
  }

  /**
   * Reads a take.
   *
   * @throws FormatException if the file is no take that we can read
   */
  public static RawTake read(Path path, Reading reading, Work work) throws IOException {
    String name = path.getFileName() == null ? path.toString() : path.getFileName().toString();
    if (Files.isDirectory(path)) {
      throw new FormatException(name, "this is a folder, not a take");
    }
    try {
      if (Files.size(path) > Integer.MAX_VALUE - 64) {
        throw new FormatException(name, "the file is larger than 2 GB");
      }
      return read(name, Files.readAllBytes(path), reading, work);
    } catch (NoSuchFileException e) {
      throw new FormatException(name, "there is no such file: " + path);
    }
  }

  /** Reads a take from its bytes, which the take keeps. */
  public static RawTake read(String name, byte[] bytes, Reading reading, Work work)
      throws FormatException {
    String lower = name.toLowerCase(Locale.ROOT);
    if (!lower.endsWith(".bvh")) {
      throw new FormatException(name, "takes are read from .bvh files; this is none");
    }
    return BvhReader.read(name, bytes, reading, work);
  }

  /** The file's name without its ending. */
  public static String bareName(String fileName) {
    int dot = fileName.lastIndexOf('.');
    return dot > 0 ? fileName.substring(0, dot) : fileName;
  }
}
