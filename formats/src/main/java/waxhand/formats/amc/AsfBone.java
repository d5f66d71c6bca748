package waxhand.formats.amc;

import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.maths.EulerAngles;

/**
 * One bone of an ASF, or its root.
 *
 * @param name as in the file
 * @param along from where it begins to where it ends, at rest in the world, in the file's unit; of
 *     the root where it is at rest
 * @param axis how the frame its angles are about is turned in the world
 * @param dof the numbers it has in each frame, in order: "tx" to "rz"
 */
record AsfBone(String name, Vector3d along, Quaterniond axis, List<String> dof) {
  static final List<String> DOF = List.of("tx", "ty", "tz", "rx", "ry", "rz");

  AsfBone {
    dof = List.copyOf(dof);
  }

  /** Place among the numbers of a frame of a translation (0 to 2) or turn (3 to 5); -1 for none. */
  int place(int channel) {
    return dof.indexOf(DOF.get(channel));
  }

  boolean moves() {
    return dof.stream().anyMatch(d -> d.startsWith("t"));
  }

  boolean turns() {
    return dof.stream().anyMatch(d -> d.startsWith("r"));
  }

  /**
   * The axes it turns about, outermost first: of its numbers the first turns it first. Axes it has
   * no number for come last, in the order of the alphabet.
   */
  int[] order() {
    int[] order = new int[3];
    int count = 0;
    boolean[] had = new boolean[3];
    for (int n = dof.size() - 1; n >= 0; n--) {
      if (dof.get(n).startsWith("r")) {
        int axis = dof.get(n).charAt(1) - 'x';
        order[count++] = axis;
        had[axis] = true;
      }
    }
    for (int axis = 2; axis >= 0; axis--) {
      if (!had[axis]) {
        order[count++] = axis;
      }
    }
    return order;
  }

  EulerAngles angles() {
    int[] order = order();
    return new EulerAngles(order[0], order[1], order[2]);
  }
}
