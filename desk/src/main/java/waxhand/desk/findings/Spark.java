package waxhand.desk.findings;

import java.util.Arrays;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;

/** A few dozen values that let a finding be recognised at a glance. */
final class Spark {
  private static final int MOST = 90;

  private Spark() {}

  /** The signal around a finding, from 0 to 1. */
  static double[] of(Motion motion, Finding finding) {
    Clip clip = motion.clip();
    int half = (int) Math.min(clip.rateHz(), Math.max(12, 0.75 * finding.frames().count()));
    Frames run =
        new Frames(finding.worst(), finding.worst() + 1).grown(half).within(clip.allFrames());
    int step = Math.max(1, run.count() / MOST);
    double[] values = new double[run.count() / step];
    switch (finding.kind()) {
      case SLIDE, FLOAT, SINK, JOLT -> places(motion, finding, run, step, values);
      default -> turns(clip, finding.joint(), run, step, values);
    }
    double low = Arrays.stream(values).min().orElse(0);
    double spread = Arrays.stream(values).max().orElse(0) - low;
    for (int i = 0; i < values.length; i++) {
      values[i] = spread > 0 ? (values[i] - low) / spread : 0.5;
    }
    return values;
  }

  private static void places(Motion motion, Finding finding, Frames run, int step, double[] dest) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    double x = 0;
    double z = 0;
    for (int i = 0; i < dest.length; i++) {
      pose.solve(motion.clip(), run.from() + i * step);
      int j = finding.joint();
      if (i == 0) {
        x = pose.x(j);
        z = pose.z(j);
      }
      boolean up =
          switch (finding.kind()) {
            case FLOAT, SINK -> true;
            default -> false;
          };
      dest[i] = up ? pose.y(j) : Math.hypot(pose.x(j) - x, pose.z(j) - z);
    }
  }

  /** Component of the turn since the first frame that changes most. */
  private static void turns(Clip clip, int joint, Frames run, int step, double[] dest) {
    double[] first = new double[4];
    double[] now = new double[4];
    double[] v = new double[3 * dest.length];
    clip.rotation(joint).read(run.from(), first, 0);
    for (int i = 0; i < dest.length; i++) {
      clip.rotation(joint).read(run.from() + i * step, now, 0);
      Quats.between(first, 0, now, 0, now, 0);
      Quats.log(now, 0, v, 3 * i);
    }
    double widest = -1;
    for (int c = 0; c < 3; c++) {
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int i = c; i < v.length; i += 3) {
        low = Math.min(low, v[i]);
        high = Math.max(high, v[i]);
      }
      if (high - low > widest) {
        widest = high - low;
        for (int i = 0; i < dest.length; i++) {
          dest[i] = v[3 * i + c];
        }
      }
    }
  }
}
