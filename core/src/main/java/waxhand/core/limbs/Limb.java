package waxhand.core.limbs;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.motion.Skeleton;

/**
 * An arm or a leg of a body: two bones and what is at their end.
 *
 * @param side left or right
 * @param leg whether it is a leg
 * @param upper joint of the upper bone (thigh, upper arm)
 * @param middle joint of the lower bone (shin, forearm)
 * @param end joint that is brought to goals (foot, hand)
 * @param tip joint of the toes; the end itself where there is none
 * @param hinge axis about which the lower bone turns when the limb bends, in the frame of the joint
 *     that carries it (the upper one, or the last that twists in its line), unit
 */
public record Limb(
    Side side, boolean leg, int upper, int middle, int end, int tip, Vector3dc hinge) {

  /** Legs first, left first; only those whose joints were all found and whose bones have length. */
  public static List<Limb> of(Body body) {
    List<Limb> limbs = new ArrayList<>();
    for (boolean leg : new boolean[] {true, false}) {
      for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
        of(body, side, leg).ifPresent(limbs::add);
      }
    }
    return limbs;
  }

  /** One limb; empty where a joint is missing or a bone has no length. */
  public static Optional<Limb> of(Body body, Side side, boolean leg) {
    List<Role> roles = Role.limb(side, leg);
    int[] joints = new int[4];
    for (int n = 0; n < 4; n++) {
      OptionalInt joint = body.joint(roles.get(n));
      joints[n] = joint.orElse(-1);
    }
    int first = leg ? 0 : 1;
    int upper = joints[first];
    int middle = joints[first + 1];
    int end = joints[first + 2];
    if (upper < 0 || middle < 0 || end < 0 || !chained(body.skeleton(), upper, middle, end)) {
      return Optional.empty();
    }
    Vector3d[] rest = body.skeleton().restPositions();
    Vector3d bone = new Vector3d(rest[end]).sub(rest[upper]);
    if (rest[upper].distance(rest[middle]) < 1e-4 || rest[middle].distance(rest[end]) < 1e-4) {
      return Optional.empty();
    }
    // knees bend backwards, elbows forwards
    Vector3d to = ahead(body, rest).mul(leg ? -1 : 1);
    Vector3d hinge = bone.normalize().cross(to, new Vector3d());
    if (hinge.length() < 0.1) {
      hinge.set(1, 0, 0);
    }
    int tip = leg && joints[3] >= 0 ? joints[3] : end;
    body.skeleton().toJointAtRest(body.skeleton().parent(middle), hinge.normalize());
    return Optional.of(new Limb(side, leg, upper, middle, end, tip, hinge));
  }

  /** The limb a joint is of, if it is of one, also where it only twists there. */
  public static Optional<Limb> with(Body body, int joint) {
    return of(body).stream().filter(l -> l.chain(body.skeleton()).get(joint)).findFirst();
  }

  /** From the upper joint to the end, with those between that only twist. */
  public BitSet chain(Skeleton skeleton) {
    BitSet chain = new BitSet();
    for (int j = end; j >= upper; j = skeleton.parent(j)) {
      chain.set(j);
    }
    return chain;
  }

  /** Upper, middle, end and what hangs from that, each once. */
  int[] joints() {
    return tip == end ? new int[] {upper, middle, end} : new int[] {upper, middle, end, tip};
  }

  private static boolean chained(Skeleton skeleton, int upper, int middle, int end) {
    return upper != middle
        && middle != end
        && skeleton.isAncestor(upper, middle)
        && skeleton.isAncestor(middle, end);
  }

  /** Where the body looks at rest. */
  private static Vector3d ahead(Body body, Vector3d[] rest) {
    Vector3d ahead = new Vector3d();
    for (Sole sole : body.soles()) {
      ahead.add(sole.atRest(2, body.skeleton(), rest));
      ahead.sub(sole.atRest(0, body.skeleton(), rest));
    }
    ahead.y = 0;
    return ahead.length() < 1e-6 ? ahead.set(0, 0, 1) : ahead.normalize();
  }
}
