package waxhand.desk.kits.layers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.joml.Vector3d;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.work.Work;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.PlaceMark;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** Where a hand can be pulled out of the body by one drag, and what that does. */
class PullOutTest {
  private static final Motion TAKE =
      Motion.of(
          Rehearsal.of(new Rehearsal.Order(Scene.DECK_WALK, 5, 60, 3, 1.78, false, Map.of()))
              .truth());
  private static final Frames WRONG = new Frames(100, 130);
  private static final int HAND = TAKE.body().joint(Role.RIGHT_HAND).orElseThrow();
  private static final int AT = 110;

  private final Session session = new Session();
  private final ObjectProperty<Optional<Finding>> finding =
      new SimpleObjectProperty<>(Optional.empty());
  private final PullOut pullOut = new PullOut(session, finding, new DrawAnew(session, finding));

  @BeforeEach
  void aTakeOnTheBench() {
    RawTake raw = new RawTake("t.bvh", new byte[0], TAKE, Map.of(), List.of());
    session.reset(Project.empty("pulls").added("t", raw), Optional.empty());
    workOut();
    session.seek(AT);
  }

  private void workOut() {
    session
        .stagesProperty()
        .set(Optional.of(new Evaluator(TAKE).evaluate(session.chain(), Work.UNWATCHED)));
  }

  /** Chooses a finding on a part, as the list does. */
  private void choose(FindingKind kind, Role role, Frames frames) {
    int joint = TAKE.body().joint(role).orElseThrow();
    BitSet parts = new BitSet();
    parts.set(joint);
    session.select(parts);
    finding.set(
        Optional.of(
            new Finding(kind, List.of(joint), false, frames, AT, 90, kind.unit(), 0.8, "It is.")));
  }

  private Vector3d hand(Motion motion) {
    WorldPose pose = WorldPose.only(motion.clip().skeleton(), HAND);
    pose.solve(motion.clip(), AT);
    return new Vector3d(pose.x(HAND), pose.y(HAND), pose.z(HAND));
  }

  private Motion result() {
    workOut();
    return session.stagesProperty().get().orElseThrow().result();
  }

  @Test
  void aForearmInTheBodyIsPulledOutByItsHand() {
    choose(FindingKind.COLLISION, Role.RIGHT_FOREARM, WRONG);
    PlaceMark diamond = (PlaceMark) pullOut.marks().get(0);
    assertThat(diamond.place().distance(hand(TAKE))).isLessThan(1e-9);
    assertThat(diamond.words()).isEqualTo("pull the right hand out");
    Vector3d by = new Vector3d(-0.05, 0.03, 0.02);
    var drag = diamond.grasp().get();
    drag.accept(new Vector3d(0.2, 0, 0));
    drag.accept(by);
    PlaceMark held = (PlaceMark) pullOut.marks().get(0);
    assertThat(held.place().distance(new Vector3d(diamond.place()).add(by))).isLessThan(1e-9);
    diamond.released().run();

    assertThat(session.plate().map(Plate::name)).contains("Right arm anew");
    assertThat(session.held()).isEqualTo(HAND);
    Motion is = result();
    assertThat(hand(is).distance(hand(TAKE).add(by))).as("from where it was seen").isLessThan(1e-3);
    Frames changed = session.plate().orElseThrow().span().within(TAKE.clip().frames());
    assertThat(changed.contains(WRONG.from()) && changed.contains(WRONG.to() - 1)).isTrue();
    for (int f : new int[] {changed.from() - 1, changed.to()}) {
      for (int j = 0; j < TAKE.clip().skeleton().size(); j++) {
        assertThat(is.clip().rotation(j).sameAt(f, TAKE.clip().rotation(j))).isTrue();
      }
    }
    assertThat(pullOut.marks()).as("the layer has handles of its own").isEmpty();
    session.undo();
    assertThat(session.chain().size()).as("one step").isZero();
  }

  @Test
  void aWorkRangeThatIsElsewhereIsLeftAlone() {
    String id = session.takeProperty().get().orElseThrow().id();
    session.edit("range", p -> p.changed(id, t -> t.withWorkRange(new Frames(0, 60))));
    choose(FindingKind.COLLISION, Role.RIGHT_HAND, WRONG);
    PlaceMark diamond = (PlaceMark) pullOut.marks().get(0);
    diamond.grasp().get().accept(new Vector3d(0.02, 0, 0));
    diamond.released().run();
    assertThat(session.plate().orElseThrow().span().within(TAKE.clip().frames()))
        .isEqualTo(WRONG.grown(15));
    session.undo();
    session.edit("range", p -> p.changed(id, t -> t.withWorkRange(new Frames(95, 140))));
    workOut();
    diamond = (PlaceMark) pullOut.marks().get(0);
    diamond.grasp().get().accept(new Vector3d(0.02, 0, 0));
    diamond.released().run();
    assertThat(session.plate().orElseThrow().span().within(TAKE.clip().frames()))
        .isEqualTo(new Frames(95, 140));
  }

  @Test
  void aClickChangesNothing() {
    choose(FindingKind.COLLISION, Role.RIGHT_HAND, WRONG);
    PlaceMark diamond = (PlaceMark) pullOut.marks().get(0);
    assertThat(diamond.grasp().get()).isNotNull();
    diamond.released().run();
    assertThat(session.chain().size()).isZero();
    assertThat(session.undoName()).isEmpty();
    assertThat(pullOut.marks()).hasSize(1);
  }

  @Test
  void nothingIsOfferedWhereItWouldDoHarm() {
    choose(FindingKind.COLLISION, Role.RIGHT_HAND, WRONG);
    assertThat(pullOut.marks()).hasSize(1);
    choose(FindingKind.COLLISION, Role.RIGHT_HAND, new Frames(90, 290));
    assertThat(pullOut.marks()).as("most of what lasts is true").isEmpty();
    choose(FindingKind.COLLISION, Role.RIGHT_FOOT, WRONG);
    assertThat(pullOut.marks()).as("legs stand on something").isEmpty();
    choose(FindingKind.JITTER, Role.RIGHT_HAND, WRONG);
    assertThat(pullOut.marks()).as("another fault").isEmpty();
    choose(FindingKind.COLLISION, Role.RIGHT_HAND, WRONG);
    BitSet other = new BitSet();
    other.set(TAKE.body().joint(Role.LEFT_HAND).orElseThrow());
    session.select(other);
    assertThat(pullOut.marks()).as("another part in hand").isEmpty();
    choose(FindingKind.COLLISION, Role.RIGHT_HAND, WRONG);
    session.seek(20);
    assertThat(pullOut.marks()).as("beside it").isEmpty();
    session.seek(AT);
    session.editChain(
        "layer", null, c -> c.inserted(0, Plate.of("mine", LayerPass.KIND.defaults())));
    assertThat(pullOut.marks()).as("still worked out").isEmpty();
    workOut();
    assertThat(pullOut.marks()).hasSize(1);
    session.plateIdProperty().set(Optional.of("mine"));
    assertThat(pullOut.marks()).as("a layer is active").isEmpty();
  }
}
