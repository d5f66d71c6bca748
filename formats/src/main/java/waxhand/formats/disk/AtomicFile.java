package waxhand.formats.disk;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import waxhand.formats.FormatException;

/**
 * Writes a file so that its place holds either the old content or all of the new, whoever else
 * writes there and whenever the program is killed: a temporary file beside it under a name of its
 * own, created new, forced to the disk, then renamed over it. A link in its place is replaced, not
 * followed.
 */
public final class AtomicFile {
  private static final FileAttribute<?>[] NOTHING_ASKED = {};

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
  public static void write(Path path, Content content) throws FormatException {
    write(path, content, written -> true);
  }

  /**
   * Replaces {@code path} if the check finds nothing wrong; on any failure the old file stays and
   * nothing else is left behind.
   *
   * @return what the check returned
   * @throws FormatException in words that name the path as it was given
   */
  public static <T> T write(Path path, Content content, Check<T> check) throws FormatException {
    return write(path, content, check, false);
  }

  /**
   * Replaces a file that only its owner may read, whatever the rules of the folder are; the folder
   * is made so too if it is not there.
   */
  public static <T> T writePrivately(Path path, Content content, Check<T> check)
      throws FormatException {
    try {
      privateFolder(path.toAbsolutePath().getParent());
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
    return write(path, content, check, true);
  }

  private static <T> T write(Path path, Content content, Check<T> check, boolean secret)
      throws FormatException {
    Path absolute = path.toAbsolutePath();
    try {
      Path folder = absolute.getParent();
      if (folder == null || Files.isDirectory(absolute, LinkOption.NOFOLLOW_LINKS)) {
        throw new FormatException(path.toString(), "there is a folder of this name");
      }
      makeFolder(folder);
      Leftovers.clear(folder);
      Path temporary = folder.resolve(Leftovers.name(absolute.getFileName().toString()));
      try {
        fill(temporary, content, secret ? owned(folder) : NOTHING_ASKED);
        T found = check.of(temporary);
        if (!secret) {
          keepPermissions(absolute, temporary);
        }
        move(temporary, absolute);
        return found;
      } finally {
        Files.deleteIfExists(temporary);
      }
    } catch (IOException e) {
      throw Trouble.at(path, e);
    }
  }

  private static void makeFolder(Path folder) throws IOException {
    if (Files.isDirectory(folder)) {
      // a link to one is one too, but not for createDirectories
      return;
    }
    try {
      Files.createDirectories(folder);
    } catch (FileAlreadyExistsException e) {
      throw new FormatException(e.getFile(), "this is a file, so nothing can be written into it");
    }
  }

  private static void fill(Path temporary, Content content, FileAttribute<?>[] attributes)
      throws IOException {
    try (FileChannel channel =
        FileChannel.open(
            temporary,
            Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE),
            attributes)) {
      OutputStream stream = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16);
      content.writeTo(stream);
      stream.flush();
      channel.force(true);
    }
  }

  private static void move(Path from, Path to) throws IOException {
    try {
      Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  /** Who may read the file that is replaced may read the new one. */
  private static void keepPermissions(Path old, Path fresh) throws IOException {
    if (isPosix(old) && Files.isRegularFile(old, LinkOption.NOFOLLOW_LINKS)) {
      Set<PosixFilePermission> as = Files.getPosixFilePermissions(old);
      if (!as.equals(Files.getPosixFilePermissions(fresh))) {
        Files.setPosixFilePermissions(fresh, as);
      }
    }
  }

  /** Makes a folder that only its owner may look into, or makes one that is there so. */
  public static void privateFolder(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      if (folder.getParent() != null) {
        Files.createDirectories(folder.getParent());
      }
      Files.createDirectory(folder, isPosix(folder) ? ownedFolder() : NOTHING_ASKED);
    } else if (isPosix(folder)) {
      Set<PosixFilePermission> only = PosixFilePermissions.fromString("rwx------");
      if (!Files.getPosixFilePermissions(folder).equals(only)) {
        Files.setPosixFilePermissions(folder, only);
      }
    }
  }

  private static FileAttribute<?>[] ownedFolder() {
    return new FileAttribute<?>[] {
      PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------"))
    };
  }

  private static FileAttribute<?>[] owned(Path folder) {
    return isPosix(folder)
        ? new FileAttribute<?>[] {
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"))
        }
        : NOTHING_ASKED;
  }

  private static boolean isPosix(Path path) {
    return path.getFileSystem().supportedFileAttributeViews().contains("posix")
        && Files.getFileAttributeView(path, PosixFileAttributeView.class) != null;
  }
}
