package waxhand.core.body;

import java.util.ArrayList;
import java.util.BitSet;
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

  /** A limb is at least so long, as a share of the longest. */
  private static final double LEAST = 0.3;

  /** Pieces of a bone differ by less from their mean, as a share of the bone. */
  private static final double UNEVEN = 0.02;

  /** They are a longer way by less than this share: they lie on a straight line at rest. */
  static final double BENT = 1e-4;

  private static final int MOST_PIECES = 6;

  /**
   * Two limbs.
   *
   * @param branch the joint they hang from
   * @param dividing joints of both limbs that only divide a bone
   * @param first the chain of joints of one, from the body outwards, those of no length and those
   *     that only divide a bone left out
   */
  record Pair(int branch, List<Integer> first, List<Integer> second, BitSet dividing) {
    boolean holds(int joint) {
      return first.contains(joint) || second.contains(joint);
    }
  }

  private final Skeleton skeleton;
  private final Vector3d[] rest;
  private final List<Integer> joints;
  private final double[] reach;

  /** The one with the longest bones first. */
  private final List<Pair> pairs;

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
    pairs = pairs();
  }

  private List<Pair> pairs() {
    List<Pair> all = new ArrayList<>();
    for (int j : joints) {
      List<Integer> children = skeleton.children(j);
      for (int a = 0; a < children.size(); a++) {
        for (int b = a + 1; b < children.size(); b++) {
          double x = length(j, children.get(a));
          double y = length(j, children.get(b));
          if (Math.abs(x - y) < ALIKE * Math.max(x, y)) {
            BitSet dividing = new BitSet();
            List<Integer> first = whole(chain(children.get(a)), dividing);
            List<Integer> second = whole(chain(children.get(b)), dividing);
            all.add(new Pair(j, first, second, dividing));
          }
        }
      }
    }
    all.removeIf(p -> middle(p.first()) < 0 || middle(p.second()) < 0);
    double longest = all.stream().mapToDouble(this::longer).max().orElse(0);
    all.removeIf(p -> longer(p) < LEAST * longest);
    all.sort(Comparator.comparingDouble((Pair p) -> -twoBones(p.first())));
    return all;
  }

  /** The pair that are legs, and that are arms; either may be missing. */
  Optional<Pair> legs() {
    return pairs.stream().findFirst();
  }

  Optional<Pair> arms(Pair legs) {
    return pairs.stream()
        .filter(p -> p.branch() != legs.branch() && !legs.first().contains(p.branch()))
        .filter(p -> !legs.second().contains(p.branch()))
        .findFirst();
  }

  /** The pair of which one limb holds one of two joints. */
  Optional<Pair> of(int left, int right) {
    return pairs.stream().filter(p -> p.holds(left) || p.holds(right)).findFirst();
  }

  private double longer(Pair pair) {
    return Math.max(
        length(pair.branch(), pair.first().get(0)), length(pair.branch(), pair.second().get(0)));
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

  /**
   * A chain without the joints that only divide its two long bones into equal pieces: those without
   * which the shorter of the two is longest. Modified: dividing, with those joints.
   */
  private List<Integer> whole(List<Integer> chain, BitSet dividing) {
    BitSet best = new BitSet();
    double longest = shorter(chain);
    for (int knee = 1; knee < chain.size(); knee++) {
      for (int from = Math.max(0, knee - MOST_PIECES); from < knee; from++) {
        for (int to = knee + 1; to <= Math.min(chain.size(), knee + MOST_PIECES); to++) {
          double shorter = Math.min(undivided(chain, from, knee), undivided(chain, knee, to));
          int left = to - from - 2;
          if (shorter > longest + 1e-9 || shorter > longest - 1e-9 && left < best.cardinality()) {
            longest = shorter;
            best.clear();
            best.set(from + 1, to);
            best.clear(knee);
          }
        }
      }
    }
    List<Integer> whole = new ArrayList<>();
    for (int n = 0; n < chain.size(); n++) {
      if (best.get(n)) {
        dividing.set(chain.get(n));
      } else {
        whole.add(chain.get(n));
      }
    }
    return whole;
  }

  /**
   * The length of a bone between two joints of a chain that those between divide into equal pieces;
   * 0 where they do not.
   *
   * @param to behind the last joint for the end of its bone
   */
  private double undivided(List<Integer> chain, int from, int to) {
    if (to - from == 1) {
      return bone(chain, to);
    }
    Vector3d end = to < chain.size() ? rest[chain.get(to)] : tip(chain.get(to - 1));
    double length = end.distance(rest[chain.get(from)]);
    double way = 0;
    double worst = 0;
    for (int n = from + 1; n <= to; n++) {
      double piece = bone(chain, n);
      way += piece;
      worst = Math.max(worst, Math.abs(piece - length / (to - from)));
    }
    return worst < UNEVEN * length && way - length < BENT * length ? length : 0;
  }

  private Vector3d tip(int joint) {
    Vector3d tip = skeleton.joint(joint).tip().map(Vector3d::new).orElseGet(Vector3d::new);
    return skeleton.toWorldAtRest(joint, tip).add(rest[joint]);
  }

  private double shorter(List<Integer> chain) {
    int middle = middle(chain);
    return middle < 0 ? 0 : Math.min(bone(chain, middle), bone(chain, middle + 1));
  }

  /**
   * Place in a chain of the joint between its two longest neighbouring bones; -1 for none. The last
   * bone is the one to the tip, where there is one.
   */
  private int middle(List<Integer> chain) {
    int best = -1;
    double longest = 0;
    for (int n = 1; n < chain.size(); n++) {
      double shorter = Math.min(bone(chain, n), bone(chain, n + 1));
      if (shorter > longest + 1e-9) {
        longest = shorter;
        best = n;
      }
    }
    return best;
  }

  private double bone(List<Integer> chain, int n) {
    int before = chain.get(n - 1);
    return n < chain.size()
        ? rest[chain.get(n)].distance(rest[before])
        : skeleton.joint(before).tip().map(t -> t.length()).orElse(0.0);
  }

  private double twoBones(List<Integer> chain) {
    int middle = middle(chain);
    return middle < 0 ? 0 : bone(chain, middle) + bone(chain, middle + 1);
  }

  /**
   * The joint at the end of a limb's two long bones, its foot or hand, or {@link
   * RoleFinder#bareEnd} where no joint marks it; -1 for none.
   */
  int end(List<Integer> chain) {
    int middle = middle(chain);
    if (middle < 0) {
      return -1;
    }
    return middle + 1 < chain.size()
        ? chain.get(middle + 1)
        : RoleFinder.bareEnd(chain.get(middle));
  }
}
