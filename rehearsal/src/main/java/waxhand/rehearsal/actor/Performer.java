package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.ik.TwoBone;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Track;

/**
 * Performs a score: the pose of the whole body at any time. Feet follow their stances exactly, legs
 * are solved from the hips, arms swing against the legs or hold the crate, the trunk balances, and
 * nothing is ever quite still.
 */
public final class Performer {
  /** Grid of the quantities that follow from others, a second. */
  private static final double GRID_HZ = 240;

  /** Height of the grips of a crate that stands on the deck, as a share of the actor's. */
  private static final double GRIP_HEIGHT = 0.19;

  private final Build build;
  private final Score score;
  private final double h;
  private final Sway sway;
  private final double[] lowered;
  private final double[] stepping;
  private final Quaterniond[] local;
  private final Vector3d[] world;
  private final Quaterniond[] turned;
  private final Vector3d hips = new Vector3d();

  /** Prepares a performance that lasts {@code seconds}. */
  public Performer(Build build, Score score, double seconds, long seed) {
    this.build = build;
    this.score = score.finish();
    this.h = build.heightM();
    this.sway = new Sway(seed);
    int joints = build.skeleton().size();
    local = new Quaterniond[joints];
    world = new Vector3d[joints];
    turned = new Quaterniond[joints];
    for (int j = 0; j < joints; j++) {
      local[j] = new Quaterniond();
      world[j] = new Vector3d();
      turned[j] = new Quaterniond();
    }
    int grid = (int) Math.ceil(seconds * GRID_HZ) + 8;
    this.stepping = steppingOverTime(grid);
    this.lowered = loweringOverTime(grid);
  }

  /** A foot at a time: ankle, rotation, bend of the toes. */
  private record Foot(Vector3d ankle, double yaw, double pitch, double toes) {
    Quaterniond rotation() {
      return new Quaterniond().rotateY(yaw).rotateX(-pitch);
    }
  }

  // ---- feet --------------------------------------------------------------------------------

  private Foot foot(int s, double t) {
    List<Stance> list = score.stances.get(s);
    int low = 0;
    int high = list.size();
    while (high - low > 1) {
      int mid = (low + high) / 2;
      if (list.get(mid).strike() <= t) {
        low = mid;
      } else {
        high = mid;
      }
    }
    Stance stance = list.get(low);
    return t <= stance.off() || low == list.size() - 1
        ? standing(s, stance, t)
        : swinging(s, stance, list.get(low + 1), t);
  }

  private Foot standing(int s, Stance stance, double t) {
    double yaw = stance.yawAt(t);
    double pitch = stance.pitchAt(t);
    Vector3dc toToes = build.offset(build.joint(s, Build.TOES));
    Vector3d ankle = new Vector3d();
    Quaterniond rotation = new Quaterniond().rotateY(yaw).rotateX(-pitch);
    if (pitch > 0) {
      // rolls on the heel, which lies where it lies when the foot is flat
      Vector3d heel = heel(s);
      Vector3d spot = new Vector3d(heel).sub(toToes.x(), heel.y, toToes.z());
      new Quaterniond().rotateY(yaw).transform(spot);
      spot.add(stance.x(), 0, stance.z());
      ankle.set(spot).sub(rotation.transform(heel));
      return new Foot(ankle, yaw, pitch, 0);
    }
    double ballHeight = -tip(s).y;
    Vector3d ball = new Vector3d(stance.x(), ballHeight, stance.z());
    ankle.set(ball).sub(rotation.transform(new Vector3d(toToes)));
    return new Foot(ankle, yaw, pitch, pitch);
  }

  private Vector3d tip(int s) {
    Joint toes = build.skeleton().joint(build.joint(s, Build.TOES));
    return new Vector3d(toes.tip().orElseThrow());
  }

  /** The heel's lowest point in the foot's frame, as Body finds it. */
  private Vector3d heel(int s) {
    Vector3d toToes = new Vector3d(build.offset(build.joint(s, Build.TOES)));
    Vector3d end = tip(s).add(toToes);
    return new Vector3d(0, end.y, -0.33 * end.z);
  }

