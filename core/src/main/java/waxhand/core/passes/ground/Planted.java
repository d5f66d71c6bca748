package waxhand.core.passes.ground;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import waxhand.core.body.Body;
import waxhand.core.body.Sole;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Shortfall;
import waxhand.core.contact.Contact;
import waxhand.core.contact.Ground;
import waxhand.core.contact.KnownContacts;
import waxhand.core.contact.PartPoint;
import waxhand.core.limbs.Bearable;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.common.InBlocks;
import waxhand.core.plants.FootCorrector;
import waxhand.core.plants.FootPlan;
import waxhand.core.plants.Footing;
import waxhand.core.plants.Plant;
import waxhand.core.plants.SpotHold;
import waxhand.core.plants.SpotHolds;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * A {@link PlantsPass} ready for a take: what the search came to, and everything that is held.
 *
 * @param searched contacts as the search found them
 * @param plants of all parts, in the order of time, with those of the artist
 * @param contacts what is held: the plants that are not muted
 * @param plan footings of the feet, and how the body is carried over them
 * @param spots where hands and knees rest
 * @param letGo contacts of hands and knees that were found and do not hold still enough
 * @param ground what all this rests on
 * @param body on the soles it stands on from here on
 * @param feet whether the body has any
 * @param bearable what limbs are not kept from, whatever was captured near
 */
