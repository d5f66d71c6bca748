package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.contact.Floor;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.motion.TrackType;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.GapFillPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** One fault at a time on a body that stands and breathes: found, of the right size, and alone. */
class WatchesTest {
  private static List<Finding> survey(Motion motion) {
    return new Surveyor().survey(motion, Work.UNWATCHED).findings();
  }

  private static Finding only(FindingKind kind, Motion motion) {
    List<Finding> all = survey(motion);
    List<Finding> own = all.stream().filter(f -> f.kind() == kind).toList();
    assertThat(own).as("%s among %s", kind, all).hasSize(1);
    return own.get(0);
  }

  private static Remedies remedies(Motion motion) {
    return new Remedies(motion, Floor.height(motion));
  }

  private static Frames seconds(double rate, double from, double to) {
    return new Frames((int) (from * rate), (int) (to * rate));
  }

  @ParameterizedTest
  @ValueSource(doubles = {60, 120, 240})
  void aBodyThatStandsHasNothingWrong(double rate) {
    assertThat(survey(Standing.body(rate, List.of(), List.of()))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(doubles = {60, 120, 240})
  void feetThatSlideFloatAndSink(double rate) {
    Motion slides =
        Standing.body(
            rate, List.of(), List.of(new Standing.Move(0, t -> 0.06 * Math.max(0, t - 3) / 3)));
    List<Finding> slide =
        survey(slides).stream().filter(f -> f.kind() == FindingKind.SLIDE).toList();
    assertThat(slide).hasSize(2);
    // told a second at a time: 20 mm
    assertThat(slide.get(0).size()).isCloseTo(20, within(3.0));
    assertThat(slide.get(0).frames().from() / rate).isBetween(2.6, 3.9);
    assertThat(slide.get(0).text()).contains("slides").contains("mm");
    Motion floats =
        Standing.body(
            rate, List.of(), List.of(new Standing.Move(1, Standing.during(2, 3.5, 0.04))));
    List<Finding> high =
        survey(floats).stream().filter(f -> f.kind() == FindingKind.FLOAT).toList();
    assertThat(high).hasSize(2).allMatch(f -> Math.abs(f.size() - 40) < 5);
    Motion sinks =
        Standing.body(
            rate, List.of(), List.of(new Standing.Move(1, Standing.during(2, 3.5, -0.05))));
    List<Finding> low = survey(sinks).stream().filter(f -> f.kind() == FindingKind.SINK).toList();
    assertThat(low).hasSize(2).allMatch(f -> Math.abs(f.size() - 50) < 5);
    assertThat(low.get(0).frames().within(seconds(rate, 2.5, 3)).isEmpty()).isFalse();
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.04, -0.05})
  void bothFeetOffTheFloorForAWhileAreMendedByOneLift(double up) {
    Motion off =
        Standing.body(120, List.of(), List.of(new Standing.Move(1, Standing.during(2, 3.5, up))));
    List<Finding> both = survey(off);
    assertThat(both).hasSize(2);
    List<Plate> plates = remedies(off).of(both.get(0).kind(), both);
    assertThat(plates).hasSize(1);
    assertThat(plates.get(0).scope().roles()).containsExactly(Role.HIPS);
    Motion mended = plates.get(0).apply(off, off.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).isEmpty();
    int away = 120;
    assertThat(mended.clip().translation(0).at(away, 1))
        .isEqualTo(off.clip().translation(0).at(away, 1));
  }

  @Test
  void aTakeThatStandsTooHighIsOneFindingThatLevelMends() {
    Motion high = Standing.body(120, List.of(), List.of(new Standing.Move(1, t -> 0.07)));
    Clip raised = high.clip();
    double[] p = new double[3 * raised.frames()];
    raised.translation(0).read(raised.allFrames(), p);
    for (int i = 1; i < p.length; i += 3) {
      p[i] += 0.07;
    }
    Motion motion = high.with(raised.withTranslation(0, Track.of(TrackType.TRANSLATION, p)));
    Finding finding = only(FindingKind.FLOAT, motion);
    assertThat(finding.wholeBody()).isTrue();
    assertThat(finding.size()).isCloseTo(70, within(2.0));
    Plate level = remedies(motion).of(finding).orElseThrow();
    assertThat(level.pass().kind()).isEqualTo(LevelPass.KIND);
    Motion mended = level.apply(motion, motion.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).isEmpty();
  }

  @Test
  void anArmThroughTheBodyAndALegThroughTheOther() {
    // the stretched arm turned across the chest
    Motion arm =
        Standing.body(
            120,
            List.of(
                new Standing.Turn(Role.LEFT_UPPER_ARM, 1, Standing.during(2, 4, -1.57)),
                new Standing.Turn(Role.LEFT_FOREARM, 1, Standing.during(2, 4, -2.68))),
            List.of());
    Finding finding = only(FindingKind.COLLISION, arm);
    assertThat(finding.joint()).isEqualTo(arm.body().joint(Role.LEFT_FOREARM).getAsInt());
    assertThat(finding.joints()).hasSizeGreaterThan(1);
    assertThat(finding.size()).isGreaterThan(18);
    assertThat(seconds(120, 2, 4).within(finding.frames())).isEqualTo(finding.frames());
    Plate plate = remedies(arm).of(finding).orElseThrow();
    assertThat(plate.pass()).isEqualTo(GapFillPass.ofSpan());
    assertThat(plate.scope().roles()).contains(Role.LEFT_UPPER_ARM, Role.LEFT_FOREARM);
    Motion mended = plate.apply(arm, arm.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).noneMatch(finding::isSameAs);
  }

  @Test
  void jointsBentPastTheirRangeButNotWithinIt() {
    Standing.Turn wrist =
        new Standing.Turn(Role.RIGHT_HAND, 0, Standing.during(2, 3, Math.toRadians(150)));
    Finding twisted = only(FindingKind.OVERBEND, Standing.body(120, List.of(wrist), List.of()));
    assertThat(twisted.size()).isCloseTo(35, within(4.0));
    assertThat(twisted.unit()).isEqualTo("°");
    Standing.Turn nod = new Standing.Turn(Role.HEAD, 0, Standing.during(2, 3, Math.toRadians(45)));
    assertThat(survey(Standing.body(120, List.of(nod), List.of()))).isEmpty();
    Standing.Turn fold =
        new Standing.Turn(Role.LEFT_FOREARM, 1, Standing.during(1, 3, Math.toRadians(-172)));
    assertThat(survey(Standing.body(120, List.of(fold), List.of())))
        .anyMatch(f -> f.kind() == FindingKind.OVERBEND && f.text().contains("Left forearm"));
  }

  @ParameterizedTest
  @ValueSource(doubles = {60, 120, 240})
  void aKneeThatPopsAndOneThatBends(double rate) {
    DoubleUnaryOperator bend = t -> 0.5 + 0.4 * Math.sin(2 * Math.PI * 0.8 * t);
    DoubleUnaryOperator pop =
        t -> bend.applyAsDouble(t) + Standing.during(3, 3.085, Math.toRadians(25)).applyAsDouble(t);
    Motion bends =
        Standing.body(rate, List.of(new Standing.Turn(Role.LEFT_SHIN, 0, bend)), List.of());
    assertThat(survey(bends)).noneMatch(f -> f.kind() == FindingKind.POP);
    Motion pops =
        Standing.body(rate, List.of(new Standing.Turn(Role.LEFT_SHIN, 0, pop)), List.of());
    Finding finding = only(FindingKind.POP, pops);
    assertThat(finding.joint()).isEqualTo(pops.body().joint(Role.LEFT_SHIN).getAsInt());
    assertThat(finding.worst() / rate).isCloseTo(3.04, within(0.03));
    assertThat(finding.size()).isBetween(12.0, 27.0);
  }

  /** An elbow that is off by so much in these frames at 30 Hz. */
  private static Motion elbow(double deg, double... shares) {
    DoubleUnaryOperator off =
        t -> {
          int n = (int) Math.round(30 * t) - 90;
          return n < 0 || n >= shares.length ? 0 : -Math.toRadians(deg) * shares[n];
        };
    return Standing.body(30, List.of(new Standing.Turn(Role.LEFT_FOREARM, 1, off)), List.of());
  }

  /** The top of a pop is off from its neighbours as a wild frame is, but these are off too. */
  @Test
  void aPopAtALowRateIsNoWildFrame() {
    Motion pops = elbow(25, 0.37, 1, 0.37);
    only(FindingKind.POP, pops);
    assertThat(survey(pops)).noneMatch(f -> f.kind() == FindingKind.SPIKE);
    Motion wild = elbow(16, 1);
    only(FindingKind.SPIKE, wild);
    assertThat(survey(wild)).noneMatch(f -> f.kind() == FindingKind.POP);
  }

  @Test
  void aLeapOfTheHipsIsAJoltAndAQuickStartIsNot() {
    Motion leaps =
        Standing.body(
            120, List.of(), List.of(new Standing.Move(0, t -> t < 3 ? 0 : 0.08 * Math.exp(3 - t))));
    Finding jolt = only(FindingKind.JOLT, leaps);
    assertThat(jolt.worst()).isEqualTo(360);
    assertThat(jolt.size()).isCloseTo(80, within(8.0));
    assertThat(jolt.wholeBody()).isTrue();
    Motion starts =
        Standing.body(
            120,
            List.of(),
            List.of(new Standing.Move(0, t -> t < 3 ? 0 : 4 * Math.pow(t - 3, 2) / 3)));
    assertThat(survey(starts)).noneMatch(f -> f.kind() == FindingKind.JOLT);
  }

  @Test
  void aWildPlaceOfTheHipsIsToldInMillimetres() {
    Motion calm = Standing.body(120, List.of(), List.of());
    double[] p = new double[3];
    calm.clip().translation(0).read(300, p, 0);
    p[2] += 0.12;
    Track wild = calm.clip().translation(0).with(new Frames(300, 301), p);
    Finding spike = only(FindingKind.SPIKE, calm.with(calm.clip().withTranslation(0, wild)));
    assertThat(spike.unit()).isEqualTo("mm");
    assertThat(spike.size()).isCloseTo(120, within(3.0));
    assertThat(spike.worst()).isEqualTo(300);
    assertThat(spike.text()).contains("120 mm");
    assertThat(spike.severity()).isBetween(0.5, 0.9);
  }

  @Test
  void aHeadThatShakesAndOneThatTurns() {
    DoubleUnaryOperator quick =
        t -> t > 2 && t < 3.5 ? Math.toRadians(5) * Math.sin(2 * Math.PI * 6.5 * t) : 0;
    Motion shakes = Standing.body(120, List.of(new Standing.Turn(Role.HEAD, 1, quick)), List.of());
    Finding finding = only(FindingKind.SHAKE, shakes);
    assertThat(finding.size()).isCloseTo(5, within(1.2));
    Plate plate = remedies(shakes).of(finding).orElseThrow();
    assertThat(plate.pass().kind()).isEqualTo(SmoothPass.KIND);
    Motion mended = plate.apply(shakes, shakes.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).noneMatch(f -> f.kind() == FindingKind.SHAKE);
    Motion turns =
        Standing.body(
            120,
            List.of(new Standing.Turn(Role.HEAD, 1, t -> 0.9 * Math.tanh(9 * (t - 3)))),
            List.of());
    assertThat(survey(turns)).noneMatch(f -> f.kind() == FindingKind.SHAKE);
  }

  @Test
  void jitterIsOneFindingOfAllPartsThatHaveItAndGoneAfterSmoothing() {
    Motion noisy = Samples.swaying(1500, 120, 0.015, 5);
    List<Finding> jitter =
        survey(noisy).stream().filter(f -> f.kind() == FindingKind.JITTER).toList();
    assertThat(jitter).hasSize(1);
    assertThat(jitter.get(0).wholeBody()).isTrue();
    // three components of 0.015 rad
    assertThat(jitter.get(0).size()).isCloseTo(Math.toDegrees(0.015 * Math.sqrt(3)), within(0.5));
    Plate plate = remedies(noisy).of(jitter.get(0)).orElseThrow();
    assertThat(plate.span()).isEqualTo(Span.ALL);
    Motion mended = plate.apply(noisy, noisy.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).noneMatch(f -> f.kind() == FindingKind.JITTER);
  }

  @Test
  void manySpikesAreMendedByOnePlateAndOtherKindsByOneEach() {
    Motion faulty = Samples.faulty(Samples.swaying(1500, 120, 0.004, 3));
    List<Finding> all = survey(faulty);
    List<Finding> spikes = all.stream().filter(f -> f.kind() == FindingKind.SPIKE).toList();
    Remedies remedies = remedies(faulty);
    List<Plate> plates = remedies.of(FindingKind.SPIKE, spikes);
    assertThat(plates).hasSize(1);
    assertThat(plates.get(0).span()).isEqualTo(Span.ALL);
    assertThat(remedies.of(FindingKind.SPIKE, spikes.subList(0, 1)).get(0).span().isAll())
        .isFalse();
    Finding made =
        new Finding(
            FindingKind.POP, List.of(7), false, new Frames(200, 208), 204, 20, "°", 0.6, "pops");
    List<Finding> two = new ArrayList<>(List.of(made, made.at(new Frames(500, 508), 504)));
    assertThat(remedies.of(FindingKind.POP, two)).hasSize(2);
    Finding slide =
        new Finding(
            FindingKind.SLIDE, List.of(15), false, new Frames(9, 90), 50, 20, "mm", 0.4, "slides");
    assertThat(remedies.of(slide)).get().extracting(p -> p.pass().kind().id()).isEqualTo("plants");
  }
}
