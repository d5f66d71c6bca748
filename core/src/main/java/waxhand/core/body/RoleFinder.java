package waxhand.core.body;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;

/**
 * Finds roles. Names only have to tell where hands, feet and head are; the limbs are then read off
 * the tree, inwards from their ends, stepping over twist joints. Where names say nothing, the ends
 * are found from the shape at rest: feet lowest, head highest, hands farthest out.
 */
final class RoleFinder {
  private final Skeleton skeleton;
  private final List<JointName> names;
  private final Vector3d[] rest;
  private final Map<Role, Integer> found = new EnumMap<>(Role.class);

  private RoleFinder(Skeleton skeleton) {
    this.skeleton = skeleton;
    this.names = skeleton.joints().stream().map(j -> JointName.of(j.name())).toList();
    this.rest = skeleton.restPositions();
  }

  static Map<Role, Integer> find(Skeleton skeleton) {
    RoleFinder finder = new RoleFinder(skeleton);
    if (skeleton.size() > 0) {
      finder.run();
    }
    return finder.found;
  }

  private void run() {
    int[] feet = {named(JointName::isFoot, Side.LEFT), named(JointName::isFoot, Side.RIGHT)};
    int[] hands = {named(JointName::isHand, Side.LEFT), named(JointName::isHand, Side.RIGHT)};
    Optional<Integer> head = firstNamed(JointName::isHead);
    if (feet[0] < 0 && feet[1] < 0) {
      feet = feetByShape();
    }
    if (hands[0] < 0 && hands[1] < 0) {
      hands = handsByShape(feet);
    }
    legs(feet);
    trunk(hands, head.orElseGet(() -> headByShape(feetAndHands())));
    arms(hands);
  }

  private List<Integer> feetAndHands() {
    return new ArrayList<>(found.values());
  }

  private Optional<Integer> firstNamed(Predicate<JointName> wanted) {
    for (int j = 0; j < names.size(); j++) {
      if (wanted.test(names.get(j)) && !names.get(j).isHelper()) {
        return Optional.of(j);
      }
    }
    return Optional.empty();
  }

  private int named(Predicate<JointName> wanted, Side side) {
    return firstNamed(n -> n.side() == side && wanted.test(n)).orElse(-1);
  }

  /** The next joint inwards that is no helper and stands apart from this one; -1 at the root. */
  private int inner(int joint) {
    int j = skeleton.parent(joint);
    while (j >= 0 && (names.get(j).isHelper() || rest[j].distance(rest[joint]) < 1e-6)) {
      j = skeleton.parent(j);
    }
    return j;
  }

  private void legs(int[] feet) {
    for (int s = 0; s < 2; s++) {
      if (feet[s] < 0) {
        continue;
      }
      List<Role> limb = Role.limb(s == 0 ? Side.LEFT : Side.RIGHT, true);
      int shin = inner(feet[s]);
      int thigh = shin < 0 ? -1 : inner(shin);
      if (thigh < 0) {
        continue;
      }
      found.put(limb.get(0), thigh);
      found.put(limb.get(1), shin);
      found.put(limb.get(2), feet[s]);
      int toes = firstChild(feet[s], n -> n.isToes());
      toes = toes >= 0 ? toes : firstChild(feet[s], n -> !n.isHelper());
      if (toes >= 0) {
        found.put(limb.get(3), toes);
      }
    }
    Integer left = found.get(Role.LEFT_THIGH);
    Integer right = found.get(Role.RIGHT_THIGH);
    if (left != null && right != null) {
      found.put(Role.HIPS, commonAncestor(left, right));
    } else if (left != null || right != null) {
      // a thigh that is a root itself has no hips
      int hips = inner(left != null ? left : right);
      if (hips >= 0) {
        found.put(Role.HIPS, hips);
      }
    }
  }

  private void trunk(int[] hands, int head) {
    int hips = found.getOrDefault(Role.HIPS, 0);
    found.put(Role.HIPS, hips);
    int chest = -1;
    for (int end : new int[] {hands[0], hands[1], head}) {
      if (end >= 0) {
        chest = chest < 0 ? end : commonAncestor(chest, end);
      }
    }
    if (head >= 0 && head != hips && skeleton.isAncestor(hips, head)) {
      found.put(Role.HEAD, head);
      int neck = inner(head);
      List<Integer> necks = new ArrayList<>();
      while (neck >= 0 && neck != hips && neck != chest && skeleton.isAncestor(hips, neck)) {
        if (chest < 0 || chest == head ? !names.get(neck).isNeck() : false) {
          break;
        }
        necks.add(0, neck);
        neck = inner(neck);
      }
      if (!necks.isEmpty()) {
        found.put(Role.NECK, necks.get(0));
      }
      if (necks.size() > 1) {
        found.put(Role.NECK_2, necks.get(1));
      }
      if (chest < 0 || chest == head) {
        chest = neck;
      }
    }
    spine(hips, chest);
  }

