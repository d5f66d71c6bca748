package waxhand.core.chain;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.text.Legible;

/**
 * The parts and axes a pass acts on. Parts are roles, so that a scope fits other bodies too, and
 * names of joints that have no role. No parts at all means the whole body.
 *
 * @param roles parts by role
 * @param joints parts by name, for joints without a role
 * @param axes components acted on; all three by default
 */
public record Scope(Set<Role> roles, Set<String> joints, Set<Axis> axes) {
  /** The whole body, all axes. */
  public static final Scope ALL = new Scope(Set.of(), Set.of(), EnumSet.allOf(Axis.class));

  public Scope {
    roles = Set.copyOf(roles);
    joints = Set.copyOf(joints);
    axes = Set.copyOf(axes);
  }

  /** These joints, by role where they have one. */
  public static Scope of(Body body, BitSet parts) {
    Set<Role> roles = EnumSet.noneOf(Role.class);
    Set<String> names = new TreeSet<>();
    parts.stream()
        .forEach(
            j ->
                body.role(j)
                    .ifPresentOrElse(roles::add, () -> names.add(body.skeleton().joint(j).name())));
    return new Scope(roles, names, ALL.axes);
  }

  public Scope withAxes(Set<Axis> others) {
    return new Scope(roles, joints, others);
  }

  public boolean isWholeBody() {
    return roles.isEmpty() && joints.isEmpty();
  }

  public boolean hasAllAxes() {
    return axes.size() == 3;
  }

  /** The joints of {@code body} in scope; empty if none of the parts exists there. */
  public BitSet joints(Body body) {
    BitSet in = new BitSet();
    int size = body.skeleton().size();
    if (isWholeBody()) {
      return body.members();
    }
    for (int j = 0; j < size; j++) {
      int joint = j;
      boolean byRole = body.role(j).map(roles::contains).orElse(false);
      boolean byName =
          body.role(j).isEmpty() && joints.contains(body.skeleton().joint(joint).name());
      if (byRole || byName) {
        in.set(j);
      }
    }
    return in;
  }

  /** In plain words: "whole body", or the parts. */
  public String words() {
    if (isWholeBody()) {
      return "whole body";
    }
    String parts = roles.stream().sorted().map(Role::words).collect(Collectors.joining(", "));
    String names = joints.stream().sorted().map(Legible::of).collect(Collectors.joining(", "));
    return parts + (parts.isEmpty() || names.isEmpty() ? "" : ", ") + names;
  }
}
