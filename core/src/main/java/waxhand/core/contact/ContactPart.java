package waxhand.core.contact;

import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
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
  LEFT_KNEE,
  RIGHT_KNEE,
  LEFT_HAND,
  RIGHT_HAND;

  /** Middle of a knee over the ground it rests on, as a share of the body's height. */
  private static final double KNEE_SHARE = 0.032;

  /** Middle of a wrist over what its hand rests on, as a share of the body's height. */
  private static final double HAND_SHARE = 0.02;

  public Side side() {
    return name().startsWith("LEFT") ? Side.LEFT : Side.RIGHT;
  }

  /** The same part of the other side. */
  public ContactPart mirrored() {
    return valueOf(side().other().name() + name().substring(side().name().length()));
  }

  /** In files, such as "left-heel". */
  public String key() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** In plain words, such as "left heel". */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  public static Optional<ContactPart> ofKey(String key) {
    for (ContactPart part : values()) {
      if (part.key().equals(key)) {
        return Optional.of(part);
      }
    }
    return Optional.empty();
  }

  public boolean isSole() {
    return ordinal() < LEFT_KNEE.ordinal();
  }

  public boolean isKnee() {
    return this == LEFT_KNEE || this == RIGHT_KNEE;
  }

  public boolean isHand() {
    return this == LEFT_HAND || this == RIGHT_HAND;
  }

  /** Which place of its sole it is: 0 heel, 1 ball, 2 toe. Only for parts of a sole. */
  public int place() {
    return ordinal() % Sole.PLACES;
  }

  /** A part of a side's sole: 0 heel, 1 ball, 2 toe. */
  public static ContactPart ofSole(Side side, int place) {
    return values()[(side == Side.LEFT ? 0 : Sole.PLACES) + place];
  }

  /** Where the parts are that a body has. */
  public static Map<ContactPart, PartPoint> pointsOf(Body body) {
    Map<ContactPart, PartPoint> points = new EnumMap<>(ContactPart.class);
    for (ContactPart part : values()) {
      part.on(body).ifPresent(point -> points.put(part, point));
    }
    return points;
  }

  /** Where this part of a body is; empty where the body has no such part. */
  public Optional<PartPoint> on(Body body) {
    if (isSole()) {
      return body.soles().stream()
          .filter(s -> s.side() == side())
          .findFirst()
          .map(s -> new PartPoint(s.joint(place()), s.pivot(place()), s.radiusM(place())));
    }
    boolean left = side() == Side.LEFT;
    if (isKnee()) {
      return on(body, left ? Role.LEFT_SHIN : Role.RIGHT_SHIN, KNEE_SHARE);
    }
    return on(body, left ? Role.LEFT_HAND : Role.RIGHT_HAND, HAND_SHARE);
  }

  /**
   * World place of this part, metres; for many frames ask {@link #on} once. Modified: dest.
   *
   * @return false where the body has no such part; dest then stays
   */
  public boolean place(Body body, WorldPose pose, double[] dest, int at) {
    Optional<PartPoint> point = on(body);
    point.ifPresent(p -> p.place(pose, dest, at));
    return point.isPresent();
  }

  private static Optional<PartPoint> on(Body body, Role role, double share) {
    OptionalInt joint = body.joint(role);
    return joint.isEmpty()
        ? Optional.empty()
        : Optional.of(PartPoint.at(joint.getAsInt(), share * body.heightM()));
  }
}
