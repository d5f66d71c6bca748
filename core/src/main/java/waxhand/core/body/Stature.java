package waxhand.core.body;

import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;

/**
 * How tall a body stands, from the lengths of its bones: leg, trunk and head add up whatever pose
 * the skeleton rests in. Where it rests standing, its extent is taken, which is the same and keeps
 * bends of the spine.
 */
final class Stature {
  /** Extent and bones agree within this share where a skeleton rests standing. */
  private static final double STANDING = 0.08;

  /** Height of an ankle over the ground, and of the crown over the head's joint, as shares. */
  private static final double ANKLE_SHARE = 0.039;

  private static final double CROWN_SHARE = 0.1;

  /** Height of shoulders as a share; all after Winter 2009, figure 4.1. */
  private static final double SHOULDER_SHARE = 0.818;

  /** Height of the hips' joints as a share. */
  private static final double LEG_SHARE = 0.53;

  private final Skeleton skeleton;
  private final Map<Role, Integer> joints;
  private final Vector3d[] rest;

  /**
   * @param rest places at rest. Not modified.
   */
  Stature(Skeleton skeleton, Map<Role, Integer> joints, Vector3d[] rest) {
    this.skeleton = skeleton;
    this.joints = joints;
    this.rest = rest;
  }

  /** From sole to crown by bones; the extent of the skeleton at rest where there are no legs. */
  double ofBones() {
    double bones = byBones();
    return bones > 0 ? bones : extent(List.of());
  }

  /** From sole to crown, by the extent where the skeleton rests standing. */
  double over(List<Sole> soles) {
    double bones = byBones();
    double extent = extent(soles);
    return bones <= 0 || Math.abs(extent / bones - 1) < STANDING ? extent : bones;
  }

  private double byBones() {
    double legs = meanOfSides(side -> leg(Role.limb(side, true)));
    if (!(legs > 0)) {
      return 0;
    }
    Integer hips = joints.get(Role.HIPS);
    Integer head = joints.get(Role.HEAD);
    Integer chest = joints.get(Role.CHEST);
    if (hips == null || head == null && chest == null) {
      return legs / (LEG_SHARE - ANKLE_SHARE);
    }
    double trunk =
        path(head != null ? head : chest, hips) + drop(hips, head != null ? head : chest);
    if (head == null) {
      return (legs + trunk) / (SHOULDER_SHARE - ANKLE_SHARE);
    }
    double crown = skeleton.joint(head).tip().map(t -> t.length()).orElse(0.0);
    double low = legs + trunk;
    boolean whole = crown > 0.04 * low;
    double withoutAnkles =
        whole ? low + crown : low / (1 - CROWN_SHARE - ANKLE_SHARE) * (1 - ANKLE_SHARE);
    return withoutAnkles / (1 - ANKLE_SHARE);
  }

  private double leg(List<Role> leg) {
    Integer thigh = joints.get(leg.get(0));
    Integer shin = joints.get(leg.get(1));
    Integer foot = joints.get(leg.get(2));
    if (thigh == null || shin == null) {
      return 0;
    }
    double lower =
        foot != null
            ? path(foot, shin)
            : skeleton.joint(shin).tip().map(t -> t.length()).orElse(path(shin, thigh));
    return path(shin, thigh) + lower;
  }

  private static double meanOfSides(ToDoubleFunction<Side> of) {
    double left = of.applyAsDouble(Side.LEFT);
    double right = of.applyAsDouble(Side.RIGHT);
    return left > 0 && right > 0 ? (left + right) / 2 : Math.max(left, right);
  }

  /** Along the bones from a joint up to one above it. */
  private double path(int joint, int above) {
    double length = 0;
    for (int j = joint; j > above && skeleton.parent(j) >= 0; j = skeleton.parent(j)) {
      length += rest[j].distance(rest[skeleton.parent(j)]);
    }
    return length;
  }

  /** By how much the thighs' joints lie under the hips' joint, along the trunk. */
  private double drop(int hips, int top) {
    Integer left = joints.get(Role.LEFT_THIGH);
    Integer right = joints.get(Role.RIGHT_THIGH);
    if (left == null || right == null) {
      return 0;
    }
    Vector3d up = new Vector3d(rest[top]).sub(rest[hips]);
    Vector3d middle = new Vector3d(rest[left]).add(rest[right]).mul(0.5).sub(rest[hips]);
    return up.length() < 1e-9 ? 0 : -middle.dot(up.normalize());
  }

  private double extent(List<Sole> soles) {
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (Vector3d p : rest) {
      low = Math.min(low, p.y);
      high = Math.max(high, p.y);
    }
    for (Sole sole : soles) {
      low = Math.min(low, sole.atRest(0, skeleton, rest).y);
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