  private Foot swinging(int s, Stance from, Stance to, double t) {
    double length = to.strike() - from.off();
    double u = (t - from.off()) / length;
    double e = 1e-4;
    Foot a = standing(s, from, from.off());
    Foot before = standing(s, from, from.off() - e);
    Foot b = standing(s, to, to.strike());
    Vector3d v0 = new Vector3d(a.ankle).sub(before.ankle).div(e);
    // the foot comes in with speed and stops at once: a strike
    Vector3d way = new Vector3d(b.ankle).sub(a.ankle);
    Vector3d v1 = new Vector3d(way.x, 0, way.z).mul(0.3 / length);
    v1.y = -0.28 * h / 1.75;
    Vector3d ankle = new Vector3d();
    for (int i = 0; i < 3; i++) {
      ankle.setComponent(
          i, hermite(a.ankle.get(i), v0.get(i), b.ankle.get(i), v1.get(i), length, u));
    }
    double lift = 16 * u * u * (1 - u) * (1 - u);
    ankle.y += lift * (0.018 + 0.03 * Math.min(1, way.length() / h)) * h;
    double w0 = (a.pitch - before.pitch) / e;
    double pitch = hermite(a.pitch, 0.5 * w0, b.pitch, -0.6, length, Math.min(1, 1.12 * u));
    double yaw = a.yaw + (b.yaw - a.yaw) * Stance.ease(u);
    // toes hang only a little while the foot is tipped, so that they clear the ground
    double hang = Math.sin(Math.PI * u);
    double toes = Math.min(0, pitch) * (1 - 0.3 * hang * hang);
    Foot free = new Foot(ankle, yaw, pitch, toes);
    double window = Math.sin(Math.PI * u);
    double clear = 0.012 * h * window - lowest(s, free);
    double soft = 0.008 * h * window;
    ankle.y += window * 0.5 * (clear + Math.sqrt(clear * clear + soft * soft));
    return free;
  }

  /** Height of the lowest point of a foot's sole. */
  private double lowest(int s, Foot foot) {
    Quaterniond rotation = foot.rotation();
    double heel = rotation.transform(heel(s)).y;
    Vector3d toToes = new Vector3d(build.offset(build.joint(s, Build.TOES)));
    double ball = rotation.transform(toToes).y;
    double tip = ball + rotation.rotateX(foot.toes).transform(tip(s)).y;
    return foot.ankle.y + Math.min(heel, Math.min(tip, ball + tip(s).y));
  }

  private static double hermite(double a, double va, double b, double vb, double h, double u) {
    double u2 = u * u;
    double u3 = u2 * u;
    return a * (2 * u3 - 3 * u2 + 1)
        + va * h * (u3 - 2 * u2 + u)
        + b * (3 * u2 - 2 * u3)
        + vb * h * (u3 - u2);
  }

  // ---- quantities over time ----------------------------------------------------------------

  /**
   * How far the left foot is ahead of the right along the heading, softened as arms would follow.
   */
  private double[] steppingOverTime(int grid) {
    double[] raw = new double[grid];
    for (int g = 0; g < grid; g++) {
      double t = g / GRID_HZ;
      double yaw = score.yaw.at(t);
      Vector3d d = foot(0, t).ankle.sub(foot(1, t).ankle);
      raw[g] = (d.x * Math.sin(yaw) + d.z * Math.cos(yaw)) / h;
    }
    return softened(raw, 0.085);
  }

  /** By how much the hips must go down so that neither leg is ever stretched out. */
  private double[] loweringOverTime(int grid) {
    double[] need = new double[grid];
    double longest = 0.988 * build.legLength();
    for (int g = 0; g < grid; g++) {
      double t = g / GRID_HZ;
      pelvis(t, 0);
      for (int s = 0; s < 2; s++) {
        Vector3d joint = hipJoint(s);
        Vector3d ankle = foot(s, t).ankle;
        double flat2 =
            (joint.x - ankle.x) * (joint.x - ankle.x) + (joint.z - ankle.z) * (joint.z - ankle.z);
        double highest = ankle.y + Math.sqrt(Math.max(0, longest * longest - flat2));
        need[g] = Math.max(need[g], joint.y - highest);
      }
    }
    int wide = (int) (0.1 * GRID_HZ);
    double[] spread = new double[grid];
    for (int g = 0; g < grid; g++) {
      for (int k = Math.max(0, g - wide); k <= Math.min(grid - 1, g + wide); k++) {
        spread[g] = Math.max(spread[g], need[k]);
      }
    }
    return softened(spread, 0.033);
  }

