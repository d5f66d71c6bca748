package waxhand.core.survey;

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

  /** Of noise the residual is 0.57 of the second difference; of motion much less. */
  private static final double ROUGH = 0.43;

  @Override
  public void look(Window w, Marks marks) {
    int count = w.count();
    double[] usual = new double[count];
    double[] size = new double[count];
    double[] bend = new double[count];
    double[] usualBend = new double[count];
    WildFrames turns = MENDS.turns(w.rateHz());
    WildFrames places = MENDS.places(w.rateHz());
    for (int j = 0; j < w.joints(); j++) {
      turns.find(w.rotation(j), count, usual, size);
      spikes(w, marks, j, size, Math.toDegrees(1), -1);
      bends(w.rotation(j), count, bend);
      Running.median(bend, count, WildFrames.HALF, usualBend);
      for (int n = 0; n < count; n++) {
        boolean rough = usual[n] > ROUGH * usualBend[n];
        usual[n] = rough ? Math.toDegrees(RMS * usual[n]) : 0;
      }
      // over a second its strength is known; the largest of shorter guesses would be too much
      Running.mean(usual, count, w.frames(0.5, 8), bend);
      int shortest = w.frames(0.25, 8);
      int gap = w.frames(0.3, 8);
      marks.runs(FindingKind.JITTER, j, bend, count, w.first(), JITTER_DEG, shortest, gap, -1);
      if (w.translation(j) != null) {
        places.find(w.translation(j), count, size);
        spikes(w, marks, j, size, 1000, Mark.OF_PLACE);
      }
    }
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
