package waxhand.desk.session;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import waxhand.core.body.Body;
import waxhand.core.body.Role;

/**
 * The parts of the body that are selected: by role where a joint has one, else by the joint's name,
 * so that they are the same parts on any skeleton, in front of a pass and behind it. Immutable.
 *
 * @param roles parts by role
 * @param joints joints without a role
 */
public record Selection(Set<Role> roles, Set<Named> joints) {
  public static final Selection NONE = new Selection(Set.of(), Set.of());

  /** The {@code nth} joint of a name, from 0: names need not be unique. */
  public record Named(String name, int nth) {}

  public Selection {
    roles = Set.copyOf(roles);
    joints = Set.copyOf(joints);
  }

  /** These joints of a body. */
  public static Selection of(Body body, BitSet parts) {
    Set<Role> roles = EnumSet.noneOf(Role.class);
    Set<Named> joints = new HashSet<>();
    Map<String, Integer> seen = new HashMap<>();
    for (int j = 0; j < body.skeleton().size(); j++) {
      Named named = named(body, j, seen);
      if (parts.get(j)) {
        body.role(j).ifPresentOrElse(roles::add, () -> joints.add(named));
      }
    }
    return new Selection(roles, joints);
  }

  /** Which joints of a body they are; empty where it has none of them. */
  public BitSet on(Body body) {
    BitSet parts = new BitSet();
    Map<String, Integer> seen = new HashMap<>();
    for (int j = 0; j < body.skeleton().size() && !isEmpty(); j++) {
      Named named = named(body, j, seen);
      Optional<Role> role = body.role(j);
      parts.set(j, role.map(roles::contains).orElseGet(() -> joints.contains(named)));
    }
    return parts;
  }

  private static Named named(Body body, int joint, Map<String, Integer> seen) {
    String name = body.skeleton().joint(joint).name();
    return new Named(name, seen.merge(name, 1, Integer::sum) - 1);
  }

  public boolean isEmpty() {
    return roles.isEmpty() && joints.isEmpty();
  }
}