  private static double[] softened(double[] raw, double sigmaS) {
    int reach = (int) Math.ceil(3 * sigmaS * GRID_HZ);
    double[] kernel = new double[2 * reach + 1];
    double sum = 0;
    for (int k = -reach; k <= reach; k++) {
      kernel[k + reach] = Math.exp(-0.5 * Math.pow(k / (sigmaS * GRID_HZ), 2));
      sum += kernel[k + reach];
    }
    double[] soft = new double[raw.length];
    for (int g = 0; g < raw.length; g++) {
      for (int k = -reach; k <= reach; k++) {
        soft[g] += kernel[k + reach] * raw[Math.max(0, Math.min(raw.length - 1, g + k))] / sum;
      }
    }
    return soft;
  }

  private static double at(double[] grid, double t) {
    double g = Math.max(0, Math.min(grid.length - 1.001, t * GRID_HZ));
    int i = (int) g;
    double u = g - i;
    double p0 = grid[Math.max(0, i - 1)];
    double p1 = grid[i];
    double p2 = grid[Math.min(grid.length - 1, i + 1)];
    double p3 = grid[Math.min(grid.length - 1, i + 2)];
    return p1
        + 0.5 * u * (p2 - p0 + u * (2 * p0 - 5 * p1 + 4 * p2 - p3 + u * (3 * (p1 - p2) + p3 - p0)));
  }

  // ---- body --------------------------------------------------------------------------------

  private void pelvis(double t, double lower) {
    double yaw = score.yaw.at(t);
    double back = score.back.at(t) * h;
    hips.set(
        score.x.at(t) - back * Math.sin(yaw) + 0.003 * h * sway.at(0, t),
        0.53 * h - score.drop.at(t) * h - lower,
        score.z.at(t) - back * Math.cos(yaw) + 0.003 * h * sway.at(1, t));
    double step = at(stepping, t);
    double lean = score.lean.at(t);
    local[Build.HIPS]
        .identity()
        .rotateY(yaw - 0.3 * step + 0.012 * sway.at(2, t))
        .rotateX(0.45 * lean + 0.02)
        .rotateZ(0.012 * sway.at(3, t) + 0.35 * sideLoad(t));
  }

  /** Slope of the hips to the swinging side, from where the weight is. */
  private double sideLoad(double t) {
    double e = 0.02;
    return 0.2 * (at(stepping, t + e) - at(stepping, t - e)) / (2 * e) * 0.12;
  }

  private Vector3d hipJoint(int s) {
    Vector3d offset = new Vector3d(build.offset(build.joint(s, Build.THIGH)));
    return local[Build.HIPS].transform(offset).add(hips);
  }

  private void pose(double t) {
    for (Quaterniond q : local) {
      q.identity();
    }
    pelvis(t, at(lowered, t));
    trunk(t);
    for (int s = 0; s < 2; s++) {
      leg(s, t);
      collar(s, t);
    }
    solve();
    for (int s = 0; s < 2; s++) {
      arm(s, t);
    }
  }

  private void trunk(double t) {
    double step = at(stepping, t);
    double lean = score.lean.at(t);
    double breath = 0.008 * Math.sin(2 * Math.PI * 0.27 * t);
    double counter = 0.62 * step;
    double tilt = -0.33 * sideLoad(t);
    for (int j : new int[] {Build.SPINE, Build.SPINE_2, Build.CHEST}) {
      local[j]
          .rotateY(counter / 3)
          .rotateX(0.19 * lean + (j == Build.CHEST ? -breath - 0.02 : 0.012))
          .rotateZ(tilt / 3 + 0.006 * sway.at(10 + j, t));
    }
    double look = score.look.at(t);
    double nod = -0.55 * lean + 0.02 + 0.015 * sway.at(4, t);
    local[Build.NECK].rotateY(-0.16 * step + 0.4 * look).rotateX(0.4 * nod + 0.06);
    local[Build.HEAD]
        .rotateY(-0.16 * step + 0.6 * look + 0.04 * sway.at(5, t))
        .rotateX(0.6 * nod - 0.06)
        .rotateZ(0.02 * sway.at(6, t));
  }

