package waxhand.core.body;

import java.util.Optional;
import java.util.OptionalInt;
import waxhand.core.text.Legible;

/**
 * A part of a body by its role, so that it is found on other bodies too; by the name of its joint
 * where it has none.
 *
 * @param role of the joint
 * @param joint its name where it has no role; else empty
 */
public record PartName(Optional<Role> role, String joint) {
  /** What a joint is called that has no role. */
  private static final int SHOWN = 40;

  public static PartName of(Role role) {
    return new PartName(Optional.of(role), "");
  }

  public static PartName of(Body body, int joint) {
    return body.role(joint)
        .map(PartName::of)
        .orElseGet(() -> ofJoint(body.skeleton().joint(joint).name()));
  }

  public static PartName ofJoint(String name) {
    return new PartName(Optional.empty(), name);
  }

  /** The joint on a body; empty where the body lacks the part. */
  public OptionalInt on(Body body) {
    if (role.isPresent()) {
      return body.joint(role.get());
    }
    int j = body.skeleton().indexOf(joint);
    return j >= 0 && body.role(j).isEmpty() ? OptionalInt.of(j) : OptionalInt.empty();
  }

  /** The same part of the other side; itself where it has no role. */
  public PartName mirrored() {
    return role.map(r -> of(r.mirrored())).orElse(this);
  }

  /** In plain words. */
  public String words() {
    return role.map(Role::words).orElseGet(() -> Legible.of(joint, SHOWN));
  }
}
