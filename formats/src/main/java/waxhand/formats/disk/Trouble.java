package waxhand.formats.disk;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutionException;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;

/**
 * What a person is told of a failure: one line that says what happened, where and what to do, in
 * our own words. What the system or a library says of itself is not passed on.
 */
public final class Trouble {
  private Trouble() {}

  /** One line; never a class, never a trace. */
  public static String words(Throwable thrown) {
    Throwable e = cause(thrown);
    if (e instanceof FormatException) {
      return e.getMessage();
    }
    if (e instanceof CancellationException) {
      return "stopped";
    }
    if (e instanceof OutOfMemoryError) {
      return "there is not enough memory for this; " + Room.advice(0);
    }
    if (e instanceof FileSystemException f && f.getFile() != null) {
      return Legible.whole(f.getFile()) + ": " + reason(f, null);
    }
    boolean spoken = e instanceof IOException || e instanceof IllegalArgumentException;
    if (spoken && isOurs(e) && e.getMessage() != null) {
      return Legible.of(e.getMessage(), 3 * Legible.MOST);
    }
    return e instanceof IOException
        ? reason((IOException) e, null)
        : "this is a fault of Wax Hand itself (" + kind(e) + place(e) + ")";
  }

  /** The failure of reading or writing a file, told with its path as it was given. */
  public static FormatException at(Path path, IOException e) {
    return e instanceof FormatException told
        ? told
        : new FormatException(path.toString(), reason(e, path));
  }

  private static String reason(IOException e, Path path) {
    if (e instanceof NoSuchFileException) {
      return "there is no such file or folder";
    }
    if (e instanceof AccessDeniedException) {
      return "you may not read or write it";
    }
    if (e instanceof NotDirectoryException) {
      return "this is no folder";
    }
    if (e instanceof DirectoryNotEmptyException) {
      return "there is a folder of this name";
    }
    if (e instanceof FileAlreadyExistsException) {
      return "something else of this name is there";
    }
    String system = e instanceof FileSystemException f ? f.getReason() : e.getMessage();
    return reason(system == null ? "" : system.toLowerCase(Locale.ROOT), path, e);
  }

  /** What systems say, found by their words, since Java has no kinds of its own for them. */
  private static String reason(String system, Path path, IOException e) {
    if (system.contains("no space left") || system.contains("not enough space")) {
      return "the disk is full" + disk(path);
    }
    if (system.contains("quota")) {
      return "your share of the disk is full" + disk(path);
    }
    if (system.contains("is a directory")) {
      return "there is a folder of this name";
    }
    if (system.contains("not a directory")) {
      return "a part of this path is no folder";
    }
    if (system.contains("symbolic links")) {
      return "its links lead in a circle";
    }
    if (system.contains("name too long")) {
      return "the name is too long";
    }
    if (system.contains("read-only")) {
      return "the disk cannot be written" + disk(path);
    }
    if (system.contains("too many open files")) {
      return "too many files are open";
    }
    return isOurs(e) && !(e instanceof FileSystemException)
        ? Legible.of(e.getMessage(), 3 * Legible.MOST)
        : "it cannot be read or written";
  }

  /** " (its name)": the disk a path lies on, or is to lie on. */
  private static String disk(Path path) {
    Path there = path == null ? null : path.toAbsolutePath();
    while (there != null && !Files.exists(there)) {
      there = there.getParent();
    }
    try {
      return there == null ? "" : " (" + Legible.of(Files.getFileStore(there).toString()) + ")";
    } catch (IOException | RuntimeException e) {
      return "";
    }
  }

  /** What was thrown first, where other threads have wrapped it to hand it over. */
  private static Throwable cause(Throwable thrown) {
    Throwable e = thrown;
    while (e.getCause() != null
        && (e.getCause().getClass() == e.getClass()
            || e instanceof ExecutionException
            || e instanceof CompletionException
            || e instanceof UncheckedIOException)) {
      e = e.getCause();
    }
    return e;
  }

  /** Whether the message is one of ours: thrown by our own code, not by what it called. */
  private static boolean isOurs(Throwable e) {
    StackTraceElement[] trace = e.getStackTrace();
    return trace.length > 0 && trace[0].getClassName().startsWith("waxhand.");
  }

  /** "array index out of bounds" of an ArrayIndexOutOfBoundsException. */
  private static String kind(Throwable e) {
    return e.getClass()
        .getSimpleName()
        .replaceFirst("(Exception|Error)$", "")
        .replaceAll("([a-z])([A-Z])", "$1 $2")
        .toLowerCase(Locale.ROOT);
  }

  /** Where in our code, so that it can be mended. */
  private static String place(Throwable e) {
    for (StackTraceElement step : e.getStackTrace()) {
      if (step.getClassName().startsWith("waxhand.")) {
        return ", "
            + step.getClassName().substring("waxhand.".length())
            + " line "
            + step.getLineNumber();
      }
    }
    return "";
  }
}
