package waxhand.rehearsal.damage;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.ik.TwoBone;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;

/** Damage to one limb, or to the head, at a time. */
final class LimbDamage {
  private LimbDamage() {}

  /** A turn put on a joint after its own rotation, by frame counted from the start of its run. */
  private interface Turn {
    /** Rotation vector, radians. Modified: dest. */
    void at(int n, double[] dest);
  }

  /** The tracker loses a limb: it stays as it was, or goes to rest; about once in eight seconds. */
  static Damaged dropouts(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Body body = Body.of(clip.skeleton());
    List<Integer> tops = joints(body, "UPPER_ARM", "FOREARM", "THIGH", "SHIN");
    return each(
        clip,
        (int) Math.round(strength * clip.seconds() / 8),
        0.25 + 0.5 * random.nextDouble(),
        random,
        (in, run, faults) -> {
          if (tops.isEmpty()) {
            return in;
          }
          int top = tops.get(random.nextInt(tops.size()));
          boolean rest = random.nextBoolean();
          faults.add(fault("missing", clip, top, run));
          return limb(in, top, rest ? atRest(run) : track -> Damages.held(track, run));
        });
  }

  /** A limb stops and leaps to where it is, about once in ten seconds. */
  static Damaged sticks(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    List<Integer> tops = joints(Body.of(clip.skeleton()), "UPPER_ARM", "FOREARM", "THIGH");
    return each(
        clip,
        (int) Math.round(strength * clip.seconds() / 10),
        0.08 + 0.08 * random.nextDouble(),
        random,
        (in, run, faults) -> {
          if (tops.isEmpty()) {
            return in;
          }
          int top = tops.get(random.nextInt(tops.size()));
          faults.add(fault("freeze", clip, top, run));
          return limb(in, top, track -> Damages.held(track, run));
        });
  }

  private static UnaryOperator<Track> atRest(Frames run) {
    double[] rest = new double[4 * run.count()];
    for (int n = 0; n < run.count(); n++) {
      rest[4 * n + 3] = 1;
    }
    return track -> track.with(run, rest);
  }

  private static Clip limb(Clip clip, int top, UnaryOperator<Track> change) {
    Clip out = clip;
    for (int j = top; j < clip.skeleton().size(); j++) {
      if (clip.skeleton().isAncestor(top, j)) {
        out = out.withRotation(j, change.apply(clip.rotation(j)));
      }
    }
    return out;
  }

  /** A hand goes into the belly, about once in ten seconds. */
  static Damaged throughBody(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Body body = Body.of(clip.skeleton());
    return each(
        clip,
        (int) Math.round(strength * clip.seconds() / 10),
        0.7 + 0.5 * random.nextDouble(),
        random,
        (in, run, faults) -> {
          Side side = random.nextBoolean() ? Side.LEFT : Side.RIGHT;
          List<Role> arm = Role.limb(side, false);
          if (arm.stream().anyMatch(r -> body.joint(r).isEmpty())
              || body.joint(Role.SPINE_2).isEmpty()) {
            return in;
          }
          faults.add(fault("collision", clip, body.joint(arm.get(2)).getAsInt(), run));
          return handInBelly(in, body, arm, run);
        });
  }

  private static Clip handInBelly(Clip clip, Body body, List<Role> arm, Frames run) {
    Skeleton skeleton = clip.skeleton();
    int upper = body.joint(arm.get(1)).getAsInt();
    int fore = body.joint(arm.get(2)).getAsInt();
    int hand = body.joint(arm.get(3)).getAsInt();
    int belly = body.joint(Role.SPINE_2).getAsInt();
    double up = arm.get(0).side() == Side.LEFT ? -1 : 1;
    TwoBone bones =
        new TwoBone(
            skeleton.joint(fore).offset(), skeleton.joint(hand).offset(), new Vector3d(0, up, 0));
    WorldPose pose = new WorldPose(skeleton);
    double[] upperOut = new double[4 * run.count()];
    double[] foreOut = new double[4 * run.count()];
    for (int n = 0; n < run.count(); n++) {
      pose.solve(clip, run.from() + n);
      double w = eased(n, run.count());
      Vector3d shoulder = place(pose, upper);
      Vector3d elbow = place(pose, fore);
      Vector3d goal = place(pose, hand).lerp(place(pose, belly), w);
      Vector3d bend = new Vector3d(elbow).sub(new Vector3d(shoulder).lerp(goal, 0.5));
      TwoBone.Solution solved = bones.solve(shoulder, goal, bend);
      Quaterniond parent = turn(pose.rotations(), skeleton.parent(upper));
      Quaterniond upperLocal = parent.conjugate().mul(solved.upperRotation());
      Quaterniond foreLocal =
          new Quaterniond(solved.upperRotation()).conjugate().mul(solved.lowerRotation());
      write(clip.rotation(upper), run.from() + n, upperLocal, w, upperOut, n);
      write(clip.rotation(fore), run.from() + n, foreLocal, w, foreOut, n);
    }
    return clip.withRotation(upper, clip.rotation(upper).with(run, upperOut))
        .withRotation(fore, clip.rotation(fore).with(run, foreOut));
  }

  private static void write(Track was, int frame, Quaterniond q, double w, double[] dest, int n) {
    was.read(frame, dest, 4 * n);
    double[] wanted = {q.x, q.y, q.z, q.w};
    Quats.slerp(dest, 4 * n, wanted, 0, Math.min(1, 2 * w), dest, 4 * n);
  }

