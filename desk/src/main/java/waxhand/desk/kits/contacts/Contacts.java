package waxhand.desk.kits.contacts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.body.Side;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Place;
import waxhand.core.chain.Plate;
import waxhand.core.contact.ContactPart;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.ground.Planted;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.plants.Carry;
import waxhand.core.plants.FootPlan;
import waxhand.core.plants.Footing;
import waxhand.core.plants.Plant;
import waxhand.core.plants.SpotHold;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Session;
import waxhand.desk.session.WorkedOut;

/**
 * The contacts of the take on the bench: those of its Plants pass, or, while there is none, those a
 * search finds in the result. An edit changes the pass, and adds one first where there is none.
 */
public final class Contacts {
  /**
   * What is there.
   *
   * @param plateId of the Plants pass; empty while there is none
   * @param plants their frames counted in the raw take
   * @param plan where feet stand, its frames counted as {@code timing} says
   * @param spots where hands and knees rest, their frames counted likewise
   * @param timing of what goes into the pass
   */
  public record State(
      Optional<String> plateId,
      List<Plant> plants,
      FootPlan plan,
      List<SpotHold> spots,
      TimeMap timing) {
    static final State NONE =
        new State(
            Optional.empty(),
            List.of(),
            new FootPlan(List.of(), Carry.NONE, Map.of()),
            List.of(),
            TimeMap.all(1));
  }

  /** Plants by part and frames: a long take has thousands, and as many prints ask for theirs. */
  private record Standing(List<Plant> plants, Map<Spot, List<Plant>> bySpot) {
    private record Spot(ContactPart part, Frames frames) {}

    static Standing of(List<Plant> plants) {
      return new Standing(
          plants,
          plants.stream().collect(Collectors.groupingBy(p -> new Spot(p.part(), p.frames()))));
    }

    List<Plant> at(ContactPart part, Frames frames) {
      return bySpot.getOrDefault(new Spot(part, frames), List.of());
    }
  }

  private final Session session;
  private final ReadOnlyObjectWrapper<State> state = new ReadOnlyObjectWrapper<>(State.NONE);
  private final ObjectProperty<List<Plant>> selected = new SimpleObjectProperty<>(List.of());
  private Standing standing = Standing.of(List.of());
  private final WorkedOut<Motion, Optional<Planted>> search = WorkedOut.patient(Optional.empty());
  private final WorkedOut<Slides.Key, Slides> sliding = WorkedOut.patient(Slides.NONE);
  private final ReadOnlyObjectWrapper<Slides> slides = new ReadOnlyObjectWrapper<>(Slides.NONE);

  public Contacts(Session session) {
    this.session = session;
    session.stagesProperty().addListener((o, a, b) -> refresh());
    session.plateIdProperty().addListener((o, a, b) -> refresh());
    session.flagBProperty().addListener((o, a, b) -> slide());
    state.addListener((o, a, b) -> slide());
    session.onTake(Take::id, this::begin);
  }

  /** For another take: nothing of the last one is known of it. */
  private void begin() {
    selected.set(List.of());
    search.forget(Optional.empty());
    sliding.forget(Slides.NONE);
    state.set(State.NONE);
    refresh();
  }

  public ReadOnlyObjectProperty<State> stateProperty() {
    return state.getReadOnlyProperty();
  }

  /** The plants that edits act on. */
  public ObjectProperty<List<Plant>> selectedProperty() {
    return selected;
  }

  /** The side of what is selected; the middle where nothing is. */
  public Side selectedSide() {
    return selected.get().stream().map(p -> p.part().side()).reduce(Side.MIDDLE, (a, b) -> b);
  }

  /** How the parts slide at flag B, as last worked out. */
  public ReadOnlyObjectProperty<Slides> slidesProperty() {
    return slides.getReadOnlyProperty();
  }

  private void slide() {
    Slides.Key key =
        new Slides.Key(session.motionAt(session.flagBProperty().get()), state.get().plants());
    TimeMap timing = session.timingAt(session.flagBProperty().get());
    slides.set(sliding.of(key, work -> Slides.of(key, timing), this::slide));
  }

