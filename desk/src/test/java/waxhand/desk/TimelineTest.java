package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.chain.Span;
import waxhand.core.motion.Frames;
import waxhand.desk.timeline.Lanes;

/** The hands on time: scrubbing, the work range, and spans with their eases. */
class TimelineTest extends DeskTest {
  private static final double RULER_Y = 12;
  private static final double STRIP_Y = 36;

  private Lanes lanes;

  private Point2D at(double frame, double y) {
    return lanes.localToScreen(lanes.xOf((int) frame), y);
  }

  private void open() throws Exception {
    openDemo();
    lanes = lookup("#lanes").queryAs(Lanes.class);
  }

  private void pull(double from, double to, double y) {
    drag(at(from, y), MouseButton.PRIMARY).dropTo(at(to, y));
    WaitForAsyncUtils.waitForFxEvents();
  }

  @Test
  void theRulerScrubsAndStopsAtTheEnds() throws Exception {
    open();
    clickOn(at(700, RULER_Y));
    assertThat(session.frameProperty().get()).isCloseTo(700, within(2));
    pull(700, 300, RULER_Y);
    assertThat(session.frameProperty().get()).isCloseTo(300, within(2));
    drag(at(300, RULER_Y)).dropTo(lanes.localToScreen(3, RULER_Y));
    assertThat(session.frameProperty().get()).isZero();
    assertThat(session.undoName()).as("looking is no edit").isEmpty();
  }

  @Test
  void theWorkRangeIsPulledAtItsEndsAndKeepsAFrame() throws Exception {
    open();
    int all = session.frames();
    pull(0, 400, STRIP_Y);
    assertThat(session.workRange().from()).isCloseTo(400, within(3));
    pull(all, 900, STRIP_Y);
    Frames range = session.workRange();
    assertThat(range.to()).isCloseTo(900, within(3));
    pull(range.to(), 100, STRIP_Y);
    assertThat(session.workRange()).isEqualTo(new Frames(range.from(), range.from() + 1));
    interact(session::undo);
    assertThat(session.workRange()).isEqualTo(range);
    interact(session::undo);
    interact(session::undo);
    assertThat(session.workRange()).isEqualTo(Frames.first(all));
  }

  @Test
  void aSpanMovesWholeAndItsEasesGrowInside() throws Exception {
    open();
    run("add-smooth");
    untilWorkedOut();
    String id = plate().id();
    interact(
        () -> session.editPlate("span", null, id, p -> p.withSpan(new Span(400, 800, 40, 40))));
    WaitForAsyncUtils.waitForFxEvents();
    double y = lanes.yOf(id);
    pull(600, 700, y + 4);
    Span moved = plate().span();
    assertThat(moved.from()).isCloseTo(500, within(4));
    assertThat(moved.to() - moved.from()).isEqualTo(400);
    assertThat(moved.easeIn()).isEqualTo(40);
    // the round handle of the ease in stands at the top of the lane
    pull(moved.from() + 40, moved.from() + 150, y - 8);
    assertThat(plate().span().easeIn()).isCloseTo(150, within(4));
    assertThat(plate().span().from()).isEqualTo(moved.from());
    pull(moved.to() - 40, moved.to() - 5, y - 8);
    assertThat(plate().span().easeOut()).isCloseTo(5, within(4));
    // moved against the end of the take it stays whole
    pull(moved.from() + 200, session.frames() + 300, y + 4);
    assertThat(plate().span().to()).isEqualTo(session.frames());
    assertThat(plate().span().to() - plate().span().from()).isEqualTo(400);
    interact(session::undo);
    assertThat(plate().span().to()).as("each drag is one step").isEqualTo(moved.to());
  }

  @Test
  void everyPlateHasALaneHoweverManyThereAre() throws Exception {
    open();
    for (int i = 0; i < 7; i++) {
      run("add-smooth");
    }
    untilWorkedOut();
    for (var plate : session.chain().plates()) {
      interact(() -> session.plateIdProperty().set(Optional.of(plate.id())));
      WaitForAsyncUtils.waitForFxEvents();
      double y = lanes.yOf(plate.id());
      assertThat(y).as("the chosen lane comes into sight").isBetween(86.0, lanes.getHeight());
    }
    // the wheel brings back the first, and a click chooses what lies under it
    String first = session.chain().plates().get(0).id();
    assertThat(lanes.yOf(first)).isLessThan(86);
    moveTo(lanes.localToScreen(400, 120));
    scroll(5, VerticalDirection.UP);
    WaitForAsyncUtils.waitForFxEvents();
    clickOn(at(800, lanes.yOf(first)));
    assertThat(plate().id()).isEqualTo(first);
  }

  @Test
  void speedsStepThroughTheListAndTheBoxFollows() throws Exception {
    open();
    var box = lookup("#speed").queryAs(javafx.scene.control.ChoiceBox.class);
    run("slower");
    run("slower");
    assertThat(box.getValue()).isEqualTo(0.25);
    for (int i = 0; i < 9; i++) {
      run("slower");
    }
    assertThat(session.speedProperty().get()).isEqualTo(0.1);
    for (int i = 0; i < 9; i++) {
      run("faster");
    }
    assertThat(session.speedProperty().get()).isEqualTo(2);
    assertThat(box.getValue()).isEqualTo(2.0);
  }

  @Test
  void keysStepAndNeverLeaveTheTake() throws Exception {
    open();
    interact(() -> bench.viewport().active().requestFocus());
    type(KeyCode.LEFT);
    assertThat(session.frameProperty().get()).isZero();
    type(KeyCode.END);
    type(KeyCode.RIGHT);
    assertThat(session.frameProperty().get()).isEqualTo(session.frames() - 1);
    type(KeyCode.HOME);
    assertThat(session.frameProperty().get()).isZero();
    type("frame", "-5");
    assertThat(session.frameProperty().get()).isZero();
    type("frame", "1e9");
    assertThat(session.frameProperty().get()).as("no number of a frame").isZero();
  }
}
