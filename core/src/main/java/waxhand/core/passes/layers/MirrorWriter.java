package waxhand.core.passes.layers;

import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Mirroring;
import waxhand.core.chain.Triple;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;

/**
 * Writes a mirrored body frame by frame. A reflection is a half turn about its normal, negated; so
 * what turns a joint from rest is what turns its partner, between the half turns of the world's
 * plane and of the skeleton's own.
 */
final class MirrorWriter {
  private final Clip clip;
  private final Skeleton skeleton;
  private final Mirroring mirroring;
  private final Vector3d point;
  private final Vector3d normal;
  private final Vector3d across;
  private final Quaterniond half;
  private final Quaterniond halfOfRest;
  private final Quaterniond read = new Quaterniond();
  private final Quaterniond local = new Quaterniond();
  private final Vector3d p = new Vector3d();

  MirrorWriter(Clip clip, Mirroring mirroring, MirrorPass.Plane plane) {
    this.clip = clip;
    this.skeleton = clip.skeleton();
    this.mirroring = mirroring;
    point = vector(plane.point());
    normal = vector(plane.normal());
    across = mirroring.across();
    half = new Quaterniond(normal.x, normal.y, normal.z, 0);
    halfOfRest = new Quaterniond(across.x, across.y, across.z, 0);
  }

  private static Vector3d vector(Triple t) {
    return new Vector3d(t.x(), t.y(), t.z());
  }

  /** The clip with the frames of {@code run} mirrored. */
  Clip write(Frames run) {
    int joints = skeleton.size();
    double[][] turns = new double[joints][4 * run.count()];
    double[][] places = new double[joints][];
    for (int j = 0; j < joints; j++) {
      int partner = mirroring.partner(j);
      if (clip.hasTranslation(j) || partner >= 0 && clip.hasTranslation(partner)) {
        places[j] = new double[3 * run.count()];
      }
    }
    WorldPose pose = new WorldPose(skeleton);
    Quaterniond[] world = new Quaterniond[joints];
    Quaterniond[] after = new Quaterniond[joints];
    for (int j = 0; j < joints; j++) {
      world[j] = new Quaterniond();
      after[j] = after(j);
    }
    for (int n = 0; n < run.count(); n++) {
      pose.solve(clip, run.from() + n);
      for (int j = 0; j < joints; j++) {
        turn(pose, j, world, after, run.from() + n, turns[j], 4 * n);
        if (places[j] != null) {
          place(pose, j, run.from() + n, places[j], 3 * n);
        }
      }
    }
    Clip out = clip;
    for (int j = 0; j < joints; j++) {
      out = out.withRotation(j, clip.rotation(j).with(run, turns[j]));
      if (places[j] != null) {
        out = out.withTranslation(j, clip.places(j).with(run, places[j]));
      }
    }
    return out;
  }

  /** What comes behind a partner's world rotation: back to rest, mirrored, and on to the joint. */
  private Quaterniond after(int joint) {
    int partner = mirroring.partner(joint);
    Quaterniond after = new Quaterniond();
    if (partner >= 0) {
      skeleton.restRotation(partner).conjugate(after);
      after.mul(halfOfRest).mul(mirroring.turn(joint)).mul(skeleton.restRotation(joint));
    }
    return after;
  }

  private void turn(
      WorldPose pose,
      int joint,
      Quaterniond[] world,
      Quaterniond[] after,
      int frame,
      double[] dest,
      int at) {
    int parent = skeleton.parent(joint);
    int partner = mirroring.partner(joint);
    if (partner < 0) {
      Track own = clip.rotation(joint);
      own.read(frame, dest, at);
      set(read, dest, at);
      if (parent < 0) {
        world[joint].set(read);
      } else {
        world[parent].mul(read, world[joint]);
      }
      return;
    }
    set(read, pose.rotations(), 4 * partner);
    world[joint].set(half).mul(read).mul(after[joint]);
    if (parent < 0) {
      local.set(world[joint]);
    } else {
      world[parent].conjugate(local).mul(world[joint]);
    }
    local.normalize();
    dest[at] = local.x;
    dest[at + 1] = local.y;
    dest[at + 2] = local.z;
    dest[at + 3] = local.w;
  }

  private static void set(Quaterniond dest, double[] q, int at) {
    dest.set(q[at], q[at + 1], q[at + 2], q[at + 3]);
  }

  /**
   * Where a joint is in its parent: roots in the world, others by how far they are off their
   * offset.
   */
  private void place(WorldPose pose, int joint, int frame, double[] dest, int at) {
    int parent = skeleton.parent(joint);
    int partner = mirroring.partner(joint);
    if (partner < 0) {
      clip.places(joint).read(frame, dest, at);
      return;
    }
    p.zero();
    if (parent < 0) {
      p.set(pose.x(partner), pose.y(partner), pose.z(partner)).sub(point);
      reflect(p, normal);
      p.add(point);
    } else {
      boolean moves = clip.hasTranslation(partner);
      for (int i = 0; i < 3 && moves; i++) {
        p.setComponent(i, clip.translation(partner).at(frame, i) - skeleton.offset(partner, i));
      }
      skeleton.toWorldAtRest(skeleton.parent(partner), p);
      reflect(p, across);
      mirroring.turn(parent).transformInverse(p);
      skeleton.toJointAtRest(parent, p);
      p.add(skeleton.offset(joint, 0), skeleton.offset(joint, 1), skeleton.offset(joint, 2));
    }
    dest[at] = p.x;
    dest[at + 1] = p.y;
    dest[at + 2] = p.z;
  }

  private static void reflect(Vector3d v, Vector3d about) {
    v.fma(-2 * v.dot(about), about);
  }
}
