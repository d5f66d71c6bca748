package waxhand.formats.project;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Role;
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
    Map<Role, Vector3dc> turns = new EnumMap<>(Role.class);
    for (Map.Entry<String, At> turn : root.get("turns").demanded().members().entrySet()) {
      Optional<Role> role = Role.ofKey(turn.getKey());
      List<At> numbers = turn.getValue().items();
      if (role.isEmpty()) {
        turn.getValue().wrong("there is no such part");
      } else if (numbers.size() != 3) {
        turn.getValue().wrong("it must be a list of 3 numbers");
      } else {
        double most = 4 * Math.PI;
        turns.put(
            role.get(),
            new Vector3d(
                numbers.get(0).number(-most, most, 0),
                numbers.get(1).number(-most, most, 0),
                numbers.get(2).number(-most, most, 0)));
      }
    }
    return new PoseFile(root.get("name").text("pose"), new Pose(turns));
  }

  public void save(Path path) throws FormatException {
    ObjectNode root = JSON.createObjectNode();
    root.put("waxhand", "pose").put("version", VERSION).put("name", name);
    ObjectNode turns = root.putObject("turns");
    for (Role role : Role.values()) {
      pose.turn(role)
          .ifPresent(
              t -> {
                ArrayNode numbers = turns.putArray(role.key());
                numbers.add(t.x()).add(t.y()).add(t.z());
              });
    }
    AtomicFile.write(
        path,
        stream -> stream.write(JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root)));
  }
}
