package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.body.Role;

/**
 * The trunk of a body as chains of joints, whatever their number, those without a role included.
 *
 * @param hips joint of the hips
 * @param spine from above the hips up to the joint that carries neck and arms
 * @param neck from above that up to below the head
 * @param head its joint; -1 where there is none
 */
record Chains(int hips, List<Integer> spine, List<Integer> neck, int head) {
  private static final List<Role> TOPS =
      List.of(Role.CHEST, Role.SPINE_3, Role.SPINE_2, Role.SPINE_1);

  static Chains of(Body body) {
    int hips = body.joint(Role.HIPS).orElse(-1);
    int top = hips;
    for (Role role : TOPS) {
      if (body.joint(role).isPresent()) {
        top = body.joint(role).getAsInt();
        break;
      }
    }
    int head = body.joint(Role.HEAD).orElse(-1);
    int high = head >= 0 ? head : body.joint(Role.NECK_2).orElse(body.joint(Role.NECK).orElse(-1));
    List<Integer> neck = path(body, top, high);
    if (head >= 0 && !neck.isEmpty()) {
      neck.remove(neck.size() - 1);
    }
    return new Chains(hips, path(body, hips, top), neck, head);
  }

  /** From a joint, not counted in, up to one that it carries; none where it does not. */
  private static List<Integer> path(Body body, int from, int to) {
    List<Integer> path = new ArrayList<>();
    int j = to;
    while (j >= 0 && j != from) {
      path.add(j);
      j = body.skeleton().parent(j);
    }
    if (j != from || from < 0) {
      return new ArrayList<>();
    }
    Collections.reverse(path);
    return path;
  }

  /** The joint that carries neck and arms. */
  int top() {
    return spine.isEmpty() ? hips : spine.get(spine.size() - 1);
  }
}
