package waxhand.core.passes;

import java.util.Locale;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.limbs.Limb;
import waxhand.core.text.Legible;

/** What a limb goal can drive. */
public enum GoalPart {
  LEFT_HAND(Role.LEFT_HAND),
  RIGHT_HAND(Role.RIGHT_HAND),
  LEFT_FOOT(Role.LEFT_FOOT),
  RIGHT_FOOT(Role.RIGHT_FOOT),
  LEFT_ELBOW(Role.LEFT_FOREARM),
  RIGHT_ELBOW(Role.RIGHT_FOREARM),
  LEFT_KNEE(Role.LEFT_SHIN),
  RIGHT_KNEE(Role.RIGHT_SHIN),
  HEAD(Role.HEAD),
  CHEST(Role.CHEST),
  HIPS(Role.HIPS);

  private final Role role;

  GoalPart(Role role) {
    this.role = role;
  }

  /** The joint that goes to the goal. */
  public Role role() {
    return role;
  }

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

  static GoalPart of(String words) {
    for (GoalPart part : values()) {
      if (part.words().equals(words)) {
        return part;
      }
    }
    throw new IllegalArgumentException("there is no part '" + Legible.of(words) + "' to drive");
  }

  Optional<Limb> limb(Body body) {
    return isTrunk()
        ? Optional.empty()
        : Limb.of(
            body,
            side(),
            ordinal() >= LEFT_KNEE.ordinal() || this == LEFT_FOOT || this == RIGHT_FOOT);
  }

  private Side side() {
    return role.side();
  }

  boolean isTrunk() {
    return ordinal() >= HEAD.ordinal();
  }

  boolean isOnSpine() {
    return this == HEAD || this == CHEST;
  }

  boolean isMiddle() {
    return ordinal() >= LEFT_ELBOW.ordinal() && ordinal() <= RIGHT_KNEE.ordinal();
  }
}
