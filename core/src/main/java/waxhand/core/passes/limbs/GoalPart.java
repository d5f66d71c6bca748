package waxhand.core.passes.limbs;

import java.util.Locale;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Worded;
import waxhand.core.limbs.Limb;

/** What a limb goal can drive. */
public enum GoalPart implements Worded {
  LEFT_HAND(Role.LEFT_HAND, Of.ARM, false),
  RIGHT_HAND(Role.RIGHT_HAND, Of.ARM, false),
  LEFT_FOOT(Role.LEFT_FOOT, Of.LEG, false),
  RIGHT_FOOT(Role.RIGHT_FOOT, Of.LEG, false),
  LEFT_ELBOW(Role.LEFT_FOREARM, Of.ARM, true),
  RIGHT_ELBOW(Role.RIGHT_FOREARM, Of.ARM, true),
  LEFT_KNEE(Role.LEFT_SHIN, Of.LEG, true),
  RIGHT_KNEE(Role.RIGHT_SHIN, Of.LEG, true),
  HEAD(Role.HEAD, Of.SPINE, false),
  CHEST(Role.CHEST, Of.SPINE, false),
  HIPS(Role.HIPS, Of.HIPS, false);

  private enum Of {
    ARM,
    LEG,
    SPINE,
    HIPS
  }

  private final Role role;
  private final Of of;
  private final boolean middle;

  /**
   * @param middle whether it is the middle of a limb, not its end
   */
  GoalPart(Role role, Of of, boolean middle) {
    this.role = role;
    this.of = of;
    this.middle = middle;
  }

  /** The joint that goes to the goal. */
  public Role role() {
    return role;
  }

  @Override
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** The part that moving a joint means; empty for joints no goal is for. */
  public static Optional<GoalPart> of(Role role) {
    for (GoalPart part : values()) {
      if (part.role == role) {
        return Optional.of(part);
      }
    }
    return Optional.empty();
  }

  Optional<Limb> limb(Body body) {
    return isTrunk() ? Optional.empty() : Limb.of(body, role.side(), of == Of.LEG);
  }

  boolean isTrunk() {
    return of == Of.SPINE || of == Of.HIPS;
  }

  boolean isOnSpine() {
    return of == Of.SPINE;
  }

  /** Whether it is the middle of a limb, which only turns about the line between its ends. */
  public boolean isMiddle() {
    return middle;
  }
}
