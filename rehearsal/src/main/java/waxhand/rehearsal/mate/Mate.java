package waxhand.rehearsal.mate;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.ik.TwoBone;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.rehearsal.actor.PoseSampler;

/** Performs what is written down for the mate: the pose of the whole body at any time. */
public final class Mate {
  private static final int FREE = 26;

  /** A wrist over the ground on which its hand lies, as a share of the height. */
  private static final double HAND_SHARE = 0.02;

  /** Legs are never stretched out farther, as a share of their length. */
  private static final double STRETCHED = 0.992;

  private final MateBuild build;
  private final MateScore score;
  private final double[][] sway = new double[FREE][6];
  private final Quaterniond[] local;
  private final Quaterniond[] turned;
  private final Vector3d[] world;

  /** Prepares a take; the same seed gives the same. */
  public Mate(MateScene scene, double seconds, long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    build = new MateBuild(random);
    score = new MateScore(build, random);
    while (score.now < seconds + 1) {
      scene.cycle(score);
    }
    for (double[] wave : sway) {
      for (int i = 0; i < 3; i++) {
        wave[i] = 2 * Math.PI * (0.13 + 0.31 * i + random.nextDouble(0.2));
        wave[3 + i] = random.nextDouble(2 * Math.PI);
      }
    }
    int joints = build.skeleton().size();
    local = new Quaterniond[joints];
    turned = new Quaterniond[joints];
    world = new Vector3d[joints];
    for (int j = 0; j < joints; j++) {
      local[j] = new Quaterniond();
      turned[j] = new Quaterniond();
      world[j] = new Vector3d();
    }
  }

  public double heightM() {
    return build.heightM;
  }

  /** Nobody is ever quite still: about 1 at most, another course for each quantity. */
  private double sway(int quantity, double t) {
    double[] w = sway[quantity];
    double sum = 0;
    for (int i = 0; i < 3; i++) {
      sum += Math.sin(w[i] * t + w[3 + i]) / (1 + i);
    }
    return 0.55 * sum;
  }

  private void pose(double t) {
    for (Quaterniond q : local) {
      q.identity();
    }
    double standing = build.offset(MateBuild.PELVIS).y();
    double h = build.heightM;
    world[MateBuild.PELVIS].set(
        score.x.at(t) + 0.002 * h * sway(0, t),
        score.lift.at(t) + score.height.at(t) * standing * 0.985 + 0.0008 * h * sway(1, t),
        score.z.at(t) + 0.002 * h * sway(2, t));
    local[MateBuild.PELVIS]
        .rotateY(score.yaw.at(t) + 0.01 * sway(3, t))
        .rotateZ(score.roll.at(t))
        .rotateX(score.pitch.at(t) + 0.008 * sway(4, t))
        .rotateZ(0.008 * sway(5, t));
    world[MateBuild.PELVIS].y -= beyondReach(t);
    trunk(t);
    for (int s = 0; s < 2; s++) {
      arm(s, t);
      leg(s, t);
    }
    if (score.free[0].at(t) > 0 || score.free[1].at(t) > 0) {
      // legs that hang free are kept out of the floor by the whole body
      double low = Math.min(lowest(0), lowest(1)) - 0.01;
      world[MateBuild.PELVIS].y += 0.5 * (-low + Math.sqrt(low * low + 1e-4)) * free(t);
      leg(0, t);
      leg(1, t);
    }
  }

  private double free(double t) {
    return Math.min(1, 8 * Math.max(score.free[0].at(t), score.free[1].at(t)));
  }

  /** Height of the lowest end of a foot as its leg is turned now. */
  private double lowest(int s) {
    Quaterniond turn = new Quaterniond(local[MateBuild.PELVIS]);
    Vector3d at = hipJoint(s);
    int[] chain = {MateBuild.HIP, MateBuild.KNEE, MateBuild.ANKLE, MateBuild.BALL};
    double low = at.y;
    for (int n = 0; n < 4; n++) {
      turn.mul(local[build.joint(s, chain[n])]);
      Vector3d end =
          n == 3
              ? new Vector3d(0, -build.soleM, build.toeM)
              : new Vector3d(build.offset(build.joint(s, chain[n + 1])));
      if (n == 2) {
        Vector3d heel = new Vector3d(0, -build.ankleM, -build.heelM);
        low = Math.min(low, turn.transform(heel).add(at).y);
      }
      turn.transform(end).add(at);
      low = Math.min(low, end.y);
      at.set(end);
    }
    return low;
  }

