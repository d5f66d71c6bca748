package waxhand.core.body;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;

/**
 * Finds roles. Names only have to tell where hands (or forearms), feet (or shins) and head are; the
 * limbs are then read off the tree, inwards from their ends, stepping over joints that only divide
 * a bone and joints of no length. Where names say nothing, limbs are told by their length and sides
 * by where the toes point.
 */
final class RoleFinder {
  /** Nearer than this, metres or units of the file, two joints are one place. */
  private static final double ONE_PLACE = 1e-6;

  private final Skeleton skeleton;
  private final List<JointName> names;
  private final Vector3d[] rest;
  private final BitSet asked;

  /** Joints that only divide a bone, though names say nothing of it. */
  private final BitSet dividing = new BitSet();

  private final Map<Role, Integer> found = new EnumMap<>(Role.class);

  private RoleFinder(Skeleton skeleton, BitSet asked) {
    this.skeleton = skeleton;
    this.asked = asked;
    this.names = skeleton.joints().stream().map(j -> JointName.of(j.name())).toList();
    this.rest = skeleton.restPositions();
  }

  /** Roles among some joints of a skeleton. */
  static Map<Role, Integer> find(Skeleton skeleton, BitSet among) {
    RoleFinder finder = new RoleFinder(skeleton, among);
    if (!among.isEmpty()) {
      finder.run();
    }
    return finder.found;
  }

  private void run() {
    int[] feet = ends(JointName::isFoot, JointName::isShin);
    int[] hands = ends(JointName::isHand, JointName::isForearm);
    Optional<Integer> head = firstNamed(JointName::isHead);
    byShape(feet, hands);
    legs(feet);
    trunk(hands, head.orElseGet(() -> headByShape(hands)));
    arms(hands);
  }

  /** Feet or hands, left and right; where only the bone before is named, what hangs from it. */
  private int[] ends(Predicate<JointName> end, Predicate<JointName> before) {
    int[] ends = {named(end, Side.LEFT), named(end, Side.RIGHT)};
    for (int s = 0; s < 2; s++) {
      int upper = ends[s] >= 0 ? -1 : named(before, s == 0 ? Side.LEFT : Side.RIGHT);
      if (upper >= 0) {
        int child = firstChild(upper, n -> !n.isHelper() && !n.isBeside());
        ends[s] =
            child >= 0 ? child : skeleton.joint(upper).tip().isPresent() ? bareEnd(upper) : -1;
      }
    }
    return ends;
  }

  private static final int END = -2;

  /** Stands for the end of a joint's bone that no joint marks. */
  static int bareEnd(int joint) {
    return END - joint;
  }

  private static boolean isBare(int end) {
    return end <= END;
  }

