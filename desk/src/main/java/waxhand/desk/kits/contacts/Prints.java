package waxhand.desk.kits.contacts;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.joml.Vector3d;
import waxhand.core.body.Body;
import waxhand.core.body.Sole;
import waxhand.core.measure.Slide;
import waxhand.core.motion.TimeMap;
import waxhand.core.plants.Footing;
import waxhand.core.plants.Plant;
import waxhand.core.plants.SpotHold;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;
import waxhand.desk.viewport.MarkSource;
import waxhand.desk.viewport.Outline;
import waxhand.desk.viewport.Print;

/** The prints to be seen at the playhead. */
public final class Prints implements MarkSource {
  /** Prints longer ago or further ahead than this are not shown, seconds. */
  private static final double SEEN_S = 3.5;

  /** Length of a hand and of a knee's print, as shares of the body's height. */
  private static final double HAND_SHARE = 0.105;

  private static final double KNEE_SHARE = 0.06;

  private final Session session;
  private final Contacts contacts;
  private Contacts.State known = Contacts.State.NONE;
  private Nearby<Footing> footings = new Nearby<>(List.of(), Footing::frames);
  private Nearby<SpotHold> spots = new Nearby<>(List.of(), h -> h.plant().frames());

  public Prints(Session session, Contacts contacts) {
    this.session = session;
    this.contacts = contacts;
  }

  @Override
  public List<Mark> marks() {
    return List.of(new PrintMarks(now(), contacts, session::settle));
  }

  @Override
  public void onChange(Runnable changed) {
    contacts.stateProperty().addListener((o, was, is) -> changed.run());
    contacts.selectedProperty().addListener((o, was, is) -> changed.run());
    contacts.slidesProperty().addListener((o, was, is) -> changed.run());
  }

  private List<Print> now() {
    Contacts.State state = contacts.stateProperty().get();
    Optional<Body> body = session.takeProperty().get().map(t -> t.raw().motion().body());
    if (body.isEmpty()) {
      return List.of();
    }
    Slides slides = contacts.slidesProperty().get();
    Set<Plant> chosen = new HashSet<>(contacts.selectedProperty().get());
    TimeMap timing = state.timing();
    int frame = timing.local(session.frameProperty().get());
    double seen = SEEN_S * session.rateHz();
    List<Print> prints = new ArrayList<>();
    if (state != known) {
      known = state;
      footings = new Nearby<>(state.plan().footings(), Footing::frames);
      spots = new Nearby<>(state.spots(), h -> h.plant().frames());
    }
    for (Footing footing : footings.within(seen, frame)) {
      double strength = strength(Nearby.away(footing.frames(), frame), seen);
      List<Plant> plants = contacts.plantsOf(footing);
      boolean held = plants.stream().anyMatch(chosen::contains);
      if (held || !isLeft(plants, footing.x(), footing.z(), slides)) {
        add(prints, footing, plants, body.get(), frame, strength, held, slides);
      }
    }
    for (SpotHold hold : spots.within(seen, frame)) {
      double strength = strength(Nearby.away(hold.plant().frames(), frame), seen);
      List<Plant> plants = contacts.plantsOf(hold);
      boolean held = plants.stream().anyMatch(chosen::contains);
      if (held || !isLeft(plants, hold.x(), hold.z(), slides)) {
        prints.add(print(hold, plants, body.get(), strength, held, slides));
      }
    }
    return prints;
  }

  /** Whether nothing stands there any more at flag B. */
  private static boolean isLeft(List<Plant> plants, double x, double z, Slides slides) {
    return !plants.isEmpty() && plants.stream().allMatch(p -> slides.hasLeft(p, x, z));
  }

  /** Less the longer ago or ahead. */
  private static double strength(double away, double seen) {
    return away == 0 ? 1 : Math.max(0.12, 0.55 * (1 - away / seen));
  }

  private static Print print(
      SpotHold hold,
      List<Plant> plants,
      Body body,
      double strength,
      boolean chosen,
      Slides slides) {
    Optional<Slide> slide = plants.stream().findFirst().flatMap(slides::of);
    Outline outline = Outline.of(hold.plant().part());
    double length = (outline == Outline.KNEE ? KNEE_SHARE : HAND_SHARE) * body.heightM();
    return new Print(
        plants,
        outline,
        hold.plant().part().side(),
        hold.x(),
        hold.y() - hold.overM(),
        hold.z(),
        hold.headingRad(),
        length,
        0,
        strength,
        chosen,
        slide.map(Slide::trail).orElse(new double[0]),
        slide.map(Slide::farMm).orElse(0.0));
  }

  /** One print for each heading a foot keeps. */
  private static void add(
      List<Print> prints,
      Footing footing,
      List<Plant> plants,
      Body body,
      int frame,
      double strength,
      boolean chosen,
      Slides slides) {
    Sole sole =
        body.soles().stream().filter(s -> s.side() == footing.side()).findFirst().orElseThrow();
    double[] along = along(sole, body);
    double[] trail = {};
    double far = 0;
    for (Plant plant : plants) {
      Optional<Slide> slide = slides.of(plant);
      boolean pivot = plant.part().place() == footing.anchor();
      if (pivot && slide.isPresent() && slide.get().farMm() >= far) {
        trail = slide.get().trail();
        far = slide.get().farMm();
      }
    }
    List<Double> headings = new ArrayList<>();
    footing.segments().forEach(s -> headings.add(s.headingRad()));
    if (headings.isEmpty()) {
      headings.add(0.0);
    }
    double now = footing.headingAt(frame);
    for (double heading : headings) {
      double back = along[footing.anchor()];
      double own = strength == 1 && headings.size() > 1 && heading != now ? 0.4 : strength;
      prints.add(
          new Print(
              plants,
              Outline.SOLE,
              footing.side(),
              footing.x() - back * Math.sin(heading),
              footing.y(),
              footing.z() - back * Math.cos(heading),
              heading,
              along[2],
              along[1],
              own,
              chosen,
              trail,
              far));
    }
  }

  /** How far heel, ball and toe are from the heel along a foot at rest, metres. */
  private static double[] along(Sole sole, Body body) {
    Vector3d[] rest = body.skeleton().restPositions();
    double[] along = new double[Sole.PLACES];
    Vector3d heel = sole.atRest(0, body.skeleton(), rest);
    for (int place = 1; place < Sole.PLACES; place++) {
      Vector3d p = sole.atRest(place, body.skeleton(), rest).sub(heel);
      along[place] = Math.hypot(p.x, p.z);
    }
    return along;
  }
}
