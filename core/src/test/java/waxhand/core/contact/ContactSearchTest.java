package waxhand.core.contact;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.motion.Frames;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Shape;
import waxhand.core.scene.Filled;

/** The search on courses that are made up, so that every end of every contact is known. */
class ContactSearchTest {
  private static final Body BODY = Body.of(Samples.body());
  private static final Map<ContactPart, PartPoint> POINTS = ContactPart.pointsOf(BODY);

  /** Of the swing of a foot, metres and seconds. */
  private static final double HIGH = 0.14;

  private static final double SWING = 0.5;

  /**
   * A heel that rests but for swings: up, 0.7 m ahead and down again.
   *
   * @param swings when they begin, seconds
   */
  private static double[][] stepping(double rate, double seconds, double... swings) {
    int count = (int) (rate * seconds);
    double[][] course = new double[3][count];
    for (int n = 0; n < count; n++) {
      for (double begin : swings) {
        double u = Math.max(0, Math.min(1, (n / rate - begin) / SWING));
        course[1][n] += HIGH * Math.sin(Math.PI * u) * Math.sin(Math.PI * u);
        course[2][n] += 0.7 * u * u * (3 - 2 * u);
      }
    }
    return course;
  }

  private static double[][] plus(double[][] course, int axis, double rate, DoubleUnaryOperator by) {
    for (int n = 0; n < course[axis].length; n++) {
      course[axis][n] += by.applyAsDouble(n / rate);
    }
    return course;
  }

  private static double[][] noisy(double[][] course, double sizeM, long seed) {
    Random random = new Random(seed);
    for (double[] axis : course) {
      for (int n = 0; n < axis.length; n++) {
        axis[n] += sizeM * random.nextGaussian();
      }
    }
    return course;
  }

  /** All parts of both soles on one course: what is true of the heel is true of the foot. */
  private static Map<ContactPart, double[][]> soles(double[][] course) {
    Map<ContactPart, double[][]> places = new EnumMap<>(ContactPart.class);
    for (ContactPart part : ContactPart.values()) {
      if (part.isSole()) {
        double[][] own = {course[0].clone(), course[1].clone(), course[2].clone()};
        // a foot is as long as it is, so that it has a heading
        plus(own, 2, 1, t -> 0.1 * part.place());
        places.put(part, own);
      }
    }
    return places;
  }

  private static List<Frames> found(
      Map<ContactPart, double[][]> places,
      List<Surface> on,
      Filled filled,
      double rate,
      ContactPart part) {
    return new ContactFinder(ContactSettings.USUAL, on)
        .find(places, BODY, filled, rate, 0).stream()
            .filter(c -> c.part() == part)
            .map(Contact::frames)
            .toList();
  }

  private static List<Frames> heels(double[][] course, double rate) {
    return found(
        soles(course), List.of(FloorPlane.level(0)), Filled.NONE, rate, ContactPart.LEFT_HEEL);
  }

