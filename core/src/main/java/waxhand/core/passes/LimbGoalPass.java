package waxhand.core.passes;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
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
 * @param bendRad turn of the limb's bend plane, radians
 * @param share how much of the place counts, 0 to 1
 * @param turnShare how much of the turn counts, 0 to 1
 * @param giveWay how far the body goes to where the limb does not reach, 0 to 1
 * @param stretch by how much of their length bones may grow where the limb still does not reach
 * @param spot where it stays before it is moved, once that was found; not saved
 */
public record LimbGoalPass(
    Part part,
    boolean stays,
    PropPass.Triple moveM,
    PropPass.Triple turnRad,
    double bendRad,
    double share,
    double turnShare,
    double giveWay,
    double stretch,
    Optional<PropPass.Triple> spot)
    implements Pass {

  /** What can be driven. */
  public enum Part {
    LEFT_HAND(Role.LEFT_HAND),
    RIGHT_HAND(Role.RIGHT_HAND),
    LEFT_FOOT(Role.LEFT_FOOT),
    RIGHT_FOOT(Role.RIGHT_FOOT),
    LEFT_ELBOW(Role.LEFT_FOREARM),
    RIGHT_ELBOW(Role.RIGHT_FOREARM),
    LEFT_KNEE(Role.LEFT_SHIN),
    RIGHT_KNEE(Role.RIGHT_SHIN),
    HEAD(Role.HEAD),
    CHEST(Role.CHEST),
    HIPS(Role.HIPS);

    private final Role role;

    Part(Role role) {
      this.role = role;
    }

    /** The joint that goes to the goal. */
    public Role role() {
      return role;
    }

    public String words() {
      return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }

    /** The part that moving a joint means; empty for joints no goal is for. */
    public static Optional<Part> of(Role role) {
      for (Part part : values()) {
        if (part.role == role) {
          return Optional.of(part);
        }
      }
      return Optional.empty();
    }

    private static Part of(String words) {
      for (Part part : values()) {
        if (part.words().equals(words)) {
          return part;
        }
      }
      throw new IllegalArgumentException("there is no part '" + words + "' to drive");
    }

    private Optional<Limb> limb(Body body) {
      return isTrunk()
          ? Optional.empty()
          : Limb.of(
              body,
              side(),
              ordinal() >= LEFT_KNEE.ordinal() || this == LEFT_FOOT || this == RIGHT_FOOT);
    }

    private Side side() {
      return role.side();
    }

    private boolean isTrunk() {
      return ordinal() >= HEAD.ordinal();
    }

    private boolean isOnSpine() {
      return this == HEAD || this == CHEST;
    }

    private boolean isMiddle() {
      return ordinal() >= LEFT_ELBOW.ordinal() && ordinal() <= RIGHT_KNEE.ordinal();
    }
  }

  private static final PropPass.Triple NONE = new PropPass.Triple(0, 0, 0);
  private static final List<String> GOALS = List.of("moved by", "stays, moved by");

  public static final PassKind<LimbGoalPass> KIND =
      new PassKind<>(
          "limb-goal",
          "Limb goal",
          "Drives a hand, foot, knee, elbow, head, chest or hips to a goal; the body follows.",
          new LimbGoalPass(Part.LEFT_HAND, false, NONE, NONE, 0, 1, 1, 0.5, 0, Optional.empty()),
          List.of(
              new Setting.Choice<>(
                  "part",
                  "Part",
                  java.util.Arrays.stream(Part.values()).map(Part::words).toList(),
                  "What is driven.",
                  p -> p.part.words(),
                  (p, v) -> p.withPart(Part.of(v))),
              new Setting.Choice<>(
                  "goal",
                  "Goal",
                  GOALS,
                  "Moved from where it was captured, or kept in one place of the world.",
                  p -> GOALS.get(p.stays ? 1 : 0),
                  (p, v) -> p.withStays(v.equals(GOALS.get(1)))),
              move("moveX", "Move x", m -> m.x(), (m, v) -> new PropPass.Triple(v, m.y(), m.z())),
              move("moveY", "Move y", m -> m.y(), (m, v) -> new PropPass.Triple(m.x(), v, m.z())),
              move("moveZ", "Move z", m -> m.z(), (m, v) -> new PropPass.Triple(m.x(), m.y(), v)),
              turn("turnX", "Turn x", m -> m.x(), (m, v) -> new PropPass.Triple(v, m.y(), m.z())),
              turn("turnY", "Turn y", m -> m.y(), (m, v) -> new PropPass.Triple(m.x(), v, m.z())),
              turn("turnZ", "Turn z", m -> m.z(), (m, v) -> new PropPass.Triple(m.x(), m.y(), v)),
              Setting.number(
                  "bendRad",
                  "Bend aside",
                  "°",
                  new double[] {-Math.PI, Math.PI, Math.toRadians(1)},
                  "Turns knee or elbow about the line from hip or shoulder to the goal.",
                  LimbGoalPass::bendRad,
                  (p, v) -> p.with(v, p.share, p.turnShare, p.giveWay)),
              Setting.number(
                  "share",
                  "Place",
                  "%",
                  new double[] {0, 1, 0.05},
                  "How much of the place counts.",
                  LimbGoalPass::share,
                  (p, v) -> p.with(p.bendRad, v, p.turnShare, p.giveWay)),
              Setting.number(
                  "turnShare",
                  "Turn",
                  "%",
                  new double[] {0, 1, 0.05},
                  "How much of the turn counts.",
                  LimbGoalPass::turnShare,
                  (p, v) -> p.with(p.bendRad, p.share, v, p.giveWay)),
              Setting.number(
                  "giveWay",
                  "Gives way",
                  "%",
                  new double[] {0, 1, 0.05},
                  "The hips go so much of the way to a goal the limb does not reach.",
                  LimbGoalPass::giveWay,
                  (p, v) -> p.with(p.bendRad, p.share, p.turnShare, v)),
              Stretch.setting(LimbGoalPass::stretch, LimbGoalPass::withStretch)),
          true,
          false);

  public LimbGoalPass {
    if (!(share >= 0 && share <= 1)
        || !(turnShare >= 0 && turnShare <= 1)
        || !(giveWay >= 0 && giveWay <= 1)) {
      throw new IllegalArgumentException(
          "place " + share + ", turn " + turnShare + ", give way " + giveWay + ": from 0 to 1");
    }
    Stretch.check(stretch);
  }

  private static Setting<LimbGoalPass> move(
      String key,
      String words,
      Function<PropPass.Triple, Double> get,
      BiFunction<PropPass.Triple, Double, PropPass.Triple> set) {
    return Setting.number(
        key,
        words,
        "cm",
        new double[] {-5, 5, 0.005},
        "Moves the part in the world.",
        p -> get.apply(p.moveM),
        (p, v) -> p.withMove(set.apply(p.moveM, v)));
  }

  private static Setting<LimbGoalPass> turn(
      String key,
      String words,
      Function<PropPass.Triple, Double> get,
      BiFunction<PropPass.Triple, Double, PropPass.Triple> set) {
    return Setting.number(
        key,
        words,
        "°",
        new double[] {-Math.PI, Math.PI, Math.toRadians(1)},
        "Turns the part in the world.",
        p -> get.apply(p.turnRad),
        (p, v) ->
            new LimbGoalPass(
                p.part,
                p.stays,
                p.moveM,
                set.apply(p.turnRad, v),
                p.bendRad,
                p.share,
                p.turnShare,
                p.giveWay,
                p.stretch,
                p.spot));
  }

  public LimbGoalPass withPart(Part other) {
    return new LimbGoalPass(
        other,
        stays,
        moveM,
        turnRad,
        bendRad,
        share,
        turnShare,
        giveWay,
        stretch,
        Optional.empty());
  }

  private LimbGoalPass withStays(boolean other) {
    return new LimbGoalPass(
        part, other, moveM, turnRad, bendRad, share, turnShare, giveWay, stretch, Optional.empty());
  }

  public LimbGoalPass withMove(PropPass.Triple other) {
    return new LimbGoalPass(
        part, stays, other, turnRad, bendRad, share, turnShare, giveWay, stretch, spot);
  }

  public LimbGoalPass withBend(double otherRad) {
    return with(otherRad, share, turnShare, giveWay);
  }

  private LimbGoalPass withStretch(double other) {
    return new LimbGoalPass(
        part, stays, moveM, turnRad, bendRad, share, turnShare, giveWay, other, spot);
  }

  public LimbGoalPass withGiveWay(double other) {
    return with(bendRad, share, turnShare, other);
  }

  private LimbGoalPass with(double bend, double place, double turns, double gives) {
    return new LimbGoalPass(part, stays, moveM, turnRad, bend, place, turns, gives, stretch, spot);
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
      case "turnX", "turnY", "turnZ", "turnShare" -> !part.isMiddle() && part != Part.HIPS;
      default -> true;
    };
  }

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    boolean there =
        part.isOnSpine()
            ? new SpineReach(in, part.role).isPossible()
            : part == Part.HIPS
                ? in.body().joint(Role.HIPS).isPresent()
                : part.limb(in.body()).isPresent();
    return there
        ? Optional.empty()
        : Optional.of("This body has no " + part.words() + " that could be driven.");
  }

  /** Where the part does not get; knees and elbows only turn about their limb. */
  @Override
  public List<Shortfall> shortfalls(Motion in, Motion out, Place place) {
    if (share < 1 || part.isMiddle() || complaint(in, place).isPresent()) {
      return List.of();
    }
    Frames run = place.fully(in.clip().frames());
    double[] shifts = shifts(in, run);
    int joint = in.body().joint(part.role).orElseThrow();
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
    var joint = in.body().joint(part.role);
    Frames span = place.frames(in.clip().frames());
    if (joint.isEmpty() || span.isEmpty()) {
      return withSpot(NONE);
    }
    WorldPose pose = WorldPose.only(in.clip().skeleton(), joint.getAsInt());
    pose.solve(in.clip(), (span.from() + span.to()) / 2);
    int j = joint.getAsInt();
    return withSpot(new PropPass.Triple(pose.x(j), pose.y(j), pose.z(j)));
  }

  private LimbGoalPass withSpot(PropPass.Triple found) {
    return new LimbGoalPass(
        part,
        stays,
        moveM,
        turnRad,
        bendRad,
        share,
        turnShare,
        giveWay,
        stretch,
        Optional.of(found));
  }

  @Override
  public int reach(Motion in, Place place) {
    return Reposer.reach(in.clip().rateHz());
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    boolean still = !stays && moveM.equals(NONE) && turnRad.equals(NONE) && bendRad == 0;
    if (still || complaint(in, place).isPresent()) {
      return in;
    }
    return in.with(InBlocks.of(in.clip(), frames, work, run -> block(in, run)));
  }

  private Clip block(Motion in, Frames run) {
    Frames region = run.grown(reach(in, null)).within(in.clip().allFrames());
    if (part.isOnSpine()) {
      SpineReach spine = new SpineReach(in, part.role);
      return spine.reach(run, shifts(in, run), turns(run));
    }
    if (part == Part.HIPS) {
      return hips(in, run, region);
    }
    Limb limb = part.limb(in.body()).orElseThrow();
    BitSet scope = new BitSet();
    scope.set(limb.upper());
    scope.set(limb.middle());
    scope.set(limb.end());
    LimbGoals goals = new LimbGoals(limb, region);
    java.util.Arrays.fill(goals.weight(), 1);
    List<LimbGoals> all = new ArrayList<>(List.of(goals));
    if (part.isMiddle()) {
      aside(in, limb, shifts(in, region), goals);
      return new Reposer(in, 0, scope).repose(run, all, new double[3 * region.count()]);
    }
    System.arraycopy(shifts(in, region), 0, goals.shift(), 0, 3 * region.count());
    System.arraycopy(turns(region), 0, goals.turn(), 0, 4 * region.count());
    System.arraycopy(goals.turn(), 0, goals.tipTurn(), 0, 4 * region.count());
    java.util.Arrays.fill(goals.aside(), bendRad);
    if (giveWay > 0) {
      List<Limb> pinned = Pins.of(in.body(), List.of(limb));
      Pins.widen(in.body(), pinned, scope);
      pinned.forEach(l -> all.add(Pins.stay(l, region)));
    }
    return new Reposer(in, giveWay, scope)
        .stretching(stretch)
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
    int j = in.body().joint(part.role).orElseThrow();
    WorldPose pose = WorldPose.only(in.clip().skeleton(), j);
    double[] base = spot.map(s -> new double[] {s.x(), s.y(), s.z()}).orElse(null);
    for (int n = 0; n < region.count(); n++) {
      if (stays && base != null) {
        pose.solve(in.clip(), region.from() + n);
      }
      for (int i = 0; i < 3; i++) {
        double from = stays && base != null ? base[i] - pose.positions()[3 * j + i] : 0;
        shifts[3 * n + i] = share * (from + move[i]);
      }
    }
    return shifts;
  }

  private double[] turns(Frames region) {
    double[] turns = new double[4 * region.count()];
    double[] v = {turnShare * turnRad.x(), turnShare * turnRad.y(), turnShare * turnRad.z()};
    for (int n = 0; n < region.count(); n++) {
      Quats.exp(v, 0, turns, 4 * n);
    }
    return turns;
  }

  /** A knee or elbow is turned about the line between the ends of its limb, which stay. */
  private static void aside(Motion in, Limb limb, double[] shifts, LimbGoals goals) {
    WorldPose pose = WorldPose.only(in.clip().skeleton(), limb.end());
    double[] p = pose.positions();
    double[] line = new double[3];
    double[] is = new double[3];
    double[] wanted = new double[3];
    for (int n = 0; n < goals.frames().count(); n++) {
      pose.solve(in.clip(), goals.frames().from() + n);
      double length = 0;
      for (int i = 0; i < 3; i++) {
        line[i] = p[3 * limb.end() + i] - p[3 * limb.upper() + i];
        is[i] = p[3 * limb.middle() + i] - p[3 * limb.upper() + i];
        wanted[i] = is[i] + shifts[3 * n + i];
        length += line[i] * line[i];
      }
      length = Math.sqrt(length);
      if (length > 1e-6) {
        goals.aside()[n] = angleAbout(line, length, is, wanted);
      }
    }
  }

  /** The angle about an axis from one direction to another, radians. */
  private static double angleAbout(double[] axis, double length, double[] a, double[] b) {
    double da = 0;
    double db = 0;
    for (int i = 0; i < 3; i++) {
      da += a[i] * axis[i] / (length * length);
      db += b[i] * axis[i] / (length * length);
    }
    double[] u = new double[3];
    double[] v = new double[3];
    double dot = 0;
    for (int i = 0; i < 3; i++) {
      u[i] = a[i] - da * axis[i];
      v[i] = b[i] - db * axis[i];
      dot += u[i] * v[i];
    }
    double triple =
        axis[0] * (u[1] * v[2] - u[2] * v[1])
            + axis[1] * (u[2] * v[0] - u[0] * v[2])
            + axis[2] * (u[0] * v[1] - u[1] * v[0]);
    return Math.atan2(triple / length, dot);
  }
}
