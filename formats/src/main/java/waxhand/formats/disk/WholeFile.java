package waxhand.formats.disk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Arrays;
import java.util.Locale;
import waxhand.formats.FormatException;

/**
 * Reads regular files as a whole. Folders, pipes and devices, also at the end of a link, are
 * refused before they are opened: some of them never end, others never begin.
 */
public final class WholeFile {
  /** The longest array that Java can be trusted to make. */
  public static final long MOST_BYTES = Integer.MAX_VALUE - 64;

  /** Texts that people write by hand are shorter. */
  public static final long MOST_TEXT = 64L << 20;

  private WholeFile() {}

  /**
   * The bytes of a file of at most that size.
   *
   * @throws FormatException in words that name the path as it was given
   */
  public static byte[] read(Path path, long most) throws FormatException {
    long size = size(path);
    if (size > most) {
      throw new FormatException(
          path.toString(), "the file is larger than " + words(most) + ": " + words(size));
    }
    Room.need(path.toString(), size, "its bytes");
    try (InputStream in = Files.newInputStream(path)) {
      // what a file says of its size holds: some that never end say 0
      return in.readNBytes((int) size);
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
  }

  /**
   * The first bytes of a file, at most so many; none of what is no regular file.
   *
   * @throws FormatException if it cannot be read
   */
  public static byte[] head(Path path, int most) throws FormatException {
    if (!Files.isRegularFile(path)) {
      return new byte[0];
    }
    try (InputStream in = Files.newInputStream(path)) {
      return in.readNBytes(most);
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
  }

  /**
   * The size of a regular file, bytes.
   *
   * @throws FormatException if it is none
   */
  public static long size(Path path) throws FormatException {
    BasicFileAttributes is;
    try {
      is = Files.readAttributes(path, BasicFileAttributes.class);
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
    if (is.isDirectory()) {
      throw new FormatException(path.toString(), "this is a folder, not a file");
    }
    if (!is.isRegularFile()) {
      throw new FormatException(
          path.toString(), "this is a pipe or a device, not a file; it is not read");
    }
    return is.size();
  }

  /** A number of bytes for people. */
  public static String words(long bytes) {
    return bytes >= 1L << 30
        ? String.format(Locale.ROOT, "%.1f GB", bytes / (double) (1L << 30))
        : String.format(Locale.ROOT, "%.1f MB", bytes / (double) (1L << 20));
  }

  /**
   * Whether a file is there that holds these bytes and no others.
   *
   * @throws FormatException if it is there and cannot be read
   */
  public static boolean holds(Path path, byte[] bytes) throws FormatException {
    try {
      return Files.isRegularFile(path)
          && Files.size(path) == bytes.length
          && Arrays.equals(read(path, MOST_BYTES), bytes);
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
  }
}
