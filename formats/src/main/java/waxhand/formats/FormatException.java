package waxhand.formats;

import java.io.IOException;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import waxhand.core.text.Legible;

/**
 * A file that cannot be read or written, with the place and the reason, fit to be shown. Nothing of
 * it has been loaded, and nothing that was there has been changed.
 */
public final class FormatException extends IOException {
  private static final long serialVersionUID = 1L;

  /** Longer reasons are cut; what they quote of a file is shorter by far. */
  private static final int LONGEST = 600;

  private final String file;
  private final int line;
  private final int column;
  private final String reason;

  /** A fault of the file as a whole. */
  public FormatException(String file, String reason) {
    this(file, 0, 0, reason);
  }

  /**
   * @param line from 1; 0 where the fault has no place
   * @param column from 1
   */
  public FormatException(String file, int line, int column, String reason) {
    super(
        Legible.whole(file)
            + (line > 0 ? ":" + line + ":" + column : "")
            + ": "
            + Legible.of(reason, LONGEST));
    this.file = file;
    this.line = line;
    this.column = column;
    this.reason = reason;
  }

  /** The same fault of a file under another name, such as its whole path. */
  public FormatException of(String otherFile) {
    return new FormatException(otherFile, line, column, reason);
  }

  /**
   * The same fault of a file under its whole path; a fault of another that lies beside it is told
   * under that one's.
   */
  public FormatException at(Path path) {
    boolean own = path.getFileName() == null || file.equals(path.getFileName().toString());
    return of(own || file.equals(path.toString()) ? path.toString() : beside(path));
  }

  private String beside(Path path) {
    try {
      return path.resolveSibling(file).toString();
    } catch (InvalidPathException e) {
      return path.toString();
    }
  }

  /** The same fault with what it means in front. */
  public FormatException because(String meaning) {
    return new FormatException(file, line, column, meaning + ": " + reason);
  }

  public String file() {
    return file;
  }

  public int line() {
    return line;
  }

  public int column() {
    return column;
  }
}
