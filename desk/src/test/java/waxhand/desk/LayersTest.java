package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import waxhand.core.body.PartName;
import waxhand.core.body.Role;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.layers.Channel;
import waxhand.core.passes.layers.LayerEdit;
import waxhand.core.passes.layers.LayerPass;
import waxhand.core.passes.layers.ThinPass;
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
    Clip a = raw().clip();
    Clip b = result().clip();
    boolean changed = false;
    for (int j = 0; j < a.skeleton().size(); j++) {
      changed |= !a.rotation(j).sameAt(frame, b.rotation(j));
    }
    return changed;
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
    assertThat(Set.of("Thin")).contains(plate().name());
  }
}
