package waxhand.core.body;

import java.util.Locale;

/** The six large parts of a body. */
public enum BodyPart {
  HEAD,
  TRUNK,
  LEFT_ARM,
  RIGHT_ARM,
  LEFT_LEG,
  RIGHT_LEG;

  /** In plain words, such as "left arm". */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  public Side side() {
    return name().startsWith("LEFT")
        ? Side.LEFT
        : name().startsWith("RIGHT") ? Side.RIGHT : Side.MIDDLE;
  }

  /**
   * The part a joint belongs to; joints without a role belong where the nearest joint above them
   * does, and to the trunk where there is none.
   */
  public static BodyPart of(Body body, int joint) {
    for (int j = joint; j >= 0; j = body.skeleton().parent(j)) {
      if (body.role(j).isPresent()) {
        return of(body.role(j).get());
      }
    }
    return TRUNK;
  }

  private static BodyPart of(Role role) {
    String name = role.name();
    if (role == Role.HEAD || role == Role.NECK || role == Role.NECK_2) {
      return HEAD;
    }
    if (role.side() == Side.MIDDLE || name.endsWith("COLLAR")) {
      return TRUNK;
    }
    boolean leg =
        name.endsWith("THIGH")
            || name.endsWith("SHIN")
            || name.endsWith("FOOT")
            || name.endsWith("TOES");
    return role.side() == Side.LEFT ? leg ? LEFT_LEG : LEFT_ARM : leg ? RIGHT_LEG : RIGHT_ARM;
  }
}
