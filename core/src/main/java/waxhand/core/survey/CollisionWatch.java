package waxhand.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.signal.Running;

/**
 * Limbs through the body, by capsules along the bones. They are the core of each part, not its
 * skin: flesh gives way, and what merely touches is no fault.
 */
final class CollisionWatch implements Watch {
  private static final double LEAST_MM = 18;

  /**
   * A capsule from one joint to another.
   *
   * @param radius metres
   */
  private record Capsule(int from, int to, double radius) {}

  private record Pair(Capsule limb, Capsule other) {}

  private final List<Pair> pairs = new ArrayList<>();

  CollisionWatch(Body body) {
    double h = body.heightM();
    List<Capsule> trunk = new ArrayList<>();
    add(trunk, body, Role.HIPS, Role.CHEST, 0.05 * h);
    add(trunk, body, Role.CHEST, Role.NECK, 0.05 * h);
    add(trunk, body, Role.NECK, Role.HEAD, 0.035 * h);
    List<List<Capsule>> legs = new ArrayList<>();
    List<List<Capsule>> shins = new ArrayList<>();
    for (Side side : new Side[] {Side.LEFT, Side.RIGHT}) {
      List<Role> leg = Role.limb(side, true);
      List<Capsule> thigh = new ArrayList<>();
      List<Capsule> shin = new ArrayList<>();
      add(thigh, body, leg.get(0), leg.get(1), 0.03 * h);
      add(shin, body, leg.get(1), leg.get(2), 0.02 * h);
      legs.add(thigh);
      shins.add(shin);
    }
    for (Side side : new Side[] {Side.LEFT, Side.RIGHT}) {
      List<Role> arm = Role.limb(side, false);
      List<Capsule> fore = new ArrayList<>();
      add(fore, body, arm.get(2), arm.get(3), 0.014 * h);
      pair(fore, trunk);
      legs.forEach(thigh -> pair(fore, thigh));
      shins.forEach(shin -> pair(fore, shin));
    }
    pair(shins.get(0), shins.get(1));
    pair(shins.get(0), legs.get(1));
    pair(shins.get(1), legs.get(0));
  }

  private static void add(List<Capsule> to, Body body, Role from, Role end, double radius) {
    OptionalInt a = body.joint(from);
    OptionalInt b = body.joint(end);
    if (a.isPresent() && b.isPresent()) {
      to.add(new Capsule(a.getAsInt(), b.getAsInt(), radius));
    }
  }

  private void pair(List<Capsule> limbs, List<Capsule> others) {
    for (Capsule limb : limbs) {
      for (Capsule other : others) {
        pairs.add(new Pair(limb, other));
      }
    }
  }

  @Override
  public void look(Window w, Marks marks) {
    double[] deep = new double[w.count()];
    double[] calm = new double[w.count()];
    for (Pair pair : pairs) {
      if (!(deep(w, pair, deep) > LEAST_MM)) {
        continue;
      }
      Running.median(deep, w.count(), w.frames(0.025, 1), calm);
      marks.runs(
          FindingKind.COLLISION,
          pair.limb.from,
          calm,
          w.count(),
          w.first(),
          LEAST_MM,
          w.frames(0.06, 2),
          w.frames(0.2, 2),
          pair.other.from);
    }
  }

  /** How deep a pair is in each other, mm, below 0 where it is apart. Returns the deepest. */
  private static double deep(Window w, Pair pair, double[] deep) {
    double touch = pair.limb.radius + pair.other.radius;
    double deepest = Double.NEGATIVE_INFINITY;
    for (int n = 0; n < w.count(); n++) {
      double apart =
          apart(
              w.places(),
              w.placeAt(n, pair.limb.from),
              w.placeAt(n, pair.limb.to),
              w.placeAt(n, pair.other.from),
              w.placeAt(n, pair.other.to));
      deep[n] = 1000 * (touch - apart);
      deepest = Math.max(deepest, deep[n]);
    }
    return deepest;
  }

  /**
   * Distance of two segments, by clamping (Ericson, "Real-Time Collision Detection", 2005, section
   * 5.1.9).
   */
  static double apart(double[] p, int a, int b, int c, int d) {
    double dx = p[b] - p[a];
    double dy = p[b + 1] - p[a + 1];
    double dz = p[b + 2] - p[a + 2];
    double ex = p[d] - p[c];
    double ey = p[d + 1] - p[c + 1];
    double ez = p[d + 2] - p[c + 2];
    double rx = p[a] - p[c];
    double ry = p[a + 1] - p[c + 1];
    double rz = p[a + 2] - p[c + 2];
    double aa = dx * dx + dy * dy + dz * dz;
    double ee = ex * ex + ey * ey + ez * ez;
    double f = ex * rx + ey * ry + ez * rz;
    double cc = dx * rx + dy * ry + dz * rz;
    double bb = dx * ex + dy * ey + dz * ez;
    double denominator = aa * ee - bb * bb;
    double s = denominator > 1e-12 ? clamp((bb * f - cc * ee) / denominator) : 0;
    double t = ee > 1e-12 ? (bb * s + f) / ee : 0;
    if (t < 0 || t > 1) {
      t = clamp(t);
      s = aa > 1e-12 ? clamp((bb * t - cc) / aa) : 0;
    }
    double x = rx + s * dx - t * ex;
    double y = ry + s * dy - t * ey;
    double z = rz + s * dz - t * ez;
    return Math.sqrt(x * x + y * y + z * z);
  }

  private static double clamp(double v) {
    return Math.max(0, Math.min(1, v));
  }
}
