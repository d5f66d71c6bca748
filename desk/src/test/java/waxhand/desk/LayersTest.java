package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.curve.CurveKey;
import waxhand.core.measure.Pops;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.thin.Deviation;
import waxhand.core.work.Work;
import waxhand.desk.kits.layers.KeyLanes;

/** Posing on a layer in the view, its keys over time, and keys that thinning found. */
class LayersTest extends DeskTest {
  private static final PartName ARM = PartName.of(Role.LEFT_UPPER_ARM);
  private static final int HERE = 600;

  private LayerPass layer() {
    return (LayerPass) plate().pass();
  }

  private List<Double> keys() {
    return layer().rows().stream()
        .flatMap(r -> r.curve().keys().stream())
        .map(CurveKey::frame)
        .distinct()
        .sorted()
        .toList();
  }

  private boolean changed(int frame) {
    return changed(raw(), frame);
  }

  /** Rolls the peg that stands upright, in the view from the front. */
  private void roll(double pixels) throws Exception {
    WorldPose pose = new WorldPose(result().clip().skeleton());
    pose.solve(result().clip(), HERE);
    int j = raw().body().joint(Role.LEFT_UPPER_ARM).orElseThrow();
    double[] at = bench.viewport().project(pose.x(j), pose.y(j), pose.z(j));
    Node view = lookup("#view-front").query();
    Point2D peg = view.localToScreen(at[0], at[1] - 62);
    drag(peg, MouseButton.PRIMARY).dropTo(peg.add(pixels, 0));
    untilWorkedOut();
  }

  @Test
  void aPartIsPosedNearThePlayheadOnlyAndItsKeysAreMoved() throws Exception {
    openDemo();
    interact(() -> session.seek(HERE));
    run("add-layer");
    select(Role.LEFT_UPPER_ARM);
    run("view-front");
    run("turn-axes");
    run("turn-axes");
    assertThat(session.posing().axesProperty().get().words()).isEqualTo("world's axes");
    untilWorkedOut();
    roll(54);
    double[] turn = LayerEdit.at(layer(), ARM, Channel.Of.TURN, HERE);
    double size = Math.sqrt(turn[0] * turn[0] + turn[1] * turn[1] + turn[2] * turn[2]);
    assertThat(size).as("a radian is 90 pixels").isBetween(0.5, 0.7);
    assertThat(keys()).containsExactly(570.0, 600.0, 630.0);
    for (int f : new int[] {0, 500, 570, 630, 900}) {
      assertThat(changed(f)).as("frame %d", f).isFalse();
    }
    assertThat(changed(585)).isTrue();
    run("undo");
    assertThat(layer().rows()).as("one drag is one step").isEmpty();
    run("redo");
    untilWorkedOut();

    KeyLanes lanes = lookup("#key-lanes").queryAs(KeyLanes.class);
    assertThat(lanes.isVisible()).isTrue();
    double[] tack = lanes.at(ARM, 630);
    Point2D grip = lanes.localToScreen(tack[0], tack[1]);
    double wide = lanes.at(ARM, 700)[0] - tack[0];
    drag(grip, MouseButton.PRIMARY).dropTo(grip.add(wide, 0));
    untilWorkedOut();
    assertThat(keys().get(2)).isBetween(697.0, 703.0);
    assertThat(changed(660)).isTrue();
    type(KeyCode.DELETE);
    assertThat(keys()).containsExactly(570.0, 600.0);
    run("undo");
    run("undo");
    assertThat(keys()).containsExactly(570.0, 600.0, 630.0);

    run("next-key");
    assertThat(session.frameProperty().get()).isEqualTo(630);
    run("previous-key");
    assertThat(session.frameProperty().get()).isEqualTo(HERE);
  }

  @Test
  void overTheWholeRangeAnEditIsAnOffsetAndSticksToNoOtherTake() throws Exception {
    openDemo();
    run("add-layer");
    select(Role.HEAD);
    run("whole-range");
    type("layer-turn-y", "12");
    untilWorkedOut();
    int head = raw().body().joint(Role.HEAD).orElseThrow();
    for (int f : new int[] {0, 700, 1600}) {
      double by =
          Math.toDegrees(raw().clip().rotation(head).angleAt(f, result().clip().rotation(head)));
      assertThat(by).isBetween(11.99, 12.01);
    }
    assertThat(keys()).hasSize(1);
    interact(() -> session.choose("take-2"));
    assertThat(session.posing().wholeRangeProperty().get()).isFalse();
    assertThat(lookup("#key-lanes").query().isVisible()).isFalse();
  }

