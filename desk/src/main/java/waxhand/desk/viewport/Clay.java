package waxhand.desk.viewport;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.motion.Skeleton;

/**
 * What the parts of the figure are shaped with: measures of a body, limbs, bands and rings. Parts
 * are shaped as they stand at rest, about their joint, in the world's axes.
 */
final class Clay {
  static final Vector3dc X = new Vector3d(1, 0, 0);
  static final Vector3dc Y = new Vector3d(0, 1, 0);
  static final Vector3dc Z = new Vector3d(0, 0, 1);

  final Body body;
  final Skeleton skeleton;
  final Vector3d[] rest;

  /** Height of the body, metres, which widths follow. */
  final double h;

  private final List<Part> parts = new ArrayList<>();

  Clay(Body body) {
    this.body = body;
    this.skeleton = body.skeleton();
    this.rest = skeleton.restPositions();
    this.h = body.heightM();
  }

  List<Part> parts() {
    return parts;
  }

  OptionalInt joint(Role role) {
    return body.joint(role);
  }

  void add(Part part) {
    parts.add(part);
  }

  void add(int joint, Side side, Loft loft) {
    parts.add(new StiffPart(joint, side, false, loft.mesh()));
  }

  /** A point given by share of height. */
  Vector3d at(double x, double y, double z) {
    return new Vector3d(x, y, z).mul(h);
  }

  void flatRing(Loft loft, Vector3dc middle, double wide, double deep, double square) {
    loft.ring(middle, new Vector3d(X).mul(wide * h), new Vector3d(Z).mul(deep * h), square);
  }

  /** Where the last bone of a joint ends, as seen from it at rest. */
  Optional<Vector3d> tip(int joint) {
    return skeleton.joint(joint).tip().map(t -> skeleton.toWorldAtRest(joint, new Vector3d(t)));
  }

  /** From a joint to the next one of its limb, at rest; twist joints between are passed over. */
  Vector3d next(int joint) {
    int best = -1;
    Deque<Integer> open = new ArrayDeque<>(skeleton.children(joint));
    while (!open.isEmpty()) {
      int j = open.removeFirst();
      boolean named = body.role(j).isPresent();
      boolean apart = rest[j].distance(rest[joint]) > 1e-4;
      if (named && apart && (best < 0 || !body.role(j).get().isFinger())) {
        best = j;
        if (!body.role(j).get().isFinger()) {
          break;
        }
      }
      if (!named || !apart) {
        open.addAll(skeleton.children(j));
      }
    }
    if (best >= 0) {
      return new Vector3d(rest[best]).sub(rest[joint]);
    }
    Vector3d end = tip(joint).orElse(new Vector3d());
    for (int child : skeleton.children(joint)) {
      Vector3d to = new Vector3d(rest[child]).sub(rest[joint]);
      end = end.length() == 0 && to.length() > 1e-4 ? to : end;
    }
    return end;
  }

  /** The direction nearest to {@code hint} that is at right angles to {@code along}. */
  static Vector3d across(Vector3dc along, Vector3dc hint) {
    Vector3d unit = new Vector3d(along).normalize();
    Vector3d side = new Vector3d(hint).fma(-unit.dot(hint), unit);
    return side.length() < 1e-6 ? across(along, new Vector3d(0.3, 0.5, 0.8)) : side.normalize();
  }

  /** A tapered limb from the joint of a role to the next, if the body has it. */
  void limb(Role role, double[][] profile) {
    joint(role).ifPresent(j -> limb(j, role.side(), next(j), profile));
  }

  /**
   * A tapered limb.
   *
   * @param profile rows of: share along the bone, half-width, half-depth, shift to the front (all
   *     but the first by share of height)
   */
  void limb(int joint, Side side, Vector3dc along, double[][] profile) {
    Vector3d f = across(along, Z);
    Vector3d s = new Vector3d(along).normalize().cross(f);
    Loft loft = new Loft(Loft.FINE);
    for (double[] row : new Profile(profile).fine()) {
      loft.ring(
          new Vector3d(along).mul(row[0]).fma(row[3] * h, f),
          new Vector3d(s).mul(row[1] * h),
          new Vector3d(f).mul(row[2] * h),
          2.1);
    }
    double[] first = profile[0];
    double[] last = profile[profile.length - 1];
    add(joint, side, loft.rounded(0.8 * first[1] * h, 0.8 * last[1] * h));
  }

  /** Rings round a limb: one on the left, two on the right. */
  void bands(Role role, double share, double wide, double deep, double forward) {
    joint(role).ifPresent(j -> bands(j, role.side(), share, wide, deep, forward));
  }

  private void bands(int joint, Side side, double share, double wide, double deep, double forward) {
    Vector3d along = next(joint);
    Vector3d f = across(along, Z);
    Vector3d s = new Vector3d(along).normalize().cross(f);
    for (int n = 0; n < (side == Side.LEFT ? 1 : 2); n++) {
      Loft loft = new Loft(Loft.FINE);
      double middle = share * along.length() + n * 0.014 * h;
      for (double t : new double[] {-0.0035, 0.0035}) {
        Vector3d at = new Vector3d(along).normalize(middle + t * h).fma(forward * h, f);
        loft.ring(at, new Vector3d(s).mul(wide * h), new Vector3d(f).mul(deep * h), 2.1);
      }
      parts.add(new StiffPart(joint, side, true, loft.mesh()));
    }
  }
}