  private static Vector3d place(WorldPose pose, int joint) {
    return new Vector3d(pose.x(joint), pose.y(joint), pose.z(joint));
  }

  private static Quaterniond turn(double[] q, int joint) {
    return new Quaterniond(q[4 * joint], q[4 * joint + 1], q[4 * joint + 2], q[4 * joint + 3]);
  }

  /** The head trembles for a second or two, about once in eight seconds. */
  static Damaged shakingHead(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    List<Integer> heads = new ArrayList<>();
    Body.of(clip.skeleton()).joint(Role.HEAD).ifPresent(heads::add);
    return each(
        clip,
        (int) Math.round(clip.seconds() / 8),
        1 + random.nextDouble(),
        random,
        (in, run, faults) -> {
          if (heads.isEmpty()) {
            return in;
          }
          double hz = 5 + 3 * random.nextDouble();
          double size = strength * Math.toRadians(4 + 2 * random.nextDouble());
          int head = heads.get(0);
          faults.add(fault("shake", clip, head, run));
          return turned(
              in,
              head,
              run,
              (n, v) -> {
                double w = size * eased(n, run.count());
                double phase = 2 * Math.PI * hz * n / clip.rateHz();
                v[0] = 0.6 * w * Math.sin(phase + 1);
                v[1] = w * Math.sin(phase);
                v[2] = 0;
              });
        });
  }

  /** A hand turned about its forearm further than it can go, about once in ten seconds. */
  static Damaged twistedWrist(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    List<Integer> hands = joints(Body.of(clip.skeleton()), "HAND");
    return each(
        clip,
        (int) Math.round(clip.seconds() / 10),
        0.5 + 0.5 * random.nextDouble(),
        random,
        (in, run, faults) -> {
          if (hands.isEmpty()) {
            return in;
          }
          int hand = hands.get(random.nextInt(hands.size()));
          Vector3d axis = new Vector3d(clip.skeleton().joint(hand).offset()).normalize();
          double size = strength * Math.toRadians(150) * (random.nextBoolean() ? 1 : -1);
          faults.add(fault("overbend", clip, hand, run));
          return turned(
              in,
              hand,
              run,
              (n, v) -> {
                double w = size * Math.min(1, 3 * eased(n, run.count()));
                v[0] = w * axis.x;
                v[1] = w * axis.y;
                v[2] = w * axis.z;
              });
        });
  }

  /** A knee or an elbow jerks within a twelfth of a second, about once in six seconds. */
  static Damaged pops(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    List<Integer> hinges = joints(Body.of(clip.skeleton()), "SHIN", "FOREARM");
    return each(
        clip,
        (int) Math.round(clip.seconds() / 6),
        Math.max(0.085, 3.1 / clip.rateHz()),
        random,
        (in, run, faults) -> {
          if (hinges.isEmpty()) {
            return in;
          }
          int joint = hinges.get(random.nextInt(hinges.size()));
          boolean knee = clip.skeleton().joint(joint).offset().y() < -0.1;
          double size = strength * Math.toRadians(20 + 8 * random.nextDouble());
          faults.add(fault("pop", clip, joint, run));
          return turned(
              in,
              joint,
              run,
              (n, v) -> {
                double u = (n + 0.5) / run.count();
                double w = size * Math.min(1, 2.2 * Math.min(u, 1 - u));
                Arrays.fill(v, 0);
                v[knee ? 0 : 1] = knee ? w : -Math.signum(offsetX(clip, joint)) * w;
              });
        });
  }

  private static double offsetX(Clip clip, int joint) {
    return clip.skeleton().joint(joint).offset().x();
  }

  private static Clip turned(Clip clip, int joint, Frames run, Turn turn) {
    double[] q = new double[4 * run.count()];
    double[] v = new double[3];
    double[] by = new double[4];
    clip.rotation(joint).read(run, q);
    for (int n = 0; n < run.count(); n++) {
      turn.at(n, v);
      Quats.exp(v, 0, by, 0);
      Quats.multiply(q, 4 * n, by, 0, q, 4 * n);
    }
    return clip.withRotation(joint, clip.rotation(joint).with(run, q));
  }

  private interface Harm {
    Clip on(Clip clip, Frames run, List<Fault> faults);
  }

  /** Does harm to {@code count} runs that do not meet, each a slot of the take of its own. */
  private static Damaged each(Clip clip, int count, double seconds, Random random, Harm harm) {
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int length = Math.max(3, (int) Math.round(seconds * clip.rateHz()));
    for (int n = 0; n < count; n++) {
      int slot = clip.frames() / count;
      int room = slot - length - 4;
      if (room > 0) {
        int from = n * slot + 2 + random.nextInt(room);
        out = harm.on(out, new Frames(from, from + length), faults);
      }
    }
    return new Damaged(out, List.copyOf(faults));
  }

  private static Fault fault(String kind, Clip clip, int joint, Frames run) {
    return new Fault(kind, clip.skeleton().joint(joint).name(), run);
  }

  /** 0 at both ends of a run, 1 in the middle half, eased between. */
  private static double eased(int n, int count) {
    double u = (n + 0.5) / count;
    return Hermite.smoothstep(4 * Math.min(u, 1 - u));
  }

  /** Joints of both sides with these roles, as far as the body has them. */
  private static List<Integer> joints(Body body, String... parts) {
    List<Integer> joints = new ArrayList<>();
    for (String part : parts) {
      for (String side : new String[] {"LEFT_", "RIGHT_"}) {
        body.joint(Role.valueOf(side + part)).ifPresent(joints::add);
      }
    }
    return joints;
  }
}
