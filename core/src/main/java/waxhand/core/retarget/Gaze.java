package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/**
 * Where a head looks, kept while the spine under it leans: the neck takes its shares, so that the
 * head turns back in the world and no joint all at once.
 */
public final class Gaze {
  /** Angles below are none, radians. */
  private static final double NONE_RAD = 1e-7;

  private final Skeleton skeleton;

  /** The neck and the head, from below; none where there is no head. */
  private final List<Integer> chain;

  public Gaze(Body body) {
    skeleton = body.skeleton();
    Chains chains = Chains.of(body);
    chain = new ArrayList<>(chains.neck());
    if (chains.head() >= 0 && skeleton.parent(chains.head()) >= 0) {
      chain.add(chains.head());
    } else {
      chain.clear();
    }
  }

  /**
   * A clip whose head looks where another's does.
   *
   * @param other of the same skeleton and length
   * @param amount how much it does, 0 to 1
   */
  public Clip kept(Clip clip, Clip other, Frames run, double amount) {
    if (amount == 0 || chain.isEmpty() || isAlike(clip, other, run)) {
      return clip;
    }
    int head = chain.get(chain.size() - 1);
    WorldPose is = WorldPose.only(skeleton, head);
    WorldPose was = WorldPose.only(skeleton, head);
    double[][] turns = new double[chain.size()][4 * run.count()];
    for (int k = 0; k < turns.length; k++) {
      clip.rotation(chain.get(k)).read(run, turns[k]);
    }
    double[] below = new double[4];
    double[] turned = new double[4];
    for (int n = 0; n < run.count(); n++) {
      is.solve(clip, run.from() + n);
      was.solve(other, run.from() + n);
      double[] now = is.rotations();
      double[] then = was.rotations();
      if (Quats.angle(now, 4 * head, then, 4 * head) < NONE_RAD) {
        continue;
      }
      System.arraycopy(now, 4 * skeleton.parent(chain.get(0)), below, 0, 4);
      for (int k = 0; k < turns.length; k++) {
        int at = 4 * chain.get(k);
        Quats.slerp(now, at, then, at, amount * (k + 1) / turns.length, turned, 0);
        Quats.between(below, 0, turned, 0, turns[k], 4 * n);
        Quats.normalize(turns[k], 4 * n);
        System.arraycopy(turned, 0, below, 0, 4);
      }
    }
    Clip kept = clip;
    for (int k = 0; k < turns.length; k++) {
      int joint = chain.get(k);
      kept = kept.withRotation(joint, kept.rotation(joint).with(run, turns[k]));
    }
    return kept;
  }

  /** Whether everything that turns the head is the very same. */
  private boolean isAlike(Clip clip, Clip other, Frames run) {
    boolean alike = true;
    for (int j = chain.get(chain.size() - 1); j >= 0 && alike; j = skeleton.parent(j)) {
      alike = clip.rotation(j).shares(run, other.rotation(j));
    }
    return alike;
  }
}
