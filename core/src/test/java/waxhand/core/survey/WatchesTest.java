package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Track;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.Floor;
import waxhand.core.passes.GapFillPass;
import waxhand.core.passes.LevelPass;
import waxhand.core.passes.Plate;
import waxhand.core.passes.SmoothPass;
import waxhand.core.passes.Span;
import waxhand.core.passes.Work;

/** One fault at a time on a body that stands and breathes: found, of the right size, and alone. */
class WatchesTest {
  /** How much a joint is turned about an axis, radians, by seconds. */
  private record Turn(Role role, int axis, DoubleUnaryOperator angle) {}

  /** Where the hips are moved, metres, by seconds. */
  private record Move(int axis, DoubleUnaryOperator by) {}

  private static Motion standing(double rate, List<Turn> turns, List<Move> moves) {
    int frames = (int) (6 * rate);
    Clip clip = Samples.swaying(frames, rate, 0, 1).clip();
    Motion body = Motion.of(clip);
    Random random = new Random(7);
    for (int j = 0; j < clip.skeleton().size(); j++) {
      double[] q = new double[4 * frames];
      double[] turn = new double[4];
      for (int f = 0; f < frames; f++) {
        double t = f / rate;
        double[] v = new double[3];
        // legs stand; the rest breathes, and nothing is ever quite still
        boolean leg = body.body().role(j).map(r -> isLeg(r)).orElse(false) || j == 0;
        for (int i = 0; i < 3; i++) {
          double slow = leg ? 0 : 0.02 * Math.sin(2 * Math.PI * 0.4 * t + j + i);
          v[i] = slow + 0.0004 * random.nextGaussian();
        }
        Quats.exp(v, 0, q, 4 * f);
        for (Turn each : turns) {
          if (body.body().joint(each.role()).orElse(-1) == j) {
            double[] w = new double[3];
            w[each.axis()] = each.angle().applyAsDouble(t);
            Quats.exp(w, 0, turn, 0);
            Quats.multiply(q, 4 * f, turn, 0, q, 4 * f);
          }
        }
      }
      clip = clip.withRotation(j, Track.of(Track.ROTATION, q));
    }
    double[] p = new double[3 * frames];
    for (int f = 0; f < frames; f++) {
      for (int i = 0; i < 3; i++) {
        p[3 * f + i] = 0.0002 * random.nextGaussian();
      }
      p[3 * f + 1] += 0.95;
      for (Move move : moves) {
        p[3 * f + move.axis()] += move.by().applyAsDouble(f / rate);
      }
    }
    return grounded(body.with(clip.withTravel(0, Track.of(Track.TRAVEL, p))));
  }

  private static boolean isLeg(Role role) {
    return role.name().endsWith("THIGH")
        || role.name().endsWith("SHIN")
        || role.name().endsWith("FOOT")
        || role.name().endsWith("TOES");
  }

  /** Put down so that its soles lie on the ground at the start. */
  private static Motion grounded(Motion motion) {
    WorldPose pose = new WorldPose(motion.clip().skeleton());
    pose.solve(motion.clip(), 0);
    double[] p = new double[3];
    double low = Double.POSITIVE_INFINITY;
    for (var sole : motion.body().soles()) {
      pose.point(sole.toes(), sole.ball(), p, 0);
      low = Math.min(low, p[1]);
    }
    double by = low;
    double[] all = new double[3 * motion.clip().frames()];
    motion.clip().travel(0).read(motion.clip().allFrames(), all);
    for (int i = 1; i < all.length; i += 3) {
      all[i] -= by;
    }
    return motion.with(motion.clip().withTravel(0, Track.of(Track.TRAVEL, all)));
  }

  private static List<Finding> survey(Motion motion) {
    return new Surveyor().survey(motion, Work.UNWATCHED).findings();
  }

  private static Finding only(FindingKind kind, Motion motion) {
    List<Finding> all = survey(motion);
    List<Finding> own = all.stream().filter(f -> f.kind() == kind).toList();
    assertThat(own).as("%s among %s", kind, all).hasSize(1);
    return own.get(0);
  }

