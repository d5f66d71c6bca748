package waxhand.desk.viewport;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Hermite;

/** Shapes pelvis, waist, ribs, neck and head; the face shows where it looks. */
final class Trunk {
  private final Clay clay;

  private Trunk(Clay clay) {
    this.clay = clay;
  }

  static void shape(Clay clay) {
    Trunk trunk = new Trunk(clay);
    trunk.trunk();
    trunk.head();
  }

  /**
   * Half-widths, half-depths and shifts to the front of the trunk, by share of height, over the way
   * from the hips (0) up to where the neck begins (1).
   */
  private static final double[][] PROFILE = {
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
  };

  /** Over how much of the trunk to either side a joint's bend is spread, by share of height. */
  private static final double SPREAD = 0.045;

  /** From one ring of the trunk to the next, as a share of its length. */
  private static final double STEP = 0.03;

  /** Where the rings of the profile begin and end, by share of the trunk's length. */
  private static final double LOWEST = 0.1;

  private static final double HIGHEST = 0.98;

  /** One skin from the hips to the neck, in a stretch for each joint. */
  private void trunk() {
    List<Integer> chain = chain();
    Vector3d[] at = new Vector3d[chain.size() + 1];
    double[] along = new double[at.length];
    for (int n = 0; n < chain.size(); n++) {
      at[n] = clay.rest[chain.get(n)];
    }
    at[at.length - 1] = top(chain.get(chain.size() - 1));
    for (int n = 1; n < at.length; n++) {
      along[n] = along[n - 1] + Math.max(1e-6, at[n].distance(at[n - 1]));
    }
    double whole = along[at.length - 1];
    Loft skin = new Loft();
    List<Double> ways = new ArrayList<>();
    pelvis(skin, at[0], ways);
    int[] first = new int[at.length];
    for (int n = 0; n + 1 < at.length; n++) {
      double from = Math.max(LOWEST, along[n] / whole);
      double to = Math.max(from, Math.min(HIGHEST, along[n + 1] / whole));
      int steps = (int) Math.ceil((to - from) / STEP);
      first[n] = n == 0 ? 0 : ways.size();
      for (int k = 0; k < steps; k++) {
        ring(skin, at, along, from + (to - from) * k / steps, ways);
      }
    }
    first[at.length - 1] = ways.size();
    ring(skin, at, along, HIGHEST, ways);
    int below = skin.rows();
    skin.rounded(0.012 * clay.h, 0.014 * clay.h);
    int cap = (skin.rows() - below) / 2;
    double[][] shares = new double[skin.rows()][];
    for (int r = 0; r < shares.length; r++) {
      shares[r] = shares(along, ways.get(Math.max(0, Math.min(ways.size() - 1, r - cap))));
    }
    SoftPart.Bend bend =
        new SoftPart.Bend(
            chain.stream().mapToInt(j -> j).toArray(), places(at, chain.size()), shares);
    for (int n = 0; n + 1 < at.length; n++) {
      int low = n == 0 ? 0 : cap + first[n];
      int high = n + 2 == at.length ? skin.rows() - 1 : cap + first[n + 1];
      if (low < high) {
        clay.add(new SoftPart(chain.get(n), skin, bend, low, high));
      }
    }
  }

  private static double[] places(Vector3d[] at, int count) {
    double[] places = new double[3 * count];
    for (int n = 0; n < count; n++) {
      places[3 * n] = at[n].x;
      places[3 * n + 1] = at[n].y;
      places[3 * n + 2] = at[n].z;
    }
    return places;
  }

  private void ring(Loft skin, Vector3d[] at, double[] along, double u, List<Double> ways) {
    double whole = along[at.length - 1];
    double[] row = row(u);
    Vector3d place = at(at, along, u * whole).add(0, 0, row[3] * clay.h);
    clay.flatRing(skin, place, row[1] * wide(u), row[2], 2.4);
    ways.add(u * whole);
  }

  /**
   * The share of each joint in what stands so far up the trunk: how much of the stretch around it
   * is the joint's own.
   */
  private double[] shares(double[] along, double way) {
    double low = way - SPREAD * clay.h;
    double high = way + SPREAD * clay.h;
    double[] shares = new double[along.length - 1];
    for (int n = 0; n < shares.length; n++) {
      double from = n == 0 ? low : Math.max(low, along[n]);
      double to = n + 1 == shares.length ? high : Math.min(high, along[n + 1]);
      shares[n] = Math.max(0, to - from) / (high - low);
    }
    return shares;
  }

