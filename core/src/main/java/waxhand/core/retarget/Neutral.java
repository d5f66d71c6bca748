package waxhand.core.retarget;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.motion.Skeleton;

/**
 * The pose all bodies have in common: standing, arms straight out to the sides with palms down and
 * elbows that bend forwards, legs straight down, feet ahead. Whatever pose a skeleton rests in
 * (arms down or forward, legs bent), this tells how its joints are turned in the world in that one
 * pose; so a turn from there means the same on every body.
 */
final class Neutral implements Stance {
  /** The bend of a limb at rest tells its plane from so much on, radians. */
  private static final double BENT_RAD = Math.toRadians(15);

  /** A hand is never bent more than this at rest: what seems to be is told wrongly, radians. */
  private static final double HAND_RAD = Math.toRadians(70);

  private static final double SHORT = 1e-6;

  private final Body body;
  private final Skeleton skeleton;
  private final Vector3d[] rest;

  /** What turns each joint from how it rests to this pose, in the world; none where it stays. */
  private final Quaterniond[] turns;

  private final Map<Role, Vector3d> hinges;

  /**
   * @param hinges what is known of how limbs bend ({@link Hinges})
   */
  Neutral(Body body, Map<Role, Vector3d> hinges) {
    this.body = body;
    this.skeleton = body.skeleton();
    this.rest = skeleton.restPositions();
    this.hinges = hinges;
    this.turns = new Quaterniond[skeleton.size()];
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      arm(side);
      leg(side);
    }
    // what is not aligned by itself goes with what carries it
    for (int j = 0; j < turns.length; j++) {
      if (turns[j] == null) {
        int parent = skeleton.parent(j);
        turns[j] = parent < 0 || isTrunk(j) ? new Quaterniond() : turns[parent];
      }
    }
  }

  private boolean isTrunk(int joint) {
    return body.role(joint).map(r -> r.side() == Side.MIDDLE).orElse(false);
  }

  @Override
  public Quaterniond rotation(int joint) {
    return new Quaterniond(turns[joint]).mul(skeleton.restRotation(joint)).normalize();
  }

  private void arm(Side side) {
    double x = side == Side.LEFT ? 1 : -1;
    Vector3d out = new Vector3d(x, 0, 0);
    List<Role> roles = Role.limb(side, false);
    int upper = joint(roles.get(1));
    int fore = joint(roles.get(2));
    int hand = joint(roles.get(3));
    // elbows bend forwards: about the vertical
    Quaterniond turn =
        limb(roles.get(1), upper, fore, hand, out, new Vector3d(0, -x, 0), new Quaterniond());
    if (hand >= 0) {
      Quaterniond its = new Quaterniond(turn);
      fingersAhead(side, hand).ifPresent(d -> swing(its, d, out, HAND_RAD));
      across(side, hand).ifPresent(d -> twist(its, d, out, new Vector3d(0, 0, 1)));
      turns[hand] = its;
      for (Role finger : Role.fingers(side)) {
        int joint = joint(finger);
        if (joint >= 0) {
          turns[joint] = new Quaterniond(its);
          if (!finger.name().contains("THUMB")) {
            next(joint).ifPresent(d -> swing(turns[joint], d, out, Math.PI / 2));
          }
        }
      }
    }
  }

  private void leg(Side side) {
    List<Role> roles = Role.limb(side, true);
    int thigh = joint(roles.get(0));
    int shin = joint(roles.get(1));
    int foot = joint(roles.get(2));
    limb(
        roles.get(0),
        thigh,
        shin,
        foot,
        new Vector3d(0, -1, 0),
        new Vector3d(1, 0, 0),
        new Quaterniond());
    for (Sole sole : body.soles()) {
      if (sole.side() == side && foot >= 0) {
        Vector3d ahead = sole.atRest(2, skeleton, rest).sub(sole.atRest(0, skeleton, rest));
        turns[foot] = new Quaterniond().rotateY(-Math.atan2(ahead.x, ahead.z));
        int toes = joint(roles.get(3));
        if (toes >= 0) {
          turns[toes] = turns[foot];
        }
      }
    }
  }

  /**
   * Aligns the two bones of a limb.
   *
   * @param out where both point
   * @param hinge about which the lower one turns as the limb bends
   * @return what turns the lower one
   */
  private Quaterniond limb(
      Role role, int upper, int middle, int end, Vector3d out, Vector3d hinge, Quaterniond from) {
    Quaterniond turn = new Quaterniond(from);
    if (upper < 0 || middle < 0) {
      return turn;
    }
    Vector3d bone = bone(upper, middle);
    swing(turn, bone, out, Math.PI);
    Vector3d lower =
        end >= 0
            ? bone(middle, end)
            : skeleton
                .joint(middle)
                .tip()
                .map(t -> skeleton.toWorldAtRest(middle, new Vector3d(t)))
                .orElse(new Vector3d());
    Vector3d known = hinges.get(role);
    if (known != null) {
      int carrier = Hinges.carrier(skeleton, upper, middle);
      twist(turn, skeleton.toWorldAtRest(carrier, new Vector3d(known)), out, hinge);
    } else if (lower.length() > SHORT && bone.length() > SHORT && bone.angle(lower) > BENT_RAD) {
      twist(turn, new Vector3d(bone).cross(lower), out, hinge);
    }
    turns[upper] = new Quaterniond(turn);
    swing(turn, lower, out, Math.PI);
    turns[middle] = new Quaterniond(turn);
    return turn;
  }

  private Vector3d bone(int from, int to) {
    return new Vector3d(rest[to]).sub(rest[from]);
  }

  /** Turns further, the shortest way, so that a direction points another way. Modified: turn. */
  private static void swing(Quaterniond turn, Vector3dc direction, Vector3dc to, double mostRad) {
    Vector3d is = turn.transform(new Vector3d(direction));
    if (is.length() > SHORT && is.angle(new Vector3d(to)) <= mostRad) {
      turn.premul(new Quaterniond().rotationTo(is.normalize(), to)).normalize();
    }
  }

  /** Turns further about an axis, so that a direction lies with another. Modified: turn. */
  private static void twist(Quaterniond turn, Vector3dc direction, Vector3dc axis, Vector3dc to) {
    Vector3d is = turn.transform(new Vector3d(direction));
    is.fma(-is.dot(axis), axis);
    if (is.length() > SHORT) {
      double angle = Math.atan2(new Vector3d(is).cross(to).dot(axis), is.dot(to));
      turn.premul(new Quaterniond().rotateAxis(angle, axis)).normalize();
    }
  }

  /** From the wrist to where the fingers begin, else to the end of the hand. */
  private Optional<Vector3d> fingersAhead(Side side, int hand) {
    for (String finger : List.of("MIDDLE", "INDEX", "RING", "LITTLE")) {
      int first = joint(Role.valueOf(side.name() + "_" + finger + "_1"));
      if (first >= 0 && bone(hand, first).length() > SHORT) {
        return Optional.of(bone(hand, first));
      }
    }
    return skeleton
        .joint(hand)
        .tip()
        .map(t -> skeleton.toWorldAtRest(hand, new Vector3d(t)))
        .filter(t -> t.length() > SHORT);
  }

  /** From the little finger's side of a hand to the index finger's; of two fingers at least. */
  private Optional<Vector3d> across(Side side, int hand) {
    List<String> from = List.of("INDEX", "MIDDLE", "RING", "LITTLE");
    int first = -1;
    int last = -1;
    for (String finger : from) {
      int joint = joint(Role.valueOf(side.name() + "_" + finger + "_1"));
      first = first < 0 ? joint : first;
      last = joint >= 0 ? joint : last;
    }
    return first >= 0 && last != first && bone(last, first).length() > 1e-3
        ? Optional.of(bone(last, first))
        : Optional.empty();
  }

  /** From a joint to the next of its finger, or to its end. */
  private Optional<Vector3d> next(int joint) {
    for (int child : skeleton.children(joint)) {
      if (bone(joint, child).length() > SHORT) {
        return Optional.of(bone(joint, child));
      }
    }
    return skeleton.joint(joint).tip().map(t -> skeleton.toWorldAtRest(joint, new Vector3d(t)));
  }

  private int joint(Role role) {
    return body.joint(role).orElse(-1);
  }
}
