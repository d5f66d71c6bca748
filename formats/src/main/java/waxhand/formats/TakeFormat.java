package waxhand.formats;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.project.RawTake;
import waxhand.core.work.Work;

/** A format takes come in or leave in. All of them stand in one list; nothing else names one. */
public interface TakeFormat {
  /** In project files; never changes. */
  String id();

  /** For people, such as "BVH". */
  String words();

  /** Endings of file names, in small letters with their dot; the first is the usual one. */
  List<String> endings();

  /** So many bytes tell what a file is. */
  int HEAD = 512;

  /** Whether a file's first bytes look like this format. */
  boolean isLike(byte[] bytes);

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
     * The frames of {@code range} of a clip that was made from {@code raw}, with the digits of the
     * raw file where nothing was touched and the format, unit and axes are its own.
     *
     * @param withRest whether frames of rest that the raw take has before its motion go with them
     * @throws FormatException if the clip has no place in the format, or in the raw file's joints
     */
    byte[] write(
        Clip clip, RawTake raw, Frames range, Unit unit, Up up, boolean withRest, Work work)
        throws FormatException;
  }

  /** Whether a file name ends as files of this format do. */
  default boolean isNamed(String fileName) {
    String small = fileName.toLowerCase(Locale.ROOT);
    return endings().stream().anyMatch(small::endsWith);
  }
}
