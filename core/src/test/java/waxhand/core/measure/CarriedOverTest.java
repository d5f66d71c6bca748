package waxhand.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.character.LayFigures;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/** The judge of retargeting, judged by faults of known size. */
class CarriedOverTest {
  private static final int FRAMES = 120;
  private static final double RATE = 60;
  private static final Body BODY = LayFigures.named("stoker").orElseThrow().body();
  private static final IntToDoubleFunction NONE = f -> 0;

  /** The stoker as it rests, moved along x and up, and turned about z at some parts, degrees. */
  private static Motion standing(
      IntToDoubleFunction x, IntToDoubleFunction y, Map<Role, IntToDoubleFunction> turned) {
    Vector3d hips = BODY.skeleton().restPositions()[0];
    return Samples.told(
        BODY,
        FRAMES,
        RATE,
        (j, f, turn) ->
            BODY.role(j)
                .map(turned::get)
                .ifPresent(deg -> turn.rotateZ(Math.toRadians(deg.applyAsDouble(f)))),
        f -> new Vector3d(hips.x + x.applyAsDouble(f), hips.y + y.applyAsDouble(f), hips.z));
  }

  private static Motion standing(IntToDoubleFunction x, IntToDoubleFunction y) {
    return standing(x, y, Map.of());
  }

  private static List<Contact> heels(Frames frames) {
    List<Contact> contacts = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      contacts.add(new Contact(ContactPart.ofSole(side, 0), frames));
    }
    return contacts;
  }

  private static CarriedOver of(Motion after, Frames contact, double floorM) {
    return CarriedOver.of(standing(NONE, NONE), after, heels(contact), floorM);
  }

  @Test
  void whatStandsIsWithoutFault() {
    CarriedOver over = of(standing(NONE, NONE), Frames.first(FRAMES), 0);
    assertThat(over.directionDeg()).isZero();
    assertThat(over.speedMms()).isLessThan(1e-9);
    assertThat(over.floatMm()).isLessThan(1);
    assertThat(over.sinkMm()).isLessThan(1);
    assertThat(over.kneePeak()).isLessThan(1);
  }

  @Test
  void aSlideIsTheSpeedOfTheSole() {
    Motion slides = standing(f -> 0.03 * f / RATE, NONE);
    assertThat(of(slides, Frames.first(FRAMES), 0).speedMms()).isCloseTo(30, within(1e-6));
    // outside its contact a foot may go where it likes
    Motion walks = standing(f -> f < 60 ? 0 : 0.03 * (f - 60) / RATE, NONE);
    assertThat(of(walks, new Frames(0, 60), 0).speedMms()).isLessThan(1e-9);
    assertThat(of(walks, Frames.first(FRAMES), 0).speedMms()).isCloseTo(30, within(1e-6));
    // without contacts nobody knows
    assertThat(CarriedOver.of(slides, slides, List.of(), 0).speedMms()).isNaN();
  }

  @Test
  void floatingAndSinkingAreMeasuredFromTheFloor() {
    double own = of(standing(NONE, NONE), Frames.first(FRAMES), 0).floatMm();
    Motion high = standing(NONE, f -> 0.012);
    CarriedOver floats = of(high, Frames.first(FRAMES), 0);
    assertThat(floats.floatMm()).isCloseTo(12 + own, within(0.5));
    assertThat(floats.sinkMm()).isLessThan(1);
    Motion low = standing(NONE, f -> -0.02);
    CarriedOver sinks = of(low, Frames.first(FRAMES), 0);
    assertThat(sinks.sinkMm()).isCloseTo(20, within(0.5));
    assertThat(sinks.floatMm()).isLessThan(1);
    assertThat(of(low, Frames.first(FRAMES), -0.02).sinkMm()).isLessThan(0.5);
    // who stands on a step stands on that
    Motion step = standing(NONE, f -> 0.3);
    assertThat(of(step, Frames.first(FRAMES), 0).floatMm()).isLessThan(1);
    Motion bobs = standing(NONE, f -> 0.3 + (f % 3 == 0 ? 0.01 : 0));
    assertThat(of(bobs, Frames.first(FRAMES), 0).floatMm()).isGreaterThan(4);
  }

  @Test
  void aDirectionIsTheMeanAngleOfEightBones() {
    // an arm turned by 16 degrees at the shoulder takes two bones of eight along
    Motion turned = standing(NONE, NONE, Map.of(Role.LEFT_UPPER_ARM, f -> 16.0));
    CarriedOver over = of(turned, Frames.first(FRAMES), 0);
    assertThat(over.directionDeg()).isCloseTo(16.0 * 2 / 8, within(1e-6));
    Motion half = standing(NONE, NONE, Map.of(Role.LEFT_FOREARM, f -> f < 60 ? 16.0 : 0));
    assertThat(of(half, Frames.first(FRAMES), 0).directionDeg())
        .isCloseTo(16.0 / 8 / 2, within(0.01));
  }

  @Test
  void aSnapOfAKneeIsToldAgainstWhatItDidBefore() {
    IntToDoubleFunction swings = f -> 20 * Math.sin(2 * Math.PI * f / 40);
    IntToDoubleFunction snaps = f -> swings.applyAsDouble(f) + (f == 60 ? 25 : 0);
    Motion before = standing(NONE, NONE, Map.of(Role.LEFT_SHIN, swings));
    Motion after = standing(NONE, NONE, Map.of(Role.LEFT_SHIN, snaps));
    double same = CarriedOver.of(before, before, List.of(), 0).kneePeak();
    assertThat(same).isLessThanOrEqualTo(1);
    assertThat(CarriedOver.of(before, after, List.of(), 0).kneePeak()).isGreaterThan(3 * same);
    assertThat(CarriedOver.of(before, after, List.of(), 0).elbowPeak()).isLessThanOrEqualTo(1);
  }
}
