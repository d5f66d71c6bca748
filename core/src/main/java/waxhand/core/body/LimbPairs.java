package waxhand.core.body;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import waxhand.core.motion.Skeleton;

/**
 * Limbs told from bone lengths alone, whatever pose the skeleton rests in: two branches of one
 * joint that are as long as each other are the limbs of two sides. The pair with the longest bones
 * are the legs; of the others that branch off elsewhere the longest are the arms.
 */
final class LimbPairs {
  /** By how much the lengths of two limbs of a pair may differ, as a share. */
  private static final double ALIKE = 0.08;

  /** A limb is at least so long, as a share of the longest chain of bones. */
  private static final double LEAST = 0.3;

  /**
   * Two limbs.
   *
   * @param branch the joint they hang from
   * @param first the chain of joints of one, from the body outwards, joints of no length left out
   */
  record Pair(int branch, List<Integer> first, List<Integer> second) {
    boolean holds(int joint) {
      return first.contains(joint) || second.contains(joint);
    }
  }

  private final Skeleton skeleton;
  private final Vector3d[] rest;
  private final List<Integer> joints;
  private final double[] reach;

  /**
   * @param joints those looked at, parents before children
   * @param rest places at rest. Not modified.
   */
  LimbPairs(Skeleton skeleton, List<Integer> joints, Vector3d[] rest) {
    this.skeleton = skeleton;
    this.joints = joints;
    this.rest = rest;
    this.reach = new double[skeleton.size()];
    for (int n = joints.size() - 1; n >= 0; n--) {
      int j = joints.get(n);
      double tip = skeleton.joint(j).tip().map(t -> t.length()).orElse(0.0);
      reach[j] = Math.max(reach[j], tip);
      int p = skeleton.parent(j);
      if (p >= 0) {
        reach[p] = Math.max(reach[p], reach[j] + rest[j].distance(rest[p]));
      }
    }
  }

  /** All pairs, the one with the longest bones first. */
  List<Pair> all() {
    double longest = joints.stream().mapToDouble(j -> reach[j]).max().orElse(0);
    List<Pair> pairs = new ArrayList<>();
    for (int j : joints) {
      List<Integer> children = skeleton.children(j);
      for (int a = 0; a < children.size(); a++) {
        for (int b = a + 1; b < children.size(); b++) {
          double x = length(j, children.get(a));
          double y = length(j, children.get(b));
          if (Math.abs(x - y) < ALIKE * Math.max(x, y) && Math.min(x, y) > LEAST * longest) {
            pairs.add(new Pair(j, chain(children.get(a)), chain(children.get(b))));
          }
        }
      }
    }
    pairs.removeIf(p -> middle(p.first()) < 0 || middle(p.second()) < 0);
    pairs.sort(Comparator.comparingDouble((Pair p) -> -twoBones(p.first())));
    return pairs;
  }

  /** The pair that are legs, and that are arms; either may be missing. */
  Optional<Pair> legs() {
    return all().stream().findFirst();
  }

  Optional<Pair> arms(Pair legs) {
    return all().stream()
        .filter(p -> p.branch() != legs.branch() && !legs.first().contains(p.branch()))
        .filter(p -> !legs.second().contains(p.branch()))
        .findFirst();
  }

  private double length(int from, int child) {
    return rest[from].distance(rest[child]) + reach[child];
  }

  private List<Integer> chain(int top) {
    List<Integer> chain = new ArrayList<>(List.of(top));
    for (int j = top; j >= 0; ) {
      int at = j;
      j =
          skeleton.children(at).stream()
              .max(Comparator.comparingDouble(c -> length(at, c)))
              .orElse(-1);
      if (j >= 0 && rest[j].distance(rest[chain.get(chain.size() - 1)]) > 1e-6) {
        chain.add(j);
      }
    }
    return chain;
  }

  /** Place in a chain of the joint between its two longest neighbouring bones; -1 for none. */
  private int middle(List<Integer> chain) {
    int best = -1;
    double longest = 0;
    for (int n = 1; n + 1 < chain.size(); n++) {
      double shorter = Math.min(bone(chain, n), bone(chain, n + 1));
      if (shorter > longest + 1e-9) {
        longest = shorter;
        best = n;
      }
    }
    return best;
  }

  private double bone(List<Integer> chain, int n) {
    return rest[chain.get(n)].distance(rest[chain.get(n - 1)]);
  }

  private double twoBones(List<Integer> chain) {
    int middle = middle(chain);
    return middle < 0 ? 0 : bone(chain, middle) + bone(chain, middle + 1);
  }

  /** The joint at the end of a limb's two long bones: its foot or hand. */
  int end(List<Integer> chain) {
    int middle = middle(chain);
    return middle < 0 ? -1 : chain.get(middle + 1);
  }
}