  private Optional<Integer> firstNamed(Predicate<JointName> wanted) {
    for (int j = asked.nextSetBit(0); j >= 0; j = asked.nextSetBit(j + 1)) {
      JointName name = names.get(j);
      if (wanted.test(name) && !name.isHelper() && !name.isBeside()) {
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
    while (j >= 0 && (names.get(j).isHelper() || dividing.get(j) || isOnePlace(j, joint))) {
      j = skeleton.parent(j);
    }
    return j >= 0 && asked.get(j) ? j : -1;
  }

  private boolean isOnePlace(int a, int b) {
    return rest[a].distance(rest[b]) < ONE_PLACE;
  }

  private void legs(int[] feet) {
    for (int s = 0; s < 2; s++) {
      if (feet[s] == -1) {
        continue;
      }
      List<Role> limb = Role.limb(s == 0 ? Side.LEFT : Side.RIGHT, true);
      boolean bare = isBare(feet[s]);
      int shin = bare ? jointOf(feet[s]) : inner(feet[s]);
      int thigh = shin < 0 ? -1 : thigh(shin, limb.get(0).side());
      if (thigh < 0) {
        continue;
      }
      found.put(limb.get(0), thigh);
      found.put(limb.get(1), shin);
      if (bare) {
        continue;
      }
      found.put(limb.get(2), feet[s]);
      int toes = firstChild(feet[s], n -> n.isToes());
      toes = toes >= 0 ? toes : firstChild(feet[s], n -> !n.isHelper() && !n.isBeside());
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

  /** The next joint inwards, or a named thigh further in whose bone that one only divides. */
  private int thigh(int shin, Side side) {
    int next = inner(shin);
    for (int j = next; j >= 0; j = inner(j)) {
      double detour = rest[j].distance(rest[next]) + rest[next].distance(rest[shin]);
      if (detour > (1 + LimbPairs.BENT) * rest[j].distance(rest[shin])) {
        return next;
      }
      if (names.get(j).isThigh() && names.get(j).side() == side) {
        return j;
      }
    }
    return next;
  }

  private void trunk(int[] hands, int head) {
    int hips = found.getOrDefault(Role.HIPS, asked.nextSetBit(0));
    found.put(Role.HIPS, hips);
    int chest = -1;
    for (int end : new int[] {jointOf(hands[0]), jointOf(hands[1]), head}) {
      if (end >= 0) {
        chest = chest < 0 ? end : commonAncestor(chest, end);
      }
    }
    if (head >= 0 && head != hips && skeleton.isAncestor(hips, head)) {
      found.put(Role.HEAD, head);
      int neck = inner(head);
      List<Integer> necks = new ArrayList<>();
      boolean arms = chest >= 0 && chest != head;
      while (neck >= 0
          && neck != hips
          && neck != chest
          && skeleton.isAncestor(hips, neck)
          && !(arms && isOnePlace(neck, chest))
          && (arms || names.get(neck).isNeck())) {
        necks.add(0, neck);
        neck = inner(neck);
      }
      if (!necks.isEmpty()) {
        found.put(Role.NECK, necks.get(0));
      }
      if (necks.size() > 1) {
        found.put(Role.NECK_2, necks.get(1));
      }
      if (!arms) {
        chest = neck;
      }
    }
    spine(hips, chest);
  }

  /** The joint of an end, that of the bone where the end is bare; -1 for none. */
  private static int jointOf(int end) {
    return isBare(end) ? END - end : end;
  }

  private void spine(int hips, int chest) {
    List<Integer> spine = new ArrayList<>();
    for (int j = chest; j >= 0 && j != hips && skeleton.isAncestor(hips, j); j = inner(j)) {
      // a joint at the hips' own place turns all that is above it: part of the hips
      if (!isOnePlace(j, hips)) {
        spine.add(0, j);
      }
    }
    Role[] low = {Role.SPINE_1, Role.SPINE_2, Role.SPINE_3};
    int below = spine.size() - 1;
    int count = Math.min(below, low.length);
    for (int i = 0; i < count; i++) {
      // of more than there are roles for: the lowest, and others spread over the rest
      int at = below <= low.length ? i : (int) Math.round(i * (below - 1) / (low.length - 1.0));
      found.put(low[i], spine.get(at));
    }
    if (!spine.isEmpty()) {
      found.put(Role.CHEST, spine.get(below));
    }
  }

  private void arms(int[] hands) {
    int inside = found.getOrDefault(Role.CHEST, found.get(Role.HIPS));
    for (int s = 0; s < 2; s++) {
      if (hands[s] == -1) {
        continue;
      }
      Side side = s == 0 ? Side.LEFT : Side.RIGHT;
      List<Role> limb = Role.limb(side, false);
      boolean bare = isBare(hands[s]);
      int forearm = bare ? jointOf(hands[s]) : inner(hands[s]);
      int upper = forearm < 0 ? -1 : inner(forearm);
      if (upper < 0 || forearm == inside) {
        continue;
      }
      if (!bare) {
        found.put(limb.get(3), hands[s]);
      }
      found.put(limb.get(2), forearm);
      if (upper == inside) {
        continue;
      }
      found.put(limb.get(1), upper);
      int collar = inner(upper);
      if (collar >= 0 && collar != inside && skeleton.isAncestor(inside, collar)) {
        found.put(limb.get(0), collar);
      }
      if (!bare) {
        fingers(hands[s], side);
      }
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

  /** Modified: feet and hands, each where names told of none. */
  private void byShape(int[] feet, int[] hands) {
    List<Integer> joints = asked.stream().filter(j -> !names.get(j).isBeside()).boxed().toList();
    LimbPairs pairs = new LimbPairs(skeleton, joints, rest);
    Optional<LimbPairs.Pair> legs =
        (isNone(feet) ? pairs.legs() : pairs.of(jointOf(feet[0]), jointOf(feet[1])))
            .filter(p -> !p.holds(jointOf(hands[0])) && !p.holds(jointOf(hands[1])));
    if (legs.isEmpty()) {
      return;
    }
    Optional<LimbPairs.Pair> arms =
        isNone(hands) ? pairs.arms(legs.get()) : pairs.of(jointOf(hands[0]), jointOf(hands[1]));
    for (LimbPairs.Pair pair : Stream.concat(legs.stream(), arms.stream()).toList()) {
      pair.dividing().stream().filter(j -> !names.get(j).isLimb()).forEach(dividing::set);
    }
    Vector3d left = toTheLeft(pairs, legs.get(), feet);
    if (isNone(feet)) {
      put(pairs, legs.get(), left, feet);
    }
    if (arms.isPresent() && isNone(hands)) {
      put(pairs, arms.get(), left, hands);
    }
  }

  private static boolean isNone(int[] ends) {
    return ends[0] == -1 && ends[1] == -1;
  }

  /** From names of feet where they tell, else from where the toes point. */
  private Vector3d toTheLeft(LimbPairs pairs, LimbPairs.Pair legs, int[] feet) {
    if (!isNone(feet)) {
      Vector3d apart =
          new Vector3d(begins(legs.branch(), legs.first()))
              .sub(begins(legs.branch(), legs.second()));
      boolean first =
          legs.first().contains(jointOf(feet[0])) || legs.second().contains(jointOf(feet[1]));
      return first ? apart : apart.negate();
    }
    int[] ends = {pairs.end(legs.first()), pairs.end(legs.second())};
    Vector3d up =
        new Vector3d(rest[legs.branch()])
            .mul(2)
            .sub(rest[jointOf(ends[0])])
            .sub(rest[jointOf(ends[1])]);
    Vector3d ahead = ahead(ends[0]).add(ahead(ends[1]));
    ahead.fma(-ahead.dot(up) / Math.max(1e-12, up.lengthSquared()), up);
    if (ahead.length() < 1e-3 * up.length()) {
      ahead.set(0, 0, 1);
    }
    return up.cross(ahead);
  }

  /** From a foot to the end of what hangs from it: where its toes point. */
  private Vector3d ahead(int foot) {
    if (isBare(foot)) {
      return new Vector3d();
    }
    int end = foot;
    while (!skeleton.children(end).isEmpty()) {
      end = skeleton.children(end).get(0);
    }
    int last = end;
    Vector3d ahead =
        skeleton
            .joint(last)
            .tip()
            .map(t -> skeleton.toWorldAtRest(last, new Vector3d(t)))
            .orElseGet(Vector3d::new);
    return ahead.add(rest[last]).sub(rest[foot]);
  }

  /** Modified: dest, the end of the limb that begins farther to the left first. */
  private void put(LimbPairs pairs, LimbPairs.Pair pair, Vector3d left, int[] dest) {
    Vector3d first = begins(pair.branch(), pair.first());
    Vector3d second = begins(pair.branch(), pair.second());
    boolean swapped = left.dot(second) > left.dot(first);
    dest[0] = pairs.end(swapped ? pair.second() : pair.first());
    dest[1] = pairs.end(swapped ? pair.first() : pair.second());
  }

  /** Where a limb leaves the body: feet may be crossed. */
  private Vector3d begins(int branch, List<Integer> chain) {
    for (int j : chain) {
      if (!isOnePlace(branch, j)) {
        return rest[j];
      }
    }
    return rest[branch];
  }

  /** What goes on where both arms branch off, away from the hips. */
  private int headByShape(int[] hands) {
    Integer hips = found.get(Role.HIPS);
    int left = jointOf(hands[0]);
    int right = jointOf(hands[1]);
    if (hips == null || left < 0 || right < 0) {
      return -1;
    }
    int chest = commonAncestor(left, right);
    double farthest = 0;
    int top = -1;
    for (int j = asked.nextSetBit(chest + 1); j >= 0; j = asked.nextSetBit(j + 1)) {
      boolean own =
          skeleton.isAncestor(chest, j)
              && commonAncestor(j, left) == chest
              && commonAncestor(j, right) == chest;
      if (own && !names.get(j).isBeside() && rest[j].distance(rest[chest]) > farthest) {
        farthest = rest[j].distance(rest[chest]);
        top = j;
      }
    }
    // a jaw and eyes hang from a head
    for (int j = top; j >= 0 && j != chest; j = skeleton.parent(j)) {
      top = skeleton.children(j).size() > 1 ? j : top;
    }
    return top;
  }
}
