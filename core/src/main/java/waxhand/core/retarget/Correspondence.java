package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Skeleton;

/**
 * Which joints of a body tell each joint of a character how to turn. Limbs, hands and feet go part
 * by part; spine and neck go as chains, whatever their number of joints; twist joints share the
 * roll of their bone; what has no counterpart goes with what carries it.
 */
public final class Correspondence {
  /** A twist joint is no farther beside its bone than this share of its length. */
  private static final double BESIDE = 0.15;

  private static final double LEAST_M = 1e-4;

  /** Parts that answer as chains, whatever their number. */
  private static final Set<Role> CHAINS = EnumSet.range(Role.SPINE_1, Role.NECK_2);

  private final Body source;
  private final Body target;
  private final Turn[] turns;

  /**
   * @param target in the roles by which it answers: see {@link BodyMap#on}
   */
  public Correspondence(Body source, Body target) {
    this.source = source;
    this.target = target;
    Skeleton skeleton = target.skeleton();
    turns = new Turn[skeleton.size()];
    Chains from = Chains.of(source);
    Chains to = Chains.of(target);
    if (from.hips() >= 0 && to.hips() >= 0) {
      put(new Turn.Copied(to.hips(), from.hips()));
      spread(from.hips(), from.spine(), from.top(), to.spine(), true);
      boolean heads = from.head() >= 0 && to.head() >= 0;
      if (heads) {
        put(new Turn.Copied(to.head(), from.head()));
      }
      spread(from.top(), from.neck(), heads ? from.head() : -1, to.neck(), false);
    }
    for (Map.Entry<Role, Integer> e : target.joints().entrySet()) {
      int its = source.joint(e.getKey()).orElse(-1);
      if (turns[e.getValue()] == null && its >= 0 && e.getKey().side() != Side.MIDDLE) {
        put(new Turn.Copied(e.getValue(), its));
      }
    }
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      Vector3dc out = new Vector3d(side == Side.LEFT ? 1 : -1, 0, 0);
      List<Role> arm = Role.limb(side, false);
      share(arm.get(1), arm.get(2), out);
      roll(arm.subList(1, 4), out);
      Vector3dc down = new Vector3d(0, -1, 0);
      List<Role> leg = Role.limb(side, true);
      share(leg.get(0), leg.get(1), down);
      roll(leg.subList(0, 3), down);
    }
    for (int j = 0; j < turns.length; j++) {
      if (turns[j] == null) {
        turns[j] = new Turn.Following(j, skeleton.parent(j));
      }
    }
  }

  private void put(Turn.Copied turn) {
    turns[turn.joint()] = turn;
  }

  /**
   * Spreads what a chain turns over another with another number of joints.
   *
   * @param below the joint the chain stands on
   * @param end the joint it ends with or at; -1 where it just ends
   * @param ends whether the last joint of both chains is that end
   */
  private void spread(int below, List<Integer> from, int end, List<Integer> to, boolean ends) {
    List<Integer> knots = new ArrayList<>();
    knots.add(below);
    knots.addAll(from);
    if (!ends && end >= 0) {
      knots.add(end);
    }
    int last = knots.size() - 1;
    int steps = ends || end < 0 ? to.size() : to.size() + 1;
    for (int k = 1; k <= to.size(); k++) {
      double at = (double) k * last / steps;
      int a = (int) Math.floor(at + 1e-9);
      double share = at - a;
      int joint = to.get(k - 1);
      turns[joint] =
          share < 1e-6 || a >= last
              ? new Turn.Copied(joint, knots.get(Math.min(a, last)))
              : new Turn.Between(joint, knots.get(a), knots.get(a + 1), share);
    }
  }

  /**
   * Shares the roll of a lower arm or leg out where the character has twist joints for it.
   *
   * @param limb its upper bone, the bone itself, and what is at its end
   * @param axis along the bone in the stance
   */
  private void roll(List<Role> limb, Vector3dc axis) {
    int upper = source.joint(limb.get(0)).orElse(-1);
    int lower = source.joint(limb.get(1)).orElse(-1);
    int end = source.joint(limb.get(2)).orElse(-1);
    int begin = target.joint(limb.get(1)).orElse(-1);
    int its = target.joint(limb.get(2)).orElse(-1);
    if (upper < 0 || lower < 0 || end < 0 || begin < 0 || its < 0) {
      return;
    }
    List<Integer> twists = twists(target, begin, its);
    if (twists.isEmpty()) {
      return;
    }
    int whole = whole(upper, lower);
    turns[begin] = new Turn.Rolled(begin, whole, lower, end, axis, 0);
    for (int t : twists) {
      turns[t] = new Turn.Rolled(t, whole, lower, end, axis, along(begin, its, t));
    }
  }

  /**
   * Shares the roll of an upper arm or a thigh out over its twist joints: one that hangs on the
   * bone by where it is, one in its line by where its own piece ends, so that elbow and knee bend
   * about their hinge alone.
   *
   * @param axis along the bone in the stance
   */
  private void share(Role bone, Role next, Vector3dc axis) {
    Skeleton skeleton = target.skeleton();
    int from = source.joint(bone).orElse(-1);
    int to = source.joint(next).orElse(-1);
    int begin = target.joint(bone).orElse(-1);
    int end = target.joint(next).orElse(-1);
    if (from < 0 || to < 0 || begin < 0 || end < 0) {
      return;
    }
    int whole = whole(from, to);
    put(new Turn.Copied(begin, whole));
    int above = skeleton.parent(begin);
    if (above < 0) {
      return;
    }
    List<Integer> inLine = inLine(target, begin, end);
    for (int t : twists(target, begin, end)) {
      int on = skeleton.parent(t);
      if (!inLine.contains(t) && (on == begin || inLine.contains(on))) {
        turns[t] = new Turn.Shared(t, above, whole, from, to, axis, along(begin, end, t));
      }
    }
    double share = 1;
    for (int k = inLine.size() - 1; k >= 0; k--) {
      int t = inLine.get(k);
      turns[t] = new Turn.Shared(t, above, whole, from, to, axis, share);
      share = along(begin, end, t);
      turns[begin] = new Turn.Shared(begin, above, whole, from, to, axis, share);
    }
  }

  /** The joint of the other body that has all of the roll of its bone. */
  private int whole(int from, int to) {
    List<Integer> inLine = inLine(source, from, to);
    return inLine.isEmpty() ? from : inLine.get(inLine.size() - 1);
  }

  /** How far along a bone of the character a joint is, 0 to 1. */
  private double along(int begin, int end, int joint) {
    Vector3d[] rest = target.skeleton().restPositions();
    return Math.min(1, rest[joint].distance(rest[begin]) / rest[end].distance(rest[begin]));
  }

  /** Twist joints in the line of a bone, which carry what comes behind it. */
  private static List<Integer> inLine(Body body, int from, int to) {
    return twists(body, from, to).stream().filter(t -> body.skeleton().isAncestor(t, to)).toList();
  }

  /** Joints without a role that lie on a bone, in its line or hanging beside it. */
  private static List<Integer> twists(Body body, int from, int to) {
    Skeleton skeleton = body.skeleton();
    Vector3d[] rest = skeleton.restPositions();
    Vector3d bone = new Vector3d(rest[to]).sub(rest[from]);
    double length = bone.length();
    List<Integer> twists = new ArrayList<>();
    if (length < LEAST_M) {
      return twists;
    }
    bone.div(length);
    TreeSet<Integer> ends = new TreeSet<>(body.joints().values());
    for (int j = from + 1; j < skeleton.size(); j++) {
      boolean hangs = skeleton.isAncestor(from, j) && !skeleton.isAncestor(to, j);
      Vector3d at = new Vector3d(rest[j]).sub(rest[from]);
      double along = at.dot(bone);
      boolean on =
          along > LEAST_M
              && along <= length + LEAST_M
              && at.fma(-along, bone).length() < BESIDE * length;
      if (hangs && on && !ends.contains(j)) {
        twists.add(j);
      }
    }
    return twists;
  }

  Turn[] turns() {
    return turns;
  }

  public Body source() {
    return source;
  }

  public Body target() {
    return target;
  }

  /** Whether a joint of the character is told by the other body, and does not just follow. */
  public boolean isTold(int targetJoint) {
    return !(turns[targetJoint] instanceof Turn.Following);
  }

  /** Parts of the body that no joint of the character answers. */
  public List<Role> unanswered() {
    return source.joints().keySet().stream()
        .filter(r -> !CHAINS.contains(r))
        .filter(r -> target.joint(r).isEmpty())
        .toList();
  }

  /** Parts of the character that nothing moves, as the other body has none such. */
  public List<Role> unmoved() {
    return target.joints().entrySet().stream()
        .filter(e -> !isTold(e.getValue()))
        .map(Map.Entry::getKey)
        .toList();
  }
}
