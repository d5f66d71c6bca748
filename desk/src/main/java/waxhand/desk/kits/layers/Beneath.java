package waxhand.desk.kits.layers;

import org.joml.Quaterniondc;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;

/** What a layer acts on, as curves: turns beyond rest, or places in the world. */
final class Beneath {
  private Beneath() {}

  /**
   * Values along x, y and z of each so-many-th frame, radians or metres.
   *
   * @param step at least 1
   */
  static double[][] values(Clip clip, int joint, Frames run, int step, boolean angle) {
    int count = (run.count() + step - 1) / step;
    double[][] values = new double[3][count];
    WorldPose pose = WorldPose.only(clip.skeleton(), joint);
    Quaterniondc stands = clip.skeleton().joint(joint).rest();
    double[] rest = {stands.x(), stands.y(), stands.z(), stands.w()};
    double[] q = new double[4];
    double[] v = new double[3];
    for (int n = 0; n < count; n++) {
      int frame = run.from() + n * step;
      if (angle) {
        clip.rotation(joint).read(frame, q, 0);
        Quats.leading(rest, 0, q, 0, q, 0);
        Quats.log(q, 0, v, 0);
      } else {
        pose.solve(clip, frame);
        System.arraycopy(pose.positions(), 3 * joint, v, 0, 3);
      }
      for (int i = 0; i < 3; i++) {
        values[i][n] = v[i];
      }
    }
    return values;
  }

  /** The least and the greatest of all. */
  static double[] bounds(double[][]... all) {
    double[] bounds = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
    for (double[][] values : all) {
      for (double[] axis : values) {
        for (double v : axis) {
          bounds[0] = Math.min(bounds[0], v);
          bounds[1] = Math.max(bounds[1], v);
        }
      }
    }
    return bounds;
  }
}