  /** Ends are found within so many seconds of where the foot is 2 cm high. */
  private static void endsNear(List<Frames> found, double rate, double within, double... ends) {
    List<Double> is = new ArrayList<>();
    for (Frames run : found) {
      is.add(run.from() / rate);
      is.add(run.to() / rate);
    }
    assertThat(is).as("%s", found).hasSameSizeAs(ends);
    for (int n = 0; n < ends.length; n++) {
      assertThat(Math.abs(is.get(n) - ends[n])).as("end %d of %s", n, is).isLessThan(within);
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {30, 60, 120, 240})
  void oneSettingSuitsAllRates(double rate) {
    double[][] course = noisy(stepping(rate, 5, 1, 2.2, 3.5), 0.002, 4);
    double rise = SWING * Math.asin(Math.sqrt(0.02 / HIGH)) / Math.PI;
    endsNear(
        heels(course, rate),
        rate,
        0.05 + 1 / rate,
        0,
        1 + rise,
        1 + SWING - rise,
        2.2 + rise,
        2.2 + SWING - rise,
        3.5 + rise,
        3.5 + SWING - rise,
        5);
  }

  @Test
  void jitterThatGrowsDoesNotBreakContactsUp() {
    for (double size : new double[] {0.001, 0.004, 0.008}) {
      assertThat(heels(noisy(stepping(120, 5, 1, 2.2, 3.5), size, 9), 120))
          .as("jitter of %.0f mm", 1000 * size)
          .hasSize(4);
    }
  }

  /**
   * Slides up to 10 cm and a body that floats for a while are faults of contacts, not their end.
   */
  @Test
  void slidingAndFloatingFeetStillRest() {
    double[][] slides = plus(stepping(120, 5, 2), 0, 120, t -> 0.05 * t);
    assertThat(heels(slides, 120)).hasSize(2);
    double[][] floats = plus(stepping(120, 6, 2), 1, 120, t -> 0.03 * Math.sin(0.9 * t));
    assertThat(heels(floats, 120)).hasSize(2);
    double[][] glides = plus(stepping(120, 5), 0, 120, t -> 0.9 * t);
    assertThat(heels(glides, 120)).as("at 0.9 m/s nothing stands").isEmpty();
    double[][] high = plus(stepping(120, 5), 1, 120, t -> 0.3);
    assertThat(heels(high, 120)).as("nor 30 cm up in the air").isEmpty();
  }

  @Test
  void whatIsShorterThanAContactIsNone() {
    double[][] course = stepping(120, 3);
    plus(course, 1, 120, t -> t > 1 && t < 1.03 ? 0 : 0.2);
    assertThat(heels(course, 120)).isEmpty();
    ContactSettings patient = ContactSettings.USUAL.withShortest(2.5);
    assertThat(
            new ContactFinder(patient, List.of(FloorPlane.level(0)))
                .find(soles(stepping(120, 5, 2)), BODY, Filled.NONE, 120, 0))
        .allMatch(c -> c.frames().count() >= 300);
  }

  /** A foot that turns where it stands turns on its ball; heel and toe swing. */
  @Test
  void aFootTurnsOnItsBall() {
    double rate = 120;
    int count = (int) (4 * rate);
    Map<ContactPart, double[][]> places = new EnumMap<>(ContactPart.class);
    for (int place = 0; place < 3; place++) {
      double[][] course = new double[3][count];
      double arm = 0.09 * (place - 1);
      for (int n = 0; n < count; n++) {
        double u = Math.max(0, Math.min(1, n / rate - 1.5));
        double heading = Math.toRadians(70) * u * u * (3 - 2 * u);
        course[0][n] = arm * Math.sin(heading);
        course[2][n] = arm * Math.cos(heading);
      }
      places.put(ContactPart.values()[place], course);
    }
    List<Surface> floor = List.of(FloorPlane.level(0));
    assertThat(found(copy(places), floor, Filled.NONE, rate, ContactPart.LEFT_BALL))
        .containsExactly(new Frames(0, count));
    for (ContactPart part : List.of(ContactPart.LEFT_HEEL, ContactPart.LEFT_TOE)) {
      List<Frames> runs = found(copy(places), floor, Filled.NONE, rate, part);
      assertThat(runs).as(part.words()).hasSize(2);
      assertThat(runs.get(0).to() / rate).isBetween(1.45, 1.75);
      assertThat(runs.get(1).from() / rate).isBetween(2.25, 2.55);
    }
  }

  private static Map<ContactPart, double[][]> copy(Map<ContactPart, double[][]> places) {
    Map<ContactPart, double[][]> copy = new EnumMap<>(ContactPart.class);
    places.forEach(
        (part, p) -> copy.put(part, new double[][] {p[0].clone(), p[1].clone(), p[2].clone()}));
    return copy;
  }

  /**
   * A foot comes out of a lost stretch; what was filled in wanders 20 cm off meanwhile.
   *
   * @param ahead by how much it stands ahead then, metres
   */
  private static List<Frames> lostFor(double ahead, Filled filled) {
    double[][] course = stepping(120, 5);
    plus(course, 1, 120, t -> t > 2 && t < 2.6 ? 0.2 * Math.sin(Math.PI * (t - 2) / 0.6) : 0);
    plus(course, 2, 120, t -> ahead * Math.max(0, Math.min(1, (t - 2) / 0.6)));
    return found(soles(course), List.of(FloorPlane.level(0)), filled, 120, ContactPart.LEFT_HEEL);
  }

  @Test
  void aPartThatComesBackWhereItWasLostStayedThere() {
    BitSet leg = new BitSet();
    leg.set(POINTS.get(ContactPart.LEFT_HEEL).joint());
    Filled filled = Filled.NONE.with(leg, new Frames(241, 312));
    assertThat(lostFor(0, filled)).containsExactly(new Frames(0, 600));
    assertThat(lostFor(0.02, filled))
        .as("2 cm on, as drift does")
        .containsExactly(new Frames(0, 600));
    assertThat(lostFor(0.4, filled)).as("a step away").hasSize(2);
    assertThat(lostFor(0, Filled.NONE)).as("captured so").hasSize(2);
    Filled other = Filled.NONE.with(leg, new Frames(0, 30));
    assertThat(lostFor(0, other)).as("lost at another time").hasSize(2);
  }

  /** A body that leaps aside in the capture, or a knee that snaps, ends no contact; a step does. */
  @Test
  void aLeapOfTheCaptureIsNoStep() {
    double[][] leaps =
        plus(stepping(120, 5), 0, 120, t -> t < 2 ? 0 : 0.07 * Math.exp((2 - t) / 0.35));
    assertThat(heels(leaps, 120)).containsExactly(new Frames(0, 600));
    double[][] kicks =
        plus(
            stepping(120, 5),
            1,
            120,
            t -> Math.abs(t - 2) < 0.05 ? 4 * (0.05 - Math.abs(t - 2)) : 0);
    assertThat(heels(kicks, 120)).containsExactly(new Frames(0, 600));
    double[][] away = plus(stepping(120, 5), 0, 120, t -> t < 2 ? 0 : 0.3);
    assertThat(heels(away, 120)).as("30 cm away it is another place").hasSize(2);
    double[][] hops =
        plus(
            stepping(120, 5),
            1,
            120,
            t -> t > 2 && t < 2.4 ? 0.2 * Math.sin((t - 2) / 0.4 * Math.PI) : 0);
    assertThat(heels(hops, 120)).as("a hop on the spot").hasSize(2);
  }

  private static Prop box(PropPath path) {
    return new Prop("step", new Shape.Box(1, 0.4, 1), "slate", path);
  }

  private static PropPath still(int frames, double x, double z) {
    double[] poses = new double[7 * frames];
    for (int f = 0; f < frames; f++) {
      poses[7 * f] = x;
      poses[7 * f + 2] = z;
      poses[7 * f + 6] = 1;
    }
    return PropPath.adopt(poses);
  }

  @Test
  void feetRestOnThingsWhileTheyStand() {
    int frames = 600;
    double[][] up = plus(stepping(120, 5), 1, 120, t -> 0.4);
    Ground there = new Ground(FloorPlane.level(0), List.of(box(still(frames, 0, 0))));
    Ground aside = new Ground(FloorPlane.level(0), List.of(box(still(frames, 3, 0))));
    assertThat(found(soles(up), there.surfaces(), Filled.NONE, 120, ContactPart.LEFT_HEEL))
        .containsExactly(new Frames(0, frames));
    assertThat(found(soles(up), aside.surfaces(), Filled.NONE, 120, ContactPart.LEFT_HEEL))
        .isEmpty();
    // carried away from the second second on
    double[] poses = new double[7 * frames];
    for (int f = 0; f < frames; f++) {
      poses[7 * f + 1] = f < 240 ? 0 : 0.002 * (f - 240);
      poses[7 * f + 6] = 1;
    }
    Ground carried = new Ground(FloorPlane.level(0), List.of(box(PropPath.adopt(poses))));
    List<Frames> runs =
        found(soles(up), carried.surfaces(), Filled.NONE, 120, ContactPart.LEFT_HEEL);
    assertThat(runs).hasSize(1);
    assertThat(runs.get(0).to()).isBetween(225, 255);
  }

  /** A hand leans on the side of a prop; a knee beside it does not kneel there. */
  @Test
  void handsLeanOnSidesAndKneesDoNot() {
    int frames = 480;
    Ground ground = new Ground(FloorPlane.level(0), List.of(box(still(frames, 0, 0))));
    Map<ContactPart, double[][]> places = new EnumMap<>(ContactPart.class);
    for (ContactPart part : List.of(ContactPart.LEFT_HAND, ContactPart.LEFT_KNEE)) {
      double[][] beside = new double[3][frames];
      double reach = 0.5 + POINTS.get(part).radiusM();
      plus(beside, 0, 120, t -> reach);
      plus(beside, 1, 120, t -> 0.25);
      places.put(part, beside);
    }
    assertThat(found(copy(places), ground.surfaces(), Filled.NONE, 120, ContactPart.LEFT_HAND))
        .containsExactly(new Frames(0, frames));
    assertThat(found(copy(places), ground.surfaces(), Filled.NONE, 120, ContactPart.LEFT_KNEE))
        .isEmpty();
    // on top of it both rest
    for (double[][] course : places.values()) {
      java.util.Arrays.fill(course[0], 0);
    }
    plus(
        places.get(ContactPart.LEFT_KNEE),
        1,
        120,
        t -> 0.15 + POINTS.get(ContactPart.LEFT_KNEE).radiusM());
    assertThat(found(copy(places), ground.surfaces(), Filled.NONE, 120, ContactPart.LEFT_KNEE))
        .containsExactly(new Frames(0, frames));
  }

  @Test
  void nothingComesOfNothing() {
    ContactFinder finder = new ContactFinder(ContactSettings.USUAL, List.of(FloorPlane.level(0)));
    assertThat(finder.find(Map.of(), BODY, Filled.NONE, 120, 0)).isEmpty();
    assertThat(finder.find(soles(new double[3][1]), BODY, Filled.NONE, 120, 0))
        .allMatch(c -> c.frames().count() <= 1);
    double[][] lost = new double[3][40];
    for (double[] axis : lost) {
      java.util.Arrays.fill(axis, 1e6);
    }
    assertThat(finder.find(soles(lost), BODY, Filled.NONE, 120, 0)).isEmpty();
  }
}