  @Test
  void keysThatThinningFoundAreOpenedAsALayerInOneAct() throws Exception {
    openDemo();
    run("add-thin");
    untilWorkedOut();
    until(() -> lookup("#thin-words").queryAs(Labeled.class).getText().contains("times fewer"));
    interact(() -> lookup("#thin-open").queryButton().fire());
    untilWorkedOut();
    assertThat(layer().replaces()).isTrue();
    assertThat(layer().rows().stream().map(r -> r.part()).distinct().count()).isGreaterThan(20);
    Deviation off = Deviation.of(raw(), result(), raw().clip().allFrames(), Work.UNWATCHED);
    assertThat(off.worstMm()).isBetween(1.0, 5.001);
    run("undo");
    assertThat(plate().pass()).isInstanceOf(ThinPass.class);
  }

  @Test
  void theHandThatGoesThroughTheHipsIsClearedByOnePull() throws Exception {
    openDemo();
    run("first-pass");
    untilWorkedOut();
    Motion before = result();
    Frames through =
        findings(before, Frames.first(session.frames())).stream()
            .filter(f -> f.kind() == FindingKind.COLLISION)
            .map(Finding::frames)
            .findFirst()
            .orElseThrow();
    int middle = (through.from() + through.to()) / 2;
    run("add-layer");
    double[] by = {0.11, 0, 0.11};
    LayerPass pulled =
        LayerEdit.set(
            layer(),
            PartName.of(Role.RIGHT_HAND),
            Channel.Of.GOAL,
            middle,
            by,
            new LayerEdit.Hold.Near(70));
    String id = plate().id();
    interact(() -> session.editPlate("pull", null, id, p -> p.withPass(pulled)));
    untilWorkedOut();
    assertThat(findings(result(), through).stream().map(Finding::kind))
        .doesNotContain(FindingKind.COLLISION, FindingKind.POP, FindingKind.JOLT);
    Frames around = new Frames(middle - 90, middle + 90);
    Motion was = before.with(before.clip().cut(around));
    Motion is = result().with(result().clip().cut(around));
    assertThat(Pops.peak(is, false)).isLessThan(1.2 * Pops.peak(was, false));
    assertThat(changed(before, middle - 70)).isFalse();
    assertThat(changed(before, middle)).isTrue();
    assertThat(changed(before, middle + 70)).isFalse();
    run("undo");
    run("undo");

    // nothing of it is worth keeping: the arm is drawn anew, and the hand pulled by mouse
    Frames range = through.grown(30).within(Frames.first(session.frames()));
    workRange(range);
    interact(() -> session.seek(middle));
    select();
    untilWorkedOut();
    int plates = session.chain().size();
    assertThat(run("draw-anew")).isTrue();
    assertThat(lookup(".wh-mention").queryAllAs(Labeled.class))
        .anyMatch(l -> l.getText().contains("Select a part"));
    assertThat(session.chain().size()).isEqualTo(plates);
    select(Role.RIGHT_HAND);
    assertThat(run("draw-anew")).isTrue();
    untilWorkedOut();
    assertThat(plate().name()).isEqualTo("Right arm anew");
    assertThat(findings(result(), through).stream().map(Finding::kind))
        .doesNotContain(FindingKind.COLLISION, FindingKind.POP, FindingKind.JOLT);
    assertThat(keys()).containsExactly((double) range.from(), range.to() - 1.0);
    assertThat(changed(before, range.from() - 1)).isFalse();
    assertThat(changed(before, range.to())).isFalse();
    Motion anew = result();
    run("view-front");
    WorldPose pose = new WorldPose(anew.clip().skeleton());
    pose.solve(anew.clip(), middle);
    int hand = raw().body().joint(Role.RIGHT_HAND).orElseThrow();
    double[] at = bench.viewport().project(pose.x(hand), pose.y(hand), pose.z(hand));
    Point2D diamond = lookup("#view-front").query().localToScreen(at[0], at[1]);
    drag(diamond, MouseButton.PRIMARY).dropTo(diamond.add(-14, -6));
    untilWorkedOut();
    assertThat(keys()).contains((double) middle).hasSize(5);
    WorldPose there = new WorldPose(anew.clip().skeleton());
    there.solve(result().clip(), middle);
    assertThat(Math.abs(there.x(hand) - pose.x(hand))).isBetween(0.02, 0.12);
    assertThat(findings(result(), through).stream().map(Finding::kind))
        .doesNotContain(FindingKind.COLLISION, FindingKind.POP, FindingKind.JOLT);
    run("undo");
    assertThat(keys()).hasSize(2);
    run("undo");
    untilWorkedOut();

    // or both by one drag, where the finding is chosen
    workRange(Frames.first(session.frames()));
    Finding chosen =
        findings(before, through).stream()
            .filter(f -> f.kind() == FindingKind.COLLISION)
            .findFirst()
            .orElseThrow();
    interact(() -> bench.worklist().choose(chosen));
    interact(() -> session.seek(middle));
    pose.solve(before.clip(), middle);
    at = bench.viewport().project(pose.x(hand), pose.y(hand), pose.z(hand));
    diamond = lookup("#view-front").query().localToScreen(at[0], at[1]);
    double[] to = bench.viewport().project(there.x(hand), there.y(hand), there.z(hand));
    drag(diamond, MouseButton.PRIMARY).dropTo(diamond.add(to[0] - at[0], to[1] - at[1]));
    untilWorkedOut();
    assertThat(plate().name()).isEqualTo("Right arm anew");
    assertThat(session.held()).isEqualTo(hand);
    assertThat(keys()).contains((double) middle).hasSize(3);
    assertThat(findings(result(), through).stream().map(Finding::kind))
        .doesNotContain(FindingKind.COLLISION, FindingKind.POP, FindingKind.JOLT);
    run("undo");
    assertThat(session.chain().size()).isEqualTo(plates);
  }