  /** By how much the hips hang lower than wished, so that both legs reach their feet. */
  private double beyondReach(double t) {
    double longest = STRETCHED * build.legM();
    double sum = 0;
    for (int s = 0; s < 2; s++) {
      double free = score.free[s].at(t);
      Vector3d joint = hipJoint(s);
      Vector3d ankle = score.feet[s].at(t).ankle();
      double dx = joint.x - ankle.x;
      double dz = joint.z - ankle.z;
      double highest = ankle.y + Math.sqrt(Math.max(0, longest * longest - dx * dx - dz * dz));
      // a soft maximum: smooth where the leg comes to its length
      double over = (joint.y - highest) * (1 - free);
      double soft = 0.006;
      double need = 0.5 * (over + Math.sqrt(over * over + soft * soft));
      sum = Math.sqrt(sum * sum + need * need);
    }
    return sum;
  }

  private Vector3d hipJoint(int s) {
    Vector3d offset = new Vector3d(build.offset(build.joint(s, MateBuild.HIP)));
    return local[MateBuild.PELVIS].transform(offset).add(world[MateBuild.PELVIS]);
  }

  private void trunk(double t) {
    int count = build.spine.length;
    for (int n = 0; n < count; n++) {
      local[build.spine[n]]
          .rotateY(score.twist.at(t) / count)
          .rotateX(score.bend.at(t) / count + 0.006 * sway(6 + n, t))
          .rotateZ(score.side.at(t) / count);
    }
    double look = score.look.at(t) + 0.03 * sway(10, t);
    double nod = score.nod.at(t) + 0.02 * sway(11, t);
    local[build.neck].rotateY(0.4 * look).rotateX(0.35 * nod);
    local[build.head].rotateY(0.6 * look).rotateX(0.65 * nod).rotateZ(0.02 * sway(12, t));
  }

  private void arm(int s, double t) {
    double x = s == 0 ? 1 : -1;
    double front = score.front[s].at(t) + 0.02 * sway(13 + s, t);
    double out = score.out[s].at(t) + 0.01 * sway(15 + s, t);
    // hanging: down from the T pose, then to the front about the body's own axis
    local[build.joint(s, MateBuild.COLLAR)].rotateY(-x * 0.1 * front).rotateZ(x * 0.06 * front);
    local[build.joint(s, MateBuild.ARM)].rotateX(-front).rotateZ(-x * (Math.PI / 2 - out));
    local[build.joint(s, MateBuild.ELBOW)].rotateY(-x * score.elbow[s].at(t));
    local[build.joint(s, MateBuild.WRIST)]
        .rotateZ(x * score.wrist[s].at(t))
        .rotateY(-x * (0.1 + 0.03 * sway(17 + s, t)));
    double down = score.handDown[s].at(t);
    if (down > 0) {
      lay(s, down, t);
    }
  }

  /** Brings a hand to where it is laid on the ground, by a weight. */
  private void lay(int s, double down, double t) {
    int upper = build.joint(s, MateBuild.ARM);
    int fore = build.joint(s, MateBuild.ELBOW);
    solve(build.joint(s, MateBuild.WRIST));
    Vector3d spot =
        new Vector3d(score.handX[s].at(t), HAND_SHARE * build.heightM, score.handZ[s].at(t));
    Vector3d goal = new Vector3d(world[build.joint(s, MateBuild.WRIST)]).lerp(spot, down);
    Vector3d bend = turned[MateBuild.PELVIS].transform(new Vector3d(s == 0 ? 0.6 : -0.6, 0, -0.8));
    Vector3d shoulder = new Vector3d(world[upper]);
    TwoBone.Solution arm = build.arm(s).solve(shoulder, within(s, shoulder, goal), bend);
    Quaterniond collar = new Quaterniond(turned[build.joint(s, MateBuild.COLLAR)]);
    Quaterniond wanted = collar.conjugate().mul(arm.upperRotation());
    Quaterniond lower = new Quaterniond(arm.upperRotation()).conjugate().mul(arm.lowerRotation());
    local[upper].slerp(wanted, Math.min(1, 4 * down)).normalize();
    local[fore].slerp(lower, Math.min(1, 4 * down)).normalize();
  }

