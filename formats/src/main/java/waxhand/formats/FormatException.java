package waxhand.formats;

import java.io.IOException;

/** A file that cannot be read, with the place and the reason. Nothing of it has been loaded. */
public final class FormatException extends IOException {
  private static final long serialVersionUID = 1L;

  private final String file;
  private final int line;
  private final int column;

  /** A fault of the file as a whole. */
  public FormatException(String file, String reason) {
    this(file, 0, 0, reason);
  }

  /**
   * @param line from 1; 0 where the fault has no place
   * @param column from 1
   */
  public FormatException(String file, int line, int column, String reason) {
    super(line > 0 ? file + ":" + line + ":" + column + ": " + reason : file + ": " + reason);
    this.file = file;
    this.line = line;
    this.column = column;
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
