package waxhand.core.contact;

import java.util.Locale;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.motion.WorldPose;

/** A place of the body that can touch the world. */
public enum ContactPart {
  LEFT_HEEL,
  LEFT_BALL,
  LEFT_TOE,
  RIGHT_HEEL,
  RIGHT_BALL,
  RIGHT_TOE,
  LEFT_HAND,
  RIGHT_HAND;

  public Side side() {
    return name().startsWith("LEFT") ? Side.LEFT : Side.RIGHT;
  }

  /** In files, such as "left-heel". */
  public String key() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public boolean isSole() {
    return ordinal() < LEFT_HAND.ordinal();
  }

  /**
   * World place of this part, metres. Modified: dest.
   *
   * @return false where the body has no such part; dest then stays
   */
  public boolean place(Body body, WorldPose pose, double[] dest, int at) {
    if (!isSole()) {
      var hand = body.joint(side() == Side.LEFT ? Role.LEFT_HAND : Role.RIGHT_HAND);
      hand.ifPresent(j -> System.arraycopy(pose.positions(), 3 * j, dest, at, 3));
      return hand.isPresent();
    }
    for (Sole sole : body.soles()) {
      if (sole.side() == side()) {
        switch (ordinal() % 3) {
          case 0 -> pose.point(sole.foot(), sole.heel(), dest, at);
          case 1 -> pose.point(sole.toes(), sole.ball(), dest, at);
          default -> pose.point(sole.toes(), sole.toe(), dest, at);
        }
        return true;
      }
    }
    return false;
  }
}
