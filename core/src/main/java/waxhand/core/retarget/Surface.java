package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.character.Character;
import waxhand.core.character.Skin;
import waxhand.core.maths.Quats;
import waxhand.core.motion.WorldPose;

/**
 * The surface of a body as capsules about its bones: where a hand is beside which part, and how far
 * from it. Two bodies have the same capsules in the same order, each as thick as it is.
 */
final class Surface {
  /** A part of a body from one joint to another, or to a place in the frame of the first. */
  private record Part(Role from, Role to, double share, List<Role> skin) {}

  private static final List<Part> PARTS = parts();

  /** The first so many are trunk, head and legs. */
  static final int SOLID = 8;

  /** Fewer points of a skin tell nothing. */
  private static final int LEAST_POINTS = 20;

  private final Body body;
  private final int[] from;
  private final int[] to;
  private final double[] radius;
  private final Vector3d[] palms = new Vector3d[Side.values().length];
  private final int[] hands = new int[Side.values().length];

  Surface(Body body, Optional<Character> worn) {
    this.body = body;
    from = new int[PARTS.size()];
    to = new int[PARTS.size()];
    radius = new double[PARTS.size()];
    Vector3d[] rest = body.skeleton().restPositions();
    for (int n = 0; n < from.length; n++) {
      Part part = PARTS.get(n);
      from[n] = body.joint(part.from()).orElse(-1);
      to[n] = body.joint(part.to()).orElse(-1);
      radius[n] = part.share() * body.heightM();
      if (from[n] >= 0 && to[n] >= 0) {
        int number = n;
        worn.flatMap(Character::skin)
            .flatMap(s -> radius(s, part, rest[from[number]], rest[to[number]]))
            .ifPresent(r -> radius[number] = r);
      }
    }
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      int s = side.ordinal();
      hands[s] = body.joint(Role.limb(side, false).get(3)).orElse(-1);
      palms[s] = hands[s] < 0 ? new Vector3d() : palm(side, hands[s], rest);
    }
  }

  private static List<Part> parts() {
    List<Part> parts = new ArrayList<>();
    parts.add(new Part(Role.LEFT_THIGH, Role.RIGHT_THIGH, 0.058, List.of(Role.HIPS)));
    parts.add(
        new Part(Role.HIPS, Role.CHEST, 0.062, List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3)));
    parts.add(new Part(Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM, 0.05, List.of(Role.CHEST)));
    parts.add(new Part(Role.NECK, Role.HEAD, 0.05, List.of(Role.HEAD)));
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      List<Role> leg = Role.limb(side, true);
      parts.add(new Part(leg.get(0), leg.get(1), 0.045, List.of(leg.get(0))));
      parts.add(new Part(leg.get(1), leg.get(2), 0.03, List.of(leg.get(1))));
    }
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      List<Role> arm = Role.limb(side, false);
      parts.add(new Part(arm.get(1), arm.get(2), 0.027, List.of(arm.get(1))));
      parts.add(new Part(arm.get(2), arm.get(3), 0.021, List.of(arm.get(2))));
    }
    return List.copyOf(parts);
  }

  /** The pose of what tells of it, and of nothing else. */
  WorldPose pose() {
    return WorldPose.only(
        body.skeleton(),
        Stream.of(from, to, hands).flatMapToInt(IntStream::of).filter(j -> j >= 0).toArray());
  }

  static int count() {
    return PARTS.size();
  }

  /** Whether a part is of the arm of a side, which its own hand does not touch. */
  static boolean isOwn(int part, Side side) {
    Role from = PARTS.get(part).from();
    return from.side() == side
        && (from == Role.limb(side, false).get(1) || from == Role.limb(side, false).get(2));
  }

  boolean has(int part) {
    return from[part] >= 0 && to[part] >= 0;
  }

  double radiusM(int part) {
    return radius[part];
  }

  boolean hasHand(Side side) {
    return hands[side.ordinal()] >= 0;
  }

  /** The middle of a palm in the world, metres. Modified: dest. */
  void palm(Side side, WorldPose pose, double[] dest) {
    pose.point(hands[side.ordinal()], palms[side.ordinal()], dest, 0);
  }

  /** How far from the wrist the palm is, metres. */
  double handM(Side side) {
    return palms[side.ordinal()].length();
  }

  /**
   * The place of a part's axis nearest to a point, as a share of the way along it.
   *
   * @param at where that is, metres. Modified.
   */
  double nearest(int part, WorldPose pose, double[] point, double[] at) {
    double[] p = pose.positions();
    int a = 3 * from[part];
    int b = 3 * to[part];
    double dot = 0;
    double length = 0;
    for (int i = 0; i < 3; i++) {
      double d = p[b + i] - p[a + i];
      dot += d * (point[i] - p[a + i]);
      length += d * d;
    }
    double share = length < 1e-12 ? 0 : Math.max(0, Math.min(1, dot / length));
    at(part, pose, share, at);
    return share;
  }

  /** A point as seen from the joint a part begins with, metres. Modified: dest. */
  void seen(int part, WorldPose pose, double[] point, double[] dest) {
    double[] p = pose.positions();
    double[] q = pose.rotations();
    int j = from[part];
    double[] back = {-q[4 * j], -q[4 * j + 1], -q[4 * j + 2], q[4 * j + 3]};
    double[] off = {point[0] - p[3 * j], point[1] - p[3 * j + 1], point[2] - p[3 * j + 2]};
    Quats.rotate(back, 0, off, 0, dest, 0);
  }

  /** A place on a part's axis, metres. Modified: dest. */
  void at(int part, WorldPose pose, double share, double[] dest) {
    double[] p = pose.positions();
    for (int i = 0; i < 3; i++) {
      double a = p[3 * from[part] + i];
      dest[i] = a + share * (p[3 * to[part] + i] - a);
    }
  }

  private Vector3d palm(Side side, int hand, Vector3d[] rest) {
    for (String finger : List.of("MIDDLE", "INDEX", "RING")) {
      int first = body.joint(Role.valueOf(side.name() + "_" + finger + "_1")).orElse(-1);
      if (first >= 0) {
        Vector3d to = new Vector3d(rest[first]).sub(rest[hand]).mul(0.8);
        return body.skeleton().toJointAtRest(hand, to);
      }
    }
    if (body.skeleton().joint(hand).tip().isPresent()) {
      return new Vector3d(body.skeleton().joint(hand).tip().get()).mul(0.45);
    }
    int fore = body.joint(Role.limb(side, false).get(2)).orElse(-1);
    Vector3d along = fore < 0 ? new Vector3d() : new Vector3d(rest[hand]).sub(rest[fore]);
    if (along.length() > 1e-6) {
      along.normalize(0.045 * body.heightM());
    }
    return body.skeleton().toJointAtRest(hand, along);
  }

  /** How thick a skin is about a part, from the points that mostly go with it. */
  private Optional<Double> radius(Skin skin, Part part, Vector3d a, Vector3d b) {
    List<Integer> joints = new ArrayList<>();
    part.skin().forEach(r -> body.joint(r).ifPresent(joints::add));
    double[] off = new double[skin.count()];
    int count = 0;
    Vector3d axis = new Vector3d(b).sub(a);
    Vector3d p = new Vector3d();
    for (int n = 0; n < skin.count(); n++) {
      int best = 0;
      for (int k = 1; k < Skin.MOST_JOINTS; k++) {
        int at = Skin.MOST_JOINTS * n;
        best = skin.shares()[at + k] > skin.shares()[at + best] ? k : best;
      }
      if (joints.contains(skin.joints()[Skin.MOST_JOINTS * n + best])) {
        p.set(skin.points()[3 * n], skin.points()[3 * n + 1], skin.points()[3 * n + 2]).sub(a);
        double share = axis.lengthSquared() < 1e-12 ? 0 : p.dot(axis) / axis.lengthSquared();
        share = Math.max(0, Math.min(1, share));
        off[count++] = p.fma(-share, axis).length();
      }
    }
    if (count < LEAST_POINTS) {
      return Optional.empty();
    }
    Arrays.sort(off, 0, count);
    return Optional.of(off[count / 2]);
  }
}
