package waxhand.core.thin;

import java.util.BitSet;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * How far one motion is from another of the same joints, frame by frame: the worst of all parts.
 *
 * @param run the frames
 * @param degrees by which a joint is turned in its parent
 * @param mm by which a joint or a tip is off in the world
 * @param joints which is farthest off in the world
 */
public record Deviation(Frames run, double[] degrees, double[] mm, int[] joints) {
  /**
   * Measures a run of frames.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public static Deviation of(Motion wanted, Motion is, Frames run, Work work) {
    Clip a = wanted.clip();
    Clip b = is.clip();
    BitSet members = wanted.body().members();
    Reach reach = new Reach(wanted.body().skeleton(), members);
    double[] degrees = new double[run.count()];
    double[] mm = new double[run.count()];
    int[] joints = new int[run.count()];
    run.blocks(1024).parallelStream()
        .map(block -> block.within(run))
        .forEach(
            block -> {
              work.check();
              WorldPose pose = new WorldPose(a.skeleton());
              double[] from = new double[3 * reach.count()];
              double[] to = new double[from.length];
              for (int f = block.from(); f < block.to(); f++) {
                int n = f - run.from();
                pose.solve(a, f);
                reach.places(pose, from, 0);
                pose.solve(b, f);
                reach.places(pose, to, 0);
                for (int k = 0; k < reach.count(); k++) {
                  double off = 0;
                  for (int i = 3 * k; i < 3 * k + 3; i++) {
                    off += (to[i] - from[i]) * (to[i] - from[i]);
                  }
                  off = 1000 * Math.sqrt(off);
                  joints[n] = off > mm[n] ? reach.joint(k) : joints[n];
                  mm[n] = Math.max(mm[n], off);
                }
                for (int j = members.nextSetBit(0); j >= 0; j = members.nextSetBit(j + 1)) {
                  double angle = Math.toDegrees(a.rotation(j).angleAt(f, b.rotation(j)));
                  degrees[n] = Math.max(degrees[n], angle);
                }
              }
            });
    return new Deviation(run, degrees, mm, joints);
  }

  /** The frame in which anything is farthest off in the world. */
  public int worstFrame() {
    int worst = 0;
    for (int n = 1; n < mm.length; n++) {
      worst = mm[n] > mm[worst] ? n : worst;
    }
    return run.from() + worst;
  }

  public double worstMm() {
    return mm.length == 0 ? 0 : mm[worstFrame() - run.from()];
  }

  public double worstDegrees() {
    double worst = 0;
    for (double d : degrees) {
      worst = Math.max(worst, d);
    }
    return worst;
  }
}
