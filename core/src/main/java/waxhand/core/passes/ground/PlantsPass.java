package waxhand.core.passes.ground;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import waxhand.core.body.Side;
import waxhand.core.body.SoleThickness;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Stage;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.contact.Ground;
import waxhand.core.limbs.Bearable;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.passes.common.LimbAmounts;
import waxhand.core.plants.FootPlan;
import waxhand.core.plants.FootRest;
import waxhand.core.plants.Footings;
import waxhand.core.plants.Plant;
import waxhand.core.plants.SpotHold;
import waxhand.core.plants.SpotHolds;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Holds what touches the ground in place: contacts are found, each becomes a plant with a spot of
 * its own, limbs follow, and the body gives way where they do not reach.
 *
 * @param search what counts as a contact
 * @param floorM height of the floor, metres; found from the low, slow frames while empty
 * @param easeS how long before and after a contact a part is led and let go, seconds
 * @param twist how much of its small turns a resting foot keeps, 0 to 1
 * @param ways how the body goes along and gives way
 * @param soles how far the ground is under the feet, of the body as it comes in
 * @param kept plants the artist made or changed; the search leaves them alone
 * @param barred stretches where a part is not to be planted
 */
public record PlantsPass(
    ContactSettings search,
    OptionalDouble floorM,
    double easeS,
    double twist,
    Ways ways,
    SoleThickness soles,
    List<Plant> kept,
    List<Contact> barred)
    implements SoledPass {
  /**
   * How the body takes part.
   *
   * @param follow how much of the slides of its feet it is carried along with, 0 to 1
   * @param giveWay how far it goes to where limbs do not reach, 0 to 1
   * @param stretch by how much of their length bones may grow where limbs still do not reach
   * @param steady how much limbs are kept from leaps and snaps that were not captured, 0 to 1
   */
  public record Ways(double follow, double giveWay, double stretch, double steady) {
    public Ways {
      PlantsSettings.STEADY.check(steady);
      PlantsSettings.FOLLOW.check(follow);
      PlantsSettings.GIVE_WAY.check(giveWay);
      LimbAmounts.STRETCH.check(stretch);
    }

    Ways withFollow(double other) {
      return new Ways(other, giveWay, stretch, steady);
    }

    Ways withGiveWay(double other) {
      return new Ways(follow, other, stretch, steady);
    }

    Ways withStretch(double other) {
      return new Ways(follow, giveWay, other, steady);
    }

    Ways withSteady(double other) {
      return new Ways(follow, giveWay, stretch, other);
    }
  }

  public static final PassKind<PlantsPass> KIND =
      new PassKind<PlantsPass>(
              "plants",
              "Plants",
              "Finds where feet touch the ground and holds them there; the body follows.",
              usual(1),
              PlantsSettings.all(),
              true)
          // in files of before limbs were steadied none are
          .reading(
              named ->
                  usual(
                      named.contains(PlantsSettings.GIVE_WAY.key())
                              && !named.contains(PlantsSettings.STEADY.key())
                          ? 0
                          : 1))
          .in(Stage.GROUND);

  private static PlantsPass usual(double steady) {
    return new PlantsPass(
        ContactSettings.USUAL,
        OptionalDouble.empty(),
        0.2,
        0,
        new Ways(1, 1, 0, steady),
        SoleThickness.FOUND,
        List.of(),
        List.of());
  }

  public PlantsPass {
    PlantsSettings.check(search);
    PlantsSettings.FLOOR.check(floorM);
    PlantsSettings.EASE.check(easeS);
    PlantsSettings.TWIST.check(twist);
    Soled.check(soles);
    kept = List.copyOf(kept);
    barred = List.copyOf(barred);
  }

  PlantsPass withFloor(OptionalDouble other) {
    return new PlantsPass(search, other, easeS, twist, ways, soles, kept, barred);
  }

  PlantsPass withEase(double otherS) {
    return new PlantsPass(search, floorM, otherS, twist, ways, soles, kept, barred);
  }

  PlantsPass withTwist(double other) {
    return new PlantsPass(search, floorM, easeS, other, ways, soles, kept, barred);
  }

  PlantsPass withSearch(ContactSettings other) {
    return new PlantsPass(other, floorM, easeS, twist, ways, soles, kept, barred);
  }

  PlantsPass withWays(Ways other) {
    return new PlantsPass(search, floorM, easeS, twist, other, soles, kept, barred);
  }

  @Override
  public PlantsPass withSoles(SoleThickness others) {
    return new PlantsPass(search, floorM, easeS, twist, ways, others, kept, barred);
  }

  /** With other plants of the artist's and other stretches without. */
  public PlantsPass withKept(List<Plant> plants, List<Contact> without) {
    return new PlantsPass(search, floorM, easeS, twist, ways, soles, plants, without);
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
  public Reshapes reshapes() {
    return soles.isFound() ? Reshapes.NOTHING : Reshapes.SKELETON;
  }

  // ---- what is held ------------------------------------------------------------------------

  @Override
  public boolean finds() {
    return true;
  }

  @Override
  public Planted prepared(Motion bare, Place place) {
    return prepared(bare, place, Work.UNWATCHED);
  }

  /**
   * The same, to be stopped on the way.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public Planted prepared(Motion bare, Place place, Work work) {
    // the floor is where it was found so far: on thicker soles the body stands higher over it
    Ground ground =
        floorM.isPresent()
            ? Ground.of(bare, floorM.getAsDouble())
            : Ground.found(bare, Floor.rounded(bare));
    Motion in = onSoles(bare);
    work.check();
    List<Contact> contacts = new ArrayList<>(new ContactFinder(search, ground.surfaces()).find(in));
    // in the order of the plants that come of them, which are put in order at each edit
    contacts.sort(
        Comparator.comparingInt((Contact c) -> c.frames().from()).thenComparing(Contact::part));
    work.check();
    Map<Side, FootRest> rests = FootRest.of(in, contacts, ground);
    work.check();
    if (!soles.isFound()) {
      rests.replaceAll((side, rest) -> rest.onKnownSoles());
    }
    return held(in, place, contacts, ground, rests, null);
  }

  private static final double BEARABLE_TIMES = 1.2;

  /**
   * What holds plants that are known, without a search: the usual pass, with these made by hand.
   * They are held to the spot, for knees that snap no harder than {@link #BEARABLE_TIMES} the
   * hardest that was captured.
   *
   * @param giveWay how far the body goes to where limbs do not reach, 0 to 1
   */
  public static Planted holding(Motion in, List<Plant> plants, Ground ground, double giveWay) {
    List<Contact> contacts = plants.stream().map(p -> new Contact(p.part(), p.frames())).toList();
    Map<Side, FootRest> rests = FootRest.of(in, contacts, ground);
    rests.replaceAll((side, rest) -> rest.onKnownSoles().laidFlat());
    PlantsPass usual = KIND.defaults();
    return usual
        .withWays(usual.ways.withGiveWay(giveWay))
        .withKept(plants, List.of())
        .held(in, Place.ALL, List.of(), ground, rests, null)
        .bearing(Bearable.asIn(in, BEARABLE_TIMES));
  }

  @Override
  public Planted prepared(Motion in, Place place, Prepared before) {
    Planted known = (Planted) before;
    PlantsPass last = known.pass();
    if (!last.search.equals(search) || !last.floorM.equals(floorM) || !last.soles.equals(soles)) {
      return prepared(in, place);
    }
    boolean sameWays = last.ways.follow == ways.follow;
    return held(
        onSoles(in),
        place,
        known.searched(),
        known.ground(),
        known.plan().rests(),
        sameWays ? known.plan() : null);
  }

  private Planted held(
      Motion in,
      Place place,
      List<Contact> contacts,
      Ground ground,
      Map<Side, FootRest> rests,
      FootPlan known) {
    Frames active = place.frames(in.clip().frames());
    List<Plant> plants = new ArrayList<>(plants(contacts, in.clip()));
    plants.removeIf(p -> !p.frames().meets(active));
    FootPlan plan = new Footings(in, ground).of(plants, active, ways.follow, rests, known);
    List<SpotHold> spots = SpotHolds.of(in, plants, ground, plan.carry());
    List<Plant> letGo =
        plants.stream()
            .filter(p -> !p.part().isSole() && !p.byHand() && !p.muted())
            .filter(p -> spots.stream().noneMatch(h -> holds(h, p)))
            .toList();
    // of hands and knees that were found stands what is held
    plants.removeIf(p -> !p.part().isSole() && !p.byHand());
    spots.stream().map(SpotHold::plant).filter(p -> !p.byHand()).forEach(plants::add);
    plants.sort(IN_TIME);
    return new Planted(
        this,
        place,
        contacts,
        plants,
        plants.stream()
            .filter(p -> !p.muted())
            .map(p -> new Contact(p.part(), p.frames()))
            .toList(),
        plan,
        spots,
        letGo,
        ground,
        in.body(),
        in.clip().rateHz(),
        !in.body().soles().isEmpty(),
        Bearable.NONE);
  }

  private static boolean holds(SpotHold hold, Plant plant) {
    return hold.plant().part() == plant.part() && hold.plant().frames().meets(plant.frames());
  }

  private static final Comparator<Plant> IN_TIME =
      Comparator.comparingInt((Plant p) -> p.frames().from()).thenComparing(Plant::part);

  /** What was found where the artist did nothing, and what the artist did. */
  private List<Plant> plants(List<Contact> contacts, Clip clip) {
    int ease = (int) Math.round(easeS * clip.rateHz());
    List<Plant> plants = new ArrayList<>(kept);
    for (Contact contact : contacts) {
      List<Frames> taken = taken(contact);
      if (taken.isEmpty()) {
        plants.add(Plant.found(contact.part(), contact.frames(), ease, ease));
        continue;
      }
      FrameSet free = FrameSet.of(contact.frames());
      for (Frames run : taken) {
        free = free.minus(run);
      }
      for (Frames run : free.runs()) {
        // what an edit leaves over at an end is no contact of its own
        if (run.count() >= search.shortestS() * clip.rateHz()) {
          plants.add(Plant.found(contact.part(), run, ease, ease));
        }
      }
    }
    plants.removeIf(p -> p.frames().from() >= clip.frames());
    plants.sort(IN_TIME);
    return plants;
  }

  /** Where a found contact is one of the artist's own plants, or barred; mostly nowhere. */
  private List<Frames> taken(Contact contact) {
    List<Frames> taken = new ArrayList<>(0);
    for (Plant plant : kept) {
      if (plant.part() == contact.part() && plant.frames().meets(contact.frames())) {
        taken.add(plant.frames());
      }
    }
    for (Contact bar : barred) {
      if (bar.part() == contact.part() && bar.frames().meets(contact.frames())) {
        taken.add(bar.frames());
      }
    }
    return taken;
  }
}