  private void pelvis(Loft skin, Vector3d hips, List<Double> ways) {
    double thigh = Math.min(0.02, Math.max(-0.08, middleOfThighs().y / clay.h));
    double wide = wide(0);
    double[][] rings = {
      {-0.052, 0.044, 0.046, -0.002, 2.2},
      {-0.028, 0.083, 0.064, -0.006, 2.4},
      {0.006, 0.097, 0.070, -0.008, 2.5}
    };
    for (double[] ring : rings) {
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

  private static double[] row(double u) {
    int n = 1;
    while (n < PROFILE.length - 1 && PROFILE[n][0] < u) {
      n++;
    }
    double[] a = PROFILE[n - 1];
    double[] b = PROFILE[n];
    double t = Math.max(0, Math.min(1, (u - a[0]) / (b[0] - a[0])));
    double[] row = new double[4];
    for (int i = 0; i < 4; i++) {
      row[i] = a[i] + t * (b[i] - a[i]);
    }
    return row;
  }

  /** A place so far along a line of places; beyond its ends it goes on straight. */
  private static Vector3d at(Vector3d[] places, double[] along, double way) {
    int n = 1;
    while (n < places.length - 1 && along[n] < way) {
      n++;
    }
    double t = (way - along[n - 1]) / (along[n] - along[n - 1]);
    return new Vector3d(places[n - 1]).lerp(places[n], t);
  }

  private void head() {
    OptionalInt head = clay.body.joint(Role.HEAD);
    boolean any = false;
    for (Role role : List.of(Role.NECK, Role.NECK_2)) {
      OptionalInt neck = clay.body.joint(role);
      if (neck.isPresent()) {
        any |= neck(neck.getAsInt(), clay.next(neck.getAsInt()));
      }
    }
    if (!any && head.isPresent()) {
      neck(head.getAsInt(), new Vector3d(0, 0.03 * clay.h, 0));
    }
    if (head.isEmpty()) {
      return;
    }
    int j = head.getAsInt();
    double tip = clay.tip(j).map(t -> t.length()).orElse(0.1 * clay.h) / clay.h;
    double top = Math.max(0.085, Math.min(0.125, tip));
    double s = top / 0.1;
    Loft skull = new Loft();
    clay.flatRing(skull, clay.at(0, -0.016 * s, 0.030), 0.018, 0.017, 2.2);
    clay.flatRing(skull, clay.at(0, -0.003 * s, 0.019), 0.029, 0.034, 2.3);
    clay.flatRing(skull, clay.at(0, 0.018 * s, 0.012), 0.035, 0.043, 2.3);
    clay.flatRing(skull, clay.at(0, 0.045 * s, 0.006), 0.041, 0.051, 2.2);
    clay.flatRing(skull, clay.at(0, 0.070 * s, 0.002), 0.040, 0.051, 2.1);
    clay.flatRing(skull, clay.at(0, 0.088 * s, 0.000), 0.031, 0.041, 2);
    clay.add(j, Side.MIDDLE, skull.rounded(0.006 * clay.h, 0.012 * clay.h * s));
    Loft nose = new Loft();
    nose.ring(clay.at(0, 0.040 * s, 0.054), clay.at(0.004, 0, 0), clay.at(0, 0, 0.004), 2);
    nose.ring(clay.at(0, 0.026 * s, 0.059), clay.at(0.006, 0, 0), clay.at(0, 0.001, 0.007), 2);
    nose.ring(clay.at(0, 0.019 * s, 0.058), clay.at(0.008, 0, 0), clay.at(0, 0.001, 0.007), 2);
    clay.add(j, Side.MIDDLE, nose.rounded(0.005 * clay.h, 0.004 * clay.h));
    Loft brow = new Loft();
    brow.ring(clay.at(-0.027, 0.048 * s, 0.045), clay.at(0, 0.005, 0), clay.at(0, 0, 0.006), 2);
    brow.ring(clay.at(0, 0.049 * s, 0.054), clay.at(0, 0.005, 0), clay.at(0, 0, 0.005), 2);
    brow.ring(clay.at(0.027, 0.048 * s, 0.045), clay.at(0, 0.005, 0), clay.at(0, 0, 0.006), 2);
    clay.add(j, Side.MIDDLE, brow.rounded(0.005 * clay.h, 0.005 * clay.h));
    for (double x : new double[] {-1, 1}) {
      Loft ear = new Loft();
      ear.ring(
          clay.at(x * 0.041, 0.020 * s, -0.002), clay.at(0.004, 0, 0), clay.at(0, 0, 0.008), 2);
      ear.ring(
          clay.at(x * 0.044, 0.036 * s, -0.005), clay.at(0.004, 0, 0), clay.at(0, 0, 0.011), 2);
      clay.add(j, Side.MIDDLE, ear.rounded(0.006 * clay.h, 0.006 * clay.h));
    }
  }

  /** The skin of a part of the neck; false where it has no length. */
  private boolean neck(int joint, Vector3d to) {
    if (to.length() < 0.01 * clay.h) {
      return false;
    }
    Loft loft = new Loft();
    double below = Math.max(0.45 * to.length(), 0.03 * clay.h) / to.length();
    clay.flatRing(loft, new Vector3d(to).mul(-below), 0.039, 0.037, 2);
    clay.flatRing(loft, new Vector3d(to).mul(0.25), 0.033, 0.033, 2);
    clay.flatRing(loft, new Vector3d(to).mul(1.15), 0.032, 0.034, 2);
    clay.add(joint, Side.MIDDLE, loft.rounded(0.01 * clay.h, 0.01 * clay.h));
    return true;
  }
}