  /** The parts there is a lane for: those of the soles, and others that touch something. */
  public List<ContactPart> parts() {
    Set<ContactPart> parts = new TreeSet<>();
    session
        .takeProperty()
        .get()
        .ifPresent(
            t -> {
              for (ContactPart part : ContactPart.values()) {
                if (part.isSole() && part.on(t.raw().motion().body()).isPresent()) {
                  parts.add(part);
                }
              }
            });
    state.get().plants().forEach(p -> parts.add(p.part()));
    return List.copyOf(parts);
  }

  // ---- keeping up --------------------------------------------------------------------------

  private void refresh() {
    Optional<Stages> stages = session.stagesProperty().get();
    if (stages.isEmpty() || !session.hasTake()) {
      state.set(State.NONE);
      return;
    }
    OptionalInt index = plantsIndex(stages.get().chain());
    State next =
        index.isPresent() ? ofPass(stages.get(), index.getAsInt()) : ofSearch(stages.get());
    state.set(next);
    slide();
    selected.set(selected.get().stream().filter(next.plants()::contains).toList());
  }

  /** The chosen Plants pass, or the last there is. */
  private OptionalInt plantsIndex(Chain chain) {
    OptionalInt found = OptionalInt.empty();
    for (int k = 0; k < chain.size(); k++) {
      Plate plate = chain.plates().get(k);
      if (plate.pass() instanceof PlantsPass) {
        if (session.plateIdProperty().get().equals(Optional.of(plate.id()))) {
          return OptionalInt.of(k);
        }
        found = OptionalInt.of(k);
      }
    }
    return found;
  }

  private State ofPass(Stages stages, int index) {
    Plate plate = stages.chain().plates().get(index);
    TimeMap timing = stages.chain().timing(session.frames(), index);
    Optional<Planted> found = stages.prepared().get(index).map(Planted.class::cast);
    if (found.isEmpty()) {
      // muted: what was done by hand is still to be seen
      List<Plant> kept = ((PlantsPass) plate.pass()).kept();
      return new State(Optional.of(plate.id()), kept, State.NONE.plan(), List.of(), timing);
    }
    return state(Optional.of(plate.id()), found.get(), timing);
  }

  private static State state(Optional<String> id, Planted found, TimeMap timing) {
    List<Plant> plants =
        timing.isPlain()
            ? found.plants()
            : found.plants().stream().map(p -> raw(p, timing)).toList();
    return new State(id, plants, found.plan(), found.spots(), timing);
  }

  private static Plant raw(Plant p, TimeMap timing) {
    return new Plant(
        p.part(),
        timing.raw(p.frames()),
        p.easeIn(),
        p.easeOut(),
        p.strength(),
        p.move(),
        p.muted(),
        p.byHand());
  }

  /** A search that carries nothing anywhere: what is there is shown where it is. */
  private static PlantsPass inPlace() {
    return PlantsPass.KIND.of(Map.of("follow", 0.0));
  }

  private State ofSearch(Stages stages) {
    if (!stages.whole()) {
      return state.get();
    }
    Motion result = stages.result();
    Optional<Planted> found =
        search.of(
            result,
            work -> Optional.of(inPlace().prepared(result, Place.ALL, work)),
            this::refresh);
    return search.knows(result)
        ? state(Optional.empty(), found.orElseThrow(), session.timingAt(Flag.RESULT))
        : state.get();
  }

  // ---- editing -----------------------------------------------------------------------------

  /** Changes the Plants pass; puts one at the end of the chain first where there is none. */
  public void edit(String name, Object mergeKey, UnaryOperator<PlantsPass> change) {
    if (!session.hasTake()) {
      return;
    }
    Optional<String> id = state.get().plateId().filter(i -> session.chain().indexOf(i).isPresent());
    String plate = id.orElseGet(() -> session.chain().freshId(PlantsPass.KIND));
    session.editChain(
        name,
        mergeKey,
        chain -> {
          Chain with =
              id.isPresent()
                  ? chain
                  : chain.inserted(chain.size(), Plate.of(plate, PlantsPass.KIND.defaults()));
          return with.changed(plate, p -> p.withPass(change.apply((PlantsPass) p.pass())));
        });
    if (id.isEmpty()) {
      session.plateIdProperty().set(Optional.of(plate));
    }
  }

  /**
   * Changes plants, which stay selected.
   *
   * @param change from what each was to what it is
   */
  public void change(
      String name, Object mergeKey, List<Plant> plants, UnaryOperator<Plant> change) {
    replace(name, mergeKey, plants, plants.stream().map(change).toList());
  }

