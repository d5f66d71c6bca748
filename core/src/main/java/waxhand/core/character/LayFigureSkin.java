package waxhand.core.character;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/**
 * The skin of a lay figure: closed tubes of rings laid about its bones, one for the trunk, one for
 * each limb, hand, finger, foot and the head. A ring goes with the joints around it in shares, so
 * that limbs bend softly.
 */
final class LayFigureSkin {
  private static final int AROUND = 14;
  private static final int FINE = 9;
  private static final int WAX = 0xE3B878;
  private static final int LEFT = 0xD9AE86;
  private static final int RIGHT = 0xDDBA70;

  /** Half the length of bone, as a share, over which a joint bends the skin. */
  private static final double BLEND = 0.22;

  private final LayFigure figure;
  private final Body body;
  private final Vector3d[] rest;
  private final double h;

  private final TubeMesh mesh = new TubeMesh();

  LayFigureSkin(LayFigure figure, Body body) {
    this.figure = figure;
    this.body = body;
    this.rest = body.skeleton().restPositions();
    this.h = figure.heightM();
  }

  Skin skin() {
    trunk();
    head();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      arm(side);
      leg(side);
    }
    return mesh.skin();
  }

  private int joint(Role role) {
    return body.joint(role).orElseThrow();
  }

  private Role of(Side side, String part) {
    return Role.valueOf(side.name() + "_" + part);
  }

  private Vector3d at(int joint) {
    return new Vector3d(rest[joint]);
  }

  private void trunk() {
    double g = figure.girth();
    int hips = joint(Role.HIPS);
    List<Integer> chain = new ArrayList<>(List.of(hips));
    for (Role role : List.of(Role.SPINE_1, Role.SPINE_2, Role.SPINE_3)) {
      body.joint(role).ifPresent(chain::add);
    }
    // spines of more joints than there are roles
    int chest = joint(Role.CHEST);
    for (int j = body.skeleton().parent(chest); j > hips; j = body.skeleton().parent(j)) {
      if (!chain.contains(j)) {
        chain.add(j);
      }
    }
    chain.add(chest);
    chain.sort(Integer::compare);
    double low = rest[joint(Role.LEFT_THIGH)].y - 0.05 * h;
    double high = rest[joint(Role.LEFT_UPPER_ARM)].y + 0.035 * h;
    double shoulders = figure.shoulders() * h;
    double hipsWide = figure.hips() * h;
    // height as a share of the trunk, half width, half depth, both by the body's own
    double[][] rows = {
      {0.00, 0.55 * hipsWide + 0.012 * h, 0.035 * g * h},
      {0.08, hipsWide + 0.030 * g * h, 0.052 * g * h},
      {0.20, hipsWide + 0.042 * g * h, 0.062 * g * h},
      {0.34, hipsWide + 0.034 * g * h, 0.060 * g * h},
      {0.48, 0.5 * (hipsWide + shoulders) * 0.86 + 0.014 * g * h, 0.057 * g * h},
      {0.62, 0.80 * shoulders, 0.061 * g * h},
      {0.76, 0.90 * shoulders, 0.066 * g * h},
      {0.88, 0.92 * shoulders, 0.058 * g * h},
      {0.96, 0.66 * shoulders, 0.044 * g * h},
      {1.00, 0.40 * shoulders, 0.034 * g * h}
    };
    TubeMesh.Tube tube = mesh.tube(2 * AROUND, WAX);
    Vector3d middle = new Vector3d();
    TreeMap<Integer, Double> w = TubeMesh.only(hips);
    for (double[] row : TubeMesh.denser(rows)) {
      double y = low + row[0] * (high - low);
      middle.set(0, y, rest[hips].z + 0.004 * h);
      w = along(chain, y);
      tube.ring(middle, new Vector3d(row[1], 0, 0), new Vector3d(0, 0, -row[2]), 1.05, w);
    }
    tube.close(
        new Vector3d(0, low - 0.012 * h, rest[hips].z),
        TubeMesh.only(hips),
        new Vector3d(0, high + 0.006 * h, rest[hips].z),
        w);
    neck(chest);
  }

  /** Shares of the spine's joints at a height. */
  private TreeMap<Integer, Double> along(List<Integer> chain, double y) {
    int n = 0;
    while (n + 1 < chain.size() && rest[chain.get(n + 1)].y < y) {
      n++;
    }
    double from = rest[chain.get(n)].y;
    if (n + 1 == chain.size()) {
      double before = n == 0 ? from : rest[chain.get(n - 1)].y;
      double span = 0.5 * (from - before);
      return n == 0
          ? TubeMesh.only(chain.get(0))
          : TubeMesh.mix(chain.get(n - 1), chain.get(n), 0.5 + (y - from) / (2 * span));
    }
    double to = rest[chain.get(n + 1)].y;
    double share = (y - from) / (to - from);
    if (share < 0.5 && n > 0) {
      return TubeMesh.mix(chain.get(n - 1), chain.get(n), 0.5 + share);
    }
    return TubeMesh.mix(chain.get(n), chain.get(n + 1), share - 0.5);
  }

  private void neck(int chest) {
    double g = Math.sqrt(figure.girth());
    int neck = joint(Role.NECK);
    int head = joint(Role.HEAD);
    TubeMesh.Tube tube = mesh.tube(AROUND, WAX);
    Vector3d from = at(neck).add(0, -0.035 * h, 0);
    Vector3d to = at(head).add(0, 0.025 * h, 0);
    for (int n = 0; n <= 4; n++) {
      double share = n / 4.0;
      Vector3d middle = new Vector3d(from).lerp(to, share);
      double r = (0.036 - 0.006 * share) * g * h;
      TreeMap<Integer, Double> w =
          share < 0.5
              ? TubeMesh.mix(chest, neck, 0.3 + 1.4 * share)
              : TubeMesh.mix(neck, head, 2 * share - 1);
      tube.ring(middle, new Vector3d(r, 0, 0), new Vector3d(0, 0, -r), 1, w);
    }
    tube.close(from, TubeMesh.only(chest), to, TubeMesh.only(head));
  }

  private void head() {
    int head = joint(Role.HEAD);
    double g = Math.pow(figure.girth(), 0.3);
    double crown = h;
    double chin = rest[head].y - 0.012 * h;
    double z = rest[head].z;
    double[][] rows = {
      // height share, half width, ahead, behind
      {0.00, 0.020, 0.046, 0.004},
      {0.10, 0.032, 0.054, 0.022},
      {0.24, 0.039, 0.056, 0.040},
      {0.40, 0.043, 0.057, 0.053},
      {0.56, 0.045, 0.056, 0.060},
      {0.72, 0.044, 0.054, 0.060},
      {0.86, 0.036, 0.044, 0.050},
      {0.95, 0.022, 0.026, 0.032}
    };
    TubeMesh.Tube tube = mesh.tube(2 * FINE, WAX);
    for (double[] row : TubeMesh.denser(rows)) {
      double y = chin + row[0] * (crown - chin);
      double ahead = row[2] * h;
      double behind = row[3] * h;
      Vector3d middle = new Vector3d(0, y, z + 0.5 * (ahead - behind) * 0.6);
      double deep = 0.5 * (ahead + behind);
      tube.ring(
          middle,
          new Vector3d(row[1] * g * h, 0, 0),
          new Vector3d(0, 0, -deep),
          1,
          TubeMesh.only(head));
    }
    tube.close(
        new Vector3d(0, chin - 0.004 * h, z + 0.016 * h),
        TubeMesh.only(head),
        new Vector3d(0, crown, z - 0.002 * h),
        TubeMesh.only(head));
    // the nose tells where it looks
    TubeMesh.Tube nose = mesh.tube(6, WAX);
    double y = chin + 0.38 * (crown - chin);
    double front = z + 0.042 * h;
    nose.ring(
        new Vector3d(0, y + 0.026 * h, front),
        new Vector3d(0.004 * h, 0, 0),
        new Vector3d(0, 0, -0.006 * h),
        1,
        TubeMesh.only(head));
    nose.ring(
        new Vector3d(0, y + 0.008 * h, front + 0.006 * h),
        new Vector3d(0.008 * h, 0, 0),
        new Vector3d(0, 0, -0.014 * h),
        1,
        TubeMesh.only(head));
    nose.ring(
        new Vector3d(0, y, front + 0.006 * h),
        new Vector3d(0.009 * h, 0, 0),
        new Vector3d(0, 0, -0.012 * h),
        1,
        TubeMesh.only(head));
    nose.close(
        new Vector3d(0, y + 0.03 * h, front),
        TubeMesh.only(head),
        new Vector3d(0, y - 0.004 * h, front),
        TubeMesh.only(head));
  }

  private void arm(Side side) {
    int collar = joint(of(side, "COLLAR"));
    int upper = joint(of(side, "UPPER_ARM"));
    int fore = joint(of(side, "FOREARM"));
    int hand = joint(of(side, "HAND"));
    int colour = side == Side.LEFT ? LEFT : RIGHT;
    double g = figure.girth();
    Vector3d up = new Vector3d(0, 1, 0);
    // from inside the shoulder to the wrist
    double[][] rows = {
      {-0.24, 0.014},
      {-0.17, 0.028},
      {0.0, 0.036},
      {0.30, 0.033},
      {0.70, 0.028},
      {0.94, 0.025},
      {1.06, 0.025},
      {1.25, 0.027},
      {1.50, 0.024},
      {1.80, 0.0185},
      {2.0, 0.016}
    };
    limb(
        new int[] {collar, upper, fore, hand},
        twist(upper, fore),
        twist(fore, hand),
        rows,
        up,
        1,
        g,
        colour);
    hand(side, hand, colour, up);
  }

  private int twist(int from, int to) {
    for (int j = from + 1; j < rest.length; j++) {
      if (body.skeleton().parent(j) == from && body.role(j).isEmpty()) {
        return j;
      }
    }
    return -1;
  }

  /**
   * A limb of two bones.
   *
   * @param rows where, counted in bones from where the first begins, and half how thick
   * @param joints what carries it, upper, middle, end
   */
  private void limb(
      int[] joints,
      int upperTwist,
      int lowerTwist,
      double[][] rows,
      Vector3dc side,
      double flat,
      double g,
      int colour) {
    Vector3d a = at(joints[1]);
    Vector3d b = at(joints[2]);
    Vector3d c = at(joints[3]);
    TubeMesh.Tube tube = mesh.tube(AROUND, colour);
    Vector3d first = new Vector3d();
    Vector3d last = new Vector3d();
    TreeMap<Integer, Double> begins = TubeMesh.only(joints[1]);
    TreeMap<Integer, Double> ends = TubeMesh.only(joints[3]);
    double[][] dense = TubeMesh.denser(rows);
    for (int n = 0; n < dense.length; n++) {
      double u = dense[n][0];
      Vector3d bone = u < 1 ? new Vector3d(b).sub(a) : new Vector3d(c).sub(b);
      Vector3d middle = u < 1 ? new Vector3d(a).fma(u, bone) : new Vector3d(b).fma(u - 1, bone);
      bone.normalize();
      Vector3d wide = new Vector3d(side).fma(-side.dot(bone), bone).normalize();
      Vector3d deep = new Vector3d(bone).cross(wide);
      double r = dense[n][1] * h * Math.pow(g, 0.8);
      TreeMap<Integer, Double> w = shares(joints, upperTwist, lowerTwist, u);
      tube.ring(middle, wide.mul(r), deep.mul(r * flat), 1, w);
      if (n == 0) {
        first.set(middle).fma(-0.4 * r, bone);
        begins = w;
      }
      last.set(middle).fma(0.3 * r, bone);
      ends = w;
    }
    tube.close(first, begins, last, ends);
  }

  private static TreeMap<Integer, Double> shares(
      int[] joints, int upperTwist, int lowerTwist, double u) {
    if (u < BLEND) {
      int first = upperTwist < 0 ? joints[1] : upperTwist;
      return TubeMesh.mix(joints[0], first, 0.5 + 0.5 * u / BLEND);
    }
    if (u > 1 - BLEND && u < 1 + BLEND) {
      return TubeMesh.mix(joints[1], joints[2], 0.5 + 0.5 * (u - 1) / BLEND);
    }
    if (u > 1 && lowerTwist >= 0) {
      return u < 1.6
          ? TubeMesh.mix(joints[2], lowerTwist, (u - 1 - BLEND) / (0.6 - BLEND))
          : TubeMesh.mix(lowerTwist, joints[3], (u - 1.6) / 0.4);
    }
    if (u > 2 - BLEND) {
      return TubeMesh.mix(joints[2], joints[3], 0.5 + 0.5 * (u - 2) / BLEND);
    }
    if (u < 1 && upperTwist >= 0) {
      // the twist joint half way has half of the roll, the elbow all
      return TubeMesh.mix(upperTwist, joints[1], Math.max(0, (u - 0.5) / (0.5 - BLEND)));
    }
    return TubeMesh.only(u < 1 ? joints[1] : joints[2]);
  }

  private void hand(Side side, int hand, int colour, Vector3dc up) {
    int middle = joint(of(side, "MIDDLE_1"));
    Vector3d along = at(middle).sub(rest[hand]);
    double length = along.length();
    along.normalize();
    Vector3d thick = new Vector3d(up).fma(-along.dot(up), along).normalize();
    Vector3d wide = new Vector3d(0, 0, 1);
    double[][] rows = {
      {-0.06, 0.0155, 0.0135}, {0.25, 0.019, 0.0135}, {0.6, 0.023, 0.0135}, {1.0, 0.024, 0.011}
    };
    TubeMesh.Tube tube = mesh.tube(AROUND, colour);
    for (double[] row : rows) {
      Vector3d at = at(hand).fma(row[0] * length, along).fma(-0.001 * h, wide);
      tube.ringAlong(
          along,
          at,
          new Vector3d(wide).mul(row[1] * h),
          new Vector3d(thick).mul(row[2] * h),
          TubeMesh.only(hand));
    }
    tube.close(
        at(hand).fma(-0.1 * length, along),
        TubeMesh.only(hand),
        at(hand).fma(1.04 * length, along),
        TubeMesh.only(hand));
    for (String finger : List.of("THUMB", "INDEX", "MIDDLE", "RING", "LITTLE")) {
      finger(side, finger, hand, colour, thick);
    }
  }

  private void finger(Side side, String finger, int hand, int colour, Vector3dc thick) {
    int[] j = new int[3];
    for (int n = 0; n < 3; n++) {
      j[n] = joint(of(side, finger + "_" + (n + 1)));
    }
    Vector3d end =
        body.skeleton()
            .toWorldAtRest(j[2], new Vector3d(body.skeleton().joint(j[2]).tip().orElseThrow()));
    end.add(rest[j[2]]);
    Vector3d[] knots = {at(j[0]), at(j[1]), at(j[2]), end};
    double r = (finger.equals("THUMB") ? 0.0078 : finger.equals("LITTLE") ? 0.0052 : 0.0062) * h;
    TubeMesh.Tube tube = mesh.tube(6, colour);
    Vector3d along = new Vector3d(knots[1]).sub(knots[0]).normalize();
    Vector3d deep0 = new Vector3d(thick).fma(-thick.dot(along), along).normalize();
    Vector3d wide0 = new Vector3d(along).cross(deep0);
    double[] where = {-0.3, 0.15, 0.85, 1.15, 1.85, 2.15, 2.75, 3.0};
    for (double u : where) {
      int n = (int) Math.max(0, Math.min(2, Math.floor(u)));
      Vector3d at = new Vector3d(knots[n]).lerp(knots[n + 1], u - n);
      double radius = r * (1 - 0.08 * Math.max(0, u)) * (u == 3.0 ? 0.6 : 1);
      double near = u - Math.rint(u);
      int k = (int) Math.max(0, Math.min(2, Math.rint(u)));
      int before = k == 0 ? hand : j[k - 1];
      TreeMap<Integer, Double> w =
          u > 2.5 ? TubeMesh.only(j[2]) : TubeMesh.mix(before, j[k], 0.5 + near / 0.6);
      tube.ringAlong(
          along, at, new Vector3d(wide0).mul(radius), new Vector3d(deep0).mul(radius), w);
    }
    tube.close(
        new Vector3d(knots[0]).fma(-0.4 * knots[0].distance(knots[1]), along),
        TubeMesh.only(hand),
        new Vector3d(end).fma(0.3 * r, along),
        TubeMesh.only(j[2]));
  }

  private void leg(Side side) {
    int hips = joint(Role.HIPS);
    int thigh = joint(of(side, "THIGH"));
    int shin = joint(of(side, "SHIN"));
    int foot = joint(of(side, "FOOT"));
    int colour = side == Side.LEFT ? LEFT : RIGHT;
    double[][] rows = {
      {-0.20, 0.026}, {-0.13, 0.046}, {0.04, 0.055}, {0.30, 0.051}, {0.62, 0.042}, {0.90, 0.034},
      {1.04, 0.033}, {1.26, 0.0355}, {1.55, 0.030}, {1.82, 0.0225}, {2.0, 0.0205}, {2.06, 0.0195}
    };
    limb(
        new int[] {hips, thigh, shin, foot},
        -1,
        -1,
        rows,
        new Vector3d(0, 0, 1),
        0.95,
        figure.girth(),
        colour);
    foot(side, foot, colour);
  }

  private void foot(Side side, int foot, int colour) {
    int toes = joint(of(side, "TOES"));
    double ground = 0;
    double ankle = rest[foot].y;
    double z = rest[foot].z;
    double ball = rest[toes].z;
    double x = rest[foot].x;
    double g = Math.pow(figure.girth(), 0.6);
    // from heel to toe: z, half width, height of the top
    double[][] rows = {
      {z - 0.032 * h, 0.013, 0.45 * ankle},
      {z - 0.022 * h, 0.019, 1.05 * ankle},
      {z + 0.002 * h, 0.0215, 1.30 * ankle},
      {z + 0.026 * h, 0.0215, 1.00 * ankle},
      {z + 0.056 * h, 0.025, 0.60 * ankle},
      {ball, 0.027, 0.46 * ankle},
      {ball + 0.018 * h, 0.0255, 0.38 * ankle},
      {ball + 0.031 * h, 0.019, 0.30 * ankle}
    };
    TubeMesh.Tube tube = mesh.tube(AROUND, colour);
    for (double[] row : rows) {
      double half = 0.5 * (row[2] - ground);
      TreeMap<Integer, Double> w = TubeMesh.mix(foot, toes, 0.5 + (row[0] - ball) / (0.05 * h));
      tube.ringAlong(
          new Vector3d(0, 0, 1),
          new Vector3d(x, ground + half, row[0]),
          new Vector3d(row[1] * g * h, 0, 0),
          new Vector3d(0, half, 0),
          w);
    }
    tube.close(
        new Vector3d(x, 0.2 * ankle, z - 0.036 * h),
        TubeMesh.only(foot),
        new Vector3d(x, 0.15 * ankle, ball + 0.036 * h),
        TubeMesh.only(toes));
  }
}
