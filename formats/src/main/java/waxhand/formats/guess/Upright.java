package waxhand.formats.guess;

import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.joml.Quaterniondc;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.formats.Up;

/** Clips with another axis up, turned to our own. */
final class Upright {
  private Upright() {}

  /** A sample with y up. */
  static Clip yUp(Clip sample, Up up) {
    if (up == Up.Y) {
      return sample;
    }
    Skeleton skeleton = sample.skeleton();
    List<Joint> joints = new ArrayList<>();
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < skeleton.size(); j++) {
      Joint joint = skeleton.joint(j);
      joints.add(
          new Joint(
              joint.name(),
              joint.parent(),
              inside(joint.offset(), up),
              inside(joint.rest(), up),
              joint.moves(),
              joint.tip().map(t -> inside(t, up))));
      rotations.add(inside(sample.rotation(j), sample.frames(), up));
      translations.add(
          sample.hasTranslation(j) ? inside(sample.translation(j), sample.frames(), up) : null);
    }
    return new Clip(new Skeleton(joints), sample.rateHz(), rotations, translations);
  }

  private static Track inside(Track track, int frames, Up up) {
    double[] values = new double[track.width() * frames];
    track.read(Frames.first(frames), values);
    for (int f = 0; f < frames; f++) {
      up.toInside(values, track.width() * f);
    }
    return Track.of(track.type(), values);
  }

  private static Quaterniond inside(Quaterniondc q, Up up) {
    double[] v = {q.x(), q.y(), q.z()};
    up.toInside(v, 0);
    return new Quaterniond(v[0], v[1], v[2], q.w());
  }

  private static Vector3dc inside(Vector3dc v, Up up) {
    double[] p = {v.x(), v.y(), v.z()};
    up.toInside(p, 0);
    return new Vector3d(p[0], p[1], p[2]);
  }
}
