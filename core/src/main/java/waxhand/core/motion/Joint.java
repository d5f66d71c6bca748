package waxhand.core.motion;

import java.util.Optional;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.joml.Vector3dc;

/**
 * One joint of a skeleton.
 *
 * @param name as in the file; need not be unique
 * @param parent index of the parent, lower than the joint's own; -1 for a root
 * @param offset place in the parent's frame at rest, metres
 * @param rest rotation in the parent's frame at rest, unit
 * @param moves whether a take tells where it is in its parent, frame by frame
 * @param tip where the last bone ends, in this joint's frame, metres; empty where there is none
 */
public record Joint(
    String name,
    int parent,
    Vector3dc offset,
    Quaterniondc rest,
    boolean moves,
    Optional<Vector3dc> tip) {
  private static final Quaterniondc UNTURNED = new Quaterniond();

  public Joint {
    offset = new Vector3d(offset);
    rest = new Quaterniond(rest);
  }

  /** A joint that at rest is turned as its parent. */
  public Joint(String name, int parent, Vector3dc offset, boolean moves, Optional<Vector3dc> tip) {
    this(name, parent, offset, UNTURNED, moves, tip);
  }

  public Joint withTip(Vector3dc end) {
    return new Joint(name, parent, offset, rest, moves, Optional.of(end));
  }

  /** The same joint in a body {@code factor} times as large. */
  public Joint scaled(double factor) {
    return new Joint(
        name,
        parent,
        new Vector3d(offset).mul(factor),
        rest,
        moves,
        tip.map(t -> new Vector3d(t).mul(factor)));
  }

  boolean isTurnedAtRest() {
    return !rest.equals(UNTURNED);
  }
}
