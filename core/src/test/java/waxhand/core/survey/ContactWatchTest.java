package waxhand.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Triple;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.KnownContacts;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.passes.ground.PlantsPass;
import waxhand.core.passes.props.PropPass;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/** What touches, as far as passes and props tell. */
class ContactWatchTest {
  private static final double RATE = 120;

  private static List<Finding> survey(Motion motion) {
    return new Surveyor().survey(motion, Work.UNWATCHED).findings();
  }

  /** Glides 120 mm aside between two and four seconds. */
  private static Motion gliding() {
    return Standing.body(
        RATE,
        List.of(),
        List.of(new Standing.Move(0, t -> 0.06 * Math.max(0, Math.min(2, t - 2)))));
  }

  @Test
  void slidesAreThoseOfTheContactsThatThereAre() {
    Motion motion = gliding();
    assertThat(survey(motion)).hasSize(2).allMatch(f -> f.kind() == FindingKind.SLIDE);
    // the artist says that the left foot does not touch there
    List<Contact> right = List.of(new Contact(ContactPart.RIGHT_BALL, motion.clip().allFrames()));
    Motion known = motion.with(KnownContacts.NONE.with(motion.clip().allFrames(), right));
    assertThat(survey(known)).hasSize(1).allMatch(f -> f.text().startsWith("Right foot slides"));
    // of frames nobody settled a search tells
    Motion half = motion.with(KnownContacts.NONE.with(new Frames(0, 150), List.of()));
    assertThat(survey(half)).hasSize(2);
  }

  @Test
  void aMendedContactLeavesTheListAndARemovedOneIsNotTold() {
    Motion motion = gliding();
    PlantsPass plants = PlantsPass.KIND.of(Map.of("follow", 0.0));
    Motion planted = run(plants, motion);
    assertThat(survey(planted)).noneMatch(f -> f.kind() == FindingKind.SLIDE);
    assertThat(KnownContacts.of(planted).contacts()).isNotEmpty();
    assertThat(KnownContacts.of(planted).where().runs()).containsExactly(motion.clip().allFrames());
    List<Contact> left =
        KnownContacts.of(planted).contacts().stream()
            .filter(c -> c.part().name().startsWith("LEFT"))
            .toList();
    Motion without = run(plants.withKept(List.of(), left), motion);
    assertThat(survey(without)).noneMatch(f -> f.kind() == FindingKind.SLIDE);
  }

  @Test
  void whoStandsOnAThingNeitherFloatsNorSinks() {
    Motion up =
        Standing.body(RATE, List.of(), List.of(new Standing.Move(1, Standing.during(2, 5, 0.06))));
    assertThat(survey(up)).anyMatch(f -> f.kind() == FindingKind.FLOAT);
    Motion onStep =
        run(
            PropPass.KIND
                .defaults()
                .withSize(new Triple(2, 0.06, 2))
                .withPlace(new Triple(0, -0.001, 0)),
            up);
    List<Finding> found = survey(onStep);
    assertThat(found)
        .noneMatch(f -> f.kind() == FindingKind.FLOAT && !f.wholeBody())
        .noneMatch(f -> f.kind() == FindingKind.SINK && f.frames().contains((int) (3.5 * RATE)));
  }

  @Test
  void onlyBlocksWhoseContactsChangedAreSurveyedAgain() {
    Motion motion = Standing.body(960, List.of(), List.of());
    Surveyor surveyor = new Surveyor();
    surveyor.survey(motion, Work.UNWATCHED);
    long first = surveyor.blocksSurveyed();
    KnownContacts late = KnownContacts.NONE.with(new Frames(5500, 5600), List.of());
    surveyor.survey(motion.with(late), Work.UNWATCHED);
    assertThat(surveyor.blocksSurveyed() - first).isBetween(1L, first - 1);
  }

  @Test
  void knownContactsFollowCutsAndGiveWayToLaterPasses() {
    Contact heel = new Contact(ContactPart.LEFT_HEEL, new Frames(10, 60));
    KnownContacts known = KnownContacts.NONE.with(new Frames(0, 100), List.of(heel));
    assertThat(known.through(TimeMap.without(100, List.of(new Frames(20, 30), new Frames(50, 70)))))
        .isEqualTo(
            new KnownContacts(
                FrameSet.of(new Frames(0, 70)),
                List.of(new Contact(ContactPart.LEFT_HEEL, new Frames(10, 40)))));
    Contact ball = new Contact(ContactPart.LEFT_BALL, new Frames(0, 200));
    assertThat(known.with(new Frames(30, 150), List.of(ball)))
        .isEqualTo(
            new KnownContacts(
                FrameSet.of(new Frames(0, 150)),
                List.of(
                    new Contact(ContactPart.LEFT_HEEL, new Frames(10, 30)),
                    new Contact(ContactPart.LEFT_BALL, new Frames(30, 150)))));
  }

  @Test
  void contactsGoAlongTheChain() {
    Motion motion = gliding();
    Motion out =
        new Evaluator(motion)
            .evaluate(
                Chain.of(
                    Plate.of("p", PlantsPass.KIND.defaults()),
                    Plate.of("q", waxhand.core.passes.ground.LevelPass.KIND.defaults())),
                Work.UNWATCHED)
            .result();
    assertThat(KnownContacts.of(out).contacts()).isNotEmpty();
  }

  private static Motion run(waxhand.core.chain.Pass pass, Motion in) {
    return Plate.of("p", pass).apply(in, in.clip().allFrames(), Work.UNWATCHED);
  }
}
