package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.project.Note;
import waxhand.core.project.Take;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.desk.curves.CurvesPane;
import waxhand.desk.curves.Grouping;
import waxhand.desk.curves.Quantity;
import waxhand.desk.findings.Worklist;
import waxhand.desk.session.Flag;

/** The worklist, notes, curves and cuts, by the hands of an artist. */
class WorklistTest extends DeskTest {
  private Worklist.State state() {
    return bench.worklist().stateProperty().get();
  }

  private Finding chosen() {
    return bench.worklist().chosenProperty().get().orElseThrow();
  }

  private void untilSurveyed() throws Exception {
    untilWorkedOut();
    until(() -> bench.worklist().motion().equals(session.motionAt(Flag.RESULT)));
  }

  private Take take() {
    return session.takeProperty().get().orElseThrow();
  }

  private String text(String id) {
    return lookup(id).queryAs(Labeled.class).getText();
  }

  @Test
  void theFirstPassShortensTheListAndWhatRemainsIsMendedOrDismissed() throws Exception {
    openDemo();
    untilSurveyed();
    int before = state().open().size();
    assertThat(before).isGreaterThan(20);
    run("first-pass");
    untilSurveyed();
    assertThat(state().open()).hasSizeLessThan(before * 2 / 3);
    assertThat(state().open())
        .extracting(Finding::kind)
        .doesNotContain(FindingKind.SPIKE, FindingKind.FREEZE, FindingKind.MISSING);
    assertThat(text("#findings-count"))
        .isEqualTo(state().open().size() + " of " + before + " findings left");
    // the next one: its frame, its parts
    interact(() -> bench.viewport().active().requestFocus());
    type(KeyCode.N);
    Finding worst = chosen();
    assertThat(worst).isEqualTo(state().shown().get(0));
    assertThat(session.frameProperty().get()).isEqualTo(worst.worst());
    assertThat(session.selected().get(worst.joint())).isTrue();
    // the last that is to be seen is chosen without moving the list
    VirtualFlow<?> flow = (VirtualFlow<?>) lookup("#findings").query().lookup(".virtual-flow");
    int last = flow.getLastVisibleCell().getIndex();
    assertThat(last).isGreaterThan(2);
    interact(() -> bench.worklist().choose(state().shown().get(last)));
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(flow.getFirstVisibleCell().getIndex()).isZero();
    interact(() -> bench.worklist().choose(worst));
    // mended: a plate more, a finding less, and the next one chosen
    int plates = session.chain().size();
    clickOn("#mend");
    untilSurveyed();
    assertThat(session.chain().size()).isEqualTo(plates + 1);
    assertThat(state().open()).noneMatch(worst::isSameAs);
    assertThat(text("#findings-outcome")).startsWith("Mended: ");
    // the view stays, to be looked at; on is to what took its place
    assertThat(session.frameProperty().get()).isEqualTo(worst.worst());
    assertThat(bench.worklist().chosenProperty().get()).isEmpty();
    run("next-finding");
    assertThat(chosen()).isEqualTo(state().shown().get(0));
    interact(session::undo);
    untilSurveyed();
    assertThat(state().open()).anyMatch(worst::isSameAs);
    // dismissed: listed apart, and brought back
    interact(() -> bench.worklist().kindProperty().set(Optional.of(FindingKind.COLLISION)));
    assertThat(state().shown()).allMatch(f -> f.kind() == FindingKind.COLLISION);
    int open = state().shown().size();
    run("next-finding");
    run("dismiss");
    assertThat(state().shown()).hasSize(open - 1);
    assertThat(take().dismissed()).hasSize(1);
    assertThat(text("#dismissed")).isEqualTo("1 dismissed");
    interact(() -> bench.worklist().bringBack(take().dismissed().get(0)));
    assertThat(state().shown()).hasSize(open);
    // all of a kind at once
    interact(() -> bench.worklist().kindProperty().set(Optional.of(FindingKind.SHAKE)));
    run("next-finding");
    run("mend-all");
    untilSurveyed();
    assertThat(state().open()).noneMatch(f -> f.kind() == FindingKind.SHAKE);
    interact(() -> bench.worklist().kindProperty().set(Optional.empty()));
    interact(() -> bench.worklist().orderProperty().set(Worklist.Order.TIME));
    List<Integer> starts = state().shown().stream().map(f -> f.frames().from()).toList();
    assertThat(starts).isSorted();
    ListView<?> list = lookup("#findings").queryAs(ListView.class);
    assertThat(list.getItems()).hasSameSizeAs(state().shown());
  }

