package waxhand.core.survey;

import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** A body that stands and breathes for six seconds, with one thing wrong. */
final class Standing {
  private Standing() {}

  /** How much a joint is turned about an axis, radians, by seconds. */
  record Turn(Role role, int axis, DoubleUnaryOperator angle) {}

  /** Where the hips are moved, metres, by seconds. */
  record Move(int axis, DoubleUnaryOperator by) {}

  static Motion body(double rate, List<Turn> turns, List<Move> moves) {
    int frames = (int) (6 * rate);
    Clip clip = Samples.swaying(frames, rate, 0, 1).clip();
    Motion body = Motion.of(clip);
    Random random = new Random(7);
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * frames];
      double[] turn = new double[4];
      for (int f = 0; f < frames; f++) {
        double t = f / rate;
        double[] v = new double[3];
        // legs stand; the rest breathes, and nothing is ever quite still
        boolean leg = body.body().role(j).map(r -> isLeg(r)).orElse(false) || j == 0;
        for (int i = 0; i < 3; i++) {
          double slow = leg ? 0 : 0.02 * Math.sin(2 * Math.PI * 0.4 * t + j + i);
          v[i] = slow + 0.0004 * random.nextGaussian();
        }
        Quats.exp(v, 0, q, 4 * f);
        for (Turn each : turns) {
          if (body.body().joint(each.role()).orElse(-1) == j) {
            double[] w = new double[3];
            w[each.axis()] = each.angle().applyAsDouble(t);
            Quats.exp(w, 0, turn, 0);
            Quats.multiply(q, 4 * f, turn, 0, q, 4 * f);
          }
        }
      }
      clip = clip.withRotation(j, Track.of(TrackType.ROTATION, q));
    }
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      for (int i = 0; i < 3; i++) {
        p[3 * f + i] = 0.0002 * random.nextGaussian();
      }
      p[3 * f + 1] += 0.95;
      for (Move move : moves) {
        p[3 * f + move.axis()] += move.by().applyAsDouble(f / rate);
      }
    }
    return grounded(body.with(clip.withTranslation(0, Track.of(TrackType.TRANSLATION, p))));
  }

  private static boolean isLeg(Role role) {
    return role.name().endsWith("THIGH")
        || role.name().endsWith("SHIN")
        || role.name().endsWith("FOOT")
        || role.name().endsWith("TOES");
  }

  /** Put down so that its soles lie on the ground at the start. */
  private static Motion grounded(Motion motion) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), 0);
    double[] p = new double[3];
    double low = Double.POSITIVE_INFINITY;
    for (var sole : motion.body().soles()) {
      pose.point(sole.toes(), sole.ball(), p, 0);
      low = Math.min(low, p[1]);
    }
    double by = low;
    double[] all = new double[3 * motion.clip().frames()];
    motion.clip().translation(0).read(motion.clip().allFrames(), all);
    for (int i = 1; i < all.length; i += 3) {
      all[i] -= by;
    }
    return motion.with(motion.clip().withTranslation(0, Track.of(TrackType.TRANSLATION, all)));
  }

  /** Comes and goes gently between two times, seconds. */
  static DoubleUnaryOperator during(double from, double to, double size) {
    return t -> {
      double u = (t - from) / (to - from);
      double w = Math.max(0, Math.min(1, 5 * Math.min(u, 1 - u)));
      return size * w * w * (3 - 2 * w);
    };
  }
}
