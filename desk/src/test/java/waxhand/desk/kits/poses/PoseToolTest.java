package waxhand.desk.kits.poses;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.pose.HandShape;
import waxhand.core.project.Project;
import waxhand.core.project.RawTake;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.desk.session.Session;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** A pose that is put on where there is no layer, on a machine of any speed. */
class PoseToolTest {
  private static final Motion TAKE =
      Motion.of(
          Rehearsal.of(new Rehearsal.Order(Scene.LINE_HAUL, 1, 60, 3, 1.78, true, Map.of()))
              .truth());
  private static final PartName FINGER = PartName.of(Role.RIGHT_MIDDLE_1);

  private final Session session = new Session();
  private final PoseTool tool = new PoseTool(session);
  private final PoseTool.Source fist =
      tool.shape(
          HandShape.ALL.stream().filter(s -> s.key().equals("fist")).findFirst().orElseThrow());

  @BeforeEach
  void aTakeOnTheBench() {
    RawTake raw = new RawTake("t.bvh", new byte[0], TAKE, Map.of(), List.of());
    session.reset(Project.empty("poses").added("t", raw), Optional.empty());
    session.editChain(
        "begin", null, c -> c.inserted(0, Plate.of("smooth", SmoothPass.KIND.defaults())));
    workOut();
    session.seek(20);
  }

  private void workOut() {
    session
        .stagesProperty()
        .set(Optional.of(new Evaluator(TAKE).evaluate(session.chain(), Work.UNWATCHED)));
  }

  private boolean isPut() {
    return session.chain().plates().stream()
        .anyMatch(
            p -> p.pass() instanceof LayerPass l && LayerEdit.has(l, FINGER, Channel.Of.TURN));
  }

  @Test
  void itIsPutOnTheNewLayerOnceThatIsWorkedOut() {
    tool.apply(fist);
    assertThat(isPut()).isFalse();
    workOut();
    assertThat(isPut()).isTrue();
    assertThat(session.chain().size()).isEqualTo(2);
  }

  @Test
  void aLayerMayBeWorkedOutBeforeItIsChosen() {
    session.onEdited(this::workOut);
    tool.apply(fist);
    assertThat(isPut()).isTrue();
    assertThat(session.chain().size()).isEqualTo(2);
  }

  @Test
  void howPosesArePutOnDoesNotStickToTheNextTake() {
    RawTake raw = new RawTake("u.bvh", new byte[0], TAKE, Map.of(), List.of());
    session.edit("add", p -> p.added("u", raw));
    tool.shareProperty().set(0.3);
    tool.mirroredProperty().set(true);
    tool.handsProperty().set(PoseTool.Hands.LEFT);
    session.edit("edit", p -> p.withPoses(List.of()));
    assertThat(tool.shareProperty().get()).isEqualTo(0.3);
    session.choose(session.projectProperty().get().takes().get(1).id());
    assertThat(tool.shareProperty().get()).isEqualTo(1);
    assertThat(tool.mirroredProperty().get()).isFalse();
    assertThat(tool.handsProperty().get()).isEqualTo(PoseTool.Hands.BOTH);
  }

  @Test
  void whatALayerThatIsGoneAwaitedIsNotPutOnAnother() {
    tool.apply(fist);
    session.undo();
    session.editChain(
        "layer", null, c -> c.inserted(0, Plate.of("other", LayerPass.KIND.defaults())));
    workOut();
    session.plateIdProperty().set(Optional.of("other"));
    assertThat(isPut()).isFalse();
  }
}