  private void spine(int hips, int chest) {
    List<Integer> spine = new ArrayList<>();
    int j = chest;
    while (j >= 0 && j != hips && skeleton.isAncestor(hips, j)) {
      spine.add(0, j);
      j = inner(j);
    }
    Role[] low = {Role.SPINE_1, Role.SPINE_2, Role.SPINE_3};
    for (int i = 0; i < spine.size() - 1 && i < low.length; i++) {
      found.put(low[i], spine.get(i));
    }
    if (!spine.isEmpty()) {
      found.put(Role.CHEST, spine.get(spine.size() - 1));
    }
  }

  private void arms(int[] hands) {
    int inside = found.getOrDefault(Role.CHEST, found.get(Role.HIPS));
    for (int s = 0; s < 2; s++) {
      if (hands[s] < 0) {
        continue;
      }
      Side side = s == 0 ? Side.LEFT : Side.RIGHT;
      List<Role> limb = Role.limb(side, false);
      int forearm = inner(hands[s]);
      int upper = forearm < 0 ? -1 : inner(forearm);
      if (upper < 0 || forearm == inside) {
        continue;
      }
      found.put(limb.get(3), hands[s]);
      found.put(limb.get(2), forearm);
      if (upper == inside) {
        continue;
      }
      found.put(limb.get(1), upper);
      int collar = inner(upper);
      if (collar >= 0 && collar != inside && skeleton.isAncestor(inside, collar)) {
        found.put(limb.get(0), collar);
      }
      fingers(hands[s], side);
    }
  }

  private void fingers(int hand, Side side) {
    List<Role> roles = Role.fingers(side);
    int[] next = new int[5];
    for (int j = hand + 1; j < skeleton.size(); j++) {
      JointName name = names.get(j);
      int finger = name.finger();
      if (finger >= 0 && next[finger] < 3 && !name.isHelper() && skeleton.isAncestor(hand, j)) {
        found.put(roles.get(3 * finger + next[finger]++), j);
      }
    }
  }

  private int firstChild(int joint, Predicate<JointName> wanted) {
    Deque<Integer> open = new ArrayDeque<>(skeleton.children(joint));
    while (!open.isEmpty()) {
      int j = open.removeFirst();
      if (wanted.test(names.get(j))) {
        return j;
      }
      open.addAll(skeleton.children(j));
    }
    return -1;
  }

  private int commonAncestor(int a, int b) {
    int j = a;
    while (j >= 0 && !skeleton.isAncestor(j, b)) {
      j = skeleton.parent(j);
    }
    return Math.max(j, 0);
  }

  // ---- from the shape alone ----------------------------------------------------------------

  private List<Integer> leaves() {
    List<Integer> leaves = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      if (skeleton.children(j).isEmpty()) {
        leaves.add(j);
      }
    }
    return leaves;
  }

  private double span(int axis) {
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (Vector3d p : rest) {
      low = Math.min(low, p.get(axis));
      high = Math.max(high, p.get(axis));
    }
    return high - low;
  }

  /** Ends on the left (x above 0) and right of leaf joints in a zone, as places in their limb. */
  private int[] endsByShape(Predicate<Vector3d> zone, Comparator<Integer> best) {
    int[] ends = {-1, -1};
    double middle = rest[0].x;
    double aside = 0.02 * span(1);
    for (int s = 0; s < 2; s++) {
      int sign = s == 0 ? 1 : -1;
      ends[s] =
          leaves().stream()
              .filter(j -> sign * (rest[j].x - middle) > aside && zone.test(rest[j]))
              .max(best)
              .map(this::endOfLongBones)
              .orElse(-1);
    }
    return ends;
  }

  private int[] feetByShape() {
    double low = java.util.Arrays.stream(rest).mapToDouble(p -> p.y).min().orElse(0);
    double height = span(1);
    return endsByShape(p -> p.y < low + 0.2 * height, Comparator.comparingDouble(j -> -rest[j].y));
  }

  private int[] handsByShape(int[] feet) {
    double root = rest[0].y;
    Predicate<Vector3d> zone = p -> feet[0] < 0 || p.y > root - 0.25 * span(1);
    int[] hands =
        endsByShape(zone, Comparator.comparingDouble(j -> Math.abs(rest[j].x - rest[0].x)));
    for (int s = 0; s < 2; s++) {
      if (hands[s] >= 0 && (hands[s] == feet[0] || hands[s] == feet[1])) {
        hands[s] = -1;
      }
    }
    return hands;
  }

  private int headByShape(List<Integer> taken) {
    return leaves().stream()
        .filter(j -> !taken.contains(j) && rest[j].y > rest[0].y)
        .filter(j -> Math.abs(rest[j].x - rest[0].x) < 0.05 * span(1))
        .max(Comparator.comparingDouble(j -> rest[j].y))
        .orElse(-1);
  }

  /** The joint at the far end of the two longest neighbouring bones on the way out to a leaf. */
  private int endOfLongBones(int leaf) {
    int best = leaf;
    double longest = 0;
    for (int j = leaf; j >= 0; j = skeleton.parent(j)) {
      int p = skeleton.parent(j);
      int g = p < 0 ? -1 : skeleton.parent(p);
      if (g < 0) {
        break;
      }
      double length = Math.min(rest[j].distance(rest[p]), rest[p].distance(rest[g]));
      if (length > longest + 1e-9) {
        longest = length;
        best = j;
      }
    }
    return best;
  }
}
