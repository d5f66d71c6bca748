package waxhand.formats.project;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import waxhand.core.pose.Pose;
import waxhand.formats.FormatException;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.WholeFile;

/**
 * A pose in a file.
 *
 * @param name for people
 */
public record PoseFile(String name, Pose pose) {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int VERSION = 1;

  /**
   * @throws FormatException if anything is wrong with it
   */
  public static PoseFile read(Path path) throws FormatException {
    return parse(path.toString(), WholeFile.read(path, WholeFile.MOST_TEXT));
  }

  /**
   * Reads a pose. Nothing of it may be left out.
   *
   * @param file for messages
   * @throws FormatException if anything is wrong with it
   */
  static PoseFile parse(String file, byte[] bytes) throws FormatException {
    At root = At.root(file, bytes, Faults.none(file));
    if (!root.get("waxhand").text("").equals("pose")) {
      throw new FormatException(file, "this is no pose: \"waxhand\": \"pose\" is missing");
    }
    Versions.check(root, VERSION);
    Pose pose = PoseJson.read(root.get("turns"));
    return new PoseFile(root.get("name").text("pose"), pose);
  }

  public void save(Path path) throws FormatException {
    ObjectNode root = JSON.createObjectNode();
    root.put("waxhand", "pose").put("version", VERSION).put("name", name);
    PoseJson.write(pose, root.putObject("turns"));
    AtomicFile.write(
        path,
        stream -> stream.write(JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root)));
  }
}
