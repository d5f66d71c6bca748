package waxhand.core.passes.limbs;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import waxhand.core.body.Body;
import waxhand.core.body.Side;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Shortfall;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.maths.Poses;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.passes.common.LimbAmounts;
import waxhand.core.props.Holder;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Ties hands or feet to a prop or to another part: over its span each keeps its place, and its turn
 * where that is wanted, as seen from what it is tied to. Several limbs are tied at once.
 *
 * @param limbs which
 * @param target what they are tied to
 * @param fromFrame the frame whose places are kept; while empty, the middle places of the span
 * @param turns whether the turn of the limb's end is kept too
 * @param giveWay how far the body goes to where limbs do not reach, 0 to 1
 * @param stretch by how much of their length bones may grow where limbs still do not reach
 */
public record TetherPass(
    Tied limbs,
    TieTarget target,
    OptionalDouble fromFrame,
    boolean turns,
    double giveWay,
    double stretch)
    implements Pass {
  /** Which limbs are tied. */
  public enum Tied implements Worded {
    BOTH_HANDS(false, Side.LEFT, Side.RIGHT),
    LEFT_HAND(false, Side.LEFT),
    RIGHT_HAND(false, Side.RIGHT),
    BOTH_FEET(true, Side.LEFT, Side.RIGHT),
    LEFT_FOOT(true, Side.LEFT),
    RIGHT_FOOT(true, Side.RIGHT);

    private final boolean feet;
    private final List<Side> sides;

    Tied(boolean feet, Side... sides) {
      this.feet = feet;
      this.sides = List.of(sides);
    }

    @Override
    public String words() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** Those that a body has. */
    private List<Limb> of(Body body) {
      return Limb.of(body).stream()
          .filter(l -> l.leg() == feet && sides.contains(l.side()))
          .toList();
    }

    /** As a prop is held. */
    private static Tied of(Holder by) {
      return switch (by) {
        case BOTH_HANDS -> BOTH_HANDS;
        case LEFT_HAND -> LEFT_HAND;
        case RIGHT_HAND -> RIGHT_HAND;
      };
    }
  }

  /**
   * A limb tied to the target.
   *
   * @param limb which
   * @param place of its end seen from the target, metres
   * @param turn of its end seen from the target, a unit quaternion
   */
  private record Tie(Limb limb, List<Double> place, List<Double> turn) {
    /** Its pose seen from the target, x y z and a unit quaternion. */
    private double[] seen() {
      return Stream.concat(place.stream(), turn.stream()).mapToDouble(d -> d).toArray();
    }
  }

  private static final int SAMPLES = 400;

  private static final Amount FROM_FRAME =
      new Amount(
          "fromFrame",
          "As in frame",
          "",
          0,
          1e7,
          1,
          "The frame whose places are kept; found: the middle of what the span has.");

  private static final Amount GIVE_WAY = LimbAmounts.giveWay("where a limb does not reach.");

  public static final PassKind<TetherPass> KIND =
      new PassKind<TetherPass>(
              "tether",
              "Tether",
              "Ties hands or feet to a prop or another part, so that they keep their place on it.",
              new TetherPass(
                  Tied.BOTH_HANDS,
                  new TieTarget.OfProp("crate"),
                  OptionalDouble.empty(),
                  true,
                  0.5,
                  0),
              List.of(
                  Setting.choice(
                      "limbs",
                      "Ties",
                      Tied.class,
                      "Which hands or feet are tied.",
                      TetherPass::limbs,
                      TetherPass::withLimbs),
                  new Setting.Text<>(
                      "target",
                      "Tied to",
                      "A prop by its name, or a part such as hips, chest or left hand.",
                      TieTarget::words,
                      p -> p.target.words(),
                      (p, v) -> p.withTarget(TieTarget.of(v))),
                  FROM_FRAME.frame(
                      TetherPass::fromFrame,
                      (p, v) ->
                          new TetherPass(p.limbs, p.target, v, p.turns, p.giveWay, p.stretch)),
                  new Setting.Switch<>(
                      "turns",
                      "Keep the turn too",
                      "Hands keep how they lie on it, not only where.",
                      TetherPass::turns,
                      (p, v) ->
                          new TetherPass(p.limbs, p.target, p.fromFrame, v, p.giveWay, p.stretch)),
                  GIVE_WAY.of(
                      TetherPass::giveWay,
                      (p, v) ->
                          new TetherPass(p.limbs, p.target, p.fromFrame, p.turns, v, p.stretch)),
                  LimbAmounts.STRETCH.of(
                      TetherPass::stretch,
                      (p, v) ->
                          new TetherPass(p.limbs, p.target, p.fromFrame, p.turns, p.giveWay, v))),
              true,
              false)
          .in(Stage.BODY);

  public TetherPass {
    FROM_FRAME.check(fromFrame);
    GIVE_WAY.check(giveWay);
    LimbAmounts.STRETCH.check(stretch);
  }

  public TetherPass withTarget(TieTarget other) {
    return new TetherPass(limbs, other, fromFrame, turns, giveWay, stretch);
  }

  public TetherPass withLimbs(Tied others) {
    return new TetherPass(others, target, fromFrame, turns, giveWay, stretch);
  }

  /** Which limbs hold as a prop is held. */
  public TetherPass withHolder(Holder by) {
    return withLimbs(Tied.of(by));
  }

  @Override
  public PassKind<TetherPass> kind() {
    return KIND;
  }

  @Override
  public Optional<String> actsOn() {
    return Optional.of(limbs.words() + " to " + target.words());
  }

  @Override
  public Optional<String> needs() {
    return target instanceof TieTarget.OfProp prop ? Optional.of(prop.name()) : Optional.empty();
  }

  /** A tie goes with its prop. */
  @Override
  public TetherPass renamed(String was, String now) {
    return target.equals(new TieTarget.OfProp(was)) ? withTarget(new TieTarget.OfProp(now)) : this;
  }

  @Override
  public boolean finds() {
    return true;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    Frames span = place.frames(in.clip().frames());
    List<Limb> tied = limbs.of(in.body());
    List<Tie> ties = new ArrayList<>();
    Optional<TieTarget.Course> to = target.in(in);
    if (to.isPresent() && !span.isEmpty()) {
      for (Limb limb : tied) {
        ties.add(tie(in.clip(), limb, to.get(), span));
      }
    }
    return new Ready(
        this, place, ties, Reposer.reach(in.clip().rateHz()), complaint(to.isPresent(), tied));
  }

  private Optional<String> complaint(boolean there, List<Limb> tied) {
    if (!there) {
      String name = target instanceof TieTarget.OfProp prop ? prop.name() : target.words();
      return Optional.of(
          "There is no '"
              + name
              + "' here to be tied to: no prop of that name before this pass, and no such part.");
    }
    return tied.isEmpty() ? Optional.of("This body has no such limbs.") : Optional.empty();
  }

  private Tie tie(Clip clip, Limb limb, TieTarget.Course to, Frames span) {
    Frames run = span;
    if (fromFrame.isPresent()) {
      int at = (int) Math.max(0, Math.min(clip.frames() - 1, fromFrame.getAsDouble()));
      run = new Frames(at, at + 1);
    }
    int step = Math.max(1, run.count() / SAMPLES);
    int count = (run.count() - 1) / step + 1;
    double[][] places = new double[3][count];
    double[] turn = new double[4];
    WorldPose pose = WorldPose.only(clip.skeleton(), limb.end());
    double[] target = new double[7];
    double[] end = new double[7];
    double[] seen = new double[7];
    for (int n = 0; n < count; n++) {
      int f = run.from() + n * step;
      to.pose(f, target);
      pose.solve(clip, f);
      System.arraycopy(pose.positions(), 3 * limb.end(), end, 0, 3);
      System.arraycopy(pose.rotations(), 4 * limb.end(), end, 3, 4);
      Poses.relative(target, end, seen);
      double sign = Quats.dot(turn, 0, seen, 3) < 0 ? -1 : 1;
      for (int i = 0; i < 4; i++) {
        turn[i] += sign * seen[3 + i];
      }
      for (int i = 0; i < 3; i++) {
        places[i][n] = seen[i];
      }
    }
    Quats.normalize(turn, 0);
    List<Double> place = new ArrayList<>();
    for (double[] axis : places) {
      Arrays.sort(axis);
      place.add(axis[count / 2]);
    }
    return new Tie(limb, place, Arrays.stream(turn).boxed().toList());
  }

  // ---- what comes of it --------------------------------------------------------------------

  /** Limbs tied to a target as it is in a take. */
  private record Ready(
      TetherPass pass, Place place, List<Tie> ties, int reach, Optional<String> complaint)
      implements Prepared {
    private Ready {
      ties = List.copyOf(ties);
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      Optional<TieTarget.Course> to = pass.target.in(in);
      if (ties.isEmpty() || to.isEmpty()) {
        return in;
      }
      BitSet scope = new BitSet();
      // a tied hand takes its whole arm along, and the hips where they give way
      for (Tie tie : ties) {
        scope.set(tie.limb.upper());
        scope.set(tie.limb.middle());
        scope.set(tie.limb.end());
      }
      boolean gives = pass.giveWay > 0;
      List<Limb> pinned =
          gives ? Pins.of(in.body(), ties.stream().map(Tie::limb).toList()) : List.of();
      if (gives) {
        Pins.widen(in.body(), pinned, scope);
      }
      return in.with(InBlocks.of(in.clip(), frames, work, run -> block(in, pinned, scope, run)));
    }

    @Override
    public List<Shortfall> shortfalls(Motion in, Motion out) {
      Optional<TieTarget.Course> to = pass.target.in(in);
      if (to.isEmpty()) {
        return List.of();
      }
      Frames run = place.fully(in.clip().frames());
      List<Shortfall> all = new ArrayList<>();
      double[] target = new double[7];
      double[] wanted = new double[7];
      for (Tie tie : ties) {
        int end = tie.limb.end();
        WorldPose pose = WorldPose.only(out.clip().skeleton(), end);
        all.addAll(
            Shortfall.in(
                run,
                end,
                f -> {
                  to.get().pose(f, target);
                  Poses.within(target, tie.seen(), wanted);
                  pose.solve(out.clip(), f);
                  double x = wanted[0] - pose.x(end);
                  double y = wanted[1] - pose.y(end);
                  double z = wanted[2] - pose.z(end);
                  return 1000 * Math.sqrt(x * x + y * y + z * z);
                }));
      }
      return all;
    }

    private Clip block(Motion in, List<Limb> pinned, BitSet scope, Frames run) {
      Frames region = run.grown(reach).within(in.clip().allFrames());
      TieTarget.Course to = pass.target.in(in).orElseThrow();
      List<LimbGoals> goals = new ArrayList<>();
      for (Tie tie : ties) {
        goals.add(pass.goals(in.clip(), tie, to, region));
      }
      pinned.forEach(l -> goals.add(Pins.stay(l, region)));
      return new Reposer(in, pass.giveWay, scope)
          .stretching(pass.stretch)
          .repose(run, goals, new double[3 * region.count()]);
    }
  }

  private LimbGoals goals(Clip clip, Tie tie, TieTarget.Course to, Frames region) {
    LimbGoals goals = new LimbGoals(tie.limb, region);
    WorldPose pose = WorldPose.only(clip.skeleton(), tie.limb.end());
    int end = tie.limb.end();
    double[] target = new double[7];
    double[] seen = tie.seen();
    double[] wanted = new double[7];
    double[] back = new double[4];
    for (int n = 0; n < region.count(); n++) {
      int f = region.from() + n;
      to.pose(f, target);
      pose.solve(clip, f);
      Poses.within(target, seen, wanted);
      for (int i = 0; i < 3; i++) {
        goals.shift()[3 * n + i] = wanted[i] - pose.positions()[3 * end + i];
      }
      if (turns) {
        for (int i = 0; i < 3; i++) {
          back[i] = -pose.rotations()[4 * end + i];
        }
        back[3] = pose.rotations()[4 * end + 3];
        Quats.multiply(wanted, 3, back, 0, goals.turn(), 4 * n);
        System.arraycopy(goals.turn(), 4 * n, goals.tipTurn(), 4 * n, 4);
      }
      goals.weight()[n] = 1;
    }
    return goals;
  }
}
