package waxhand.core.motion;

import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/**
 * One joint of a skeleton.
 *
 * @param name as in the file; need not be unique
 * @param parent index of the parent, lower than the joint's own; -1 for a root
 * @param offset place in the parent's frame at rest, metres, Y up
 * @param channels the numbers the file stores for it, in the file's order; may be empty
 * @param tip where the last bone ends, in this joint's frame, metres; empty where the file says
 *     none
 */
public record Joint(
    String name, int parent, Vector3dc offset, List<Channel> channels, Optional<Vector3dc> tip) {
  public Joint {
    channels = List.copyOf(channels);
    offset = new Vector3d(offset);
  }

  /** The same joint in a body {@code factor} times as large. */
  public Joint scaled(double factor) {
    return new Joint(
        name,
        parent,
        new Vector3d(offset).mul(factor),
        channels,
        tip.map(t -> new Vector3d(t).mul(factor)));
  }

  public boolean hasPositionChannels() {
    return channels.stream().anyMatch(c -> !c.isRotation());
  }

  /** Whether the file says where it is in its parent, frame by frame. */
  public boolean moves() {
    return channels.stream().anyMatch(c -> !c.isRotation());
  }
}
