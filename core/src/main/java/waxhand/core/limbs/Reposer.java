package waxhand.core.limbs;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import waxhand.core.body.Role;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/**
 * Brings limbs to their goals. First the body goes along with them, then it gives way where a limb
 * does not reach, both smoothly over time and for all limbs at once; then each limb is solved.
 */
public final class Reposer {
  private final Motion motion;
  private final Clip clip;
  private final double giveWay;
  private final BitSet scope;
  private final int mover;
  private boolean limited = true;
  private boolean goesAlong;
  private double steady;
  private Bearable bearable = Bearable.NONE;
  private double stretch;
  private Optional<double[]> share = Optional.empty();

  /**
   * @param giveWay how far the body goes to where a limb does not reach, 0 to 1
   * @param scope joints that may change
   */
  public Reposer(Motion motion, double giveWay, BitSet scope) {
    this.motion = motion;
    this.clip = motion.clip();
    this.giveWay = giveWay;
    this.scope = scope;
    OptionalInt hips = motion.body().joint(Role.HIPS);
    int joint = hips.orElse(0);
    while (joint >= 0 && !clip.hasTranslation(joint)) {
      joint = clip.skeleton().parent(joint);
    }
    mover = joint >= 0 && scope.get(hips.orElse(0)) ? joint : -1;
  }

  /** The body gives way however far a limb is out of reach. */
  public Reposer givingAllTheWay() {
    limited = false;
    return this;
  }

  /** The body goes along with limbs that are nearly straight, so that these keep their bend. */
  public Reposer goingAlong() {
    goesAlong = true;
    return this;
  }

  /**
   * Limbs do not leap where they did not as they were captured; their ends miss their goals there.
   *
   * @param amount how much of what is needed is done, 0 to 1
   */
  public Reposer steadying(double amount) {
    steady = amount;
    return this;
  }

  /** What is not steadied, whatever was captured near. */
  public Reposer bearing(Bearable what) {
    bearable = what;
    return this;
  }

  /**
   * Bones grow where a limb still falls short.
   *
   * @param most by this share of their length, at least 0
   */
  public Reposer stretching(double most) {
    stretch = most;
    return this;
  }

  /**
   * The body gives way in some frames only, or there by a share only.
   *
   * @param aFrame 0 to 1, of the frames the goals are over. Not modified.
   */
  public Reposer sharing(double[] aFrame) {
    share = Optional.of(aFrame);
    return this;
  }

  /** How many frames to either side goals can be felt. */
  public static int reach(double rateHz) {
    return BodyShift.reach(rateHz);
  }

  /** How many, where limbs are steadied. */
  public static int steadyReach(double rateHz) {
    return reach(rateHz) + Steadier.reach(rateHz);
  }

  /** How many frames beyond that what was captured can be felt. */
  public static int steadyLooks(double rateHz) {
    return Steadier.looks(rateHz);
  }

  /**
   * The clip with the frames of {@code run} solved.
   *
   * @param goals of limbs, all over the same frames, which hold {@code run} and what lies within
   *     {@link #reach} of it, or {@link #steadyReach}; they count from where limbs are carried
   * @param carry how the whole body is carried in those frames, 3 numbers a frame, metres. Not
   *     modified.
   */
  public Clip repose(Frames run, List<LimbGoals> goals, double[] carry) {
    if (goals.isEmpty() || run.isEmpty()) {
      return clip;
    }
    Frames region = goals.get(0).frames();
    double[][] captured = captured(region, goals);
    double[] hips = new double[3 * region.count()];
    double[] spine = hips;
    SpineLean lean = new SpineLean(motion.body(), scope);
    if (mover >= 0 && giveWay > 0) {
      BodyShift shift =
          new BodyShift(motion.body().heightM(), clip.rateHz(), giveWay, limited, goesAlong);
      hips = shift.ofHips(goals, captured);
      spine =
          lean.joints().length > 0 ? shift.ofSpine(goals, captured, hips) : new double[hips.length];
      scale(hips);
      scale(spine);
    }
    LimbWriter.Asked asked = new LimbWriter.Asked(region, goals, captured, carry, hips, spine);
    if (steady == 0) {
      return new LimbWriter(motion, scope, run, asked, mover, lean, stretch).solve().clip(run);
    }
    Frames wide = run.grown(Steadier.reach(clip.rateHz())).within(region);
    return new LimbWriter(motion, scope, wide, asked, mover, lean, stretch)
        .solve()
        .steady(steady, bearable)
        .clip(run);
  }

  /** Leaves as much of it as counts in each frame. Modified: shift. */
  private void scale(double[] shift) {
    if (share.isPresent()) {
      for (int i = 0; i < shift.length; i++) {
        shift[i] *= share.get()[i / 3];
      }
    }
  }

  /** World places of root, middle and end, 9 numbers a frame, for each limb. */
  private double[][] captured(Frames region, List<LimbGoals> goals) {
    double[][] captured = new double[goals.size()][9 * region.count()];
    int[] ends = goals.stream().mapToInt(g -> g.limb().end()).toArray();
    WorldPose pose = WorldPose.only(clip.skeleton(), ends);
    for (int n = 0; n < region.count(); n++) {
      pose.solve(clip, region.from() + n);
      for (int g = 0; g < captured.length; g++) {
        Limb limb = goals.get(g).limb();
        System.arraycopy(pose.positions(), 3 * limb.upper(), captured[g], 9 * n, 3);
        System.arraycopy(pose.positions(), 3 * limb.middle(), captured[g], 9 * n + 3, 3);
        System.arraycopy(pose.positions(), 3 * limb.end(), captured[g], 9 * n + 6, 3);
      }
    }
    return captured;
  }

  /** The joints a pose is needed of. */
  static int[] joints(int mover, List<LimbGoals> goals) {
    return IntStream.concat(
            IntStream.of(Math.max(0, mover)),
            goals.stream().flatMapToInt(g -> IntStream.of(g.limb().end(), g.limb().tip())))
        .toArray();
  }
}