  @Test
  void notesAreAddedNamedColouredDraggedAndUndone() throws Exception {
    openDemo();
    interact(() -> session.seek(400));
    interact(() -> bench.viewport().active().requestFocus());
    type(KeyCode.T);
    assertThat(take().notes())
        .containsExactly(new Note("note-1", 400, "note 1", Note.Colour.PLAIN));
    interact(() -> lookup("#tab-notes").queryAs(ToggleButton.class).fire());
    org.testfx.util.WaitForAsyncUtils.waitForFxEvents();
    TextField name = lookup("#notes .text-field").queryAs(TextField.class);
    clickOn(name);
    interact(() -> name.setText("turns here"));
    type(KeyCode.ENTER);
    assertThat(take().notes().get(0).name()).isEqualTo("turns here");
    clickOn("#note-colour-note-1");
    assertThat(take().notes().get(0).colour()).isEqualTo(Note.Colour.LEFT);
    var lanes = (waxhand.desk.timeline.Lanes) lookup("#lanes").query();
    double y = 95;
    drag(lanes.localToScreen(lanes.xOf(400) + 1, y)).dropTo(lanes.localToScreen(lanes.xOf(600), y));
    assertThat(take().notes().get(0).frame()).isCloseTo(600, within(3));
    interact(session::undo);
    assertThat(take().notes().get(0).frame()).isEqualTo(400);
  }

  @Test
  void aRegionOfCurvesIsShiftedInValueByAPassWithEases() throws Exception {
    openDemo();
    select(Role.LEFT_FOREARM);
    run("curves");
    CurvesPane pane = bench.curves().pane();
    assertThat(pane.isVisible()).isTrue();
    assertThat(lookup("#lanes").query().isVisible()).isFalse();
    org.testfx.util.WaitForAsyncUtils.waitForFxEvents();
    Thread.sleep(300);
    double w = pane.getWidth();
    drag(pane.localToScreen(0.3 * w, 60)).dropTo(pane.localToScreen(0.4 * w, 60));
    Frames region = pane.regionProperty().get().orElseThrow();
    assertThat(region.count()).isBetween(100, 300);
    Point2D inside = pane.localToScreen(0.35 * w, 60);
    drag(inside).dropTo(inside.add(0, -20));
    untilWorkedOut();
    Plate plate = plate();
    assertThat(plate.pass().kind()).isEqualTo(ShiftPass.KIND);
    assertThat(((ShiftPass) plate.pass()).turn().x()).isNotZero();
    assertThat(plate.span().within(session.frames())).isEqualTo(region);
    assertThat(plate.span().easeIn()).isPositive();
    int joint = raw().body().joint(Role.LEFT_FOREARM).getAsInt();
    assertThat(
            result().clip().rotation(joint).sameAt(region.from() - 1, raw().clip().rotation(joint)))
        .isTrue();
    assertThat(session.chain().size()).isEqualTo(1);
    interact(session::undo);
    assertThat(session.chain().size()).isZero();
    drag(inside).dropTo(inside.add(40, 0));
    assertThat(((ShiftPass) plate().pass()).laterS()).isPositive();
    // the wheel zooms at the pointer, fit shows all again
    double seen = pane.sight()[1] - pane.sight()[0];
    moveTo(inside);
    scroll(5, javafx.geometry.VerticalDirection.UP);
    assertThat(pane.sight()[1] - pane.sight()[0]).isNotEqualTo(seen);
    interact(pane::fit);
    assertThat(pane.sight()[1]).isEqualTo(session.frames());
    for (Quantity quantity : Quantity.values()) {
      interact(() -> lookup("#quantity").queryAs(ChoiceBox.class).setValue(quantity));
    }
    for (Grouping grouping : Grouping.values()) {
      interact(() -> lookup("#grouping").queryAs(ChoiceBox.class).setValue(grouping));
    }
    for (String id : new String[] {"apart", "spectrum"}) {
      interact(() -> lookup("#" + id).queryAs(ToggleButton.class).fire());
    }
    run("curves");
    assertThat(lookup("#lanes").query().isVisible()).isTrue();
  }

  @Test
  void aSpliceMovesWhatFollowsAndSaysWhenItCannot() throws Exception {
    openDemo();
    run("add-splice");
    untilWorkedOut();
    assertThat(text("#complaint")).contains("Nothing would be left");
    interact(
        () ->
            session.editPlate(
                "span",
                null,
                plate().id(),
                p -> p.withSpan(new waxhand.core.chain.Span(500, 620, 0, 0))));
    untilWorkedOut();
    assertThat(text("#complaint")).isEmpty();
    assertThat(result().clip().frames()).isEqualTo(session.frames() - 120);
    assertThat(session.timingAt(Flag.RESULT).local(700)).isEqualTo(580);
    // playing leaves the cut out
    interact(() -> session.seek(495));
    interact(() -> session.everyFrameProperty().set(true));
    interact(() -> session.playingProperty().set(true));
    until(() -> session.frameProperty().get() >= 500);
    assertThat(session.frameProperty().get()).isGreaterThanOrEqualTo(620);
    interact(() -> session.playingProperty().set(false));
    assertThat(plate().pass().kind()).isEqualTo(SplicePass.KIND);
    untilSurveyed();
    assertThat(state().open()).allMatch(f -> f.frames().to() <= session.frames());
    run("side-by-side");
    assertThat(lookup("#view-beside").query().isVisible()).isTrue();
    run("side-by-side");
    assertThat(lookup("#view-beside").query().isVisible()).isFalse();
  }
}
