package waxhand.rehearsal.convention;

import java.util.Random;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/** How the skeleton lies where nothing turns. */
enum RestPose {
  /** Arms out to the sides, as it was built. */
  T(side -> new Quaterniond()),
  /** Arms down by half a right angle. */
  A(side -> new Quaterniond().rotationZ(side * -Math.PI / 4)),
  ARMS_FORWARD(side -> new Quaterniond().rotationY(side * -Math.PI / 2)),
  ARMS_DOWN(side -> new Quaterniond().rotationZ(side * -Math.PI / 2)),
  /** On the back. */
  LYING {
    @Override
    void set(Rig rig, Random random) {
      Quaterniond back = new Quaterniond().rotationX(-Math.PI / 2).invert();
      rig.reframed(node -> new Quaterniond(back));
    }
  },
  /** Facing anywhere. */
  TURNED {
    @Override
    void set(Rig rig, Random random) {
      Quaterniond turn = new Quaterniond().rotationY(2 * Math.PI * random.nextDouble());
      rig.reframed(node -> new Quaterniond(turn));
    }
  },
  /** Every bone along one axis: no body at all. */
  NO_BODY {
    @Override
    void set(Rig rig, Random random) {
      double[] axis = new double[3];
      axis[random.nextInt(3)] = random.nextBoolean() ? 1 : -1;
      Vector3d along = new Vector3d(axis);
      rig.reframed(
          node -> {
            Vector3d bone =
                rig.children(node).stream()
                    .map(child -> child.offset)
                    .filter(o -> o.length() > 1e-3)
                    .findFirst()
                    .orElse(node.tip == null ? along : node.tip);
            return new Quaterniond()
                .rotationTo(along, bone)
                .rotateAxis(0.4 * random.nextGaussian(), along);
          });
    }
  };

  private interface OfSide {
    /**
     * The turn that brings an arm from where it points in a T to where it rests.
     *
     * @param side 1 for the left, -1 for the right
     */
    Quaterniond turn(int side);
  }

  private final OfSide arms;

  RestPose() {
    this(side -> new Quaterniond());
  }

  RestPose(OfSide arms) {
    this.arms = arms;
  }

  void set(Rig rig, Random random) {
    rig.reframed(node -> arm(node, arms));
  }

  private static Quaterniond arm(Rig.Node node, OfSide turn) {
    Role role = node.role != null ? node.role : above(node);
    boolean arm = role != null && Role.limb(Side.LEFT, false).contains(left(role));
    if (!arm || left(role) == Role.LEFT_COLLAR) {
      return new Quaterniond();
    }
    return turn.turn(role.side() == Side.LEFT ? 1 : -1).invert();
  }

  private static Role left(Role role) {
    return role.side() == Side.RIGHT ? role.mirrored() : role;
  }

  /** What a joint of no role hangs on. */
  private static Role above(Rig.Node node) {
    Rig.Node at = node;
    while (at != null && at.role == null) {
      at = at.parent;
    }
    return at == null ? null : at.role;
  }
}
