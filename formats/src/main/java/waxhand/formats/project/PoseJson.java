package waxhand.formats.project;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Role;
import waxhand.core.pose.Pose;
import waxhand.core.project.KeptPose;
import waxhand.formats.FormatException;

/** Poses as JSON: a rotation vector a part, by role. */
final class PoseJson {
  private static final double MOST = 4 * Math.PI;

  private PoseJson() {}

  /** Puts the turns of a pose into an object. Modified: turns. */
  static void write(Pose pose, ObjectNode turns) {
    for (Role role : Role.values()) {
      pose.turn(role)
          .ifPresent(
              t -> {
                ArrayNode numbers = turns.putArray(role.key());
                numbers.add(t.x()).add(t.y()).add(t.z());
              });
    }
  }

  /** The turns of a pose; what is wrong with one leaves it out. */
  static Pose read(At turns) throws FormatException {
    Map<Role, Vector3dc> read = new EnumMap<>(Role.class);
    for (Map.Entry<String, At> turn : turns.demanded().members().entrySet()) {
      Optional<Role> role = Role.ofKey(turn.getKey());
      List<At> numbers = turn.getValue().items();
      if (role.isEmpty()) {
        turn.getValue().wrong("there is no such part");
      } else if (numbers.size() != 3) {
        turn.getValue().wrong("it must be a list of 3 numbers");
      } else {
        read.put(
            role.get(),
            new Vector3d(
                numbers.get(0).number(-MOST, MOST, 0),
                numbers.get(1).number(-MOST, MOST, 0),
                numbers.get(2).number(-MOST, MOST, 0)));
      }
    }
    return new Pose(read);
  }

  /** Those of a project. */
  static List<KeptPose> kept(At list) throws FormatException {
    List<KeptPose> poses = new ArrayList<>();
    for (At item : list.items()) {
      String name = item.get("name").text("");
      poses.add(new KeptPose(name.isBlank() ? "pose" : name, read(item.get("turns"))));
    }
    return poses;
  }
}
