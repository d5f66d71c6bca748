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

  /** Replaces {@code path}; on any failure the old file stays and nothing else is left behind. */
  public static void write(Path path, Content content) throws IOException {
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
      try {
        Files.move(
            temporary,
            absolute,
            StandardCopyOption.ATOMIC_MOVE,
            StandardCopyOption.REPLACE_EXISTING);
      } catch (AtomicMoveNotSupportedException e) {
        Files.move(temporary, absolute, StandardCopyOption.REPLACE_EXISTING);
      }
    } finally {
      Files.deleteIfExists(temporary);
    }
  }
}