  /** A goal drawn in so that an elbow is never stretched straight. */
  private Vector3d within(int s, Vector3d shoulder, Vector3d goal) {
    double length = build.arm(s).upper().length() + build.arm(s).lower().length();
    Vector3d way = new Vector3d(goal).sub(shoulder);
    double beyond = way.length() - 0.9 * length;
    double soft = 0.08 * length;
    return beyond <= 0
        ? goal
        : way.normalize(0.9 * length + soft * (1 - Math.exp(-beyond / soft))).add(shoulder);
  }

  /** World places and turns of the joints above one, and of it. */
  private void solve(int joint) {
    int p = build.skeleton().parent(joint);
    if (p < 0) {
      turned[joint].set(local[joint]);
      return;
    }
    solve(p);
    turned[p].transform(world[joint].set(build.offset(joint))).add(world[p]);
    turned[joint].set(turned[p]).mul(local[joint]);
  }

  private void leg(int s, double t) {
    MateFoot.Pose foot = score.feet[s].at(t);
    double out = (s == 0 ? 1 : -1) * (0.12 + 0.35 * Math.max(0, 1 - score.height.at(t)));
    Vector3d bend =
        local[MateBuild.PELVIS]
            .transform(new Vector3d(out, 0, 1))
            .add(foot.turn().transform(new Vector3d(0, 0.2, 0.6)));
    TwoBone.Solution leg = build.leg(s).solve(hipJoint(s), foot.ankle(), bend);
    Quaterniond thigh =
        new Quaterniond(local[MateBuild.PELVIS]).conjugate().mul(leg.upperRotation());
    Quaterniond shin = new Quaterniond(leg.upperRotation()).conjugate().mul(leg.lowerRotation());
    Quaterniond ankle = new Quaterniond(leg.lowerRotation()).conjugate().mul(foot.turn());
    double free = score.free[s].at(t);
    if (free > 0) {
      thigh.slerp(new Quaterniond().rotateX(-score.hip[s].at(t)), free);
      shin.slerp(new Quaterniond().rotateX(score.knee[s].at(t)), free);
      ankle.slerp(new Quaterniond().rotateX(-score.ankle[s].at(t)), free);
    }
    local[build.joint(s, MateBuild.HIP)].set(thigh).normalize();
    local[build.joint(s, MateBuild.KNEE)].set(shin).normalize();
    local[build.joint(s, MateBuild.ANKLE)].set(ankle).normalize();
    local[build.joint(s, MateBuild.BALL)].rotateX(foot.toes() * (1 - free));
  }

  /** The performance sampled at a rate. */
  public Clip clip(int frames, double rateHz) {
    return PoseSampler.clip(
        build.skeleton(),
        local,
        t -> {
          pose(t);
          return world[MateBuild.PELVIS];
        },
        frames,
        rateHz);
  }

  /** The frames in which parts of the feet rest exactly. */
  public List<Contact> contacts(int frames, double rateHz) {
    List<Contact> contacts = new ArrayList<>();
    ContactPart[][] parts = {
      {ContactPart.LEFT_HEEL, ContactPart.LEFT_BALL, ContactPart.LEFT_TOE},
      {ContactPart.RIGHT_HEEL, ContactPart.RIGHT_BALL, ContactPart.RIGHT_TOE}
    };
    for (int s = 0; s < 2; s++) {
      for (int place = 0; place < 3; place++) {
        int from = -1;
        for (int f = 0; f <= frames; f++) {
          double t = f / rateHz;
          boolean rests = f < frames && score.free[s].at(t) <= 0 && score.feet[s].rests(place, t);
          if (rests && from < 0) {
            from = f;
          } else if (!rests && from >= 0) {
            if (f - from >= 2) {
              contacts.add(new Contact(parts[s][place], new Frames(from, f)));
            }
            from = -1;
          }
        }
      }
    }
    return contacts;
  }
}