  /** Puts plants in the place of others. */
  private void replace(String name, Object mergeKey, List<Plant> gone, List<Plant> come) {
    edit(
        name,
        mergeKey,
        pass -> {
          PlantsPass next = pass;
          for (Plant plant : gone) {
            next = next.without(plant);
          }
          for (Plant plant : come) {
            next = next.plus(plant);
          }
          return next;
        });
    expect(gone, come);
  }

  /** Shows what an edit comes to until it has been worked out. */
  private void expect(List<Plant> gone, List<Plant> come) {
    State now = state.get();
    List<Plant> plants = new ArrayList<>(now.plants());
    plants.removeAll(gone);
    plants.addAll(come);
    plants.sort(Comparator.comparingInt((Plant p) -> p.frames().from()).thenComparing(Plant::part));
    state.set(new State(now.plateId(), List.copyOf(plants), now.plan(), now.spots(), now.timing()));
    selected.set(List.copyOf(come));
  }

  public void remove(List<Plant> plants) {
    replace("remove " + words(plants), null, plants, List.of());
  }

  public void add(ContactPart part, Frames frames, Object mergeKey) {
    int ease = (int) Math.round(0.2 * session.rateHz());
    Plant plant = Plant.found(part, frames, ease, ease).withFrames(frames);
    replace("add contact of " + part.words(), mergeKey, List.of(), List.of(plant));
  }

  /** Splits the plants that reach over a frame into two, a frame of neither between them. */
  public void split(List<Plant> plants, int frame) {
    List<Plant> over =
        plants.stream()
            .filter(p -> p.frames().from() < frame && frame < p.frames().to() - 1)
            .toList();
    if (over.isEmpty()) {
      return;
    }
    List<Plant> parts = new ArrayList<>();
    for (Plant p : over) {
      int short0 = Math.min(p.easeIn(), 2);
      parts.add(p.withFrames(new Frames(p.frames().from(), frame)).withEases(p.easeIn(), short0));
      parts.add(
          p.withFrames(new Frames(frame + 1, p.frames().to())).withEases(short0, p.easeOut()));
    }
    replace("split " + words(over), null, over, parts);
  }

  /** Joins each part's plants among these into one, across what lies between. */
  public void join(List<Plant> plants) {
    List<Plant> joined = new ArrayList<>();
    List<Plant> gone = new ArrayList<>();
    for (ContactPart part : ContactPart.values()) {
      List<Plant> own =
          plants.stream()
              .filter(p -> p.part() == part)
              .sorted(Comparator.comparingInt(p -> p.frames().from()))
              .toList();
      if (own.size() < 2) {
        continue;
      }
      Plant first = own.get(0);
      Plant last = own.get(own.size() - 1);
      Frames all = new Frames(first.frames().from(), last.frames().to());
      // what lies between goes too
      state.get().plants().stream()
          .filter(p -> p.part() == part && !p.frames().within(all).isEmpty())
          .forEach(gone::add);
      joined.add(first.withFrames(all).withEases(first.easeIn(), last.easeOut()));
    }
    if (joined.isEmpty()) {
      return;
    }
    replace("join " + words(joined), null, gone, joined);
  }

  /** In a few words, such as "contact of left heel" or "3 contacts". */
  public static String words(List<Plant> plants) {
    return plants.size() == 1
        ? "contact of " + plants.get(0).part().words()
        : plants.size() + " contacts";
  }

  /** Selects plants, and with them the pass they belong to. */
  public void choose(List<Plant> plants) {
    selected.set(List.copyOf(plants));
    state.get().plateId().ifPresent(id -> session.plateIdProperty().set(Optional.of(id)));
  }

  /** The plants of a footing as they stand now, edits on their way counted. */
  public List<Plant> plantsOf(Footing footing) {
    return asTheyStand(footing.plants());
  }

  /** The plant of a hand or knee that rests, as it stands now. */
  public List<Plant> plantsOf(SpotHold hold) {
    return asTheyStand(List.of(hold.plant()));
  }

  private List<Plant> asTheyStand(List<Plant> found) {
    TimeMap timing = state.get().timing();
    if (standing.plants() != state.get().plants()) {
      standing = Standing.of(state.get().plants());
    }
    return found.stream()
        .flatMap(f -> standing.at(f.part(), timing.raw(f.frames())).stream())
        .distinct()
        .toList();
  }
}
