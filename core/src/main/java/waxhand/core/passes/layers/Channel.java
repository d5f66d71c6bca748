package waxhand.core.passes.layers;

import java.util.Locale;
import java.util.Optional;
import waxhand.core.chain.Axis;

/** What a row of a layer's sheet moves, about or along one axis. */
public enum Channel {
  TURN_X(Of.TURN, Axis.X),
  TURN_Y(Of.TURN, Axis.Y),
  TURN_Z(Of.TURN, Axis.Z),
  MOVE_X(Of.MOVE, Axis.X),
  MOVE_Y(Of.MOVE, Axis.Y),
  MOVE_Z(Of.MOVE, Axis.Z),
  GOAL_X(Of.GOAL, Axis.X),
  GOAL_Y(Of.GOAL, Axis.Y),
  GOAL_Z(Of.GOAL, Axis.Z),
  GOAL_TURN_X(Of.GOAL_TURN, Axis.X),
  GOAL_TURN_Y(Of.GOAL_TURN, Axis.Y),
  GOAL_TURN_Z(Of.GOAL_TURN, Axis.Z),
  SWIVEL(Of.SWIVEL, Axis.X);

  /** Channels that belong together, one an axis. */
  public enum Of {
    /** Rotation vector of a joint, radians. */
    TURN,
    /** Translation of a joint that has some, metres. */
    MOVE,
    /** Place of the end of a limb, metres. */
    GOAL,
    /** Rotation vector of the end of a limb in the world, radians. */
    GOAL_TURN,
    /** Turn of a limb's bend plane about the line between its ends, radians. */
    SWIVEL;

    /** Whether a limb is solved for it. */
    public boolean isGoal() {
      return this == GOAL || this == GOAL_TURN || this == SWIVEL;
    }

    /** Whether its values are angles. */
    public boolean isAngle() {
      return this != MOVE && this != GOAL;
    }
  }

  private final Of of;
  private final Axis axis;

  Channel(Of of, Axis axis) {
    this.of = of;
    this.axis = axis;
  }

  public Of of() {
    return of;
  }

  public Axis axis() {
    return axis;
  }

  /** The channel of a group along an axis; of the swivel there is one only. */
  public static Channel of(Of group, Axis axis) {
    for (Channel channel : values()) {
      if (channel.of == group && (channel.axis == axis || group == Of.SWIVEL)) {
        return channel;
      }
    }
    throw new IllegalArgumentException(group + " along " + axis);
  }

  /** In files, such as "turn-x". */
  public String key() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** In plain words, such as "turn x". */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  public static Optional<Channel> ofKey(String key) {
    for (Channel channel : values()) {
      if (channel.key().equals(key)) {
        return Optional.of(channel);
      }
    }
    return Optional.empty();
  }
}
