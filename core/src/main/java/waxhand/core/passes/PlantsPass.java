package waxhand.core.passes;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import waxhand.core.body.Body;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Ground;
import waxhand.core.contact.PartPoint;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.limbs.Reposer;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.WorldPose;
import waxhand.core.plants.FootCorrector;
import waxhand.core.plants.FootPlan;
import waxhand.core.plants.Footing;
import waxhand.core.plants.Footings;
import waxhand.core.plants.Plant;
import waxhand.core.plants.SpotHold;
import waxhand.core.plants.SpotHolds;

/**
 * Holds what touches the ground in place: contacts are found, each becomes a plant with a spot of
 * its own, limbs follow, and the body gives way where they do not reach.
 *
 * @param search what counts as a contact
 * @param floorM height of the floor, metres; found from the low, slow frames while empty
 * @param easeS how long before and after a contact a part is led and let go, seconds
 * @param twist how much of its small turns a resting foot keeps, 0 to 1
 * @param ways how the body goes along and gives way
 * @param kept plants the artist made or changed; the search leaves them alone
 * @param barred stretches where a part is not to be planted
 * @param found everything to be held, once the take was searched; not saved
 */
public record PlantsPass(
    ContactSettings search,
    OptionalDouble floorM,
    double easeS,
    double twist,
    Ways ways,
    List<Plant> kept,
    List<Contact> barred,
    Optional<Found> found)
    implements Pass {

  /**
   * What a search came to.
   *
   * @param searched contacts as the search found them
   * @param plants of all parts, in the order of time, with those of the artist
   * @param plan footings of the feet, and how the body is carried over them
   * @param spots where hands and knees rest
   * @param ground what all this rests on
   */
  public record Found(
      List<Contact> searched,
      List<Plant> plants,
      FootPlan plan,
      List<SpotHold> spots,
      Ground ground) {
    public Found {
      searched = List.copyOf(searched);
      plants = List.copyOf(plants);
      spots = List.copyOf(spots);
    }

    /** What is held: the plants that are not muted. */
    public List<Contact> contacts() {
      return plants.stream()
          .filter(p -> !p.muted())
          .map(p -> new Contact(p.part(), p.frames()))
          .toList();
    }
  }

  /**
   * How the body takes part.
   *
   * @param follow how much of the slides of its feet it is carried along with, 0 to 1
   * @param giveWay how far it goes to where limbs do not reach, 0 to 1
   * @param stretch by how much of their length bones may grow where limbs still do not reach
   */
  public record Ways(double follow, double giveWay, double stretch) {
    public Ways {
      if (!(follow >= 0 && follow <= 1) || !(giveWay >= 0 && giveWay <= 1)) {
        throw new IllegalArgumentException(
            "follow " + follow + " and give way " + giveWay + "; they must be from 0 to 1");
      }
      Stretch.check(stretch);
    }
  }

  public static final PassKind<PlantsPass> KIND =
      new PassKind<>(
          "plants",
          "Plants",
          "Finds where feet touch the ground and holds them there; the body follows.",
          new PlantsPass(
              ContactSettings.USUAL,
              OptionalDouble.empty(),
              0.2,
              0,
              new Ways(1, 1, 0),
              List.of(),
              List.of(),
              Optional.empty()),
          PlantsSettings.ALL,
          true);

  public PlantsPass {
    kept = List.copyOf(kept);
    barred = List.copyOf(barred);
    if (!(easeS >= 0) || !(twist >= 0 && twist <= 1)) {
      throw new IllegalArgumentException("ease " + easeS + " s, twist " + twist);
    }
  }

  PlantsPass withFloor(OptionalDouble other) {
    return new PlantsPass(search, other, easeS, twist, ways, kept, barred, Optional.empty());
  }

  PlantsPass withEase(double otherS) {
    return new PlantsPass(search, floorM, otherS, twist, ways, kept, barred, Optional.empty());
  }

  PlantsPass withTwist(double other) {
    return new PlantsPass(search, floorM, easeS, other, ways, kept, barred, found);
  }

  PlantsPass withSearch(ContactSettings other) {
    return new PlantsPass(other, floorM, easeS, twist, ways, kept, barred, Optional.empty());
  }

  PlantsPass withWays(Ways other) {
    return new PlantsPass(search, floorM, easeS, twist, other, kept, barred, Optional.empty());
  }

  /** With other plants of the artist's and other stretches without; to be searched again. */
  public PlantsPass withKept(List<Plant> plants, List<Contact> without) {
    return new PlantsPass(search, floorM, easeS, twist, ways, plants, without, Optional.empty());
  }

  /** With a plant made by hand. */
  public PlantsPass plus(Plant plant) {
    List<Plant> plants = new ArrayList<>(kept);
    plants.add(plant.madeByHand());
    return withKept(plants, barred);
  }

  /** With a plant changed by hand, whether it was found or made. */
  public PlantsPass changed(Plant was, Plant now) {
    return without(was).plus(now);
  }

  /** With a plant taken away; where it was found, the search does not bring it back. */
  public PlantsPass without(Plant plant) {
    List<Plant> plants = new ArrayList<>(kept);
    List<Contact> without = new ArrayList<>(barred);
    if (!plants.remove(plant)) {
      without.add(new Contact(plant.part(), plant.frames()));
    }
    return withKept(plants, without);
  }

  /** With everything done by hand in these frames to a part forgotten: the search decides. */
  public PlantsPass searched(ContactPart part, Frames frames) {
    return withKept(
        kept.stream().filter(p -> p.part() != part || p.frames().within(frames).isEmpty()).toList(),
        barred.stream()
            .filter(b -> b.part() != part || b.frames().within(frames).isEmpty())
            .toList());
  }

  @Override
  public PassKind<PlantsPass> kind() {
    return KIND;
  }

  @Override
  public PlantsPass shared() {
    return withKept(List.of(), List.of());
  }

  @Override
  public PlantsPass placed(Timing before) {
    if (before.isPlain() || kept.isEmpty() && barred.isEmpty()) {
      return this;
    }
    List<Plant> plants = new ArrayList<>();
    for (Plant plant : kept) {
      Frames now = before.local(plant.frames());
      if (!now.isEmpty()) {
        plants.add(plant.withFrames(now));
      }
    }
    List<Contact> without = new ArrayList<>();
    for (Contact bar : barred) {
      Frames now = before.local(bar.frames());
      if (!now.isEmpty()) {
        without.add(new Contact(bar.part(), now));
      }
    }
    return withKept(plants, without);
  }

  // ---- what is held ------------------------------------------------------------------------

  @Override
  public boolean isSettled() {
    return found.isPresent();
  }

  @Override
  public PlantsPass settled(Motion in, Place place) {
    if (isSettled()) {
      return this;
    }
    Ground ground =
        floorM.isPresent()
            ? Ground.of(in, floorM.getAsDouble())
            : Ground.found(in, Floor.rounded(in));
    List<Contact> contacts = new ContactFinder(search, ground.surfaces()).find(in);
    return held(in, place, contacts, ground, null);
  }

  @Override
  public PlantsPass settled(Motion in, Place place, Pass before) {
    PlantsPass last = (PlantsPass) before;
    if (isSettled() || !last.search.equals(search) || !last.floorM.equals(floorM)) {
      return settled(in, place);
    }
    Found known = last.found.orElseThrow();
    boolean sameWays = last.ways.follow == ways.follow;
    return held(in, place, known.searched, known.ground, sameWays ? known.plan : null);
  }

  private PlantsPass held(
      Motion in, Place place, List<Contact> contacts, Ground ground, FootPlan known) {
    Frames active = place.frames(in.clip().frames());
    List<Plant> plants = new ArrayList<>(plants(contacts, in.clip()));
    plants.removeIf(p -> p.frames().within(active).isEmpty());
    FootPlan plan = new Footings(in, ground).of(plants, active, ways.follow, known);
    List<SpotHold> spots = SpotHolds.of(in, plants, ground, plan.carry());
    Found result = new Found(contacts, plants, plan, spots, ground);
    return new PlantsPass(search, floorM, easeS, twist, ways, kept, barred, Optional.of(result));
  }

  /** What was found where the artist did nothing, and what the artist did. */
  private List<Plant> plants(List<Contact> contacts, Clip clip) {
    int ease = (int) Math.round(easeS * clip.rateHz());
    List<Plant> plants = new ArrayList<>(kept);
    for (Contact contact : contacts) {
      for (Frames run : free(contact)) {
        plants.add(Plant.found(contact.part(), run, ease, ease));
      }
    }
    plants.removeIf(p -> p.frames().from() >= clip.frames());
    plants.sort(Comparator.comparingInt((Plant p) -> p.frames().from()).thenComparing(Plant::part));
    return plants;
  }

  /** The frames of a found contact that no plant of the artist's and no bar of the part covers. */
  private List<Frames> free(Contact contact) {
    List<Frames> free = List.of(contact.frames());
    for (Plant plant : kept) {
      if (plant.part() == contact.part() && !plant.frames().within(contact.frames()).isEmpty()) {
        free = without(free, plant.frames());
      }
    }
    for (Contact bar : barred) {
      if (bar.part() == contact.part() && !bar.frames().within(contact.frames()).isEmpty()) {
        free = without(free, bar.frames());
      }
    }
    return free;
  }

  private static List<Frames> without(List<Frames> runs, Frames hole) {
    List<Frames> left = new ArrayList<>();
    for (Frames run : runs) {
      if (run.within(hole).isEmpty()) {
        left.add(run);
        continue;
      }
      if (run.from() < hole.from()) {
        left.add(new Frames(run.from(), hole.from()));
      }
      if (hole.to() < run.to()) {
        left.add(new Frames(hole.to(), run.to()));
      }
    }
    return left;
  }

  // ---- what comes of it --------------------------------------------------------------------

  @Override
  public int reach(Motion in, Place place) {
    int ease = (int) Math.ceil(easeS * in.clip().rateHz());
    for (Plant plant : kept) {
      ease = Math.max(ease, Math.max(plant.easeIn(), plant.easeOut()));
    }
    int free =
        found.stream()
            .flatMap(f -> f.plan.footings().stream())
            .mapToInt(Footing::longestFree)
            .max()
            .orElse(0);
    return ease + free + Reposer.reach(in.clip().rateHz());
  }

  @Override
  public FrameSet differing(Pass other, Motion in, Frames active) {
    PlantsPass o = (PlantsPass) other;
    FootPlan mine = found.orElseThrow().plan;
    FootPlan theirs = o.found.orElseThrow().plan;
    boolean otherWays = ways.giveWay != o.ways.giveWay || ways.stretch != o.ways.stretch;
    if (twist != o.twist || otherWays) {
      return FrameSet.of(active);
    }
    int reach = Reposer.reach(in.clip().rateHz());
    FrameSet differing = FrameSet.of(mine.carry().differing(theirs.carry()));
    List<Frames> runs = new ArrayList<>(mine.differing(theirs));
    runs.addAll(spotsDiffering(found.orElseThrow().spots, o.found.orElseThrow().spots));
    for (Frames run : runs) {
      differing = differing.union(FrameSet.of(run.grown(reach).within(active)));
    }
    return differing.within(active);
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
  public Optional<String> complaint(Motion in, Place place) {
    if (in.body().soles().isEmpty()) {
      return Optional.of("No feet were found in this skeleton, so nothing can be planted.");
    }
    return Optional.empty();
  }

  /** Spots that are held in full and not reached. */
  @Override
  public List<Shortfall> shortfalls(Motion in, Motion out, Place place) {
    Found held = found.orElseThrow();
    Frames active = place.fully(in.clip().frames());
    List<Shortfall> all = new ArrayList<>();
    for (Footing footing : held.plan.footings()) {
      for (Plant plant : footing.plants()) {
        if (plant.part().place() == footing.anchor()) {
          all.addAll(shortfalls(out, plant, footing.x(), footing.y(), footing.z(), active));
        }
      }
    }
    for (SpotHold hold : held.spots) {
      all.addAll(shortfalls(out, hold.plant(), hold.x(), hold.y(), hold.z(), active));
    }
    return all;
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
  public Motion apply(Motion in, Frames frames, Place place, Work work) {
    Found held = found.orElseThrow();
    Motion out = in.with(in.contacts().with(place.frames(in.clip().frames()), held.contacts()));
    List<Limb> limbs =
        Limb.of(in.body()).stream()
            .filter(l -> l.leg() || held.spots.stream().anyMatch(h -> isOf(h, l)))
            .toList();
    if (held.plan().footings().isEmpty() && held.spots.isEmpty() || limbs.isEmpty()) {
      return out;
    }
    BitSet scope = place.joints(in.body());
    return out.with(
        InBlocks.of(in.clip(), frames, work, run -> block(in, held, limbs, scope, run)));
  }

  private Clip block(Motion in, Found held, List<Limb> limbs, BitSet scope, Frames run) {
    Frames region = run.grown(Reposer.reach(in.clip().rateHz())).within(in.clip().allFrames());
    List<LimbGoals> goals = new ArrayList<>();
    for (Limb limb : limbs) {
      goals.add(limb.leg() ? ofLeg(in, held, limb, region) : ofArm(in, held, limb, region));
    }
    return new Reposer(in, ways.giveWay(), scope)
        .stretching(ways.stretch())
        .repose(run, goals, held.plan().carry().of(region));
  }

  private LimbGoals ofLeg(Motion in, Found held, Limb leg, Frames region) {
    LimbGoals goals = new LimbGoals(leg, region);
    Body body = in.body();
    Sole sole = body.soles().stream().filter(s -> s.side() == leg.side()).findFirst().orElse(null);
    if (sole != null) {
      new FootCorrector(in.clip(), sole, held.plan(), held.ground().floor(), twist)
          .correct(region, goals.shift(), goals.turn(), goals.tipTurn(), goals.weight());
    }
    lead(in, held, leg, region, goals.middleShift(), null, goals.middleWeight());
    return goals;
  }

  private static boolean isOf(SpotHold hold, Limb limb) {
    return hold.plant().part().isKnee() == limb.leg() && hold.plant().part().side() == limb.side();
  }

  private static LimbGoals ofArm(Motion in, Found held, Limb arm, Frames region) {
    LimbGoals goals = new LimbGoals(arm, region);
    lead(in, held, arm, region, goals.shift(), goals.turn(), goals.weight());
    return goals;
  }

  /** Leads a hand or knee to the spots where it rests. */
  private static void lead(
      Motion in,
      Found held,
      Limb limb,
      Frames region,
      double[] shift,
      double[] turn,
      double[] weight) {
    List<SpotHold> own = held.spots.stream().filter(h -> isOf(h, limb)).toList();
    if (!own.isEmpty()) {
      PartPoint point = own.get(0).plant().part().on(in.body()).orElseThrow();
      SpotHolds.correct(in.clip(), point, own, held.plan().carry(), region, shift, turn, weight);
    }
  }
}
