package waxhand.formats;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/**
 * Writes a file so that its place holds either the old content or all of the new: a temporary file
 * beside it, forced to the disk, then renamed over it.
 */
public final class AtomicFile {
  private AtomicFile() {}

  /** Writes the content; it must not close the stream. */
  public interface Content {
    void writeTo(OutputStream stream) throws IOException;
  }

  /** Looks at what was written before it takes its place; an exception keeps the old file there. */
  public interface Check<T> {
    T of(Path written) throws IOException;
  }

  /** Replaces {@code path}; on any failure the old file stays and nothing else is left behind. */
  public static void write(Path path, Content content) throws IOException {
    write(path, content, written -> true);
  }

  /**
   * Replaces {@code path} if the check finds nothing wrong; on any failure the old file stays and
   * nothing else is left behind.
   *
   * @return what the check returned
   */
  public static <T> T write(Path path, Content content, Check<T> check) throws IOException {
    Path absolute = path.toAbsolutePath();
    Path folder = absolute.getParent();
    if (folder != null) {
      Files.createDirectories(folder);
    }
    Path temporary = absolute.resolveSibling("." + absolute.getFileName() + ".part");
    try {
      try (FileChannel channel =
          FileChannel.open(
              temporary,
              StandardOpenOption.CREATE,
              StandardOpenOption.TRUNCATE_EXISTING,
              StandardOpenOption.WRITE)) {
        OutputStream stream = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16);
        content.writeTo(stream);
        stream.flush();
        channel.force(true);
      }
      T found = check.of(temporary);
      try {
        Files.move(
            temporary,
            absolute,
            StandardCopyOption.ATOMIC_MOVE,
            StandardCopyOption.REPLACE_EXISTING);
      } catch (AtomicMoveNotSupportedException e) {
        Files.move(temporary, absolute, StandardCopyOption.REPLACE_EXISTING);
      }
      return found;
    } finally {
      Files.deleteIfExists(temporary);
    }
  }
}
