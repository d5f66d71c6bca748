package waxhand.core.passes.character;

import org.joml.Vector3d;
import waxhand.core.body.Role;
import waxhand.core.contact.KnownContacts;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.signal.Butterworth;

/** Takes the travel of a body over the ground away and leaves its sway. */
final class Treadmill {
  /** What is slower is travel, what is quicker sway, Hz. */
  private static final double SWAY_HZ = 0.35;

  private final int hips;

  /** What is taken away, x and z a frame, metres. */
  private final double[] way;

  Treadmill(Motion moved) {
    Clip clip = moved.clip();
    hips = moved.body().joint(Role.HIPS).orElse(0);
    way = new double[2 * clip.frames()];
    WorldPose pose = WorldPose.only(clip.skeleton(), hips);
    for (int f = 0; f < clip.frames(); f++) {
      pose.solve(clip, f);
      way[2 * f] = pose.x(hips);
      way[2 * f + 1] = pose.z(hips);
    }
    if (clip.rateHz() > 4 * SWAY_HZ) {
      Butterworth filter = new Butterworth(clip.rateHz(), SWAY_HZ, 2);
      if (clip.frames() > 1) {
        filter.smooth(way, clip.frames(), 2, new double[filter.workspace(clip.frames(), 2)]);
      }
    }
    for (int n = way.length - 1; n >= 0; n--) {
      way[n] -= way[n % 2];
    }
  }

  /** A motion kept on the spot in some frames: its feet slide, so nothing is known to rest. */
  Motion keep(Motion motion, Frames frames) {
    Clip clip = motion.clip();
    Track track = clip.translation(hips);
    double[] p = new double[3 * frames.count()];
    track.read(frames, p);
    Skeleton skeleton = clip.skeleton();
    int parent = skeleton.parent(hips);
    Vector3d by = new Vector3d();
    for (int n = 0; n < frames.count(); n++) {
      int f = frames.from() + n;
      by.set(way[2 * f], 0, way[2 * f + 1]);
      if (parent >= 0) {
        skeleton.toJointAtRest(parent, by);
      }
      p[3 * n] -= by.x;
      p[3 * n + 1] -= by.y;
      p[3 * n + 2] -= by.z;
    }
    return motion.with(clip.withTranslation(hips, track.with(frames, p))).with(KnownContacts.NONE);
  }
}
