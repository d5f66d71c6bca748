package waxhand.formats;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;

/** A format takes come in or leave in. All of them stand in one list; nothing else names one. */
public interface TakeFormat {
  /**
   * What a format is called.
   *
   * @param id in project files; never changes
   * @param words for people, such as "BVH"
   * @param limits what a file of it cannot carry, for people, in one line
   * @param endings of file names, in small letters with their dot; the first is the usual one
   */
  record About(String id, String words, String limits, List<String> endings) {}

  About about();

  default String id() {
    return about().id();
  }

  default String words() {
    return about().words();
  }

  default String limits() {
    return about().limits();
  }

  default List<String> endings() {
    return about().endings();
  }

  /** Whether its standard says that lengths are metres and y is up. */
  default boolean isMetric() {
    return false;
  }

  /** So many bytes tell what a file is. */
  int HEAD = 512;

  /** Whether a file's first bytes look like this format. */
  boolean isLike(byte[] bytes);

  /** The first bytes of a file as text, a byte a letter. */
  static String head(byte[] bytes) {
    return new String(bytes, 0, Math.min(bytes.length, HEAD), StandardCharsets.ISO_8859_1);
  }

  /**
   * A file made whole by what lies beside it, so that it can be kept and read by itself; itself
   * where it is whole already.
   *
   * @throws FormatException if something that belongs to it is not there
   */
  default byte[] gathered(String name, byte[] bytes, Beside beside) throws FormatException {
    return bytes;
  }

  /** Whether a file may hold several takes. */
  default boolean holdsSeveral() {
    return false;
  }

  /**
   * The names of the takes in a file, in order; one, whatever its name, in most formats.
   *
   * @throws FormatException if the bytes cannot be understood
   */
  default List<String> takes(String name, byte[] bytes) throws FormatException {
    return List.of("");
  }

  /**
   * Reads a take, which keeps the bytes.
   *
   * @param name of the file, for messages
   * @throws FormatException with line and reason if the bytes cannot be understood
   */
  RawTake read(String name, byte[] bytes, Reading reading, Work work) throws FormatException;

  /** What writes this format; empty where we only read it. */
  Optional<Writer> writer();

  /** Writes takes. */
  interface Writer {
    /**
     * The bytes of a file.
     *
     * @throws FormatException if the motion has no place in the format, or in its source's joints
     */
    byte[] write(Outgoing take, Work work) throws FormatException;

    /**
     * The same where the ending of its name makes a difference.
     *
     * @param name of the file
     */
    default byte[] write(Outgoing take, String name, Work work) throws FormatException {
      return write(take, work);
    }

    /** What it can do of all that may be wanted. */
    default Set<Wish> grants() {
      return Set.of();
    }

    /** How what was written is to be read back, where the format has its own mind about that. */
    default Reading reads(Outgoing take, Reading usual) {
      return usual;
    }

    /**
     * What was written as it is opened again: with what lies beside it.
     *
     * @param name of the written file
     */
    default byte[] again(byte[] written, Outgoing take, String name) throws FormatException {
      return written;
    }

    /**
     * Files that must lie beside the written one, by their names.
     *
     * @param name of the written file
     */
    default Map<String, byte[]> beside(Outgoing take, String name) throws FormatException {
      return Map.of();
    }
  }

  /** Whether a file name ends as files of this format do. */
  default boolean isNamed(String fileName) {
    String small = fileName.toLowerCase(Locale.ROOT);
    return endings().stream().anyMatch(small::endsWith);
  }
}
