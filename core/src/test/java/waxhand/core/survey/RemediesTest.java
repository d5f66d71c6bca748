package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import waxhand.core.Samples;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.contact.Floor;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Track;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** What is offered for a finding, and where nothing is. */
class RemediesTest {
  private static List<Finding> survey(Motion motion) {
    return new Surveyor().survey(motion, Work.UNWATCHED).findings();
  }

  private static Optional<Plate> remedy(Motion motion, Finding finding) {
    return new Remedies(motion, Floor.height(motion)).of(finding);
  }

  private static Finding finding(FindingKind kind, Motion motion, Role part, int from, int to) {
    int joint = motion.body().joint(part).orElseThrow();
    return new Finding(
        kind, List.of(joint), false, new Frames(from, to), from, 50, kind.unit(), 0.5, "made");
  }

  @Test
  void aLimbAtRestIsUnknownFromItsFirstFrameAndAFrozenOneFromItsSecond() {
    Motion sways = Samples.swaying(600, 120, 0.001, 3);
    Frames run = new Frames(200, 260);
    Clip rest = sways.clip();
    Clip frozen = sways.clip();
    double[] none = new double[4 * run.count()];
    for (int n = 0; n < run.count(); n++) {
      none[4 * n + 3] = 1;
    }
    int arm = sways.body().joint(Role.LEFT_UPPER_ARM).orElseThrow();
    for (int j = arm; j < rest.skeleton().size(); j++) {
      if (rest.skeleton().isAncestor(arm, j)) {
        rest = rest.withRotation(j, rest.rotation(j).with(run, none));
        frozen = frozen.withRotation(j, Samples.held(frozen.rotation(j), run));
      }
    }
    for (Clip clip : new Clip[] {rest, frozen}) {
      Motion motion = sways.with(clip);
      Finding missing =
          survey(motion).stream()
              .filter(f -> f.kind() == FindingKind.MISSING)
              .findFirst()
              .orElseThrow();
      Plate plate = remedy(motion, missing).orElseThrow();
      assertThat(plate.name()).isEqualTo("Missing, left upper arm");
      assertThat(plate.span().from()).isEqualTo(clip == rest ? 200 : 201);
      assertThat(plate.span().to()).isEqualTo(260);
      Motion mended = plate.apply(motion, motion.clip().allFrames(), Work.UNWATCHED);
      List<Finding> before = survey(sways);
      assertThat(survey(mended))
          .as("and leaves nothing new")
          .allMatch(f -> before.stream().anyMatch(f::isSameAs));
      Track away = mended.clip().rotation(arm);
      assertThat(away.sameAt(199, motion.clip().rotation(arm))).isTrue();
      assertThat(away.sameAt(260, motion.clip().rotation(arm))).isTrue();
    }
  }

  @Test
  void aLegThatIsAtFaultIsNotMendedByMovingTheBody() {
    // the left knee and hip bent so that one foot hangs over the floor, the other stands
    double bend = Math.toRadians(20);
    Motion motion =
        Standing.body(
            120,
            List.of(
                new Standing.Turn(Role.LEFT_THIGH, 0, Standing.during(2, 3.5, -bend)),
                new Standing.Turn(Role.LEFT_SHIN, 0, Standing.during(2, 3.5, 2 * bend)),
                new Standing.Turn(Role.LEFT_FOOT, 0, Standing.during(2, 3.5, -bend))),
            List.of());
    Finding floats =
        survey(motion).stream()
            .filter(f -> f.kind() == FindingKind.FLOAT)
            .findFirst()
            .orElseThrow();
    assertThat(floats.joint()).isEqualTo(motion.body().joint(Role.LEFT_FOOT).orElseThrow());
    assertThat(floats.size()).isGreaterThan(20);
    assertThat(remedy(motion, floats)).isEmpty();
  }

  @Test
  void whatAnArmDoesForLongIsNotMadeUp() {
    Motion motion = Standing.body(120, List.of(), List.of());
    Finding brief = finding(FindingKind.COLLISION, motion, Role.LEFT_FOREARM, 200, 300);
    Finding long1 = finding(FindingKind.COLLISION, motion, Role.LEFT_FOREARM, 200, 420);
    assertThat(remedy(motion, brief)).isPresent();
    assertThat(remedy(motion, long1)).isEmpty();
    assertThat(remedy(motion, finding(FindingKind.SLIDE, motion, Role.LEFT_FOOT, 200, 300)))
        .get()
        .satisfies(
            p -> {
              assertThat(p.pass().kind()).isEqualTo(PlantsPass.KIND);
              assertThat(p.span().within(1000).contains(250)).isTrue();
            });
  }

  @Test
  void eachFootOffByItselfIsALiftOfItsOwnAndTheEndsOfTheTakeHaveNoEase() {
    Motion motion =
        Standing.body(
            120,
            List.of(),
            List.of(
                new Standing.Move(1, t -> t > 5 ? 0.04 : 0),
                new Standing.Move(1, Standing.during(2, 3.5, -0.05))));
    List<Finding> found = survey(motion);
    Remedies remedies = new Remedies(motion, Floor.height(motion));
    List<Plate> down =
        remedies.of(
            FindingKind.FLOAT, found.stream().filter(f -> f.kind() == FindingKind.FLOAT).toList());
    List<Plate> up =
        remedies.of(
            FindingKind.SINK, found.stream().filter(f -> f.kind() == FindingKind.SINK).toList());
    assertThat(down).hasSize(1);
    assertThat(up).hasSize(1);
    assertThat(down.get(0).span().to()).isEqualTo(720);
    assertThat(down.get(0).span().easeOut()).isZero();
    assertThat(down.get(0).span().easeIn()).isPositive();
    assertThat(((ShiftPass) down.get(0).pass()).move().y()).isBetween(-0.042, -0.036);
    assertThat(((ShiftPass) up.get(0).pass()).move().y()).isBetween(0.04, 0.052);
    assertThat(up.get(0).span().easeIn()).isPositive();
  }
}
