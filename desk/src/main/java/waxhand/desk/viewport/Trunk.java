package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.maths.Hermite;

/** Shapes the trunk from the pelvis over waist and ribs up to where the neck begins. */
final class Trunk {
  private final Clay clay;

  private Trunk(Clay clay) {
    this.clay = clay;
  }

  static void shape(Clay clay) {
    Trunk trunk = new Trunk(clay);
    trunk.trunk();
  }

  /**
   * Half-widths, half-depths and shifts to the front of the trunk, by share of height, over the way
   * from the hips (0) up to where the neck begins (1).
   */
  private static final Profile TORSO =
      new Profile(
          new double[][] {
            {0.02, 0.096, 0.069, -0.007},
            {0.125, 0.091, 0.063, -0.004},
            {0.235, 0.080, 0.055, 0},
            {0.38, 0.0725, 0.049, 0.001},
            {0.48, 0.076, 0.052, 0.002},
            {0.6, 0.085, 0.060, 0.005},
            {0.74, 0.093, 0.067, 0.006},
            {0.84, 0.100, 0.066, 0.003},
            {0.925, 0.093, 0.053, -0.004},
            {0.98, 0.058, 0.038, -0.008}
          });

  /** Over how much of the trunk to either side a joint's bend is spread, by share of height. */
  private static final double SPREAD = 0.045;

  /** From one ring of the trunk to the next, as a share of its length. */
  private static final double STEP = 0.03;

  /** Where the rings of the profile begin and end, by share of the trunk's length. */
  private static final double LOWEST = 0.1;

  private static final double HIGHEST = 0.98;

  /**
   * The places of a row of joints, and where the last one's bone ends, with the way along them.
   *
   * @param at places at rest, one more than joints
   * @param along way from the first to each, metres
   */
  private record Line(Vector3d[] at, double[] along) {
    static Line of(Vector3d[] at) {
      double[] along = new double[at.length];
      for (int n = 1; n < at.length; n++) {
        along[n] = along[n - 1] + Math.max(1e-6, at[n].distance(at[n - 1]));
      }
      return new Line(at, along);
    }

    int joints() {
      return at.length - 1;
    }

    double whole() {
      return along[joints()];
    }

    /** Where a joint is, as a share of the whole way. */
    double share(int joint) {
      return along[joint] / whole();
    }

    /** A place so far along; beyond the ends it goes on straight. */
    Vector3d at(double way) {
      int n = 1;
      while (n < at.length - 1 && along[n] < way) {
        n++;
      }
      double t = (way - along[n - 1]) / (along[n] - along[n - 1]);
      return new Vector3d(at[n - 1]).lerp(at[n], t);
    }

    /** How much of a stretch so far to either side of a way is each joint's own; in all 1. */
    double[] shares(double way, double spread) {
      double[] shares = new double[joints()];
      for (int n = 0; n < shares.length; n++) {
        double from = n == 0 ? way - spread : Math.max(way - spread, along[n]);
        double to = n + 1 == shares.length ? way + spread : Math.min(way + spread, along[n + 1]);
        shares[n] = Math.max(0, to - from) / (2 * spread);
      }
      return shares;
    }
  }

  /** One skin from the hips to the neck, in a stretch for each joint. */
  private void trunk() {
    List<Integer> chain = chain();
    Vector3d[] at = new Vector3d[chain.size() + 1];
    for (int n = 0; n < chain.size(); n++) {
      at[n] = clay.rest[chain.get(n)];
    }
    at[chain.size()] = top(chain.get(chain.size() - 1));
    Line line = Line.of(at);
    Loft skin = new Loft(Loft.FINE);
    List<Double> ways = new ArrayList<>();
    pelvis(skin, at[0], ways);
    int[] first = torso(skin, line, ways);
    int open = skin.rows();
    skin.rounded(0.012 * clay.h, 0.014 * clay.h);
    int cap = (skin.rows() - open) / 2;
    SoftPart.Bend bend = bend(chain, line, ways, cap);
    for (int n = 0; n < chain.size(); n++) {
      int low = n == 0 ? 0 : cap + first[n];
      int high = n + 1 == chain.size() ? skin.rows() - 1 : cap + first[n + 1];
      if (low < high) {
        clay.add(new SoftPart(chain.get(n), skin, bend, low, high));
      }
    }
  }

  /** Rings of the profile; returns the first of each joint. */
  private int[] torso(Loft skin, Line line, List<Double> ways) {
    int[] first = new int[line.joints()];
    for (int n = 0; n < first.length; n++) {
      double from = Math.max(LOWEST, line.share(n));
      double to = Math.max(from, Math.min(HIGHEST, line.share(n + 1)));
      int steps = (int) Math.ceil((to - from) / STEP);
      first[n] = ways.size();
      for (int k = 0; k < steps; k++) {
        ring(skin, line, from + (to - from) * k / steps, ways);
      }
    }
    ring(skin, line, HIGHEST, ways);
    return first;
  }

