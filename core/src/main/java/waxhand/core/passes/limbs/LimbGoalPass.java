package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Shortfall;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Triple;
import waxhand.core.chain.Worded;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.passes.common.LimbAmounts;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Drives a hand, a foot, a knee or elbow, the head, the chest or the hips to a goal over its span:
 * moved from where it was captured, or kept in one place. The limb follows, its bend plane as
 * captured, and the body gives way where it does not reach.
 *
 * @param part what is driven
 * @param stays whether it stays in one place of the world; else it is moved from where it is
 * @param moveM by how much, metres, along the axes of the world
 * @param turnRad rotation vector of the turn of the part in the world, radians
 * @param amounts how much of it counts, and what gives way
 */
public record LimbGoalPass(GoalPart part, Goal goal, Triple moveM, Triple turnRad, Amounts amounts)
    implements Pass {
  /** What a goal starts from. */
  public enum Goal implements Worded {
    /** From where the part was captured. */
    MOVED("moved by"),
    /** From one place of the world. */
    STAYS("stays, moved by");

    private final String words;

    Goal(String words) {
      this.words = words;
    }

    @Override
    public String words() {
      return words;
    }
  }

  private static final List<Amount> MOVE =
      Triple.along(new Amount("move", "Move", "cm", -5, 5, 0.005, "Moves the part in the world."));

  private static final List<Amount> TURN =
      Triple.along(Amount.angle("turn", "Turn", "Turns the part in the world."));

  private static final Amount BEND =
      Amount.angle(
          "bendRad",
          "Bend aside",
          "Turns knee or elbow about the line from hip or shoulder to the goal.");

  private static final Amount SHARE =
      Amount.share("share", "Place", "How much of the place counts.");

  private static final Amount TURN_SHARE =
      Amount.share("turnShare", "Turn", "How much of the turn counts.");

  private static final Amount GIVE_WAY = LimbAmounts.giveWay("a goal the limb does not reach.");

  /**
   * How much of a goal counts, and what gives way for it.
   *
   * @param bendRad turn of the limb's bend plane, radians
   * @param share how much of the place counts, 0 to 1
   * @param turnShare how much of the turn counts, 0 to 1
   * @param giveWay how far the body goes to where the limb does not reach, 0 to 1
   * @param stretch by how much of their length bones may grow where the limb still does not reach
   */
  public record Amounts(
      double bendRad, double share, double turnShare, double giveWay, double stretch) {
    public Amounts {
      BEND.check(bendRad);
      SHARE.check(share);
      TURN_SHARE.check(turnShare);
      GIVE_WAY.check(giveWay);
      LimbAmounts.STRETCH.check(stretch);
    }

    private Amounts withBend(double otherRad) {
      return new Amounts(otherRad, share, turnShare, giveWay, stretch);
    }

    private Amounts withShare(double other) {
      return new Amounts(bendRad, other, turnShare, giveWay, stretch);
    }

    private Amounts withTurnShare(double other) {
      return new Amounts(bendRad, share, other, giveWay, stretch);
    }

    private Amounts withGiveWay(double other) {
      return new Amounts(bendRad, share, turnShare, other, stretch);
    }

    private Amounts withStretch(double other) {
      return new Amounts(bendRad, share, turnShare, giveWay, other);
    }
  }

  public static final PassKind<LimbGoalPass> KIND =
      new PassKind<LimbGoalPass>(
              "limb-goal",
              "Limb goal",
              "Drives a hand, foot, knee, elbow, head, chest or hips to a goal; the body follows.",
              new LimbGoalPass(
                  GoalPart.LEFT_HAND,
                  Goal.MOVED,
                  Triple.ZERO,
                  Triple.ZERO,
                  new Amounts(0, 1, 1, 0.5, 0)),
              settings(),
              true,
              false)
          .in(Stage.BODY);

  private static List<Setting<LimbGoalPass>> settings() {
    List<Setting<LimbGoalPass>> all = new ArrayList<>();
    all.add(
        Setting.choice(
            "part",
            "Part",
            GoalPart.class,
            "What is driven.",
            LimbGoalPass::part,
            LimbGoalPass::withPart));
    all.add(
        Setting.choice(
            "goal",
            "Goal",
            Goal.class,
            "Moved from where it was captured, or kept in one place of the world.",
            LimbGoalPass::goal,
            (p, v) -> new LimbGoalPass(p.part, v, p.moveM, p.turnRad, p.amounts)));
    all.addAll(Triple.settings(MOVE, LimbGoalPass::moveM, LimbGoalPass::withMove));
    all.addAll(Triple.settings(TURN, LimbGoalPass::turnRad, LimbGoalPass::withTurn));
    all.add(BEND.of(p -> p.amounts.bendRad, LimbGoalPass::withBend));
    all.add(SHARE.of(p -> p.amounts.share, (p, v) -> p.with(p.amounts.withShare(v))));
    all.add(TURN_SHARE.of(p -> p.amounts.turnShare, (p, v) -> p.with(p.amounts.withTurnShare(v))));
    all.add(GIVE_WAY.of(p -> p.amounts.giveWay, LimbGoalPass::withGiveWay));
    all.add(
        LimbAmounts.STRETCH.of(p -> p.amounts.stretch, (p, v) -> p.with(p.amounts.withStretch(v))));
    return all;
  }

  public LimbGoalPass {
    moveM.check(MOVE);
    turnRad.check(TURN);
  }

  public LimbGoalPass withPart(GoalPart other) {
    return new LimbGoalPass(other, goal, moveM, turnRad, amounts);
  }

  public LimbGoalPass withMove(Triple other) {
    return new LimbGoalPass(part, goal, other, turnRad, amounts);
  }

  public LimbGoalPass withTurn(Triple otherRad) {
    return new LimbGoalPass(part, goal, moveM, otherRad, amounts);
  }

  private LimbGoalPass with(Amounts other) {
    return new LimbGoalPass(part, goal, moveM, turnRad, other);
  }

  public LimbGoalPass withBend(double otherRad) {
    return with(amounts.withBend(otherRad));
  }

  public LimbGoalPass withGiveWay(double other) {
    return with(amounts.withGiveWay(other));
  }

  /** Turn of the limb's bend plane, radians. */
  public double bendRad() {
    return amounts.bendRad;
  }

  /** How far the body goes to where the limb does not reach, 0 to 1. */
  public double giveWay() {
    return amounts.giveWay;
  }

  @Override
  public PassKind<LimbGoalPass> kind() {
    return KIND;
  }

  @Override
  public Optional<String> actsOn() {
    return Optional.of(part.words());
  }

  @Override
  public boolean uses(String key) {
    boolean trunk = part.isTrunk();
    return switch (key) {
      case "bendRad" -> !trunk && !part.isMiddle();
      case "giveWay", "stretch" -> !trunk && !part.isMiddle();
      case "turnX", "turnY", "turnZ", "turnShare" -> !part.isMiddle() && part != GoalPart.HIPS;
      default -> true;
    };
  }

  private boolean stays() {
    return goal == Goal.STAYS;
  }

  @Override
  public boolean finds() {
    return stays();
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(
        this,
        place,
        PartGoals.reach(in.clip().rateHz()),
        stays() ? Optional.of(spot(in, place)) : Optional.empty(),
        PartGoals.isPossible(in, part)
            ? Optional.empty()
            : Optional.of("This body has no " + part.words() + " that could be driven."));
  }

  /** It stays where it is in the middle of the span. */
  private Triple spot(Motion in, Place place) {
    var joint = in.body().joint(part.role());
    Frames span = place.frames(in.clip().frames());
    if (joint.isEmpty() || span.isEmpty()) {
      return Triple.ZERO;
    }
    WorldPose pose = WorldPose.only(in.clip().skeleton(), joint.getAsInt());
    pose.solve(in.clip(), (span.from() + span.to()) / 2);
    int j = joint.getAsInt();
    return new Triple(pose.x(j), pose.y(j), pose.z(j));
  }

  // ---- what comes of it --------------------------------------------------------------------

  /**
   * A goal as it is in a take.
   *
   * @param spot where the part stays before it is moved, if it stays
   */
  private record Ready(
      LimbGoalPass pass, Place place, int reach, Optional<Triple> spot, Optional<String> complaint)
      implements Prepared {
    /** Where the part does not get; knees and elbows only turn about their limb. */
    @Override
    public List<Shortfall> shortfalls(Motion in, Motion out) {
      if (pass.amounts.share < 1 || pass.part.isMiddle() || complaint.isPresent()) {
        return List.of();
      }
      Frames run = place.fully(in.clip().frames());
      double[] shifts = shifts(in, run);
      int joint = in.body().joint(pass.part.role()).orElseThrow();
      WorldPose before = WorldPose.only(in.clip().skeleton(), joint);
      WorldPose after = WorldPose.only(out.clip().skeleton(), joint);
      return Shortfall.in(
          run,
          joint,
          f -> {
            before.solve(in.clip(), f);
            after.solve(out.clip(), f);
            int at = 3 * (f - run.from());
            double x = before.x(joint) + shifts[at] - after.x(joint);
            double y = before.y(joint) + shifts[at + 1] - after.y(joint);
            double z = before.z(joint) + shifts[at + 2] - after.z(joint);
            return 1000 * Math.sqrt(x * x + y * y + z * z);
          });
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      boolean still =
          !pass.stays()
              && pass.moveM.equals(Triple.ZERO)
              && pass.turnRad.equals(Triple.ZERO)
              && pass.amounts.bendRad == 0;
      if (still || complaint.isPresent()) {
        return in;
      }
      return in.with(InBlocks.of(in.clip(), frames, work, run -> block(in, run)));
    }

    private Clip block(Motion in, Frames run) {
      Frames region = run.grown(reach).within(in.clip().allFrames());
      double[] aside = new double[region.count()];
      double[] held = new double[region.count()];
      Arrays.fill(aside, pass.part.isMiddle() ? 0 : pass.amounts.bendRad);
      Arrays.fill(held, 1);
      PartGoals.Wish wish =
          new PartGoals.Wish(pass.part, shifts(in, region), turns(region), aside, held);
      return new PartGoals(pass.amounts.giveWay, pass.amounts.stretch)
          .solve(in, run, region, List.of(wish));
    }

    /** By how much the driven joint is to move, 3 numbers a frame. */
    private double[] shifts(Motion in, Frames region) {
      double[] shifts = new double[3 * region.count()];
      double[] move = {pass.moveM.x(), pass.moveM.y(), pass.moveM.z()};
      int j = in.body().joint(pass.part.role()).orElseThrow();
      WorldPose pose = WorldPose.only(in.clip().skeleton(), j);
      double[] base = spot.map(s -> new double[] {s.x(), s.y(), s.z()}).orElse(null);
      for (int n = 0; n < region.count(); n++) {
        if (base != null) {
          pose.solve(in.clip(), region.from() + n);
        }
        for (int i = 0; i < 3; i++) {
          double from = base != null ? base[i] - pose.positions()[3 * j + i] : 0;
          shifts[3 * n + i] = pass.amounts.share * (from + move[i]);
        }
      }
      return shifts;
    }

    private double[] turns(Frames region) {
      double[] turns = new double[4 * region.count()];
      double w = pass.amounts.turnShare;
      double[] v = {w * pass.turnRad.x(), w * pass.turnRad.y(), w * pass.turnRad.z()};
      for (int n = 0; n < region.count(); n++) {
        Quats.exp(v, 0, turns, 4 * n);
      }
      return turns;
    }
  }
}