  private static List<Finding> findings(Motion motion, Frames run) {
    return new Surveyor()
        .survey(motion, Work.UNWATCHED).findings().stream()
            .filter(f -> f.frames().meets(run))
            .toList();
  }

  @Test
  void keysAreGivenMannersCopiedAndLayersMergedApartAndMirrored() throws Exception {
    openDemo();
    interact(() -> session.seek(HERE));
    select(Role.LEFT_UPPER_ARM);
    run("add-layer");
    type("layer-turn-z", "20");
    assertThat(keys()).containsExactly(570.0, 600.0, 630.0);
    run("select-keys");
    run("keys-step");
    assertThat(layer().rows().get(0).curve().at(615)).isCloseTo(Math.toRadians(20), within(1e-9));
    run("copy-keys");
    interact(() -> session.seek(900));
    run("paste-keys");
    assertThat(keys()).containsExactly(570.0, 600.0, 630.0, 900.0, 930.0, 960.0);
    interact(() -> session.seek(915));
    run("key-here");
    run("keep-good");
    assertThat(layer().rows().get(0).curve().at(915)).isZero();
    run("remove-keys-here");
    assertThat(keys()).doesNotContain(915.0);
    run("fade-here");
    assertThat(layer().weight().at(915)).isEqualTo(1);
    assertThat(layer().weight().at(960)).isZero();
    run("undo");

    run("mirror-layer");
    PartName other = PartName.of(Role.RIGHT_UPPER_ARM);
    assertThat(layer().rows().get(0).part()).isEqualTo(other);
    assertThat(layer().rows().get(0).curve().at(600)).isCloseTo(-Math.toRadians(20), within(1e-9));
    assertThat(bench.commands().get("merge-layer").allowed().getAsBoolean()).isFalse();
    run("duplicate");
    run("previous-plate");
    run("merge-layer");
    assertThat(session.chain().size()).isEqualTo(1);
    assertThat(layer().rows().get(0).curve().at(600)).isCloseTo(-Math.toRadians(40), within(1e-9));
    select(Role.HEAD);
    run("whole-range");
    type("layer-turn-x", "5");
    run("split-layer");
    assertThat(session.chain().plates().stream().map(Plate::name))
        .containsExactly("right upper arm", "head");
  }

  @Test
  void flagsStandAroundAPlateAndTheViewOffersALayer() throws Exception {
    openDemo();
    addSmoothAndLevel();
    untilWorkedOut();
    run("flags-around");
    assertThat(session.flagAProperty().get().index(session.chain())).isZero();
    assertThat(session.flagBProperty().get().index(session.chain())).isEqualTo(1);
    assertThat(isShown(lookup("#axis-X").query())).as("Smooth acts on axes").isTrue();
    run("flags-home");
    select(Role.LEFT_HAND);
    run("view-front");
    WaitForAsyncUtils.waitForFxEvents();
    Node view = lookup("#view-front").query();
    Bounds b = view.getBoundsInLocal();
    clickOn(view.localToScreen(b.getWidth() / 2, b.getHeight() - 22));
    untilWorkedOut();
    assertThat(plate().pass()).isInstanceOf(LayerPass.class);
    assertThat(session.chain().indexOf(plate().id())).as("behind the chosen plate").hasValue(1);
    run("add-guard");
    assertThat(isShown(lookup("#axis-X").query())).isFalse();
    assertThat(plate().scope().roles()).containsExactly(Role.LEFT_HAND);
  }

  private boolean changed(Motion before, int frame) {
    boolean changed = false;
    for (int j = 0; j < before.clip().skeleton().size(); j++) {
      changed |= !before.clip().rotation(j).sameAt(frame, result().clip().rotation(j));
    }
    return changed;
  }

  private static boolean isShown(Node node) {
    boolean shown = true;
    for (Node n = node; n != null; n = n.getParent()) {
      shown &= n.isVisible();
    }
    return shown;
  }
}
