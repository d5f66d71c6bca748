package waxhand.core.passes.layers;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.joml.Quaterniondc;
import waxhand.core.curve.Curve;
import waxhand.core.curve.TurnCurve;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;

/** What a layer does to one joint: its turn and its translation, frame by frame. */
final class JointEdit {
  private final int joint;
  private final int parent;
  private final boolean inWorld;
  private final boolean replaces;
  private final Curve[] turn;
  private final Curve[] move;
  private final Optional<TurnCurve> whole;
  private final double[] rest = new double[4];

  /**
   * @param turn of the rotation vector, one an axis; {@link Curve#NONE} where an axis is left alone
   * @param move of the translation, the same
   * @param inWorld whether both are told in the world's frame, else in the parent's
   * @param replaces whether they take the place of what is there
   */
  JointEdit(
      Skeleton skeleton, int joint, Curve[] turn, Curve[] move, boolean inWorld, boolean replaces) {
    this.joint = joint;
    this.parent = skeleton.parent(joint);
    this.inWorld = inWorld && parent >= 0;
    this.replaces = replaces;
    this.turn = turn;
    this.move = move;
    boolean all = Stream.of(turn).noneMatch(Curve::isEmpty);
    whole = replaces && all ? Optional.of(new TurnCurve(List.of(turn))) : Optional.empty();
    Quaterniondc stands =
        this.inWorld ? skeleton.restRotation(joint) : skeleton.joint(joint).rest();
    rest[0] = stands.x();
    rest[1] = stands.y();
    rest[2] = stands.z();
    rest[3] = stands.w();
  }

  /**
   * The clip with a run of frames changed.
   *
   * @param weights how much of it counts, 0 to 1, a number a frame of the run. Not modified.
   */
  Clip apply(Clip clip, Frames run, double[] weights) {
    WorldPose above = inWorld ? WorldPose.only(clip.skeleton(), parent) : null;
    Clip out = clip;
    if (Stream.of(turn).anyMatch(c -> !c.isEmpty())) {
      out = out.withRotation(joint, turned(clip, run, weights, above));
    }
    if (Stream.of(move).anyMatch(c -> !c.isEmpty())) {
      out = out.withTranslation(joint, moved(clip, run, weights, above));
    }
    return out;
  }

  private Track turned(Clip clip, Frames run, double[] weights, WorldPose above) {
    double[] values = vectors(turn, run);
    double[] q = new double[4 * run.count()];
    double[] wholes = new double[whole.isPresent() ? q.length : 0];
    whole.ifPresent(w -> w.read(run, wholes));
    clip.rotation(joint).read(run, q);
    double[] to = new double[4];
    double[] v = new double[3];
    for (int n = 0; n < run.count(); n++) {
      double w = weights[n];
      if (w == 0 || !replaces && isZero(values, 3 * n)) {
        continue;
      }
      if (above != null) {
        above.solve(clip, run.from() + n);
        Quats.multiply(above.rotations(), 4 * parent, q, 4 * n, q, 4 * n);
      }
      if (replaces) {
        wanted(q, n, values, wholes, v, to);
        Quats.slerp(q, 4 * n, to, 0, w, q, 4 * n);
      } else {
        for (int i = 0; i < 3; i++) {
          v[i] = w * values[3 * n + i];
        }
        Quats.exp(v, 0, to, 0);
        Quats.multiply(to, 0, q, 4 * n, q, 4 * n);
      }
      if (above != null) {
        Quats.between(above.rotations(), 4 * parent, q, 4 * n, q, 4 * n);
      }
      Quats.normalize(q, 4 * n);
    }
    return clip.rotation(joint).with(run, q);
  }

  /** The rotation that takes the place of another; axes without keys keep their part of it. */
  private void wanted(
      double[] is, int n, double[] values, double[] wholes, double[] v, double[] dest) {
    if (whole.isPresent()) {
      Quats.multiply(wholes, 4 * n, rest, 0, dest, 0);
      return;
    }
    Quats.leading(rest, 0, is, 4 * n, dest, 0);
    Quats.log(dest, 0, v, 0);
    for (int i = 0; i < 3; i++) {
      v[i] = turn[i].isEmpty() ? v[i] : values[3 * n + i];
    }
    Quats.exp(v, 0, dest, 0);
    Quats.multiply(dest, 0, rest, 0, dest, 0);
  }

  private Track moved(Clip clip, Frames run, double[] weights, WorldPose above) {
    double[] values = vectors(move, run);
    double[] p = new double[3 * run.count()];
    Track places = clip.places(joint);
    places.read(run, p);
    double[] is = new double[3];
    for (int n = 0; n < run.count(); n++) {
      double w = weights[n];
      if (w == 0 || !replaces && isZero(values, 3 * n)) {
        continue;
      }
      System.arraycopy(p, 3 * n, is, 0, 3);
      if (above != null) {
        above.solve(clip, run.from() + n);
        Quats.rotate(above.rotations(), 4 * parent, is, 0, is, 0);
      }
      for (int i = 0; i < 3; i++) {
        double base = above == null ? 0 : above.positions()[3 * parent + i];
        double by = replaces ? values[3 * n + i] - base - is[i] : values[3 * n + i];
        is[i] += move[i].isEmpty() ? 0 : w * by;
      }
      if (above != null) {
        double[] back = {
          -above.rotations()[4 * parent],
          -above.rotations()[4 * parent + 1],
          -above.rotations()[4 * parent + 2],
          above.rotations()[4 * parent + 3]
        };
        Quats.rotate(back, 0, is, 0, is, 0);
      }
      System.arraycopy(is, 0, p, 3 * n, 3);
    }
    return places.with(run, p);
  }

  static double[] vectors(Curve[] curves, Frames run) {
    double[] values = new double[3 * run.count()];
    for (int i = 0; i < 3; i++) {
      curves[i].read(run, values, i, 3);
    }
    return values;
  }

  static boolean isZero(double[] v, int at) {
    return v[at] == 0 && v[at + 1] == 0 && v[at + 2] == 0;
  }
}
