package waxhand.rehearsal.damage;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.rehearsal.damage.Damage.Damaged;
import waxhand.rehearsal.damage.Damage.Fault;

/** What other people's solvers and writers do to takes. */
final class FileDamage {
  private FileDamage() {}

  /** A part is turned over by 75 to 170 degrees for some 60 ms to half a second, and back. */
  static Damaged flips(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int count = (int) Math.round(strength * clip.seconds() / 6);
    int joints = clip.skeleton().size();
    for (int n = 0; n < count && joints > 1; n++) {
      int j = 1 + random.nextInt(joints - 1);
      int length = (int) Math.round((0.06 + 0.44 * random.nextDouble()) * clip.rateHz());
      if (length < 3 || clip.frames() < length + 20) {
        continue;
      }
      int from = 8 + random.nextInt(clip.frames() - length - 16);
      Frames run = new Frames(from, from + length);
      double half = Math.toRadians(75 + 95 * random.nextDouble()) / 2;
      double[] way = WildRuns.direction(random);
      double s = Math.sin(half);
      double[] over = {s * way[0], s * way[1], s * way[2], Math.cos(half)};
      double[] q = new double[4 * length];
      out.rotation(j).read(run, q);
      for (int k = 0; k < length; k++) {
        Quats.multiply(q, 4 * k, over, 0, q, 4 * k);
      }
      out = out.withRotation(j, out.rotation(j).with(run, q));
      faults.add(new Fault("flip", clip.skeleton().joint(j).name(), run));
    }
    return new Damaged(out, faults);
  }

  /** For 0.3 to 0.9 s a joint and what hangs on it jitter several times as much. */
  static Damaged bursts(Clip clip, double strength, long seed) {
    Random random = new Random(seed);
    Clip out = clip;
    List<Fault> faults = new ArrayList<>();
    int count = (int) Math.round(strength * clip.seconds() / 6);
    double[] v = new double[3];
    double[] turn = new double[4];
    for (int n = 0; n < count; n++) {
      int top = random.nextInt(clip.skeleton().size());
      int length = (int) Math.round((0.3 + 0.6 * random.nextDouble()) * clip.rateHz());
      if (clip.frames() <= length) {
        continue;
      }
      int from = random.nextInt(clip.frames() - length);
      Frames run = new Frames(from, from + length);
      BitSet part = new BitSet();
      part.set(top);
      part = clip.skeleton().below(part);
      double size = Math.toRadians(2 + 2 * random.nextDouble());
      for (int j = part.nextSetBit(0); j >= 0; j = part.nextSetBit(j + 1)) {
        double[] q = new double[4 * length];
        out.rotation(j).read(run, q);
        for (int k = 0; k < length; k++) {
          for (int i = 0; i < 3; i++) {
            v[i] = size * random.nextGaussian() / Math.sqrt(3);
          }
          Quats.exp(v, 0, turn, 0);
          Quats.multiply(q, 4 * k, turn, 0, q, 4 * k);
        }
        out = out.withRotation(j, out.rotation(j).with(run, q));
      }
      faults.add(new Fault("jitter", clip.skeleton().joint(top).name(), run));
    }
    return new Damaged(out, faults);
  }

  /** Angles and places as a writer leaves them that knows two decimals of degrees and cm. */
  static Damaged rounding(Clip clip, double strength, long seed) {
    double step = strength * Math.toRadians(0.01);
    Clip out = clip;
    double[] v = new double[3];
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * clip.frames()];
      clip.rotation(j).read(clip.allFrames(), q);
      for (int f = 0; f < clip.frames(); f++) {
        Quats.log(q, 4 * f, v, 0);
        round(v, 0, step);
        Quats.exp(v, 0, q, 4 * f);
      }
      out = out.withRotation(j, Track.of(TrackType.ROTATION, q));
      if (clip.hasTranslation(j)) {
        double[] p = new double[3 * clip.frames()];
        clip.translation(j).read(clip.allFrames(), p);
        for (int f = 0; f < clip.frames(); f++) {
          round(p, 3 * f, 1e-4 * strength);
        }
        out = out.withTranslation(j, Track.of(TrackType.TRANSLATION, p));
      }
    }
    return new Damaged(out, List.of());
  }

  private static void round(double[] v, int at, double step) {
    for (int i = at; i < at + 3; i++) {
      v[i] = step * Math.rint(v[i] / step);
    }
  }
}
