package waxhand.core.body;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import waxhand.core.motion.Skeleton;

/**
 * Which joints play which roles, to be changed by hand where they were found wrongly. A joint plays
 * one role and a role is played by one joint; limbs and spine run outwards from the hips. What is
 * given last wins: roles that contradict it are taken off. Immutable.
 *
 * @param joints the joint of each role
 */
public record Cast(Map<Role, Integer> joints) {
  private static final String BETWEEN = " ";
  private static final String IS = ":";

  public Cast {
    joints = Collections.unmodifiableMap(new EnumMap<>(ofRoles(joints)));
  }

  private static EnumMap<Role, Integer> ofRoles(Map<Role, Integer> joints) {
    EnumMap<Role, Integer> copy = new EnumMap<>(Role.class);
    copy.putAll(joints);
    return copy;
  }

  public static Cast of(Body body) {
    return new Cast(body.joints());
  }

  /** With a role given to a joint, and without the roles that contradict it. */
  public Cast with(Skeleton skeleton, Role role, int joint) {
    EnumMap<Role, Integer> changed = ofRoles(without(joint).joints);
    changed.put(role, joint);
    changed.entrySet().removeIf(e -> contradicts(skeleton, role, joint, e.getKey(), e.getValue()));
    return new Cast(changed);
  }

  /** With a joint that plays no role. */
  public Cast without(int joint) {
    EnumMap<Role, Integer> changed = ofRoles(joints);
    changed.values().removeIf(j -> j == joint);
    return new Cast(changed);
  }

  /** With what is left taken for right, and right for left. */
  public Cast mirrored() {
    EnumMap<Role, Integer> changed = new EnumMap<>(Role.class);
    joints.forEach((role, joint) -> changed.put(role.mirrored(), joint));
    return new Cast(changed);
  }

  /** What could be played by joints of that skeleton: others, and what contradicts, is left out. */
  public Cast fitting(Skeleton skeleton) {
    Cast fitting = new Cast(new EnumMap<>(Role.class));
    for (Map.Entry<Role, Integer> e : joints.entrySet()) {
      Role role = e.getKey();
      int joint = e.getValue();
      boolean free = joint >= 0 && joint < skeleton.size() && !fitting.joints.containsValue(joint);
      if (free
          && fitting.joints.entrySet().stream()
              .noneMatch(o -> contradicts(skeleton, role, joint, o.getKey(), o.getValue()))) {
        fitting = fitting.with(skeleton, role, joint);
      }
    }
    return fitting;
  }

  /** Whether one of two roles lies outwards of the other and its joint does not. */
  private static boolean contradicts(
      Skeleton skeleton, Role role, int joint, Role other, int itsJoint) {
    if (role == other) {
      return false;
    }
    for (List<Role> line : LINES) {
      int a = line.indexOf(role);
      int b = line.indexOf(other);
      if (a >= 0 && b >= 0) {
        return a < b
            ? !skeleton.isAncestor(joint, itsJoint)
            : !skeleton.isAncestor(itsJoint, joint);
      }
    }
    return false;
  }

  /** Roles that follow each other outwards. */
  private static final List<List<Role>> LINES = lines();

  private static List<List<Role>> lines() {
    List<List<Role>> lines = new ArrayList<>();
    lines.add(
        List.of(
            Role.HIPS,
            Role.SPINE_1,
            Role.SPINE_2,
            Role.SPINE_3,
            Role.CHEST,
            Role.NECK,
            Role.NECK_2,
            Role.HEAD));
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      lines.add(fromHips(Role.limb(side, true)));
      List<Role> arm = fromHips(Role.limb(side, false));
      lines.add(arm);
      List<Role> fingers = Role.fingers(side);
      for (int f = 0; f < fingers.size(); f += 3) {
        List<Role> finger = new ArrayList<>(arm);
        finger.addAll(fingers.subList(f, f + 3));
        lines.add(finger);
      }
    }
    return List.copyOf(lines);
  }

  private static List<Role> fromHips(List<Role> limb) {
    List<Role> line = new ArrayList<>();
    line.add(Role.HIPS);
    line.addAll(limb);
    return line;
  }

  /** On one line, to be kept: "hips:0 left-thigh:12". */
  public String text() {
    return joints.entrySet().stream()
        .map(e -> e.getKey().key() + IS + e.getValue())
        .collect(Collectors.joining(BETWEEN));
  }

  /** What {@link #text} wrote; empty where it is no such line or gives a role twice. */
  public static Optional<Cast> parse(String text) {
    Map<Role, Integer> joints = new TreeMap<>();
    for (String each : text.strip().split(BETWEEN)) {
      String[] parts = each.split(IS, -1);
      Optional<Role> role = Role.ofKey(parts[0]);
      if (parts.length != 2 || role.isEmpty() || !parts[1].matches("\\d{1,6}")) {
        return Optional.empty();
      }
      if (joints.put(role.get(), Integer.parseInt(parts[1])) != null) {
        return Optional.empty();
      }
    }
    return Optional.of(new Cast(joints));
  }
}
