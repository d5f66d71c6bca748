package waxhand.core.passes.character;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Shortfall;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.character.Worn;
import waxhand.core.contact.KnownContacts;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.passes.ground.Planted;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.props.Props;
import waxhand.core.retarget.Correspondence;
import waxhand.core.retarget.Gaze;
import waxhand.core.retarget.PlacedBody;
import waxhand.core.retarget.Touching;
import waxhand.core.retarget.Transfer;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Shielded;
import waxhand.core.work.Work;

/**
 * A {@link RetargetPass} ready for a take: which joints answer each other, and the take on the
 * character before its feet are put where they belong.
 *
 * @param in what it was prepared for
 * @param transfer how turns and travel are carried over
 * @param moved the take on the character, feet not yet held
 * @param planted what holds feet, knees and resting hands
 * @param touching where hands belong
 * @param gaze where the head looks
 * @param treadmill what takes the travel away; empty where it stays
 * @param loop what brings its end to its beginning
 */
public record Retargeted(
    RetargetPass pass,
    Motion in,
    Transfer transfer,
    Motion moved,
    Optional<Planted> planted,
    Touching touching,
    Gaze gaze,
    Optional<Treadmill> treadmill,
    Optional<Loop> loop)
    implements Prepared {

  /** Hands are worked out in so many frames at a time. */
  private static final int HANDS_BLOCK = 2048;

  /** Where nothing can be done, what says why. */
  private record Undone(RetargetPass pass, String why) implements Prepared {
    @Override
    public int reach() {
      return 0;
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      return in;
    }

    @Override
    public Optional<String> complaint() {
      return Optional.of(why);
    }
  }

  static Prepared of(RetargetPass pass, Motion given) {
    Motion in = PlacedBody.bodied(given);
    Optional<Character> character = Wardrobe.of(in).named(pass.character());
    if (character.isEmpty()) {
      return new Undone(
          pass,
          "There is no character '" + pass.character() + "' here: load it, or choose another.");
    }
    Body target = pass.map().on(character.get().body());
    if (in.body().joint(Role.HIPS).isEmpty() || in.body().joints().size() < 3) {
      return new Undone(
          pass, "No body was found in this take: say which joints are hips, legs and arms first.");
    }
    if (target.joint(Role.HIPS).isEmpty()) {
      return new Undone(
          pass, "No hips were found in " + pass.character() + ": pair them in the map first.");
    }
    Correspondence pairs = new Correspondence(in.body(), target);
    Transfer transfer = new Transfer(pairs, in.clip(), pass.match());
    Resting resting = new Resting(in, target);
    Travelled path = Travelled.of(pass, transfer.legRatio(), resting.floorM());
    Clip clip = transfer.apply(in.clip(), path, Work.UNWATCHED);
    Motion moved =
        in.with(clip, target)
            .with(new Worn(character))
            .with(Shielded.of(in).kind().none())
            .with(Filled.of(in).kind().none())
            .with(KnownContacts.NONE)
            .with(
                new Props(
                    Props.of(in).stream().map(p -> path.prop(p, resting.standsOn(p))).toList()));
    Optional<Planted> planted =
        pass.holds().feet() > 0
            ? Optional.of(
                PlantsPass.holding(
                        moved,
                        resting.plants(pass.holds().feet()),
                        resting.ground(moved, path.up()),
                        pass.holds().giveWay())
                    .lying(hold -> resting.lying(hold, moved)))
            : Optional.empty();
    Optional<Treadmill> treadmill =
        pass.travel().isInPlace() ? Optional.of(new Treadmill(moved)) : Optional.empty();
    Retargeted open =
        new Retargeted(
            pass,
            given,
            transfer,
            moved,
            planted,
            new Touching(in, moved, resting.hands(pass.holds().feet()), path.apart()),
            new Gaze(target),
            treadmill,
            Optional.empty());
    return pass.travel() == Travel.LOOP ? open.closed() : open;
  }

  private Retargeted closed() {
    int frames = moved.clip().frames();
    Motion first = apply(in, Frames.first(1), Work.UNWATCHED);
    Motion last = apply(in, new Frames(frames - 1, frames), Work.UNWATCHED);
    Optional<Loop> closing = Optional.of(new Loop(first, last));
    return new Retargeted(pass, in, transfer, moved, planted, touching, gaze, treadmill, closing);
  }

  private double rateHz() {
    return moved.clip().rateHz();
  }

  /** Hands brought to what they touch in some frames. */
  private Clip touching(Motion feet, Frames run) {
    Frames region = run.grown(Reposer.steadyReach(rateHz())).within(moved.clip().allFrames());
    List<LimbGoals> goals = touching.goals(feet, region, pass.holds().hands(), pass.holds().body());
    if (goals.stream().allMatch(LimbGoals::isNone)) {
      return feet.clip();
    }
    BitSet arms = new BitSet();
    goals.forEach(g -> arms.or(g.limb().chain(moved.body().skeleton())));
    return new Reposer(feet, 0, arms)
        .steadying(1)
        .repose(run, goals, new double[3 * region.count()]);
  }

  @Override
  public int reach() {
    int hands =
        pass.holds().anyHands() ? Reposer.steadyReach(rateHz()) + Reposer.steadyLooks(rateHz()) : 0;
    return planted.map(Planted::reach).orElse(0) + hands;
  }

  @Override
  public Motion apply(Motion now, Frames frames, Work work) {
    Frames all = moved.clip().allFrames();
    int around = Reposer.steadyReach(rateHz()) + Reposer.steadyLooks(rateHz());
    Frames wide = pass.holds().anyHands() ? frames.grown(around).within(all) : frames;
    Motion held = planted.map(p -> p.apply(moved, wide, work)).orElse(moved);
    held = held.with(gaze.kept(held.clip(), moved.clip(), wide, pass.holds().gaze()));
    if (pass.holds().anyHands()) {
      Motion feet = held;
      held =
          held.with(
              InBlocks.of(held.clip(), frames, work, HANDS_BLOCK, run -> touching(feet, run)));
    }
    Motion touched = held;
    Motion placed = treadmill.map(t -> t.keep(touched, frames)).orElse(touched);
    return loop.map(l -> l.close(placed, frames)).orElse(placed);
  }

  @Override
  public Optional<String> complaint() {
    List<String> missing = pass.map().missing(moved.body());
    return missing.isEmpty()
        ? loop.flatMap(Loop::open)
        : Optional.of(
            pass.character()
                + " has no joint '"
                + missing.get(0)
                + "': it was paired with a part.");
  }

  @Override
  public List<Shortfall> shortfalls(Motion before, Motion out) {
    return planted.map(p -> p.shortfalls(moved, out)).orElse(List.of());
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Retargeted r
        && pass.equals(r.pass)
        && in.clip() == r.in.clip()
        && moved.body().equals(r.moved.body())
        && KnownContacts.of(in).equals(KnownContacts.of(r.in))
        && Props.of(in).equals(Props.of(r.in))
        && Wardrobe.of(in).equals(Wardrobe.of(r.in));
  }

  @Override
  public int hashCode() {
    return pass.hashCode();
  }
}