public record Planted(
    PlantsPass pass,
    Place place,
    List<Contact> searched,
    List<Plant> plants,
    List<Contact> contacts,
    FootPlan plan,
    List<SpotHold> spots,
    List<Plant> letGo,
    Ground ground,
    Body body,
    double rateHz,
    boolean feet,
    Bearable bearable)
    implements Prepared {
  /** What seems to rest for less is not told of, seconds. */
  private static final double TOLD_S = 0.3;

  public Planted {
    searched = List.copyOf(searched);
    plants = List.copyOf(plants);
    contacts = List.copyOf(contacts);
    spots = List.copyOf(spots);
    letGo = List.copyOf(letGo);
  }

  /** The same where limbs may do so much without being steadied. */
  Planted bearing(Bearable other) {
    return new Planted(
        pass, place, searched, plants, contacts, plan, spots, letGo, ground, body, rateHz, feet,
        other);
  }

  /** The same with hands and knees elsewhere. */
  public Planted lying(UnaryOperator<SpotHold> where) {
    return new Planted(
        pass,
        place,
        searched,
        plants,
        contacts,
        plan,
        spots.stream().map(where).toList(),
        letGo,
        ground,
        body,
        rateHz,
        feet,
        bearable);
  }

  @Override
  public PlantsPass shown() {
    PlantsPass shown = pass.withSoles(pass.soles().or(Soled.of(body)));
    double floorM = PlantsSettings.FLOOR.nearest(ground.floor().heightM());
    return pass.floorM().isPresent() ? shown : shown.withFloor(OptionalDouble.of(floorM));
  }

  @Override
  public int reach() {
    int ease = (int) Math.ceil(pass.easeS() * rateHz);
    for (Plant plant : pass.kept()) {
      ease = Math.max(ease, Math.max(plant.easeIn(), plant.easeOut()));
    }
    int free = plan.footings().stream().mapToInt(Footing::longestFree).max().orElse(0);
    return ease + FootCorrector.reach(rateHz) + free + beside() + Reposer.steadyLooks(rateHz);
  }

  /** So far beside a frame whose correction changes poses change with it. */
  private int beside() {
    return FootCorrector.around(rateHz) + Reposer.steadyReach(rateHz);
  }

  @Override
  public FrameSet differing(Prepared other, Frames active) {
    Planted o = (Planted) other;
    PlantsPass.Ways ways = pass.ways();
    PlantsPass.Ways theirs = o.pass.ways();
    if (pass.twist() != o.pass.twist()
        || ways.giveWay() != theirs.giveWay()
        || ways.stretch() != theirs.stretch()
        || ways.steady() != theirs.steady()
        || !bearable.equals(o.bearable)
        || holdsNothing() != o.holdsNothing()
        || !pass.soles().equals(o.pass.soles())
        || !ground.equals(o.ground)
        || !plan.rests().equals(o.plan.rests())) {
      return FrameSet.of(active);
    }
    List<Frames> runs = new ArrayList<>(plan.differing(o.plan));
    runs.add(plan.carry().differing(o.plan.carry()));
    runs.addAll(spotsDiffering(spots, o.spots));
    runs.addAll(contactsDiffering(contacts, o.contacts()));
    FrameSet differing = FrameSet.NONE;
    for (Frames run : runs) {
      Frames near = run.isEmpty() ? run : run.grown(beside());
      differing = differing.union(FrameSet.of(near.within(active)));
    }
    return differing.within(active);
  }

  /** Where nothing rests, free feet are not kept out of the floor either. */
  private boolean holdsNothing() {
    return plan.footings().isEmpty() && spots.isEmpty();
  }

  private static List<Frames> contactsDiffering(List<Contact> mine, List<Contact> theirs) {
    // an edit changes a few: what is alike before and behind them need not be looked up
    int least = Math.min(mine.size(), theirs.size());
    int from = 0;
    while (from < least && mine.get(from).equals(theirs.get(from))) {
      from++;
    }
    int behind = 0;
    while (behind < least - from
        && mine.get(mine.size() - 1 - behind).equals(theirs.get(theirs.size() - 1 - behind))) {
      behind++;
    }
    Set<Contact> here = new HashSet<>(mine.subList(from, mine.size() - behind));
    Set<Contact> there = new HashSet<>(theirs.subList(from, theirs.size() - behind));
    return Stream.concat(
            here.stream().filter(c -> !there.contains(c)),
            there.stream().filter(c -> !here.contains(c)))
        .map(Contact::frames)
        .toList();
  }

  private static List<Frames> spotsDiffering(List<SpotHold> mine, List<SpotHold> theirs) {
    return Stream.concat(
            mine.stream().filter(h -> !theirs.contains(h)),
            theirs.stream().filter(h -> !mine.contains(h)))
        .map(SpotHold::plant)
        .map(
            p ->
                new Frames(
                    Math.max(0, p.frames().from() - p.easeIn()), p.frames().to() + p.easeOut()))
        .toList();
  }

  @Override
  public Optional<String> complaint() {
    return feet
        ? Optional.empty()
        : Optional.of("No feet were found in this skeleton, so nothing can be planted.");
  }

  /** Spots that are held in full and not reached, and those that are not held. */
  @Override
  public List<Shortfall> shortfalls(Motion in, Motion out) {
    Frames active = place.fully(in.clip().frames());
    List<Shortfall> all = new ArrayList<>();
    for (Footing footing : plan.footings()) {
      for (Plant plant : footing.plants()) {
        if (plant.part().place() == footing.anchor()) {
          all.addAll(shortfalls(out, plant, footing, active));
        }
      }
    }
    for (SpotHold hold : spots) {
      all.addAll(shortfalls(out, hold.plant(), hold.x(), hold.y(), hold.z(), active));
    }
    for (Plant plant : letGo) {
      wandering(in, plant, active).ifPresent(all::add);
    }
    return all;
  }

  /** How far a part that was let go is from where it is on the whole; empty where hardly. */
  private Optional<Shortfall> wandering(Motion in, Plant plant, Frames active) {
    Frames run = plant.frames().within(active);
    Optional<PartPoint> point = plant.part().on(in.body());
    if (point.isEmpty() || run.count() < TOLD_S * rateHz) {
      return Optional.empty();
    }
    WorldPose pose = WorldPose.only(in.clip().skeleton(), point.get().joint());
    double[] mean = new double[3];
    double[] p = new double[3];
    for (int f = run.from(); f < run.to(); f++) {
      pose.solve(in.clip(), f);
      point.get().place(pose, p, 0);
      for (int i = 0; i < 3; i++) {
        mean[i] += p[i] / run.count();
      }
    }
    int worst = run.from();
    double most = 0;
    for (int f = run.from(); f < run.to(); f++) {
      pose.solve(in.clip(), f);
      point.get().place(pose, p, 0);
      double away = Math.sqrt(sq(p[0] - mean[0]) + sq(p[1] - mean[1]) + sq(p[2] - mean[2]));
      worst = away > most ? f : worst;
      most = Math.max(most, away);
    }
    return Optional.of(
        new Shortfall(point.get().joint(), run, worst, 1000 * most, Shortfall.Why.LET_GO));
  }

  private List<Shortfall> shortfalls(Motion out, Plant plant, Footing footing, Frames active) {
    Optional<Sole> sole =
        out.body().soles().stream().filter(s -> s.side() == footing.side()).findFirst();
    if (sole.isEmpty() || plant.strength() < 1) {
      return List.of();
    }
    IntToDoubleFunction away = plan.away(out.clip(), sole.get(), footing);
    return Shortfall.in(
        plant.frames().within(active),
        sole.get().joint(footing.anchor()),
        f -> 1000 * away.applyAsDouble(f));
  }

  private static List<Shortfall> shortfalls(
      Motion out, Plant plant, double x, double y, double z, Frames active) {
    Optional<PartPoint> point = plant.part().on(out.body());
    if (point.isEmpty() || plant.strength() < 1) {
      return List.of();
    }
    WorldPose pose = WorldPose.only(out.clip().skeleton(), point.get().joint());
    double[] p = new double[3];
    return Shortfall.in(
        plant.frames().within(active),
        point.get().joint(),
        f -> {
          pose.solve(out.clip(), f);
          point.get().place(pose, p, 0);
          return 1000 * Math.sqrt(sq(p[0] - x) + sq(p[1] - y) + sq(p[2] - z));
        });
  }

  private static double sq(double value) {
    return value * value;
  }

  @Override
  public Motion apply(Motion bare, Frames frames, Work work) {
    Motion in = pass.soles().isFound() ? bare : bare.with(bare.clip(), body);
    Motion out = in.with(KnownContacts.of(in).with(place.frames(in.clip().frames()), contacts));
    List<Limb> limbs =
        Limb.of(in.body()).stream()
            .filter(l -> l.leg() || spots.stream().anyMatch(h -> isOf(h, l)))
            .toList();
    if (holdsNothing() || limbs.isEmpty()) {
      return out;
    }
    BitSet scope = place.joints(in.body());
    return out.with(InBlocks.of(in.clip(), frames, work, run -> block(in, limbs, scope, run)));
  }

  private Clip block(Motion in, List<Limb> limbs, BitSet scope, Frames run) {
    Frames region = run.grown(Reposer.steadyReach(rateHz)).within(in.clip().allFrames());
    List<LimbGoals> goals = new ArrayList<>();
    for (Limb limb : limbs) {
      goals.add(limb.leg() ? ofLeg(in, limb, region) : ofArm(in, limb, region));
    }
    return new Reposer(in, pass.ways().giveWay(), scope)
        .goingAlong()
        .steadying(pass.ways().steady())
        .bearing(bearable)
        .stretching(pass.ways().stretch())
        .repose(run, goals, plan.carry().of(region));
  }

  private LimbGoals ofLeg(Motion in, Limb leg, Frames region) {
    LimbGoals goals = new LimbGoals(leg, region);
    Sole sole =
        in.body().soles().stream().filter(s -> s.side() == leg.side()).findFirst().orElse(null);
    if (sole != null) {
      new FootCorrector(in.clip(), sole, plan, ground.floor(), pass.twist())
          .correct(region, goals.shift(), goals.turn(), goals.tipTurn(), goals.weight());
    }
    lead(in, leg, region, goals.middleShift(), null, goals.middleWeight());
    return goals;
  }

  private static boolean isOf(SpotHold hold, Limb limb) {
    return hold.plant().part().isKnee() == limb.leg() && hold.plant().part().side() == limb.side();
  }

  private LimbGoals ofArm(Motion in, Limb arm, Frames region) {
    LimbGoals goals = new LimbGoals(arm, region);
    lead(in, arm, region, goals.shift(), goals.turn(), goals.weight());
    return goals;
  }

  /** Leads a hand or knee to the spots where it rests. */
  private void lead(
      Motion in, Limb limb, Frames region, double[] shift, double[] turn, double[] weight) {
    List<SpotHold> own = spots.stream().filter(h -> isOf(h, limb)).toList();
    if (!own.isEmpty()) {
      PartPoint point = own.get(0).plant().part().on(in.body()).orElseThrow();
      SpotHolds.correct(in.clip(), point, own, plan.carry(), region, shift, turn, weight);
    }
  }
}
