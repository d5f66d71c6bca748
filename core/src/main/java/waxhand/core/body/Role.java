package waxhand.core.body;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a joint is in the body; the joint turns the part it is named for. */
public enum Role {
  HIPS,
  SPINE_1,
  SPINE_2,
  SPINE_3,
  CHEST,
  NECK,
  NECK_2,
  HEAD,
  LEFT_COLLAR,
  LEFT_UPPER_ARM,
  LEFT_FOREARM,
  LEFT_HAND,
  LEFT_THIGH,
  LEFT_SHIN,
  LEFT_FOOT,
  LEFT_TOES,
  RIGHT_COLLAR,
  RIGHT_UPPER_ARM,
  RIGHT_FOREARM,
  RIGHT_HAND,
  RIGHT_THIGH,
  RIGHT_SHIN,
  RIGHT_FOOT,
  RIGHT_TOES,
  LEFT_THUMB_1,
  LEFT_THUMB_2,
  LEFT_THUMB_3,
  LEFT_INDEX_1,
  LEFT_INDEX_2,
  LEFT_INDEX_3,
  LEFT_MIDDLE_1,
  LEFT_MIDDLE_2,
  LEFT_MIDDLE_3,
  LEFT_RING_1,
  LEFT_RING_2,
  LEFT_RING_3,
  LEFT_LITTLE_1,
  LEFT_LITTLE_2,
  LEFT_LITTLE_3,
  RIGHT_THUMB_1,
  RIGHT_THUMB_2,
  RIGHT_THUMB_3,
  RIGHT_INDEX_1,
  RIGHT_INDEX_2,
  RIGHT_INDEX_3,
  RIGHT_MIDDLE_1,
  RIGHT_MIDDLE_2,
  RIGHT_MIDDLE_3,
  RIGHT_RING_1,
  RIGHT_RING_2,
  RIGHT_RING_3,
  RIGHT_LITTLE_1,
  RIGHT_LITTLE_2,
  RIGHT_LITTLE_3;

  /** A limb of one side, from the body outwards. */
  public static List<Role> limb(Side side, boolean leg) {
    return leg
        ? List.of(side("THIGH", side), side("SHIN", side), side("FOOT", side), side("TOES", side))
        : List.of(
            side("COLLAR", side),
            side("UPPER_ARM", side),
            side("FOREARM", side),
            side("HAND", side));
  }

  private static Role side(String part, Side side) {
    return valueOf(side.name() + "_" + part);
  }

  public Side side() {
    return name().startsWith("LEFT_")
        ? Side.LEFT
        : name().startsWith("RIGHT_") ? Side.RIGHT : Side.MIDDLE;
  }

  /** The same part of the other side; itself in the middle. */
  public Role mirrored() {
    return side() == Side.MIDDLE
        ? this
        : valueOf(side().other().name() + name().substring(side().name().length()));
  }

  public boolean isFinger() {
    return ordinal() >= LEFT_THUMB_1.ordinal();
  }

  /** In plain words, such as "left forearm". */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** In files, such as "left-forearm". */
  public String key() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static Optional<Role> ofKey(String key) {
    for (Role role : values()) {
      if (role.key().equals(key)) {
        return Optional.of(role);
      }
    }
    return Optional.empty();
  }

  /** All roles of fingers of one side. */
  public static List<Role> fingers(Side side) {
    List<Role> fingers = new ArrayList<>();
    for (Role role : values()) {
      if (role.isFinger() && role.side() == side) {
        fingers.add(role);
      }
    }
    return fingers;
  }
}
