package waxhand.core.body;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which points of a cloud stand where joints of a body are, told by their names alone, such as
 * "LeftKnee". A shoulder is where the upper arm begins, unless another point is.
 *
 * @param joints the point at which the bone of a role begins
 * @param ends the point at which the last bone of a role ends, such as the crown of the head
 * @param spine points between hips and neck, upwards in the order of their names
 */
public record PointRoles(Map<Role, Integer> joints, Map<Role, Integer> ends, List<Integer> spine) {
  private static final Set<String> HIPS =
      Set.of("hips", "hip", "pelvis", "root", "becken", "huefte", "midhip", "hipcenter");
  private static final Set<String> SPINE =
      Set.of(
          "spine", "chest", "thorax", "torso", "abdomen", "waist", "back", "lumbar", "sternum",
          "ruecken", "brust");
  private static final Set<String> ENDS = Set.of("end", "tip", "top", "nub", "site", "crown");
  private static final Set<String> COLLAR = Set.of("collar", "clavicle", "schluesselbein");
  private static final Set<String> SHOULDER = Set.of("shoulder", "schulter");
  private static final Set<String> ARM = Set.of("arm", "upperarm", "uparm", "humerus", "oberarm");
  private static final Set<String> LEG = Set.of("leg", "bein");

  public PointRoles {
    joints = Map.copyOf(joints);
    ends = Map.copyOf(ends);
    spine = List.copyOf(spine);
  }

  public static PointRoles of(List<String> names) {
    Map<Role, Integer> joints = new EnumMap<>(Role.class);
    Map<Role, Integer> ends = new EnumMap<>(Role.class);
    List<Integer> spine = new ArrayList<>();
    List<JointName> read = names.stream().map(JointName::of).toList();
    for (int n = 0; n < read.size(); n++) {
      JointName name = read.get(n);
      boolean end = !name.words().isEmpty() && ENDS.contains(last(name));
      if (name.isBeside() || name.finger() >= 0 || name.isHelper() && !end) {
        continue;
      }
      JointName bare = end ? withoutEnd(name) : name;
      if (bare.side() != Side.MIDDLE) {
        side(read, bare, n, end ? ends : joints, ends);
      } else if (bare.isHead()) {
        (end ? ends : joints).putIfAbsent(Role.HEAD, n);
      } else if (!end && bare.isNeck()) {
        joints.putIfAbsent(Role.NECK, n);
      } else if (!end && HIPS.contains(bare.part())) {
        joints.putIfAbsent(Role.HIPS, n);
      } else if (!end && SPINE.stream().anyMatch(bare.part()::contains)) {
        spine.add(n);
      }
    }
    return new PointRoles(joints, ends, spine);
  }

  private static String last(JointName name) {
    return name.words().get(name.words().size() - 1);
  }

  private static JointName withoutEnd(JointName name) {
    List<String> words = name.words().subList(0, name.words().size() - 1);
    return new JointName(name.side(), String.join("", words), words);
  }

  /** A point of a limb. Modified: to, ends. */
  private static void side(
      List<JointName> all, JointName name, int n, Map<Role, Integer> to, Map<Role, Integer> ends) {
    List<Role> arm = Role.limb(name.side(), false);
    List<Role> leg = Role.limb(name.side(), true);
    String part = name.part();
    if (name.isToes()) {
      to.putIfAbsent(leg.get(3), n);
    } else if (name.isFoot()) {
      // where both are told, the foot begins at the ankle, and the other is before it
      boolean ankle = part.endsWith("ankle") || part.endsWith("knoechel");
      boolean second = !ankle && has(all, name.side(), Set.of("ankle", "knoechel"));
      to.putIfAbsent(second ? leg.get(3) : leg.get(2), n);
    } else if (name.isHand()) {
      boolean wrist = part.endsWith("wrist") || part.endsWith("handgelenk");
      boolean second = !wrist && has(all, name.side(), Set.of("wrist", "handgelenk"));
      (second ? ends : to).putIfAbsent(arm.get(3), n);
    } else if (name.isForearm()) {
      to.putIfAbsent(arm.get(2), n);
    } else if (name.isShin()) {
      to.putIfAbsent(leg.get(1), n);
    } else if (name.isThigh()) {
      to.putIfAbsent(leg.get(0), n);
    } else if (COLLAR.contains(part)) {
      to.putIfAbsent(arm.get(0), n);
    } else if (SHOULDER.contains(part)) {
      to.putIfAbsent(has(all, name.side(), ARM) ? arm.get(0) : arm.get(1), n);
    } else if (ARM.contains(part)) {
      to.putIfAbsent(arm.get(1), n);
    } else if (LEG.contains(part)) {
      boolean thigh = all.stream().anyMatch(o -> o.side() == name.side() && o.isThigh());
      to.putIfAbsent(thigh ? leg.get(1) : leg.get(0), n);
    }
  }

  private static boolean has(List<JointName> all, Side side, Set<String> parts) {
    return all.stream().anyMatch(o -> o.side() == side && parts.contains(o.part()));
  }
}
