package waxhand.formats.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import waxhand.formats.FormatException;

/**
 * What a job must not write over: every file that it reads, and every place that another of its
 * outputs has. Files are one by what they are on the disk, whatever leads to them: links, hard
 * links, {@code ..}, other spellings.
 */
public final class Untouchable {
  private final Map<Object, Read> read = new HashMap<>();
  private final Map<Object, Path> written = new HashMap<>();

  private record Read(Path path, String what) {}

  /**
   * Says that a file is read.
   *
   * @param what it is, such as "the raw take"
   */
  public Untouchable reads(Path input, String what) {
    for (Object key : keys(input)) {
      read.putIfAbsent(key, new Read(input, what));
    }
    return this;
  }

  /**
   * Claims a place for an output; nothing is written yet.
   *
   * @throws FormatException if the job reads the file there, or another output has the place
   */
  public void claim(Path output) throws FormatException {
    List<Object> keys = keys(output);
    for (Object key : keys) {
      Read input = read.get(key);
      if (input != null) {
        throw new FormatException(
            output.toString(),
            input.what()
                + " would be overwritten"
                + named(output, input.path())
                + "; give another name or folder");
      }
      if (written.containsKey(key)) {
        throw new FormatException(
            output.toString(),
            "two results would be written here" + named(output, written.get(key)));
      }
    }
    keys.forEach(key -> written.put(key, output));
  }

  private static String named(Path output, Path other) {
    return output.equals(other) ? "" : " (it is " + other + ")";
  }

  /** Everything by which a file can be known: where it really lies, and what the disk calls it. */
  private static List<Object> keys(Path path) {
    List<Object> keys = new ArrayList<>();
    keys.add(place(path.toAbsolutePath()));
    try {
      keys.add(path.toRealPath());
      Object inside = Files.readAttributes(path, BasicFileAttributes.class).fileKey();
      if (inside != null) {
        keys.add(inside);
      }
    } catch (IOException e) {
      // it is not there, so it is known by its place alone
    }
    return keys;
  }

  /** Where a name lies, its last part not followed: links in its folders are. */
  private static Path place(Path absolute) {
    Path folder = absolute.getParent();
    if (folder == null) {
      return absolute;
    }
    try {
      return folder.toRealPath().resolve(absolute.getFileName()).normalize();
    } catch (IOException e) {
      return place(folder).resolve(absolute.getFileName()).normalize();
    }
  }
}