  private void ring(Loft skin, Line line, double u, List<Double> ways) {
    double[] row = TORSO.at(u);
    double way = u * line.whole();
    Vector3d place = line.at(way).add(0, 0, row[3] * clay.h);
    clay.flatRing(skin, place, row[1] * wide(u), row[2], 2.4);
    ways.add(way);
  }

  /**
   * @param ways how far along each ring is
   * @param cap rings of a rounded end, which go with the last ring before them
   */
  private SoftPart.Bend bend(List<Integer> chain, Line line, List<Double> ways, int cap) {
    double[][] shares = new double[ways.size() + 2 * cap][];
    for (int r = 0; r < shares.length; r++) {
      double way = ways.get(Math.max(0, Math.min(ways.size() - 1, r - cap)));
      shares[r] = line.shares(way, SPREAD * clay.h);
    }
    double[] places = new double[3 * chain.size()];
    for (int n = 0; n < chain.size(); n++) {
      for (int i = 0; i < 3; i++) {
        places[3 * n + i] = line.at[n].get(i);
      }
    }
    return new SoftPart.Bend(chain.stream().mapToInt(j -> j).toArray(), places, shares);
  }

  private void pelvis(Loft skin, Vector3d hips, List<Double> ways) {
    double thigh = Math.min(0.02, Math.max(-0.08, middleOfThighs().y / clay.h));
    double wide = wide(0);
    double[][] rings = {
      {-0.052, 0.044, 0.046, -0.002, 2.2},
      {-0.028, 0.083, 0.064, -0.006, 2.4},
      {0.006, 0.097, 0.070, -0.008, 2.5}
    };
    for (double[] ring : new Profile(rings).fine()) {
      double y = thigh + ring[0];
      clay.flatRing(skin, clay.at(0, y, ring[3]).add(hips), ring[1] * wide, ring[2], ring[4]);
      ways.add(y * clay.h);
    }
  }

  /** From the hips to the middle of both thighs' joints, at rest. */
  private Vector3d middleOfThighs() {
    Vector3d middle = new Vector3d();
    int found = 0;
    for (Role role : List.of(Role.LEFT_THIGH, Role.RIGHT_THIGH)) {
      OptionalInt j = clay.body.joint(role);
      if (j.isPresent()) {
        middle.add(clay.rest[j.getAsInt()]);
        middle.sub(clay.rest[clay.body.joint(Role.HIPS).getAsInt()]);
        found++;
      }
    }
    return found == 0 ? middle : middle.div(found);
  }

  /** How much wider than usual this body is, over the way up the trunk. */
  private double wide(double u) {
    double hips = apart(Role.LEFT_THIGH, Role.RIGHT_THIGH, 0.1);
    double shoulders = apart(Role.LEFT_UPPER_ARM, Role.RIGHT_UPPER_ARM, 0.21);
    return hips + (shoulders - hips) * Hermite.smoothstep(u);
  }

  /** How far apart two joints are as a share of what is usual, within what looks like a body. */
  private double apart(Role left, Role right, double usual) {
    OptionalInt a = clay.body.joint(left);
    OptionalInt b = clay.body.joint(right);
    if (a.isEmpty() || b.isEmpty()) {
      return 1;
    }
    double is = clay.rest[a.getAsInt()].distance(clay.rest[b.getAsInt()]) / clay.h;
    return Math.max(0.8, Math.min(1.35, 0.4 + 0.6 * is / usual));
  }

  /** The joints from the hips up to the chest that stand apart. */
  private List<Integer> chain() {
    int hips = clay.body.joint(Role.HIPS).getAsInt();
    List<Integer> chain = new ArrayList<>();
    int last = -1;
    for (int j = clay.body.joint(Role.CHEST).getAsInt(); j > hips; j = clay.skeleton.parent(j)) {
      if (last < 0 || clay.rest[j].distance(clay.rest[last]) > 0.004 * clay.h) {
        chain.add(0, j);
        last = j;
      }
    }
    // what stands at the hips' own place turns the trunk: its skin begins there
    if (chain.isEmpty() || clay.rest[chain.get(0)].distance(clay.rest[hips]) > 0.004 * clay.h) {
      chain.add(0, hips);
    } else {
      chain.set(0, hips);
    }
    return chain;
  }

  /** Where the neck begins. */
  private Vector3d top(int chest) {
    OptionalInt neck = clay.body.joint(Role.NECK);
    OptionalInt head = clay.body.joint(Role.HEAD);
    if (neck.isPresent() && clay.rest[neck.getAsInt()].distance(clay.rest[chest]) > 0.03 * clay.h) {
      return clay.rest[neck.getAsInt()];
    }
    if (head.isPresent()) {
      return new Vector3d(clay.rest[head.getAsInt()]).sub(0, 0.045 * clay.h, 0);
    }
    return new Vector3d(clay.rest[chest]).add(0, 0.12 * clay.h, 0);
  }
}
