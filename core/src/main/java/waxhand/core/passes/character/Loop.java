package waxhand.core.passes.character;

import java.util.Locale;
import java.util.Optional;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.scene.Motion;

/**
 * Closes a motion to a loop: what its last frame is off its first is taken out along the whole of
 * it, half of it at either end and none in the middle, so that it plays on without a jump.
 */
final class Loop {
  /** Ends of which a part, fingers aside, is turned farther apart are no loop, degrees. */
  private static final double APART_DEG = 40;

  private final int frames;

  /** By how much each joint turns from its last frame to its first, as a rotation vector. */
  private final double[] turns;

  /** By how much each place goes from the last to the first; null where a joint stays. */
  private final double[][] moves;

  private final Optional<String> open;

  /**
   * @param first frame of the motion, with all that was done to it
   * @param last frame of it
   */
  Loop(Motion first, Motion last) {
    Clip from = last.clip();
    Clip to = first.clip();
    frames = from.frames();
    int joints = from.skeleton().size();
    turns = new double[3 * joints];
    moves = new double[joints][];
    double[] q = new double[8];
    double worst = 0;
    String where = "";
    for (int j = 0; j < joints; j++) {
      from.rotation(j).read(frames - 1, q, 0);
      to.rotation(j).read(0, q, 4);
      double deg = Math.toDegrees(Quats.angle(q, 0, q, 4));
      Optional<Role> role = first.body().role(j).filter(r -> !r.isFinger());
      if (role.isPresent() && deg > worst) {
        worst = deg;
        where = role.get().words();
      }
      Quats.between(q, 0, q, 4, q, 0);
      Quats.log(q, 0, turns, 3 * j);
      if (from.hasTranslation(j)) {
        double[] p = new double[6];
        from.translation(j).read(frames - 1, p, 0);
        to.translation(j).read(0, p, 3);
        moves[j] = new double[] {p[3] - p[0], p[4] - p[1], p[5] - p[2]};
      }
    }
    open =
        worst > APART_DEG
            ? Optional.of(
                String.format(
                    Locale.ROOT,
                    "Its ends are no loop: the %s turns by %.0f° between them. Cut the take to where"
                        + " it comes round.",
                    where,
                    worst))
            : Optional.empty();
  }

  /** Why it stays open, if so. */
  Optional<String> open() {
    return open;
  }

  /** The motion closed, in some frames; as it is where it stays open. */
  Motion close(Motion motion, Frames run) {
    if (open.isPresent()) {
      return motion;
    }
    Clip clip = motion.clip();
    for (int j = 0; j < moves.length; j++) {
      clip = clip.withRotation(j, turned(clip.rotation(j), j, run));
      if (moves[j] != null) {
        clip = clip.withTranslation(j, moved(clip.translation(j), j, run));
      }
    }
    return motion.with(clip);
  }

  /** How much of what is off a frame takes, from -1/2 to 1/2. */
  private double share(int frame) {
    return frames < 2 ? 0 : frame / (frames - 1.0) - 0.5;
  }

  private Track turned(Track track, int joint, Frames run) {
    double[] q = new double[4 * run.count()];
    track.read(run, q);
    double[] v = new double[3];
    double[] by = new double[4];
    for (int n = 0; n < run.count(); n++) {
      double share = share(run.from() + n);
      for (int i = 0; i < 3; i++) {
        v[i] = share * turns[3 * joint + i];
      }
      Quats.exp(v, 0, by, 0);
      Quats.multiply(q, 4 * n, by, 0, q, 4 * n);
      Quats.normalize(q, 4 * n);
    }
    return track.with(run, q);
  }

  private Track moved(Track track, int joint, Frames run) {
    double[] p = new double[3 * run.count()];
    track.read(run, p);
    for (int n = 0; n < p.length; n++) {
      p[n] += share(run.from() + n / 3) * moves[joint][n % 3];
    }
    return track.with(run, p);
  }
}
