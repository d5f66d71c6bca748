package waxhand.core.passes;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.maths.Poses;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Holder;
import waxhand.core.props.Prop;

/**
 * Ties hands or feet to a thing or to another part: over its span each keeps its place, and its
 * turn where that is wanted, as seen from what it is tied to. Several limbs are tied at once.
 *
 * @param limbs which, in words
 * @param target name of a thing, or a part such as "hips" or "left hand"
 * @param fromFrame the frame whose places are kept; while empty, the middle places of the span
 * @param turns whether the turn of the limb's end is kept too
 * @param giveWay how far the body goes to where limbs do not reach, 0 to 1
 * @param stretch by how much of their length bones may grow where limbs still do not reach
 * @param found once the places are known; not saved
 */
public record TetherPass(
    String limbs,
    String target,
    OptionalDouble fromFrame,
    boolean turns,
    double giveWay,
    double stretch,
    Optional<List<Tie>> found)
    implements Pass {

  /**
   * A limb tied to the target.
   *
   * @param limb which
   * @param place of its end seen from the target, metres
   * @param turn of its end seen from the target, a unit quaternion
   */
  public record Tie(Limb limb, List<Double> place, List<Double> turn) {
    /** Its pose seen from the target, x y z and a unit quaternion. */
    private double[] seen() {
      return Stream.concat(place.stream(), turn.stream()).mapToDouble(d -> d).toArray();
    }
  }

  private static final int SAMPLES = 400;

  private static final List<Role> PARTS =
      List.of(
          Role.HIPS,
          Role.CHEST,
          Role.HEAD,
          Role.LEFT_HAND,
          Role.RIGHT_HAND,
          Role.LEFT_THIGH,
          Role.RIGHT_THIGH,
          Role.LEFT_SHIN,
          Role.RIGHT_SHIN);

  private static final List<String> LIMBS =
      List.of("both hands", "left hand", "right hand", "both feet", "left foot", "right foot");

  public static final PassKind<TetherPass> KIND =
      new PassKind<>(
          "tether",
          "Tether",
          "Ties hands or feet to a thing or another part, so that they keep their place on it.",
          new TetherPass(
              "both hands", "crate", OptionalDouble.empty(), true, 0.5, 0, Optional.empty()),
          List.of(
              new Setting.Choice<>(
                  "limbs",
                  "Ties",
                  List.copyOf(LIMBS),
                  "Which hands or feet are tied.",
                  p -> p.limbs,
                  (p, v) ->
                      new TetherPass(
                          v,
                          p.target,
                          p.fromFrame,
                          p.turns,
                          p.giveWay,
                          p.stretch,
                          Optional.empty())),
              new Setting.Text<>(
                  "target",
                  "Tied to",
                  "A thing by its name, or a part such as hips, chest or left hand.",
                  TetherPass::targets,
                  TetherPass::target,
                  (p, v) ->
                      new TetherPass(
                          p.limbs,
                          v,
                          p.fromFrame,
                          p.turns,
                          p.giveWay,
                          p.stretch,
                          Optional.empty())),
              new Setting.Found<>(
                  "fromFrame",
                  "As in frame",
                  "",
                  0,
                  1e7,
                  1,
                  "The frame whose places are kept; found: the middle of what the span has.",
                  TetherPass::fromFrame,
                  (p, v) ->
                      new TetherPass(
                          p.limbs, p.target, v, p.turns, p.giveWay, p.stretch, Optional.empty())),
              new Setting.Switch<>(
                  "turns",
                  "Keep the turn too",
                  "Hands keep how they lie on it, not only where.",
                  TetherPass::turns,
                  (p, v) ->
                      new TetherPass(
                          p.limbs, p.target, p.fromFrame, v, p.giveWay, p.stretch, p.found)),
              new Setting.Number<>(
                  "giveWay",
                  "Gives way",
                  "%",
                  0,
                  1,
                  0.05,
                  "The hips go so much of the way to where a limb does not reach.",
                  TetherPass::giveWay,
                  (p, v) ->
                      new TetherPass(
                          p.limbs, p.target, p.fromFrame, p.turns, v, p.stretch, p.found)),
              Stretch.setting(
                  TetherPass::stretch,
                  (p, v) ->
                      new TetherPass(
                          p.limbs, p.target, p.fromFrame, p.turns, p.giveWay, v, p.found))),
          true,
          false);

  public TetherPass {
    if (target.isBlank()) {
      throw new IllegalArgumentException("a tether needs something to be tied to");
    }
    if (!LIMBS.contains(limbs)) {
      throw new IllegalArgumentException("'" + limbs + "' cannot be tied; only " + LIMBS);
    }
    if (!(giveWay >= 0 && giveWay <= 1)) {
      throw new IllegalArgumentException("give way " + giveWay + "; it must be from 0 to 1");
    }
    Stretch.check(stretch);
    found = found.map(List::copyOf);
  }

  public TetherPass withTarget(String other) {
    return new TetherPass(limbs, other, fromFrame, turns, giveWay, stretch, Optional.empty());
  }

  /** Which limbs hold as a thing is held. */
  public TetherPass withHolder(Holder by) {
    return new TetherPass(by.words(), target, fromFrame, turns, giveWay, stretch, Optional.empty());
  }

  /** Things first, then the parts hands are laid on. */
  private static List<String> targets(Motion in) {
    List<String> targets = new ArrayList<>();
    in.props().forEach(p -> targets.add(p.name()));
    for (Role role : PARTS) {
      if (in.body().joint(role).isPresent()) {
        targets.add(role.words());
      }
    }
    return targets;
  }

  @Override
  public PassKind<TetherPass> kind() {
    return KIND;
  }

  @Override
  public TetherPass placed(Timing before) {
    return before.isPlain() || fromFrame.isEmpty()
        ? this
        : new TetherPass(
            limbs,
            target,
            OptionalDouble.of(before.local((int) fromFrame.getAsDouble())),
            turns,
            giveWay,
            stretch,
            Optional.empty());
  }

  // ---- what is tied to what ----------------------------------------------------------------

  /** Where the target is. */
  private interface Target {
    /** Its pose, x y z and a unit quaternion. Modified: dest. */
    void pose(int frame, double[] dest);
  }

  private Optional<Target> target(Motion in) {
    Optional<Prop> prop = in.prop(target);
    if (prop.isPresent()) {
      return prop.map(p -> (frame, dest) -> p.path().read(frame, dest, 0));
    }
    return Role.ofKey(target.trim().toLowerCase(java.util.Locale.ROOT).replace(' ', '-'))
        .flatMap(
            role -> {
              var joint = in.body().joint(role);
              return joint.isPresent()
                  ? Optional.of(part(in.clip(), joint.getAsInt()))
                  : Optional.empty();
            });
  }

  private static Target part(Clip clip, int joint) {
    WorldPose pose = WorldPose.only(clip.skeleton(), joint);
    return (frame, dest) -> {
      pose.solve(clip, frame);
      System.arraycopy(pose.positions(), 3 * joint, dest, 0, 3);
      System.arraycopy(pose.rotations(), 4 * joint, dest, 3, 4);
    };
  }

  /** The limbs to be tied that a body has. */
  private List<Limb> limbs(Body body) {
    boolean feet = limbs.endsWith("feet") || limbs.endsWith("foot");
    return Limb.of(body).stream()
        .filter(l -> l.leg() == feet)
        .filter(
            l -> limbs.startsWith("both") || limbs.startsWith("left") == (l.side() == Side.LEFT))
        .toList();
  }

  @Override
  public Optional<String> complaint(Motion in, Place place) {
    if (target(in).isEmpty()) {
      return Optional.of(
          "There is no '"
              + target
              + "' here to be tied to: no thing of that name before this pass, and no such part.");
    }
    return limbs(in.body()).isEmpty()
        ? Optional.of("This body has no such limbs.")
        : Optional.empty();
  }

  @Override
  public boolean isSettled() {
    return found.isPresent();
  }

  @Override
  public TetherPass settled(Motion in, Place place) {
    if (isSettled()) {
      return this;
    }
    Frames span = place.frames(in.clip().frames());
    List<Tie> ties = new ArrayList<>();
    Optional<Target> to = target(in);
    if (to.isPresent() && !span.isEmpty()) {
      for (Limb limb : limbs(in.body())) {
        ties.add(tie(in.clip(), limb, to.get(), span));
      }
    }
    return new TetherPass(limbs, target, fromFrame, turns, giveWay, stretch, Optional.of(ties));
  }

  private Tie tie(Clip clip, Limb limb, Target to, Frames span) {
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

  @Override
  public int reach(Motion in, Place place) {
    return Reposer.reach(in.clip().rateHz());
  }

  @Override
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    List<Tie> ties = found.orElseThrow();
    if (ties.isEmpty() || target(in).isEmpty()) {
      return in;
    }
    BitSet scope = new BitSet();
    // a tied hand takes its whole arm along, and the hips where they give way
    for (Tie tie : ties) {
      scope.set(tie.limb.upper());
      scope.set(tie.limb.middle());
      scope.set(tie.limb.end());
    }
    List<Limb> pinned =
        giveWay > 0 ? Pins.of(in.body(), ties.stream().map(Tie::limb).toList()) : List.of();
    if (giveWay > 0) {
      Pins.widen(in.body(), pinned, scope);
    }
    return in.with(
        InBlocks.of(in.clip(), frames, work, run -> block(in, ties, pinned, scope, run)));
  }

  @Override
  public List<Shortfall> shortfalls(Motion in, Motion out, Place place) {
    Optional<Target> to = target(in);
    if (to.isEmpty()) {
      return List.of();
    }
    Frames run = place.fully(in.clip().frames());
    List<Shortfall> all = new ArrayList<>();
    double[] target = new double[7];
    double[] wanted = new double[7];
    for (Tie tie : found.orElseThrow()) {
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

  private Clip block(Motion in, List<Tie> ties, List<Limb> pinned, BitSet scope, Frames run) {
    Frames region = run.grown(reach(in, null)).within(in.clip().allFrames());
    Target to = target(in).orElseThrow();
    List<LimbGoals> goals = new ArrayList<>();
    for (Tie tie : ties) {
      goals.add(goals(in.clip(), tie, to, region));
    }
    pinned.forEach(l -> goals.add(Pins.stay(l, region)));
    return new Reposer(in, giveWay, scope)
        .stretching(stretch)
        .repose(run, goals, new double[3 * region.count()]);
  }

  private LimbGoals goals(Clip clip, Tie tie, Target to, Frames region) {
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
