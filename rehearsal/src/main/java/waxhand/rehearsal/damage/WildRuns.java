package waxhand.rehearsal.damage;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;

/**
 * Runs of one to four frames, of 35 ms at most, in which a joint is thrown off by 12 to 50 degrees
 * or the whole body by 2 to 12 cm; about one in three seconds.
 */
final class WildRuns {
  private static final double LONGEST_S = 0.035;
  private static final int MOST = 4;

  private WildRuns() {}

  static Damaged apply(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int count = (int) Math.round(strength * clip.seconds() / 3);
    int most = (int) Math.max(1, Math.min(MOST, Math.floor(LONGEST_S * clip.rateHz() + 1e-9)));
    for (int n = 0; n < count && clip.frames() > 20; n++) {
      int length = 1 + random.nextInt(most);
      int from = 4 + random.nextInt(clip.frames() - 8 - length);
      Frames run = new Frames(from, from + length);
      boolean body = random.nextInt(8) == 0;
      int j = body ? 0 : random.nextInt(clip.skeleton().size());
      double[] way = direction(random);
      double size =
          body ? 0.02 + 0.1 * random.nextDouble() : Math.toRadians(12 + 38 * random.nextDouble());
      out =
          body
              ? out.withTranslation(0, thrown(out.translation(0), run, way, size, random))
              : out.withRotation(j, turned(out.rotation(j), run, way, size, random));
      faults.add(new Fault("spike", clip.skeleton().joint(j).name(), run));
    }
    return new Damaged(out, faults);
  }

  static double[] direction(Random random) {
    double[] v = {random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
    double length = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    return new double[] {v[0] / length, v[1] / length, v[2] / length};
  }

  private static Track thrown(Track track, Frames run, double[] way, double size, Random random) {
    double[] p = new double[3 * run.count()];
    track.read(run, p);
    for (int k = 0; k < run.count(); k++) {
      double by = size * (1 + 0.15 * random.nextGaussian());
      for (int i = 0; i < 3; i++) {
        p[3 * k + i] += by * way[i];
      }
    }
    return track.with(run, p);
  }

  private static Track turned(Track track, Frames run, double[] way, double size, Random random) {
    double[] q = new double[4 * run.count()];
    double[] v = new double[3];
    double[] turn = new double[4];
    track.read(run, q);
    for (int k = 0; k < run.count(); k++) {
      double by = size * (1 + 0.15 * random.nextGaussian());
      for (int i = 0; i < 3; i++) {
        v[i] = by * way[i];
      }
      Quats.exp(v, 0, turn, 0);
      Quats.multiply(q, 4 * k, turn, 0, q, 4 * k);
    }
    return track.with(run, q);
  }
}
