package waxhand.core.passes;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Stream;
import waxhand.core.body.Role;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.limbs.SpineReach;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.WorldPose;

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
 * @param spot where it stays before it is moved, once that was found; not saved
 */
public record LimbGoalPass(
    GoalPart part,
    boolean stays,
    Triple moveM,
    Triple turnRad,
    Amounts amounts,
    Optional<Triple> spot)
    implements Pass {

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
      if (!(share >= 0 && share <= 1)
          || !(turnShare >= 0 && turnShare <= 1)
          || !(giveWay >= 0 && giveWay <= 1)) {
        throw new IllegalArgumentException(
            "place " + share + ", turn " + turnShare + ", give way " + giveWay + ": from 0 to 1");
      }
      Stretch.check(stretch);
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

  private static final List<String> GOALS = List.of("moved by", "stays, moved by");

  public static final PassKind<LimbGoalPass> KIND =
      new PassKind<>(
          "limb-goal",
          "Limb goal",
          "Drives a hand, foot, knee, elbow, head, chest or hips to a goal; the body follows.",
          new LimbGoalPass(
              GoalPart.LEFT_HAND,
              false,
              Triple.ZERO,
              Triple.ZERO,
              new Amounts(0, 1, 1, 0.5, 0),
              Optional.empty()),
          settings(),
          true,
          false);

  private static List<Setting<LimbGoalPass>> settings() {
    List<Setting<LimbGoalPass>> what =
        List.of(
            new Setting.Choice<>(
                "part",
                "Part",
                Arrays.stream(GoalPart.values()).map(GoalPart::words).toList(),
                "What is driven.",
                p -> p.part.words(),
                (p, v) -> p.withPart(GoalPart.of(v))),
            new Setting.Choice<>(
                "goal",
                "Goal",
                GOALS,
                "Moved from where it was captured, or kept in one place of the world.",
                p -> GOALS.get(p.stays ? 1 : 0),
                (p, v) -> p.withStays(v.equals(GOALS.get(1)))));
    List<Setting<LimbGoalPass>> moves =
        Triple.settings(
            List.of("moveX", "moveY", "moveZ"),
            List.of("Move x", "Move y", "Move z"),
            "cm",
            new double[] {-5, 5, 0.005},
            "Moves the part in the world.",
            LimbGoalPass::moveM,
            LimbGoalPass::withMove);
    List<Setting<LimbGoalPass>> turns =
        Triple.settings(
            List.of("turnX", "turnY", "turnZ"),
            List.of("Turn x", "Turn y", "Turn z"),
            "°",
            new double[] {-Math.PI, Math.PI, Math.toRadians(1)},
            "Turns the part in the world.",
            LimbGoalPass::turnRad,
            LimbGoalPass::withTurn);
    List<Setting<LimbGoalPass>> amounts =
        List.of(
            Setting.number(
                "bendRad",
                "Bend aside",
                "°",
                new double[] {-Math.PI, Math.PI, Math.toRadians(1)},
                "Turns knee or elbow about the line from hip or shoulder to the goal.",
                p -> p.amounts.bendRad,
                LimbGoalPass::withBend),
            share(
                "share",
                "Place",
                "How much of the place counts.",
                Amounts::share,
                Amounts::withShare),
            share(
                "turnShare",
                "Turn",
                "How much of the turn counts.",
                Amounts::turnShare,
                Amounts::withTurnShare),
            share(
                "giveWay",
                "Gives way",
                "The hips go so much of the way to a goal the limb does not reach.",
                Amounts::giveWay,
                Amounts::withGiveWay),
            Stretch.setting(p -> p.amounts.stretch, (p, v) -> p.with(p.amounts.withStretch(v))));
    return Stream.of(what, moves, turns, amounts).flatMap(List::stream).toList();
  }

  private static Setting<LimbGoalPass> share(
      String key,
      String words,
      String help,
      Function<Amounts, Double> get,
      BiFunction<Amounts, Double, Amounts> set) {
    return Setting.number(
        key,
        words,
        "%",
        new double[] {0, 1, 0.05},
        help,
        p -> get.apply(p.amounts),
        (p, v) -> p.with(set.apply(p.amounts, v)));
  }

  public LimbGoalPass withPart(GoalPart other) {
    return new LimbGoalPass(other, stays, moveM, turnRad, amounts, Optional.empty());
  }

  private LimbGoalPass withStays(boolean other) {
    return new LimbGoalPass(part, other, moveM, turnRad, amounts, Optional.empty());
  }

  public LimbGoalPass withMove(Triple other) {
    return new LimbGoalPass(part, stays, other, turnRad, amounts, spot);
  }

  public LimbGoalPass withTurn(Triple otherRad) {
    return new LimbGoalPass(part, stays, moveM, otherRad, amounts, spot);
  }

  private LimbGoalPass with(Amounts other) {
    return new LimbGoalPass(part, stays, moveM, turnRad, other, spot);
  }

  private LimbGoalPass withSpot(Triple found) {
    return new LimbGoalPass(part, stays, moveM, turnRad, amounts, Optional.of(found));
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
  public boolean uses(String key) {
    boolean trunk = part.isTrunk();
    return switch (key) {
      case "bendRad" -> !trunk && !part.isMiddle();
      case "giveWay", "stretch" -> !trunk && !part.isMiddle();
      case "turnX", "turnY", "turnZ", "turnShare" -> !part.isMiddle() && part != GoalPart.HIPS;
      default -> true;
    };
  }

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    boolean there =
        part.isOnSpine()
            ? new SpineReach(in, part.role()).isPossible()
            : part == GoalPart.HIPS
                ? in.body().joint(Role.HIPS).isPresent()
                : part.limb(in.body()).isPresent();
    return there
        ? Optional.empty()
        : Optional.of("This body has no " + part.words() + " that could be driven.");
  }

  /** Where the part does not get; knees and elbows only turn about their limb. */
  @Override
  public List<Shortfall> shortfalls(Motion in, Motion out, Place place) {
    if (amounts.share < 1 || part.isMiddle() || complaint(in, place).isPresent()) {
      return List.of();
    }
    Frames run = place.fully(in.clip().frames());
    double[] shifts = shifts(in, run);
    int joint = in.body().joint(part.role()).orElseThrow();
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

  // ---- the goal ----------------------------------------------------------------------------

  @Override
  public boolean isSettled() {
    return !stays || spot.isPresent();
  }

  /** It stays where it is in the middle of the span. */
  @Override
  public LimbGoalPass settled(Motion in, Place place) {
    if (isSettled()) {
      return this;
    }
    var joint = in.body().joint(part.role());
    Frames span = place.frames(in.clip().frames());
    if (joint.isEmpty() || span.isEmpty()) {
      return withSpot(Triple.ZERO);
    }
    WorldPose pose = WorldPose.only(in.clip().skeleton(), joint.getAsInt());
    pose.solve(in.clip(), (span.from() + span.to()) / 2);
    int j = joint.getAsInt();
    return withSpot(new Triple(pose.x(j), pose.y(j), pose.z(j)));
  }

  @Override
  public int reach(Motion in, Place place) {
    return Reposer.reach(in.clip().rateHz());
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    boolean still =
        !stays && moveM.equals(Triple.ZERO) && turnRad.equals(Triple.ZERO) && amounts.bendRad == 0;
    if (still || complaint(in, place).isPresent()) {
      return in;
    }
    return in.with(InBlocks.of(in.clip(), frames, work, run -> block(in, run)));
  }

  private Clip block(Motion in, Frames run) {
    Frames region = run.grown(reach(in, null)).within(in.clip().allFrames());
    if (part.isOnSpine()) {
      SpineReach spine = new SpineReach(in, part.role());
      return spine.reach(run, shifts(in, run), turns(run));
    }
    if (part == GoalPart.HIPS) {
      return hips(in, run, region);
    }
    Limb limb = part.limb(in.body()).orElseThrow();
    BitSet scope = new BitSet();
    scope.set(limb.upper());
    scope.set(limb.middle());
    scope.set(limb.end());
    LimbGoals goals = new LimbGoals(limb, region);
    Arrays.fill(goals.weight(), 1);
    List<LimbGoals> all = new ArrayList<>(List.of(goals));
    if (part.isMiddle()) {
      goals.turnMiddle(in.clip(), shifts(in, region));
      return new Reposer(in, 0, scope).repose(run, all, new double[3 * region.count()]);
    }
    System.arraycopy(shifts(in, region), 0, goals.shift(), 0, 3 * region.count());
    System.arraycopy(turns(region), 0, goals.turn(), 0, 4 * region.count());
    System.arraycopy(goals.turn(), 0, goals.tipTurn(), 0, 4 * region.count());
    Arrays.fill(goals.aside(), amounts.bendRad);
    if (amounts.giveWay > 0) {
      List<Limb> pinned = Pins.of(in.body(), List.of(limb));
      Pins.widen(in.body(), pinned, scope);
      pinned.forEach(l -> all.add(Pins.stay(l, region)));
    }
    return new Reposer(in, amounts.giveWay, scope)
        .stretching(amounts.stretch)
        .repose(run, all, new double[3 * region.count()]);
  }

  /** The hips go, the feet stay. */
  private Clip hips(Motion in, Frames run, Frames region) {
    double[] carry = shifts(in, region);
    BitSet scope = new BitSet();
    List<Limb> legs = Pins.of(in.body(), List.of());
    Pins.widen(in.body(), legs, scope);
    List<LimbGoals> goals = new ArrayList<>();
    for (Limb leg : legs) {
      LimbGoals stay = Pins.stay(leg, region);
      for (int n = 0; n < carry.length; n++) {
        stay.shift()[n] = -carry[n];
      }
      goals.add(stay);
    }
    // where the legs do not reach, the feet win
    return new Reposer(in, 1, scope).givingAllTheWay().repose(run, goals, carry);
  }

  /** By how much the driven joint is to move, 3 numbers a frame. */
  private double[] shifts(Motion in, Frames region) {
    double[] shifts = new double[3 * region.count()];
    double[] move = {moveM.x(), moveM.y(), moveM.z()};
    int j = in.body().joint(part.role()).orElseThrow();
    WorldPose pose = WorldPose.only(in.clip().skeleton(), j);
    double[] base = spot.map(s -> new double[] {s.x(), s.y(), s.z()}).orElse(null);
    for (int n = 0; n < region.count(); n++) {
      if (stays && base != null) {
        pose.solve(in.clip(), region.from() + n);
      }
      for (int i = 0; i < 3; i++) {
        double from = stays && base != null ? base[i] - pose.positions()[3 * j + i] : 0;
        shifts[3 * n + i] = amounts.share * (from + move[i]);
      }
    }
    return shifts;
  }

  private double[] turns(Frames region) {
    double[] turns = new double[4 * region.count()];
    double w = amounts.turnShare;
    double[] v = {w * turnRad.x(), w * turnRad.y(), w * turnRad.z()};
    for (int n = 0; n < region.count(); n++) {
      Quats.exp(v, 0, turns, 4 * n);
    }
    return turns;
  }
}
