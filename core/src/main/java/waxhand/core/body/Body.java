package waxhand.core.body;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;
import waxhand.core.text.Legible;

/**
 * A skeleton understood as a body: which joint has which role, where the soles are and how tall it
 * stands. Roles may be missing, all of them in the worst case. Immutable.
 */
public final class Body {
  /** Characters of a joint's own name that are shown in sentences and on labels. */
  private static final int QUOTED = 80;

  /** Height of an ankle over the sole as a share of leg length, where the skeleton has no tip. */
  private static final double ANKLE_SHARE = 0.09;

  private final Skeleton skeleton;
  private final Map<Role, Integer> joints;
  private final Role[] roles;
  private final List<Sole> soles;
  private final double heightM;

  private Body(Skeleton skeleton, Map<Role, Integer> joints) {
    this.skeleton = skeleton;
    this.joints = joints;
    this.roles = new Role[skeleton.size()];
    joints.forEach((role, j) -> roles[j] = roles[j] == null ? role : roles[j]);
    Vector3d[] rest = skeleton.restPositions();
    this.soles = findSoles(rest);
    this.heightM = measureHeight(rest);
  }

  /** Finds the roles of a skeleton's joints. */
  public static Body of(Skeleton skeleton) {
    Map<Role, Integer> found = RoleFinder.find(skeleton);
    return new Body(skeleton, Collections.unmodifiableMap(found));
  }

  /** The same roles on another skeleton with the same joints. */
  public Body on(Skeleton other) {
    if (other.size() != skeleton.size()) {
      throw new IllegalArgumentException(other.size() + " joints, not " + skeleton.size());
    }
    return new Body(other, joints);
  }

  public Skeleton skeleton() {
    return skeleton;
  }

  /** The joint of that role. */
  public OptionalInt joint(Role role) {
    Integer j = joints.get(role);
    return j == null ? OptionalInt.empty() : OptionalInt.of(j);
  }

  public Optional<Role> role(int joint) {
    return Optional.ofNullable(roles[joint]);
  }

  /** The roles found and their joints. */
  public Map<Role, Integer> joints() {
    return joints;
  }

  /** Left first; empty where no foot was found. */
  public List<Sole> soles() {
    return soles;
  }

  /**
   * From sole to the top of the head at rest, metres; the extent of the skeleton without a head.
   */
  public double heightM() {
    return heightM;
  }

  /** How a person would name the joint: its role, or its name in the file. */
  public String words(int joint) {
    return roles[joint] == null
        ? Legible.of(skeleton.joint(joint).name(), QUOTED)
        : roles[joint].words();
  }

  private List<Sole> findSoles(Vector3d[] rest) {
    List<Sole> found = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      List<Role> leg = Role.limb(side, true);
      Integer foot = joints.get(leg.get(2));
      Integer thigh = joints.get(leg.get(0));
      if (foot != null && thigh != null) {
        double legLength = Math.max(1e-3, rest[thigh].distance(rest[foot]));
        found.add(sole(side, foot, joints.get(leg.get(3)), legLength, rest));
      }
    }
    return List.copyOf(found);
  }

  private Sole sole(Side side, int foot, Integer toesOrNull, double legLength, Vector3d[] rest) {
    int toes = toesOrNull == null ? foot : toesOrNull;
    Vector3d ankle = rest[foot];
    Vector3d ball = new Vector3d(rest[toes]);
    Vector3d tip =
        skeleton
            .joint(toes)
            .tip()
            .map(t -> skeleton.toWorldAtRest(toes, new Vector3d(t)).add(rest[toes]))
            .orElse(null);
    double ground = tip == null ? Double.POSITIVE_INFINITY : tip.y;
    if (toes != foot) {
      ground = Math.min(ground, ball.y);
    }
    boolean flat = ankle.y - ground < 0.02 * legLength;
    if (ground == Double.POSITIVE_INFINITY || flat) {
      ground = ankle.y - ANKLE_SHARE * legLength;
    }
    Vector3d ahead = new Vector3d(tip == null ? ball : tip).sub(ankle);
    ahead.y = 0;
    if (ahead.length() < 0.05 * legLength) {
      ahead.set(0, 0, 0.22 * legLength);
    }
    double length = ahead.length();
    ahead.normalize();
    if (toes == foot) {
      ball.set(ankle).fma(0.7 * length, ahead);
    }
    if (tip == null) {
      tip = new Vector3d(ankle).fma(toes == foot ? length : 1.4 * length, ahead);
    }
    Vector3d heel = new Vector3d(ankle).fma(-0.33 * length, ahead);
    heel.y = ground;
    ball.y = ground;
    tip.y = ground;
    return new Sole(
        side,
        foot,
        toes,
        skeleton.toJointAtRest(foot, heel.sub(ankle)),
        skeleton.toJointAtRest(toes, ball.sub(rest[toes])),
        skeleton.toJointAtRest(toes, tip.sub(rest[toes])));
  }

  private double measureHeight(Vector3d[] rest) {
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (Vector3d p : rest) {
      low = Math.min(low, p.y);
      high = Math.max(high, p.y);
    }
    for (Sole sole : soles) {
      Vector3d heel = skeleton.toWorldAtRest(sole.foot(), new Vector3d(sole.heel()));
      low = Math.min(low, rest[sole.foot()].y + heel.y);
    }
    Integer head = joints.get(Role.HEAD);
    if (head != null) {
      double crown =
          skeleton
              .joint(head)
              .tip()
              .map(t -> skeleton.toWorldAtRest(head, new Vector3d(t)).y)
              .orElse(0.0);
      high = rest[head].y + (crown > 0 ? crown : 0.11 * (rest[head].y - low));
    }
    return high > low ? high - low : 0;
  }
}
