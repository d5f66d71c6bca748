package waxhand.core.passes.ground;

import java.util.BitSet;
import waxhand.core.body.Body;
import waxhand.core.chain.Keys;
import waxhand.core.chain.Prepared;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * A {@link LevelPass} ready for a take. It owns the skeleton that comes out, so that every frame it
 * works out, whenever that is, stands on the same one.
 */
final class Levelled implements Prepared {
  /**
   * Where the take goes, apart from floor and size.
   *
   * @param share how much of the keys' lift counts
   */
  record Course(double headingRad, double eastM, double southM, Keys<Double> keys, double share) {
    static Course of(LevelPass pass, double weight) {
      return new Course(
          pass.headingRad() * weight,
          pass.eastM() * weight,
          pass.southM() * weight,
          pass.keys(),
          weight);
    }

    double liftAt(int frame) {
      return keys.isEmpty() ? 0 : share * keys.at(frame).orElseThrow();
    }
  }

  private final LevelPass pass;
  private final double floorM;
  private final double scale;
  private final Course course;
  private final Body before;
  private final Body soled;
  private final Body after;

  /**
   * @param before the body that comes in
   * @param soled the same on its soles
   */
  Levelled(LevelPass pass, double floorM, double scale, Course course, Body before, Body soled) {
    this.pass = pass;
    this.floorM = floorM;
    this.scale = scale;
    this.course = course;
    this.before = before;
    this.soled = soled;
    Skeleton larger = before.skeleton().scaled(scale);
    this.after = scale == 1 ? soled : soled.on(larger).soled(soled.soleThickness().scaled(scale));
  }

  @Override
  public LevelPass pass() {
    return pass;
  }

  Body soled() {
    return soled;
  }

  double floorM() {
    return floorM;
  }

  double scale() {
    return scale;
  }

  @Override
  public int reach() {
    return 0;
  }

  @Override
  public Motion apply(Motion in, Frames frames, Work work) {
    Clip clip = in.clip();
    Skeleton skeleton = after.skeleton();
    BitSet members = after.members();
    Clip out = scale == 1 ? clip : clip.withSkeleton(skeleton);
    double heading = course.headingRad;
    double[] turn = {0, Math.sin(heading / 2), 0, Math.cos(heading / 2)};
    for (int j = 0; j < skeleton.size(); j++) {
      int parent = skeleton.parent(j);
      // another body of the file, a camera: they stay where they are
      boolean root = members.get(j) && (parent < 0 || !members.get(parent));
      if (clip.hasTranslation(j) && (root || scale != 1)) {
        out = out.withTranslation(j, translation(clip.translation(j), frames, root, turn));
      }
      if (root && heading != 0) {
        double[] q = new double[4 * frames.count()];
        clip.rotation(j).read(frames, q);
        for (int n = 0; n < frames.count(); n++) {
          Quats.multiply(turn, 0, q, 4 * n, q, 4 * n);
        }
        out = out.withRotation(j, clip.rotation(j).with(frames, q));
      }
    }
    Motion moved = after == in.body() ? in.with(out) : in.with(out, after);
    return moved.with(
        new Props(
            Props.of(in).stream()
                .map(
                    p ->
                        p.withPath(
                            p.path().moved(floorM, scale, heading, course.eastM, course.southM)))
                .toList()));
  }

  private Track translation(Track track, Frames frames, boolean root, double[] turn) {
    double[] p = new double[3 * frames.count()];
    track.read(frames, p);
    for (int n = 0; n < frames.count(); n++) {
      int at = 3 * n;
      if (root) {
        p[at + 1] += course.liftAt(frames.from() + n) - floorM;
      }
      if (scale != 1) {
        p[at] *= scale;
        p[at + 1] *= scale;
        p[at + 2] *= scale;
      }
      if (root && turn[1] != 0) {
        Quats.rotate(turn, 0, p, at, p, at);
      }
      if (root) {
        p[at] += course.eastM;
        p[at + 2] += course.southM;
      }
    }
    return track.with(frames, p);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Levelled l
        && pass.equals(l.pass)
        && floorM == l.floorM
        && scale == l.scale
        && course.equals(l.course)
        && before.equals(l.before);
  }

  @Override
  public int hashCode() {
    return pass.hashCode();
  }
}
