package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.control.Button;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.BodyPart;
import waxhand.core.body.Role;
import waxhand.core.motion.Frames;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.project.Take;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.desk.curves.CurvesPane;
import waxhand.desk.findings.Worklist;
import waxhand.desk.session.Flag;

/** The list of findings and the curves under the hands of somebody who tries everything. */
class ListAndCurvesTest extends DeskTest {
  private Worklist.State state() {
    return bench.worklist().stateProperty().get();
  }

  private Take take() {
    return session.takeProperty().get().orElseThrow();
  }

  private String text(String id) {
    return lookup(id).queryAs(Labeled.class).getText();
  }

  @SuppressWarnings("unchecked")
  private ListView<Finding> list() {
    return lookup("#findings").queryAs(ListView.class);
  }

  private void open() throws Exception {
    openDemo();
    until(() -> bench.worklist().motion().equals(session.motionAt(Flag.RESULT)));
  }

  @Test
  void theListIsWalkedByClicksArrowsAndKeysAndWrapsRound() throws Exception {
    open();
    List<Finding> shown = state().shown();
    clickOn("#findings .list-cell");
    assertThat(list().getSelectionModel().getSelectedItem()).isEqualTo(shown.get(0));
    assertThat(session.frameProperty().get()).isEqualTo(shown.get(0).worst());
    type(KeyCode.DOWN);
    type(KeyCode.DOWN);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(bench.worklist().chosenProperty().get()).contains(shown.get(2));
    assertThat(session.frameProperty().get()).isEqualTo(shown.get(2).worst());
    interact(() -> session.playingProperty().set(true));
    run("next-finding");
    assertThat(session.playingProperty().get()).as("looking stops the take").isFalse();
    assertThat(bench.worklist().chosenProperty().get()).contains(shown.get(3));
    for (int n = 0; n < 4; n++) {
      run("previous-finding");
    }
    assertThat(bench.worklist().chosenProperty().get())
        .as("before the first comes the last")
        .contains(shown.get(shown.size() - 1));
    // parts of the finding are selected, its frames framed on the lanes
    Finding last = shown.get(shown.size() - 1);
    if (!last.wholeBody()) {
      assertThat(session.selected().stream().boxed())
          .containsExactlyInAnyOrderElementsOf(last.joints());
    }
    assertThat(session.undoName()).as("looking is no edit").isEmpty();
  }

  @Test
  void filtersHideWhatIsNotAskedForAndSaySo() throws Exception {
    open();
    int all = state().open().size();
    interact(() -> bench.worklist().partProperty().set(Optional.of(BodyPart.HEAD)));
    assertThat(state().shown()).isNotEmpty().hasSizeLessThan(all);
    for (Finding f : state().shown()) {
      boolean head =
          f.wholeBody()
              || f.joints().stream().anyMatch(j -> BodyPart.of(raw().body(), j) == BodyPart.HEAD);
      assertThat(head).as(f.text()).isTrue();
    }
    assertThat(text("#findings-count")).endsWith((all - state().shown().size()) + " hidden");
    interact(() -> bench.worklist().kindProperty().set(Optional.of(FindingKind.POP)));
    assertThat(state().shown()).isEmpty();
    Labeled empty = (Labeled) list().getPlaceholder();
    assertThat(empty.getText()).isEqualTo("Nothing of that kind and part.");
    assertThat(run("next-finding")).as("there is none to go to").isFalse();
    interact(() -> bench.worklist().partProperty().set(Optional.empty()));
    assertThat(state().shown()).isNotEmpty().allMatch(f -> f.kind() == FindingKind.POP);
  }

  @Test
  void dismissingTakesAReasonOfOnesOwnAndIsUndone() throws Exception {
    open();
    run("next-finding");
    Finding first = bench.worklist().chosenProperty().get().orElseThrow();
    MenuButton menu = lookup("#dismiss-menu").queryAs(MenuButton.class);
    TextField own =
        (TextField)
            menu.getItems().stream()
                .filter(i -> i instanceof CustomMenuItem)
                .map(i -> ((CustomMenuItem) i).getContent())
                .findFirst()
                .orElseThrow();
    interact(
        () -> {
          own.setText("  the director likes it ");
          own.fireEvent(new javafx.event.ActionEvent());
        });
    assertThat(take().dismissed()).hasSize(1);
    assertThat(take().dismissed().get(0).reason()).isEqualTo("the director likes it");
    assertThat(state().open()).noneMatch(first::isSameAs);
    assertThat(bench.worklist().chosenProperty().get()).as("on to the next").isPresent();
    assertThat(text("#findings-outcome")).isEqualTo("Dismissed: " + first.text());
    MenuButton gone = lookup("#dismissed").queryAs(MenuButton.class);
    assertThat(gone.getItems().get(0).getText()).contains("the director likes it");
    interact(session::undo);
    assertThat(state().open()).anyMatch(first::isSameAs);
    interact(session::redo);
    interact(() -> lookup("#dismissed").queryAs(MenuButton.class).getItems().get(0).fire());
    assertThat(take().dismissed()).isEmpty();
    assertThat(state().open()).anyMatch(first::isSameAs);
  }

  @Test
  void theWheelZoomsAtThePointerAndARegionBecomesTheSpanOfAPass() throws Exception {
    open();
    select(Role.RIGHT_HAND, Role.LEFT_HAND);
    run("add-shift");
    untilWorkedOut();
    run("curves");
    CurvesPane pane = bench.curves().pane();
    WaitForAsyncUtils.waitForFxEvents();
    Thread.sleep(400);
    double w = pane.getWidth();
    Point2D pointer = pane.localToScreen(0.6 * w, 50);
    moveTo(pointer);
    double[] before = pane.sight();
    scroll(6, VerticalDirection.UP);
    WaitForAsyncUtils.waitForFxEvents();
    double seen = (pane.sight()[1] - pane.sight()[0]) / (before[1] - before[0]);
    if (seen > 0.999) {
      // there is no more to be seen than all: the wheel turns the other way
      scroll(6, VerticalDirection.DOWN);
      WaitForAsyncUtils.waitForFxEvents();
      seen = (pane.sight()[1] - pane.sight()[0]) / (before[1] - before[0]);
    }
    assertThat(seen).isLessThan(0.9);
    double left = waxhand.desk.timeline.TimeArea.LEFT;
    double at = (0.6 * w - left) / (w - left - 16);
    double[] sight = pane.sight();
    double under = sight[0] + at * (sight[1] - sight[0]);
    double was = before[0] + at * (before[1] - before[0]);
    assertThat(under).as("the frame under the pointer stays").isCloseTo(was, within(12.0));
    interact(pane::fit);
    interact(() -> pane.select(Optional.of(new Frames(300, 500))));
    interact(() -> lookup("#region-to-span").queryAs(Button.class).fire());
    assertThat(plate().span().within(session.frames())).isEqualTo(new Frames(300, 500));
    assertThat(plate().span().easeIn()).isPositive();
    assertThat(plate().pass().kind()).isEqualTo(ShiftPass.KIND);
    interact(pane::fitRegion);
    assertThat(pane.sight()[0]).isLessThanOrEqualTo(300);
    assertThat(pane.sight()[1]).isGreaterThanOrEqualTo(500).isLessThan(700);
    interact(session::undo);
    assertThat(plate().span().isAll()).as("the span was one step").isTrue();
  }
}
