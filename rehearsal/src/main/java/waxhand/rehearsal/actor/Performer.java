package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.contact.Contact;
import waxhand.core.ik.TwoBone;
import waxhand.core.motion.Clip;

/**
 * Performs a score: the pose of the whole body at any time. Feet follow their stances exactly, legs
 * are solved from the hips, arms swing against the legs or hold the crate, the trunk balances, and
 * nothing is ever quite still.
 */
public final class Performer {
  /** Middle of a knee over the ground it rests on, as a share of the actor's height. */
  private static final double KNEE_SHARE = 0.032;

  private final Build build;
  private final Score score;
  private final double h;
  private final Sway sway;
  private final Feet feet;
  private final Crate crate;
  private final GridCurve lowered;
  private final GridCurve stepping;
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
    this.feet = new Feet(build, score.stances);
    this.crate = new Crate(build, score);
    int joints = build.skeleton().size();
    local = new Quaterniond[joints];
    world = new Vector3d[joints];
    turned = new Quaterniond[joints];
    for (int j = 0; j < joints; j++) {
      local[j] = new Quaterniond();
      world[j] = new Vector3d();
      turned[j] = new Quaterniond();
    }
    int grid = (int) Math.ceil(seconds * GridCurve.HZ) + 8;
    this.stepping = steppingOverTime(grid);
    this.lowered = loweringOverTime(grid);
  }

  // ---- quantities over time ----------------------------------------------------------------

  /**
   * How far the left foot is ahead of the right along the heading, softened as arms would follow.
   */
  private GridCurve steppingOverTime(int grid) {
    double[] raw = new double[grid];
    for (int g = 0; g < grid; g++) {
      double t = g / GridCurve.HZ;
      double yaw = score.yaw.at(t);
      Vector3d d = feet.at(0, t).ankle().sub(feet.at(1, t).ankle());
      raw[g] = (d.x * Math.sin(yaw) + d.z * Math.cos(yaw)) / h;
    }
    return GridCurve.softened(raw, 0.085);
  }

  /** By how much the hips must go down so that neither leg is ever stretched out. */
  private GridCurve loweringOverTime(int grid) {
    double[] need = new double[grid];
    double longest = 0.988 * build.legLength();
    for (int g = 0; g < grid; g++) {
      double t = g / GridCurve.HZ;
      pelvis(t, 0);
      for (int s = 0; s < 2; s++) {
        Vector3d joint = hipJoint(s);
        Vector3d ankle = feet.at(s, t).ankle();
        double flat2 =
            (joint.x - ankle.x) * (joint.x - ankle.x) + (joint.z - ankle.z) * (joint.z - ankle.z);
        double highest = ankle.y + Math.sqrt(Math.max(0, longest * longest - flat2));
        need[g] = Math.max(need[g], joint.y - highest);
      }
    }
    int wide = (int) (0.1 * GridCurve.HZ);
    double[] spread = new double[grid];
    for (int g = 0; g < grid; g++) {
      for (int k = Math.max(0, g - wide); k <= Math.min(grid - 1, g + wide); k++) {
        spread[g] = Math.max(spread[g], need[k]);
      }
    }
    return GridCurve.softened(spread, 0.033);
  }

  // ---- body --------------------------------------------------------------------------------

  private void pelvis(double t, double lower) {
    double yaw = score.yaw.at(t);
    double back = score.back.at(t) * h;
    hips.set(
        score.x.at(t) - back * Math.sin(yaw) + 0.003 * h * sway.at(0, t),
        0.53 * h - score.drop.at(t) * h - lower,
        score.z.at(t) - back * Math.cos(yaw) + 0.003 * h * sway.at(1, t));
    double step = stepping.at(t);
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
    return 0.2 * (stepping.at(t + e) - stepping.at(t - e)) / (2 * e) * 0.12;
  }

  private Vector3d hipJoint(int s) {
    Vector3d offset = new Vector3d(build.offset(build.joint(s, Build.THIGH)));
    return local[Build.HIPS].transform(offset).add(hips);
  }

  private void pose(double t) {
    for (Quaterniond q : local) {
      q.identity();
    }
    pelvis(t, lowered.at(t));
    kneel(t);
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
    double step = stepping.at(t);
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

  /** Where the right knee rests while the deckhand kneels: as far from the ankle as it is. */
  private Vector3d kneeOnGround(Feet.Foot foot) {
    double shin = build.offset(build.joint(1, Build.FOOT)).length();
    double down = foot.ankle().y - KNEE_SHARE * h;
    double ahead = Math.sqrt(Math.max(0, shin * shin - down * down));
    return new Vector3d(foot.ankle())
        .add(ahead * Math.sin(foot.yaw()), -down, ahead * Math.cos(foot.yaw()));
  }

  /** Puts the hips at the height at which the knee of a kneeling leg is on the ground. */
  private void kneel(double t) {
    double weight = score.kneel.at(t);
    if (weight <= 0) {
      return;
    }
    Vector3d knee = kneeOnGround(feet.at(1, t));
    Vector3d joint = hipJoint(1);
    double thigh = build.offset(build.joint(1, Build.SHIN)).length();
    double x = joint.x - knee.x;
    double z = joint.z - knee.z;
    double wanted = knee.y + Math.sqrt(Math.max(0.01, thigh * thigh - x * x - z * z));
    hips.y += weight * (wanted - joint.y);
  }

  private void leg(int s, double t) {
    Feet.Foot foot = feet.at(s, t);
    Vector3d joint = hipJoint(s);
    double out = (s == 0 ? 1 : -1) * (0.1 + 0.5 * Math.max(0, score.drop.at(t)));
    Vector3d forward = new Vector3d(Math.sin(foot.yaw()), 0, Math.cos(foot.yaw()));
    Vector3d ahead = local[Build.HIPS].transform(new Vector3d(out, 0, 1)).mul(0.6);
    Vector3d bend = ahead.add(forward);
    double kneels = s == 1 ? score.kneel.at(t) : 0;
    if (kneels > 0) {
      Vector3d middle = new Vector3d(joint).lerp(foot.ankle(), 0.5);
      bend.normalize().lerp(kneeOnGround(foot).sub(middle).normalize(), kneels);
    }
    TwoBone.Solution leg = build.leg2(s).solve(joint, foot.ankle(), bend);
    Quaterniond pelvis = local[Build.HIPS];
    Quaterniond thigh = leg.upperRotation();
    Quaterniond shin = leg.lowerRotation();
    set(build.joint(s, Build.THIGH), new Quaterniond(pelvis).conjugate().mul(thigh));
    set(build.joint(s, Build.SHIN), new Quaterniond(thigh).conjugate().mul(shin));
    set(build.joint(s, Build.FOOT), new Quaterniond(shin).conjugate().mul(foot.rotation()));
    local[build.joint(s, Build.TOES)].rotateX(foot.toes());
  }

  private void set(int joint, Quaterniond q) {
    local[joint].set(q).normalize();
  }

  private double swing(int s, double t) {
    double step =
        stepping.at(t - 0.03) * score.swing.at(t) * (s == 1 ? 1 - 0.8 * score.lantern.at(t) : 1);
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
    flex += 1.05 * score.bent.at(t);
    if (s == 1) {
      flex += (1.25 - 0.55 * score.bent.at(t)) * score.lantern.at(t);
    }
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
      carry(s, t, grip);
    }
    HandPath path = score.hands.get(s);
    if (path.weight(t) > 0) {
      solve();
      Vector3d out = local[Build.HIPS].transform(new Vector3d(x * 0.8, -0.6, -0.3));
      reach(s, withinReach(s, path.at(t), path.isFirm(t)), out, path.weight(t));
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

  /** Brings a hand to its grip on the crate, turned as the grip wants it. */
  private void carry(int s, double t, double grip) {
    double x = side(s);
    Vector3d[] shoulders = {
      world[build.joint(0, Build.UPPER_ARM)], world[build.joint(1, Build.UPPER_ARM)]
    };
    Crate.Place held = crate.at(t, hips, shoulders);
    Quaterniond turn = held.turn();
    int hand = build.joint(s, Build.HAND);
    Quaterniond before = new Quaterniond(turned[hand]);
    Vector3d out = turn.transform(new Vector3d(x * 0.7, -0.5, -0.55));
    TwoBone.Solution arm = reach(s, crate.grip(held, s), out, grip);
    Quaterniond handTurn =
        new Quaterniond(turn).rotateY(-x * Math.toRadians(62)).rotateX(-Math.toRadians(75));
    Quaterniond wanted = before.slerp(handTurn, grip);
    set(hand, new Quaterniond(arm.lowerRotation()).conjugate().mul(wanted));
  }

  /** The goal drawn in so that the elbow never locks. */
  private Vector3d withinReach(int s, Vector3d goal, boolean firm) {
    Vector3d shoulder = world[build.joint(s, Build.UPPER_ARM)];
    double length = build.arm2(s).upper().length() + build.arm2(s).lower().length();
    Vector3d way = new Vector3d(goal).sub(shoulder);
    double free = (firm ? 0.94 : 0.8) * length;
    double beyond = way.length() - free;
    if (beyond <= 0) {
      return goal;
    }
    double soft = (firm ? 0.05 : 0.15) * length;
    return way.normalize(free + soft * (1 - Math.exp(-beyond / soft))).add(shoulder);
  }

  /**
   * Brings a hand towards a goal, the elbow staying where the swing had it or going {@code out}.
   */
  private TwoBone.Solution reach(int s, Vector3d goal, Vector3d out, double grip) {
    int collar = build.joint(s, Build.COLLAR);
    int upper = build.joint(s, Build.UPPER_ARM);
    int fore = build.joint(s, Build.FOREARM);
    int hand = build.joint(s, Build.HAND);
    Vector3d to = new Vector3d(world[hand]).lerp(goal, grip);
    Vector3d middle = new Vector3d(world[upper]).lerp(world[hand], 0.5);
    Vector3d free = new Vector3d(world[fore]).sub(middle);
    Vector3d bend = free.normalize().lerp(out, grip);
    TwoBone.Solution arm = build.arm2(s).solve(world[upper], to, bend);
    set(upper, new Quaterniond(turned[collar]).conjugate().mul(arm.upperRotation()));
    set(fore, new Quaterniond(arm.upperRotation()).conjugate().mul(arm.lowerRotation()));
    return arm;
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
    return PoseSampler.clip(
        build.skeleton(),
        local,
        t -> {
          pose(t);
          return hips;
        },
        frames,
        rateHz);
  }

  /** The frames in which parts rest exactly: of the feet, and knees and hands on what stands. */
  public List<Contact> contacts(int frames, double rateHz) {
    List<Contact> contacts = new ArrayList<>(feet.contacts(frames, rateHz));
    for (Score.Rest rest : score.rests) {
      Feet.add(contacts, rest.part(), rest.from(), rest.to(), frames, rateHz);
    }
    return contacts;
  }
}
