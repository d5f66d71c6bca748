package waxhand.core.thin;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.contact.Contact;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;

/** Where everything is in the world over a run of frames, and how far off it may come. */
final class Places {
  private final Reach reach;
  private final WorldPose pose;
  private final int frames;
  private final double[] wanted;
  private final double[] is;

  // by frame: whether any place is too far off
  private final BitSet off = new BitSet();

  // by place and frame, metres; what rests is told apart
  private final double[][] allowed;
  private final boolean[][] rests;

  /**
   * @param whole the body as it is to be, over the run
   */
  Places(
      Reach reach,
      Body body,
      Tolerance tolerance,
      List<Contact> contacts,
      RunPose whole,
      Frames run) {
    this.reach = reach;
    frames = run.count();
    wanted = new double[3 * reach.count() * frames];
    is = new double[wanted.length];
    pose = new WorldPose(reach.skeleton());
    whole.solve();
    read(whole, wanted);
    allowed = new double[reach.count()][frames];
    rests = new boolean[reach.count()][frames];
    for (double[] row : allowed) {
      Arrays.fill(row, tolerance.m());
    }
    for (Contact contact : contacts) {
      Frames resting = contact.frames().within(run);
      Optional<PartPoint> point = contact.part().on(body);
      if (!resting.isEmpty() && point.isPresent()) {
        rest(point.get().joint(), resting.from() - run.from(), resting.to() - run.from());
      }
    }
  }

  private void rest(int joint, int from, int to) {
    for (int k = 0; k < allowed.length; k++) {
      if (reach.joint(k) == joint) {
        Arrays.fill(rests[k], from, to, true);
        for (int n = from; n < to; n++) {
          allowed[k][n] = Math.min(allowed[k][n], Tolerance.RESTING_M);
        }
      }
    }
  }

  int frames() {
    return frames;
  }

  private void read(Clip clip, int n, double[] dest) {
    pose.solve(clip, n);
    reach.places(pose, dest, 3 * reach.count() * n);
  }

  /** Reads what has moved; which frames those are. */
  private BitSet read(RunPose body, double[] dest) {
    BitSet all = new BitSet(frames);
    for (int k = 0; k < reach.count(); k++) {
      BitSet moved = body.moved(reach.joint(k));
      all.or(moved);
      for (int n = moved.nextSetBit(0); n >= 0; n = moved.nextSetBit(n + 1)) {
        reach.place(body, k, n, dest, 3 * (n * reach.count() + k));
      }
    }
    return all;
  }

  /**
   * Looks where everything is.
   *
   * @param body with what has moved since the last time
   */
  void measure(RunPose body) {
    body.solve();
    BitSet moved = read(body, is);
    for (int n = 0; n < frames; n++) {
      if (off.get(n) || moved.get(n) || n > 0 && moved.get(n - 1)) {
        boolean any = false;
        for (int k = 0; k < allowed.length && !any; k++) {
          any = !(share(k, n) <= 1 + 1e-9);
        }
        off.set(n, any);
      }
    }
  }

  /** Whether all places are near enough in some frames of a clip. */
  boolean within(Clip clip, int from, int to) {
    if (from > 0) {
      read(clip, from - 1, is);
    }
    for (int n = from; n < to; n++) {
      read(clip, n, is);
      for (int k = 0; k < allowed.length; k++) {
        if (!(share(k, n) <= 1 + 1e-9)) {
          return false;
        }
      }
    }
    return true;
  }

  /** Whether any place is too far off in a frame. */
  boolean isOff(int n) {
    return off.get(n);
  }

  /** How far place {@code k} is off in a frame, as a share of what it may be. */
  double share(int k, int n) {
    double off = distance(k, n, n);
    double share = off / allowed[k][n];
    if (allowed[k][n] == 0) {
      share = off == 0 ? 0 : Double.POSITIVE_INFINITY;
    }
    if (n > 0 && rests[k][n] && rests[k][n - 1]) {
      share = Math.max(share, distance(k, n, n - 1) / Tolerance.SLIDE_M);
    }
    return share;
  }

  /**
   * How far what is off in one frame is from what is off in another; in itself, how far it is off.
   */
  private double distance(int k, int n, int other) {
    double sum = 0;
    for (int i = 0; i < 3; i++) {
      int at = 3 * (n * reach.count() + k) + i;
      int before = 3 * (other * reach.count() + k) + i;
      double d = is[at] - wanted[at] - (n == other ? 0 : is[before] - wanted[before]);
      sum += d * d;
    }
    return Math.sqrt(sum);
  }
}
