package waxhand.core.survey;

import java.util.BitSet;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.body.TwistedBone;
import waxhand.core.motion.Frames;
import waxhand.core.passes.signal.DespikePass;
import waxhand.core.signal.Running;
import waxhand.core.signal.WildFrames;

/** Jitter and spikes of every joint, in what a cubic through the neighbours leaves of a sample. */
final class NoiseWatch implements Watch {
  /** Spikes are what this pass would replace. */
  private static final DespikePass MENDS = DespikePass.KIND.defaults();

  /** Of normal noise in three components the residual's median times this is its rms angle. */
  private static final double RMS = 0.81;

  private static final double JITTER_DEG = 0.3;

  /** Where the usual residual stays below this nothing can come to be jitter, radians. */
  private static final double FAINT = 0.999 * Math.toRadians(JITTER_DEG) / RMS;

  /** Of noise the residual is 0.57 of the second difference; of motion much less. */
  private static final double ROUGH = 0.43;

  /** And more than this share of what the joint turns in a frame: less is how a kick is sampled. */
  private static final double OF_STEP = 0.35;

  private final List<TwistedBone> bones;

  NoiseWatch(Body body) {
    bones = TwistedBone.of(body);
  }

  @Override
  public void look(Window w, Marks marks) {
    int count = w.count();
    double[] off = new double[count];
    double[] usual = new double[count];
    double[] size = new double[count];
    double[] bend = new double[count];
    double[] usualBend = new double[count];
    double[] usualStep = new double[count];
    WildFrames turns = MENDS.turns(w.rateHz());
    WildFrames places = MENDS.places(w.rateHz());
    List<BitSet> told = bones.stream().map(bone -> new BitSet(count)).toList();
    for (int j = 0; j < w.joints(); j++) {
      double[] q = w.rotation(j);
      turns.residuals(q, count, off);
      // most joints of a calm take are far from jitter, and medians are dear
      boolean calm = !Running.canMedianReach(FAINT, off, count, WildFrames.HALF);
      if (calm) {
        turns.find(q, count, off, size);
      } else {
        turns.find(q, count, off, usual, size);
      }
      spikes(w, marks, j, size, Math.toDegrees(1), -1);
      for (int b = 0; b < bones.size(); b++) {
        if (bones.get(b).joints().contains(j)) {
          add(size, told.get(b));
        }
      }
      if (!calm) {
        bends(q, count, bend);
        Running.median(bend, count, WildFrames.HALF, usualBend);
        Running.median(w.steps(j), count, WildFrames.HALF, usualStep);
        jitter(w, marks, j, usual, usualBend, usualStep);
      }
      if (w.translation(j) != null) {
        places.residuals(w.translation(j), count, off);
        places.find(w.translation(j), count, off, size);
        spikes(w, marks, j, size, 1000, Mark.OF_PLACE);
      }
    }
    for (int b = 0; b < bones.size(); b++) {
      spikes(w, marks, turns, bones.get(b), told.get(b));
    }
  }

  /** Modified: usual and usualBend, which are of no use any more. */
  private static void jitter(
      Window w, Marks marks, int joint, double[] usual, double[] usualBend, double[] usualStep) {
    int count = w.count();
    for (int n = 0; n < count; n++) {
      boolean rough = usual[n] > ROUGH * usualBend[n] && usual[n] > OF_STEP * usualStep[n];
      usual[n] = rough ? Math.toDegrees(RMS * usual[n]) : 0;
    }
    // over a second its strength is known; the largest of shorter guesses would be too much
    double[] strength = usualBend;
    Running.mean(usual, count, w.frames(0.5, 8), strength);
    int shortest = w.frames(0.25, 8);
    int gap = w.frames(0.3, 8);
    marks.runs(
        FindingKind.JITTER, joint, strength, count, w.first(), JITTER_DEG, shortest, gap, -1);
  }

  private static void add(double[] size, BitSet frames) {
    for (int n = 0; n < size.length; n++) {
      if (size[n] > 0) {
        frames.set(n);
      }
    }
  }

  /**
   * What is wild of a bone and of none of its joints by itself.
   *
   * @param told frames in which one of them is. Not modified.
   */
  private static void spikes(
      Window w, Marks marks, WildFrames turns, TwistedBone bone, BitSet told) {
    int count = w.count();
    double[] whole = new double[4 * count];
    bone.whole(w::rotation, count, whole);
    double[] size = new double[count];
    turns.find(whole, count, turns.residuals(whole, count), size);
    told.stream().forEach(n -> size[n] = 0);
    spikes(w, marks, bone.joints().get(0), size, Math.toDegrees(1), -1);
  }

  private static void spikes(
      Window w, Marks marks, int joint, double[] size, double unit, int other) {
    for (int n = 0; n < w.count(); n++) {
      if (size[n] > 0) {
        int f = w.first() + n;
        marks.add(FindingKind.SPIKE, joint, new Frames(f, f + 1), f, unit * size[n], other);
      }
    }
  }

  /** Angle of the second difference. */
  private static void bends(double[] q, int count, double[] dest) {
    dest[0] = 0;
    dest[count - 1] = 0;
    for (int n = 1; n < count - 1; n++) {
      double sum = 0;
      for (int i = 0; i < 4; i++) {
        double d = q[4 * n - 4 + i] - 2 * q[4 * n + i] + q[4 * n + 4 + i];
        sum += d * d;
      }
      dest[n] = 2 * Math.sqrt(sum);
    }
  }
}