  private void leg(int s, double t) {
    Foot foot = foot(s, t);
    Vector3d joint = hipJoint(s);
    double out = (s == 0 ? 1 : -1) * (0.1 + 0.5 * Math.max(0, score.drop.at(t)));
    Vector3d forward = new Vector3d(Math.sin(foot.yaw), 0, Math.cos(foot.yaw));
    Vector3d ahead = local[Build.HIPS].transform(new Vector3d(out, 0, 1)).mul(0.6);
    TwoBone.Solution leg = build.leg2(s).solve(joint, foot.ankle, ahead.add(forward));
    Quaterniond pelvis = local[Build.HIPS];
    Quaterniond thigh = leg.upperRotation();
    Quaterniond shin = leg.lowerRotation();
    set(build.joint(s, Build.THIGH), new Quaterniond(pelvis).conjugate().mul(thigh));
    set(build.joint(s, Build.SHIN), new Quaterniond(thigh).conjugate().mul(shin));
    set(build.joint(s, Build.FOOT), new Quaterniond(shin).conjugate().mul(foot.rotation()));
    local[build.joint(s, Build.TOES)].rotateX(foot.toes);
  }

  private void set(int joint, Quaterniond q) {
    local[joint].set(q).normalize();
  }

  private double swing(int s, double t) {
    double step = at(stepping, t - 0.03) * score.swing.at(t);
    return -side(s) * 0.95 * step - score.armsBack.at(t) + 0.02 * sway.at(20 + s, t);
  }

  private static double side(int s) {
    return s == 0 ? 1 : -1;
  }

  private void collar(int s, double t) {
    double x = side(s);
    local[build.joint(s, Build.COLLAR)].rotateZ(-x * 0.06).rotateY(-x * 0.12 * swing(s, t));
  }

  private void arm(int s, double t) {
    double x = side(s);
    double swing = swing(s, t);
    double flex = 0.2 + 0.75 * Math.max(0, swing) + 0.12 * score.swing.at(t);
    double away = Math.toRadians(77) - 0.12 * Math.abs(score.armsBack.at(t));
    int upper = build.joint(s, Build.UPPER_ARM);
    int fore = build.joint(s, Build.FOREARM);
    int hand = build.joint(s, Build.HAND);
    double chestLean = 0.7 * score.lean.at(t);
    local[upper]
        .identity()
        .rotateX(-swing + 0.03 - 0.7 * chestLean)
        .rotateZ(-x * (away - 0.05))
        .rotateX(0.12 * x);
    local[fore].identity().rotateY(-x * flex).rotateX(0.05 * x * sway.at(22 + s, t));
    local[hand].identity().rotateZ(-x * 0.1).rotateY(-x * (0.08 + 0.04 * sway.at(24 + s, t)));
    curl(s, 0.35 + 0.55 * score.grip.at(t));
    double grip = Math.max(0, Math.min(1, score.grip.at(t)));
    if (grip > 0 && !score.crateSpots.isEmpty()) {
      solve();
      reach(s, t, grip);
    }
    solve();
  }

  private void curl(int s, double by) {
    int hand = build.joint(s, Build.HAND);
    double x = s == 0 ? 1 : -1;
    for (int j = hand + 1; j < local.length; j++) {
      if (build.skeleton().isAncestor(hand, j)) {
        boolean thumb = build.skeleton().joint(j).name().contains("Thumb");
        local[j].identity().rotateZ(-x * (thumb ? 0.4 : 1) * by);
      }
    }
  }

