package waxhand.core.passes.limbs;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.motion.Frames;

/** Feet that stay where they are while the body is moved. */
final class Pins {
  private Pins() {}

  /** The legs that have no goal of their own. */
  static List<Limb> of(Body body, List<Limb> driven) {
    return Limb.of(body).stream().filter(l -> l.leg() && !driven.contains(l)).toList();
  }

  /** Adds to a scope what moves with the hips, and the spine. Modified: scope. */
  static void widen(Body body, List<Limb> pinned, BitSet scope) {
    for (Role role : List.of(Role.HIPS, Role.SPINE_1, Role.SPINE_2, Role.SPINE_3, Role.CHEST)) {
      body.joint(role).ifPresent(scope::set);
    }
    for (Limb limb : pinned) {
      scope.set(limb.upper());
      scope.set(limb.middle());
      scope.set(limb.end());
    }
  }

  /** A limb whose end stays where it is. */
  static LimbGoals stay(Limb limb, Frames region) {
    LimbGoals goals = new LimbGoals(limb, region);
    Arrays.fill(goals.weight(), 1);
    return goals;
  }
}
