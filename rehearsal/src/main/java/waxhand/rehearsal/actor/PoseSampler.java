package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import org.joml.Quaterniond;
import org.joml.Vector3dc;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;

/** Samples a pose that goes on in time to a clip whose root moves. */
public final class PoseSampler {
  private PoseSampler() {}

  /**
   * @param local turns of the joints, which {@code pose} sets
   * @param pose sets the pose of a time, seconds, and gives the place of the root, metres
   */
  public static Clip clip(
      Skeleton skeleton,
      Quaterniond[] local,
      DoubleFunction<Vector3dc> pose,
      int frames,
      double rateHz) {
    int joints = local.length;
    double[][] q = new double[joints][4 * frames];
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      Vector3dc root = pose.apply(f / rateHz);
      p[3 * f] = root.x();
      p[3 * f + 1] = root.y();
      p[3 * f + 2] = root.z();
      for (int j = 0; j < joints; j++) {
        double sign = f > 0 && dot(q[j], 4 * f - 4, local[j]) < 0 ? -1 : 1;
        q[j][4 * f] = sign * local[j].x;
        q[j][4 * f + 1] = sign * local[j].y;
        q[j][4 * f + 2] = sign * local[j].z;
        q[j][4 * f + 3] = sign * local[j].w;
      }
    }
    List<Track> rotations = new ArrayList<>();
    List<Track> translations = new ArrayList<>();
    for (int j = 0; j < joints; j++) {
      rotations.add(Track.of(TrackType.ROTATION, q[j]));
      translations.add(j == 0 ? Track.of(TrackType.TRANSLATION, p) : null);
    }
    return new Clip(skeleton, rateHz, rotations, translations);
  }

  private static double dot(double[] q, int at, Quaterniond other) {
    return q[at] * other.x + q[at + 1] * other.y + q[at + 2] * other.z + q[at + 3] * other.w;
  }
}