  /** Brings a hand towards its grip on the crate, the elbow staying where the swing had it. */
  private void reach(int s, double t, double grip) {
    double x = s == 0 ? 1 : -1;
    int collar = build.joint(s, Build.COLLAR);
    int upper = build.joint(s, Build.UPPER_ARM);
    int fore = build.joint(s, Build.FOREARM);
    int hand = build.joint(s, Build.HAND);
    double[] crate = crate(t);
    Quaterniond turn = new Quaterniond().rotateY(crate[3]);
    Vector3d goal = gripOn(crate, s);
    Vector3d to = new Vector3d(world[hand]).lerp(goal, grip);
    Vector3d middle = new Vector3d(world[upper]).lerp(world[hand], 0.5);
    Vector3d free = new Vector3d(world[fore]).sub(middle);
    Vector3d held = turn.transform(new Vector3d(x * 0.7, -0.5, -0.55));
    Vector3d bend = free.normalize().lerp(held, grip);
    TwoBone.Solution arm = build.arm2(s).solve(world[upper], to, bend);
    Quaterniond before = new Quaterniond(turned[hand]);
    Quaterniond handTurn =
        new Quaterniond(turn).rotateY(-x * Math.toRadians(62)).rotateX(-Math.toRadians(75) * 1);
    set(upper, new Quaterniond(turned[collar]).conjugate().mul(arm.upperRotation()));
    set(fore, new Quaterniond(arm.upperRotation()).conjugate().mul(arm.lowerRotation()));
    Quaterniond wanted = before.slerp(handTurn, grip);
    set(hand, new Quaterniond(arm.lowerRotation()).conjugate().mul(wanted));
  }

  /** Where a hand holds a crate, given its middle and heading. */
  private Vector3d gripOn(double[] crate, int s) {
    Vector3d grip = new Vector3d(side(s) * 0.135 * h, 0, -0.045 * h);
    return new Quaterniond().rotateY(crate[3]).transform(grip).add(crate[0], crate[1], crate[2]);
  }

  /** Middle of the crate and its heading, drawn in as far as the arms need to reach it. */
  private double[] crate(double t) {
    double[] crate = freeCrate(t);
    double reach = 0.985 * (build.arm2(0).upper().length() + build.arm2(0).lower().length());
    double beyond = 0;
    Vector3d shoulders = new Vector3d();
    for (int s = 0; s < 2; s++) {
      Vector3d shoulder = world[build.joint(s, Build.UPPER_ARM)];
      beyond = Math.max(beyond, gripOn(crate, s).distance(shoulder) - reach);
      shoulders.fma(0.5, shoulder);
    }
    Vector3d in = shoulders.sub(crate[0], crate[1], crate[2]).normalize(1.15 * beyond + 1e-12);
    return new double[] {crate[0] + in.x, crate[1] + in.y, crate[2] + in.z, crate[3]};
  }

  private double[] freeCrate(double t) {
    double[] spot = score.crateSpots.get(0);
    for (double[] each : score.crateSpots) {
      if (each[0] <= t || Math.abs(each[0] - t) < Math.abs(spot[0] - t)) {
        spot = each;
      }
    }
    double up = score.crateUp.at(t);
    double yaw = score.yaw.at(t);
    double ahead = (0.215 + 0.02 * (1 - up)) * h;
    double cx = hips.x + ahead * Math.sin(yaw);
    double cz = hips.z + ahead * Math.cos(yaw);
    double cy = hips.y + 0.055 * h;
    return new double[] {
      spot[1] + (cx - spot[1]) * up,
      GRIP_HEIGHT * h + (cy - GRIP_HEIGHT * h) * up,
      spot[2] + (cz - spot[2]) * up,
      spot[3] + (yaw - spot[3]) * up
    };
  }

  private void solve() {
    for (int j = 0; j < local.length; j++) {
      int p = build.skeleton().parent(j);
      if (p < 0) {
        world[j].set(hips);
        turned[j].set(local[j]);
      } else {
        turned[p].transform(world[j].set(build.offset(j))).add(world[p]);
        turned[j].set(turned[p]).mul(local[j]);
      }
    }
  }

  // ---- results -----------------------------------------------------------------------------

