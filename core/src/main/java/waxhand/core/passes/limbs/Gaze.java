package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joml.Quaterniond;
import waxhand.core.body.Role;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.signal.Butterworth;

/**
 * Works out an {@link AimPass}: how the part looks beside the line to its target is smoothed, in
 * fixed blocks with as much of their neighbours as the filter can feel, and put back on that line.
 * What turns the part there is shared out over chest, neck and the part itself.
 */
final class Gaze {
  /** Frames smoothed together. */
  static final int BLOCK = 3 * Track.CHUNK;

  private static final int ORDER = 2;

  /** Beyond this turn the target is behind: the aim begins to let go, and has at the second. */
  private static final double LETS_GO = Math.toRadians(110);

  private static final double GONE = Math.toRadians(165);

  /** Targets nearer than this are nowhere, metres. */
  private static final double NEAR = 0.02;

  private final AimPass pass;
  private final Clip clip;
  private final int part;
  private final Optional<TieTarget.Course> course;
  private final WorldPose pose;

  // what takes a share of the turn, from below, and how much all up to it have taken
  private final int[] links;
  private final double[] shares;
  private final int base;
  private final double[] standing = {0, 0, 0, 1};

  Gaze(AimPass pass, Motion in) {
    this.pass = pass;
    clip = in.clip();
    part = pass.part().on(in.body()).orElseThrow();
    double[] point = {pass.pointM().x(), pass.pointM().y(), pass.pointM().z()};
    course = pass.target().in(in, point);
    pose = WorldPose.only(clip.skeleton(), part);
    Skeleton skeleton = clip.skeleton();
    List<Integer> below = new ArrayList<>();
    List<Double> taken = new ArrayList<>();
    double sum = 0;
    for (Role role : List.of(Role.CHEST, Role.NECK)) {
      int j = in.body().joint(role).orElse(-1);
      double share = role == Role.CHEST ? pass.amounts().chestShare() : pass.amounts().neckShare();
      if (j >= 0 && j != part && skeleton.isAncestor(j, part)) {
        sum = Math.min(1, sum + share);
        below.add(j);
        taken.add(sum);
      }
    }
    links = below.stream().mapToInt(j -> j).toArray();
    shares = taken.stream().mapToDouble(s -> s).toArray();
    int chest = in.body().joint(Role.CHEST).orElse(-1);
    base = chest >= 0 && chest != part && skeleton.isAncestor(chest, part) ? chest : -1;
    if (base >= 0) {
      Quaterniond from = skeleton.restRotation(base);
      Quaterniond to = from.conjugate(new Quaterniond()).mul(skeleton.restRotation(part));
      System.arraycopy(new double[] {to.x, to.y, to.z, to.w}, 0, standing, 0, 4);
    }
  }

  /** How many frames to either side of a frame its result can depend on. */
  static int reach(double rateHz, double keepsHz) {
    return smooths(rateHz, keepsHz) ? filter(rateHz, keepsHz).reach() + BLOCK : BLOCK;
  }

  /** At few frames a second everything is slow. */
  private static boolean smooths(double rateHz, double keepsHz) {
    return keepsHz < 0.45 * rateHz;
  }

  private static Butterworth filter(double rateHz, double keepsHz) {
    return new Butterworth(rateHz, keepsHz, ORDER);
  }

  /** The whole block in which a run lies. */
  static Frames block(Clip clip, Frames run) {
    int from = run.from() / BLOCK * BLOCK;
    return new Frames(from, from + BLOCK).within(clip.allFrames());
  }

  /** The clip with a block of frames aimed. */
  Clip block(Frames block, int reach) {
    Frames window = block.grown(reach - BLOCK).within(clip.allFrames());
    double[] beside = beside(window);
    smooth(beside, window.count());
    double[][] rotations = new double[links.length + 1][4 * block.count()];
    for (int k = 0; k <= links.length; k++) {
      clip.rotation(k < links.length ? links[k] : part).read(block, rotations[k]);
    }
    for (int n = 0; n < block.count(); n++) {
      frame(block.from() + n, beside, 4 * (block.from() - window.from() + n), rotations, n);
    }
    Clip out = clip;
    for (int k = 0; k <= links.length; k++) {
      int j = k < links.length ? links[k] : part;
      out = out.withRotation(j, clip.rotation(j).with(block, rotations[k]));
    }
    return out;
  }

  /** How the part is turned as seen from the line to its target, 4 numbers a frame. */
  private double[] beside(Frames window) {
    double[] beside = new double[4 * window.count()];
    double[] line = new double[4];
    for (int n = 0; n < window.count(); n++) {
      pose.solve(clip, window.from() + n);
      line(window.from() + n, line);
      Quats.between(line, 0, pose.rotations(), 4 * part, beside, 4 * n);
    }
    RotationVectors.alignSigns(beside, window.count());
    return beside;
  }

