package waxhand.core.gaps;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/**
 * Finds, within a few seconds of a gap, a stretch of the same length in which the rest of the body
 * does what it does during the gap and the limb begins and ends as it does there: in a walk, the
 * same step some strides away. Its course may be borrowed.
 */
public final class LikeStretch {
  /** How far away is looked, seconds. */
  public static final double FAR = 6;

  /** Places along the stretch that are compared. */
  private static final int PLACES = 6;

  /** Angle by which compared joints may differ, root mean square. */
  private static final double ALIKE = Math.toRadians(8);

  /** The angle a difference in the body's speed counts as, radians for each m/s. */
  private static final double SPEED = 0.4;

  /** The limb's own joints at its ends count as much as so many places of another joint. */
  private static final int OWN = 10;

  private static final Set<Role> COMPARED = compared();

  private final Motion motion;
  private final BitSet lost;
  private final Frames gap;
  private final Frames search;

  /**
   * @param lost joints that are not known during the gap
   * @param gap frames that are not known; known ones lie on both sides
   */
  public LikeStretch(Motion motion, BitSet lost, Frames gap) {
    this.motion = motion;
    this.lost = lost;
    this.gap = gap;
    int far = (int) Math.ceil(FAR * motion.clip().rateHz());
    this.search = gap.grown(far).within(motion.clip().allFrames());
  }

  /** The frame that stands for the last known one before the gap; empty where nothing is alike. */
  public Optional<Integer> find() {
    Clip clip = motion.clip();
    int length = gap.count() + 1;
    List<double[]> others = new ArrayList<>();
    List<double[]> own = new ArrayList<>();
    boolean[] unfit = new boolean[search.count()];
    collect(others, own, unfit);
    if (others.isEmpty() || own.isEmpty()) {
      return Optional.empty();
    }
    // how many unfit frames lie before each, so that a stretch is judged at once
    int[] unfitBefore = new int[unfit.length + 1];
    for (int n = 0; n < unfit.length; n++) {
      unfitBefore[n + 1] = unfitBefore[n] + (unfit[n] ? 1 : 0);
    }
    double[] travel = travel();
    int here = gap.from() - 1 - search.from();
    int step = Math.max(1, (int) Math.round(clip.rateHz() / 120));
    double least = Double.POSITIVE_INFINITY;
    int best = -1;
    for (int s = 0; s + length < search.count(); s += step) {
      boolean meets = s <= here + length && here <= s + length;
      if (!meets && unfitBefore[s + length + 1] == unfitBefore[s]) {
        double cost = cost(others, own, here, s, length, least) + journey(travel, here, s, length);
        if (cost < least) {
          least = cost;
          best = s;
        }
      }
    }
    return best >= 0 && least < ALIKE * ALIKE
        ? Optional.of(best + search.from())
        : Optional.empty();
  }

  private static Set<Role> compared() {
    Set<Role> compared = EnumSet.of(Role.CHEST, Role.SPINE_1);
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      compared.addAll(Role.limb(side, true));
      compared.addAll(Role.limb(side, false));
    }
    return compared;
  }

  /** Rotations of the joints that are compared, and where those of the limb are no model. */
  private void collect(List<double[]> others, List<double[]> own, boolean[] unfit) {
    Body body = motion.body();
    for (Role role : COMPARED) {
      int joint = body.joint(role).orElse(-1);
      if (joint < 0) {
        continue;
      }
      double[] q = new double[4 * search.count()];
      motion.clip().rotation(joint).read(search, q);
      if (!lost.get(joint)) {
        others.add(q);
        continue;
      }
      own.add(q);
      for (int n = 1; n < search.count(); n++) {
        unfit[n] |= Quats.angle(q, 4 * n - 4, q, 4 * n) < 1e-7;
      }
    }
  }

  /** Places of the body, 3 numbers a frame; none where it does not travel. */
  private double[] travel() {
    Clip clip = motion.clip();
    int joint = motion.body().joint(Role.HIPS).orElse(0);
    while (joint >= 0 && !clip.hasTranslation(joint)) {
      joint = clip.skeleton().parent(joint);
    }
    double[] travel = new double[joint < 0 ? 0 : 3 * search.count()];
    if (joint >= 0) {
      clip.translation(joint).read(search, travel);
    }
    return travel;
  }

  /** How differently the body travels: square of the difference in speed, as an angle. */
  private double journey(double[] p, int here, int there, int length) {
    if (p.length == 0) {
      return 0;
    }
    double apart = pace(p, here, here + length) - pace(p, there, there + length);
    double speed = SPEED * apart * motion.clip().rateHz() / length;
    return speed * speed;
  }

  private static double pace(double[] p, int from, int to) {
    return Math.hypot(p[3 * to] - p[3 * from], p[3 * to + 2] - p[3 * from + 2]);
  }

  private static double cost(
      List<double[]> others, List<double[]> own, int here, int there, int length, double enough) {
    double sum = 0;
    int terms = 0;
    for (double[] q : own) {
      double begin = Quats.angle(q, 4 * here, q, 4 * there);
      double end = Quats.angle(q, 4 * (here + length), q, 4 * (there + length));
      sum += OWN * 0.5 * (begin * begin + end * end);
      terms += OWN;
    }
    int all = terms + others.size() * PLACES;
    for (double[] q : others) {
      for (int k = 0; k < PLACES; k++) {
        int at = k * length / (PLACES - 1);
        double apart = Quats.angle(q, 4 * (here + at), q, 4 * (there + at));
        sum += apart * apart;
      }
      if (sum > enough * all) {
        return Double.POSITIVE_INFINITY;
      }
    }
    return sum / all;
  }
}