  /** The performance sampled at a rate. */
  public Clip clip(int frames, double rateHz) {
    int joints = local.length;
    double[][] q = new double[joints][4 * frames];
    double[] p = new double[3 * frames];
    Quaterniond[] before = new Quaterniond[joints];
    for (int f = 0; f < frames; f++) {
      pose(f / rateHz);
      p[3 * f] = hips.x;
      p[3 * f + 1] = hips.y;
      p[3 * f + 2] = hips.z;
      for (int j = 0; j < joints; j++) {
        double sign = before[j] != null && before[j].dot(local[j]) < 0 ? -1 : 1;
        q[j][4 * f] = sign * local[j].x;
        q[j][4 * f + 1] = sign * local[j].y;
        q[j][4 * f + 2] = sign * local[j].z;
        q[j][4 * f + 3] = sign * local[j].w;
        before[j] = new Quaterniond(q[j][4 * f], q[j][4 * f + 1], q[j][4 * f + 2], q[j][4 * f + 3]);
      }
    }
    List<Track> rotations = new ArrayList<>();
    List<Track> travels = new ArrayList<>();
    for (int j = 0; j < joints; j++) {
      rotations.add(Track.of(Track.ROTATION, q[j]));
      travels.add(j == 0 ? Track.of(Track.TRAVEL, p) : null);
    }
    return new Clip(build.skeleton(), rateHz, rotations, travels);
  }

  /** The frames in which parts of the feet rest exactly. */
  public List<Contact> contacts(int frames, double rateHz) {
    List<Contact> contacts = new ArrayList<>();
    for (int s = 0; s < 2; s++) {
      ContactPart heel = s == 0 ? ContactPart.LEFT_HEEL : ContactPart.RIGHT_HEEL;
      ContactPart ball = s == 0 ? ContactPart.LEFT_BALL : ContactPart.RIGHT_BALL;
      ContactPart toe = s == 0 ? ContactPart.LEFT_TOE : ContactPart.RIGHT_TOE;
      for (Stance stance : score.stances.get(s)) {
        boolean heelFirst = stance.strikePitch() > 0;
        double heelDown = heelFirst ? stance.strike() : stance.flat();
        double ballDown = heelFirst ? stance.flat() : stance.strike();
        add(contacts, ball, ballDown, stance.off(), frames, rateHz);
        if (stance.turn() == 0) {
          add(contacts, heel, heelDown, stance.heelOff(), frames, rateHz);
          add(contacts, toe, ballDown, stance.off(), frames, rateHz);
        } else {
          add(contacts, heel, heelDown, stance.turnFrom(), frames, rateHz);
          add(contacts, heel, stance.turnTo(), stance.heelOff(), frames, rateHz);
          add(contacts, toe, ballDown, stance.turnFrom(), frames, rateHz);
          add(contacts, toe, stance.turnTo(), stance.off(), frames, rateHz);
        }
      }
    }
    return contacts;
  }

  private static void add(
      List<Contact> contacts, ContactPart part, double t0, double t1, int frames, double rateHz) {
    int from = (int) Math.max(0, Math.ceil(t0 * rateHz - 1e-9));
    int to = (int) Math.min(frames, Math.floor(t1 * rateHz + 1e-9) + 1);
    if (to - from >= 2) {
      contacts.add(new Contact(part, new Frames(from, to)));
    }
  }

  /** Slow wandering of many quantities, each a sum of a few sines. */
  private static final class Sway {
    private static final int QUANTITIES = 32;
    private final double[][] phases = new double[QUANTITIES][4];
    private final double[][] speeds = new double[QUANTITIES][4];

    Sway(long seed) {
      SplittableRandom random = new SplittableRandom(seed);
      for (int q = 0; q < QUANTITIES; q++) {
        for (int i = 0; i < 4; i++) {
          phases[q][i] = random.nextDouble(2 * Math.PI);
          speeds[q][i] = 2 * Math.PI * (0.11 + 0.23 * i + random.nextDouble(0.15));
        }
      }
    }

    double at(int quantity, double t) {
      double sum = 0;
      for (int i = 0; i < 4; i++) {
        sum += Math.sin(phases[quantity][i] + speeds[quantity][i] * t) / (1 + 0.7 * i);
      }
      return 0.6 * sum;
    }
  }
}