  /**
   * The turn that leads from straight ahead, which is z, to the target, upright. Modified: dest.
   */
  private void line(int frame, double[] dest) {
    dest[0] = 0;
    dest[1] = 0;
    dest[2] = 0;
    dest[3] = 1;
    if (course.isEmpty()) {
      return;
    }
    double[] target = new double[7];
    course.get().pose(frame, target);
    double x = target[0] - pose.x(part);
    double y = target[1] - pose.y(part);
    double z = target[2] - pose.z(part);
    double ground = Math.hypot(x, z);
    if (Math.hypot(ground, y) < NEAR) {
      return;
    }
    double heading = ground < 1e-9 ? 0 : Math.atan2(x, z) / 2;
    double rise = -Math.atan2(y, ground) / 2;
    double[] turned = {0, Math.sin(heading), 0, Math.cos(heading)};
    double[] raised = {Math.sin(rise), 0, 0, Math.cos(rise)};
    Quats.multiply(turned, 0, raised, 0, dest, 0);
  }

  private void smooth(double[] beside, int count) {
    double rate = clip.rateHz();
    double keeps = pass.amounts().keepsHz();
    if (!smooths(rate, keeps)) {
      return;
    }
    Butterworth filter = filter(rate, keeps);
    double[] reference = new double[4];
    System.arraycopy(beside, 4 * (count / 2), reference, 0, 4);
    double[] v = new double[3 * count];
    if (RotationVectors.fromRotations(beside, count, reference, v)) {
      filter.smooth(v, count, 3, new double[filter.workspace(count, 3)]);
      RotationVectors.toRotations(v, 0, count, false, reference, beside);
    } else {
      filter.smooth(beside, count, 4, new double[filter.workspace(count, 4)]);
      for (int n = 0; n < count; n++) {
        Quats.normalize(beside, 4 * n);
      }
    }
  }

  private void frame(int frame, double[] beside, int at, double[][] rotations, int n) {
    double[] line = new double[4];
    double[] wanted = new double[4];
    double[] turn = new double[4];
    double[] v = new double[3];
    pose.solve(clip, frame);
    line(frame, line);
    double straight = course.isPresent() ? pass.amounts().straight() : 0;
    Quaterniond rest = clip.skeleton().restRotation(part);
    double[] facing = {rest.x, rest.y, rest.z, rest.w};
    Quats.slerp(beside, at, facing, 0, straight, wanted, 0);
    Quats.multiply(line, 0, wanted, 0, wanted, 0);
    Quats.leading(pose.rotations(), 4 * part, wanted, 0, turn, 0);
    Quats.log(turn, 0, v, 0);
    double angle = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    double holds = 1 - Hermite.smoothstep((angle - LETS_GO) / (GONE - LETS_GO));
    double share = pass.amounts().amount() * holds;
    double[] before = {0, 0, 0, 1};
    double[] own = new double[4];
    for (int k = 0; k <= links.length; k++) {
      int j = k < links.length ? links[k] : part;
      double taken = share * (k < links.length ? shares[k] : 1);
      double[] w = {taken * v[0], taken * v[1], taken * v[2]};
      Quats.exp(w, 0, own, 0);
      Quats.multiply(own, 0, pose.rotations(), 4 * j, wanted, 0);
      if (j == part && base >= 0) {
        hold(wanted, k == 0 ? before : turned(v, share, base));
      }
      int p = clip.skeleton().parent(j);
      if (p >= 0) {
        double[] parent = new double[4];
        Quats.multiply(before, 0, pose.rotations(), 4 * p, parent, 0);
        Quats.between(parent, 0, wanted, 0, rotations[k], 4 * n);
      } else {
        System.arraycopy(wanted, 0, rotations[k], 4 * n, 4);
      }
      System.arraycopy(own, 0, before, 0, 4);
    }
  }

  /** How much the chest has been turned. */
  private double[] turned(double[] v, double share, int chest) {
    double taken = links.length > 0 && links[0] == chest ? share * shares[0] : 0;
    double[] own = new double[4];
    Quats.exp(new double[] {taken * v[0], taken * v[1], taken * v[2]}, 0, own, 0);
    return own;
  }

  /** Keeps the part from turning farther on the chest than it may, or did. Modified: world. */
  private void hold(double[] world, double[] chestTurn) {
    double[] chest = new double[4];
    double[] q = new double[4];
    double[] v = new double[3];
    // how far from standing it was captured
    Quats.between(pose.rotations(), 4 * base, pose.rotations(), 4 * part, q, 0);
    double most = Math.max(pass.amounts().limitRad(), Quats.angle(q, 0, standing, 0));
    Quats.multiply(chestTurn, 0, pose.rotations(), 4 * base, chest, 0);
    Quats.between(chest, 0, world, 0, q, 0);
    Quats.leading(standing, 0, q, 0, q, 0);
    Quats.log(q, 0, v, 0);
    double angle = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    if (angle > most) {
      for (int i = 0; i < 3; i++) {
        v[i] *= most / angle;
      }
      Quats.exp(v, 0, q, 0);
      Quats.multiply(q, 0, standing, 0, q, 0);
      Quats.multiply(chest, 0, q, 0, world, 0);
    }
  }
}