  private static DoubleUnaryOperator during(double from, double to, double size) {
    return t -> {
      double u = (t - from) / (to - from);
      double w = Math.max(0, Math.min(1, 5 * Math.min(u, 1 - u)));
      return size * w * w * (3 - 2 * w);
    };
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
    assertThat(survey(standing(rate, List.of(), List.of()))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(doubles = {60, 120, 240})
  void feetThatSlideFloatAndSink(double rate) {
    Motion slides =
        standing(rate, List.of(), List.of(new Move(0, t -> 0.06 * Math.max(0, t - 3) / 3)));
    List<Finding> slide =
        survey(slides).stream().filter(f -> f.kind() == FindingKind.SLIDE).toList();
    assertThat(slide).hasSize(2);
    // told a second at a time: 20 mm
    assertThat(slide.get(0).size()).isCloseTo(20, within(3.0));
    assertThat(slide.get(0).frames().from() / rate).isBetween(2.6, 3.9);
    assertThat(slide.get(0).text()).contains("slides").contains("mm");
    Motion floats = standing(rate, List.of(), List.of(new Move(1, during(2, 3.5, 0.04))));
    List<Finding> high =
        survey(floats).stream().filter(f -> f.kind() == FindingKind.FLOAT).toList();
    assertThat(high).hasSize(2).allMatch(f -> Math.abs(f.size() - 40) < 5);
    Motion sinks = standing(rate, List.of(), List.of(new Move(1, during(2, 3.5, -0.05))));
    List<Finding> low = survey(sinks).stream().filter(f -> f.kind() == FindingKind.SINK).toList();
    assertThat(low).hasSize(2).allMatch(f -> Math.abs(f.size() - 50) < 5);
    assertThat(low.get(0).frames().within(seconds(rate, 2.5, 3)).isEmpty()).isFalse();
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.04, -0.05})
  void bothFeetOffTheFloorForAWhileAreMendedByOneLift(double up) {
    Motion off = standing(120, List.of(), List.of(new Move(1, during(2, 3.5, up))));
    List<Finding> both = survey(off);
    assertThat(both).hasSize(2);
    List<Plate> plates = remedies(off).of(both.get(0).kind(), both);
    assertThat(plates).hasSize(1);
    assertThat(plates.get(0).scope().roles()).containsExactly(Role.HIPS);
    Motion mended = plates.get(0).apply(off, off.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).isEmpty();
    int away = 120;
    assertThat(mended.clip().travel(0).at(away, 1)).isEqualTo(off.clip().travel(0).at(away, 1));
  }

  @Test
  void aTakeThatStandsTooHighIsOneFindingThatLevelMends() {
    Motion high = standing(120, List.of(), List.of(new Move(1, t -> 0.07)));
    Clip raised = high.clip();
    double[] p = new double[3 * raised.frames()];
    raised.travel(0).read(raised.allFrames(), p);
    for (int i = 1; i < p.length; i += 3) {
      p[i] += 0.07;
    }
    Motion motion = high.with(raised.withTravel(0, Track.of(Track.TRAVEL, p)));
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
        standing(
            120,
            List.of(
                new Turn(Role.LEFT_UPPER_ARM, 1, during(2, 4, -1.57)),
                new Turn(Role.LEFT_FOREARM, 1, during(2, 4, -2.68))),
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
    Turn wrist = new Turn(Role.RIGHT_HAND, 0, during(2, 3, Math.toRadians(150)));
    Finding twisted = only(FindingKind.OVERBEND, standing(120, List.of(wrist), List.of()));
    assertThat(twisted.size()).isCloseTo(35, within(4.0));
    assertThat(twisted.unit()).isEqualTo("°");
    Turn nod = new Turn(Role.HEAD, 0, during(2, 3, Math.toRadians(45)));
    assertThat(survey(standing(120, List.of(nod), List.of()))).isEmpty();
    Turn fold = new Turn(Role.LEFT_FOREARM, 1, during(1, 3, Math.toRadians(-172)));
    assertThat(survey(standing(120, List.of(fold), List.of())))
        .anyMatch(f -> f.kind() == FindingKind.OVERBEND && f.text().contains("Left forearm"));
  }

  @ParameterizedTest
  @ValueSource(doubles = {60, 120, 240})
  void aKneeThatPopsAndOneThatBends(double rate) {
    DoubleUnaryOperator bend = t -> 0.5 + 0.4 * Math.sin(2 * Math.PI * 0.8 * t);
    DoubleUnaryOperator pop =
        t -> bend.applyAsDouble(t) + during(3, 3.085, Math.toRadians(25)).applyAsDouble(t);
    Motion bends = standing(rate, List.of(new Turn(Role.LEFT_SHIN, 0, bend)), List.of());
    assertThat(survey(bends)).noneMatch(f -> f.kind() == FindingKind.POP);
    Motion pops = standing(rate, List.of(new Turn(Role.LEFT_SHIN, 0, pop)), List.of());
    Finding finding = only(FindingKind.POP, pops);
    assertThat(finding.joint()).isEqualTo(pops.body().joint(Role.LEFT_SHIN).getAsInt());
    assertThat(finding.worst() / rate).isCloseTo(3.04, within(0.03));
    assertThat(finding.size()).isBetween(12.0, 27.0);
  }

  @Test
  void aLeapOfTheHipsIsAJoltAndAQuickStartIsNot() {
    Motion leaps =
        standing(120, List.of(), List.of(new Move(0, t -> t < 3 ? 0 : 0.08 * Math.exp(3 - t))));
    Finding jolt = only(FindingKind.JOLT, leaps);
    assertThat(jolt.worst()).isEqualTo(360);
    assertThat(jolt.size()).isCloseTo(80, within(8.0));
    assertThat(jolt.wholeBody()).isTrue();
    Motion starts =
        standing(120, List.of(), List.of(new Move(0, t -> t < 3 ? 0 : 4 * Math.pow(t - 3, 2) / 3)));
    assertThat(survey(starts)).noneMatch(f -> f.kind() == FindingKind.JOLT);
  }

  @Test
  void aWildPlaceOfTheHipsIsToldInMillimetres() {
    Motion calm = standing(120, List.of(), List.of());
    double[] p = new double[3];
    calm.clip().travel(0).read(300, p, 0);
    p[2] += 0.12;
    Track wild = calm.clip().travel(0).with(new Frames(300, 301), p);
    Finding spike = only(FindingKind.SPIKE, calm.with(calm.clip().withTravel(0, wild)));
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
    Motion shakes = standing(120, List.of(new Turn(Role.HEAD, 1, quick)), List.of());
    Finding finding = only(FindingKind.SHAKE, shakes);
    assertThat(finding.size()).isCloseTo(5, within(1.2));
    Plate plate = remedies(shakes).of(finding).orElseThrow();
    assertThat(plate.pass().kind()).isEqualTo(SmoothPass.KIND);
    Motion mended = plate.apply(shakes, shakes.clip().allFrames(), Work.UNWATCHED);
    assertThat(survey(mended)).noneMatch(f -> f.kind() == FindingKind.SHAKE);
    Motion turns =
        standing(
            120, List.of(new Turn(Role.HEAD, 1, t -> 0.9 * Math.tanh(9 * (t - 3)))), List.of());
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
    assertThat(remedies.of(slide)).isEqualTo(Optional.empty());
  }
}
