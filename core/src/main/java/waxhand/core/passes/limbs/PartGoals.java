package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.limbs.SpineReach;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/**
 * Brings parts of a body to goals, all at once: chest and head by the spine, the hips with the feet
 * staying, hands and feet by their limbs, knees and elbows by a turn of theirs. The body gives way
 * for hands and feet; feet without a goal then stay where they are.
 *
 * @param giveWay how far the body goes to where a limb does not reach, 0 to 1
 * @param stretch by how much of their length bones may grow where it still does not
 */
public record PartGoals(double giveWay, double stretch) {
  /**
   * What is wanted of one part over a run of frames.
   *
   * @param shifts by how much it moves in the world, 3 numbers a frame, metres
   * @param turns how it is turned there, unit quaternions, 4 numbers a frame
   * @param aside turn of its limb's bend plane, radians, a number a frame
   * @param held how much the body minds it, 0 to 1, a number a frame
   */
  public record Wish(
      GoalPart part, double[] shifts, double[] turns, double[] aside, double[] held) {}

  /** Whether a body has what it takes to drive a part. */
  public static boolean isPossible(Motion in, GoalPart part) {
    return part.isOnSpine()
        ? new SpineReach(in, part.role()).isPossible()
        : part == GoalPart.HIPS
            ? in.body().joint(part.role()).isPresent()
            : part.limb(in.body()).isPresent();
  }

  /** How many frames to either side of a run wishes can be felt in it. */
  public static int reach(double rateHz) {
    return Reposer.reach(rateHz);
  }

  /**
   * The clip with the frames of {@code run} solved.
   *
   * @param wishes of different parts that are {@link #isPossible possible}, over {@code region}
   * @param region the run, and what lies within {@link #reach} of it
   */
  public Clip solve(Motion in, Frames run, Frames region, List<Wish> wishes) {
    Optional<Wish> hips = wishes.stream().filter(w -> w.part == GoalPart.HIPS).findFirst();
    double[] carry = hips.map(Wish::shifts).orElseGet(() -> new double[3 * region.count()]);
    Motion bent = in;
    for (Wish wish : wishes) {
      if (wish.part.isOnSpine()) {
        SpineReach spine = new SpineReach(bent, wish.part.role());
        bent = bent.with(spine.reach(region, less(wish.shifts, carry), wish.turns));
      }
    }
    BitSet scope = new BitSet();
    List<LimbGoals> goals = new ArrayList<>();
    List<Limb> ends = new ArrayList<>();
    for (Wish wish : wishes) {
      if (!wish.part.isTrunk()) {
        drive(bent, wish, goals, carry, region);
        if (!wish.part.isMiddle()) {
          ends.add(wish.part.limb(in.body()).orElseThrow());
        }
      }
    }
    goals.forEach(g -> add(g.limb(), scope));
    boolean gives = hips.isPresent() || giveWay > 0 && !ends.isEmpty();
    if (gives) {
      List<Limb> driven = goals.stream().map(LimbGoals::limb).toList();
      List<Limb> pinned = Pins.of(in.body(), driven);
      Pins.widen(in.body(), pinned, scope);
      pinned.forEach(leg -> goals.add(staying(leg, region, carry)));
    }
    if (goals.isEmpty() && hips.isEmpty()) {
      return bent.clip();
    }
    // where the hips are driven and legs do not reach, the feet win
    double way = hips.isPresent() ? 1 : ends.isEmpty() ? 0 : giveWay;
    Reposer reposer = new Reposer(bent, way, scope).stretching(stretch).sharing(held(wishes));
    return (hips.isPresent() ? reposer.givingAllTheWay() : reposer).repose(run, goals, carry);
  }

  private static double[] held(List<Wish> wishes) {
    double[] held = wishes.get(0).held.clone();
    for (Wish wish : wishes) {
      Arrays.setAll(held, n -> Math.max(held[n], wish.held[n]));
    }
    return held;
  }

  private static double[] less(double[] shifts, double[] carry) {
    return IntStream.range(0, shifts.length).mapToDouble(i -> shifts[i] - carry[i]).toArray();
  }

  private static void add(Limb limb, BitSet scope) {
    scope.set(limb.upper());
    scope.set(limb.middle());
    scope.set(limb.end());
  }

  private static LimbGoals staying(Limb limb, Frames region, double[] carry) {
    LimbGoals stay = Pins.stay(limb, region);
    for (int i = 0; i < carry.length; i++) {
      stay.shift()[i] = -carry[i];
    }
    return stay;
  }

  /** Adds what is wanted of a limb to its goals. Modified: goals. */
  private static void drive(
      Motion in, Wish wish, List<LimbGoals> goals, double[] carry, Frames region) {
    Limb limb = wish.part.limb(in.body()).orElseThrow();
    LimbGoals its = goals.stream().filter(g -> g.limb().equals(limb)).findFirst().orElse(null);
    if (its == null) {
      // feet stay while the hips are driven, hands go along
      its = limb.leg() ? staying(limb, region, carry) : new LimbGoals(limb, region);
      goals.add(its);
    }
    LimbGoals goal = its;
    if (wish.part.isMiddle()) {
      double[] aside = goal.aside().clone();
      goal.turnMiddle(in.clip(), wish.shifts);
      Arrays.setAll(goal.aside(), n -> goal.aside()[n] + aside[n] + wish.aside[n]);
      return;
    }
    for (int i = 0; i < carry.length; i++) {
      goal.shift()[i] = wish.shifts[i] - carry[i];
    }
    System.arraycopy(wish.turns, 0, goal.turn(), 0, wish.turns.length);
    System.arraycopy(wish.turns, 0, goal.tipTurn(), 0, wish.turns.length);
    Arrays.setAll(goal.aside(), n -> goal.aside()[n] + wish.aside[n]);
    if (!limb.leg()) {
      System.arraycopy(wish.held, 0, goal.weight(), 0, wish.held.length);
    }
  }
}
