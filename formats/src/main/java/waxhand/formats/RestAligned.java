package waxhand.formats;

import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;

/**
 * Clips of skeletons whose joints are turned at rest, told with joints that are not: some formats
 * have no rotations at rest. The movement is the same, and where nothing turns the body rests as it
 * did.
 */
public final class RestAligned {
  private RestAligned() {}

  public static Clip of(Clip clip) {
    Skeleton skeleton = clip.skeleton();
    boolean turned = skeleton.joints().stream().anyMatch(j -> j.rest().angle() > 1e-12);
    if (!turned) {
      return clip;
    }
    List<Joint> joints = new ArrayList<>();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      Joint is = skeleton.joint(j);
      int parent = is.parent();
      int joint = j;
      Quaterniond above = parent < 0 ? new Quaterniond() : skeleton.restRotation(parent);
      joints.add(
          new Joint(
              is.name(),
              parent,
              above.transform(new Vector3d(is.offset())),
              is.moves(),
              is.tip().map(t -> skeleton.toWorldAtRest(joint, new Vector3d(t)))));
      rotations.add(turned(clip.rotation(j), above, skeleton.restRotation(j).conjugate()));
      translations.add(clip.hasTranslation(j) ? turned(clip.translation(j), above) : null);
    }
    return new Clip(new Skeleton(joints), clip.rateHz(), rotations, translations);
  }

  private static Track turned(Track track, Quaterniondc first, Quaterniondc last) {
    double[] a = {first.x(), first.y(), first.z(), first.w()};
    double[] b = {last.x(), last.y(), last.z(), last.w()};
    double[] q = new double[4 * track.frames()];
    for (int f = 0; f < track.frames(); f++) {
      track.read(f, q, 4 * f);
      Quats.multiply(a, 0, q, 4 * f, q, 4 * f);
      Quats.multiply(q, 4 * f, b, 0, q, 4 * f);
    }
    return Track.of(TrackType.ROTATION, q);
  }

  private static Track turned(Track track, Quaterniondc by) {
    double[] a = {by.x(), by.y(), by.z(), by.w()};
    double[] p = new double[3 * track.frames()];
    for (int f = 0; f < track.frames(); f++) {
      track.read(f, p, 3 * f);
      Quats.rotate(a, 0, p, 3 * f, p, 3 * f);
    }
    return Track.of(TrackType.TRANSLATION, p);
  }
}
