package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.passes.PassKinds;
import waxhand.core.passes.layers.MirrorPass;
import waxhand.core.passes.layers.ThinPass;
import waxhand.core.passes.time.RepeatsPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.passes.time.TrimPass;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Memory;
import waxhand.desk.timeline.Lanes;

/** Rooms that grow, fold away and come back, and passes found by typing. */
class RoomToWorkTest extends DeskTest {
  private Region views() {
    return bench.viewport();
  }

  private double share() {
    return views().getWidth() * views().getHeight() / (1280.0 * 800);
  }

  @Test
  void roomsAreDraggedFoldedAndRemembered() throws Exception {
    openDemo();
    run("first-pass");
    untilWorkedOut();
    double before = views().getWidth();
    double left = lookup("#findings").query().getBoundsInParent().getWidth();
    drag("#divider-left").moveBy(60, 0).drop();
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(views().getWidth()).isCloseTo(before - 60, within(8.0));
    assertThat(lookup("#findings").query().getBoundsInParent().getWidth())
        .isCloseTo(left + 60, within(8.0));
    Lanes lanes = lookup("#lanes").queryAs(Lanes.class);
    double rows = lanes.getHeight();
    drag("#divider-time").moveBy(0, -60).drop();
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(lanes.getHeight()).as("lanes follow the space").isCloseTo(rows + 60, within(8.0));
    double wide = views().getWidth();

    run("fold-left");
    run("fold-right");
    run("fold-time");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(share()).as("more than half, rail and transport still there").isGreaterThan(0.55);
    assertThat(lookup("#rail").query().isVisible()).isTrue();
    assertThat(lookup("#play").query().isVisible()).isTrue();
    assertThat(folded("#findings")).isTrue();
    clickOn("#divider-left");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(folded("#findings")).isFalse();

    push(KeyCode.F11);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(share()).isCloseTo(1, within(0.01));
    push(KeyCode.F11);
    push(KeyCode.F8);
    push(KeyCode.F9);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(views().getWidth()).as("back as it was").isCloseTo(wide, within(1.0));

    interact(bench::close);
    try (Memory kept = new Memory()) {
      double size = Double.parseDouble(kept.get("plan.left").orElseThrow());
      assertThat(size).isCloseTo(292 + 60, within(8.0));
      assertThat(kept.get("plan.right").orElseThrow()).doesNotContain("folded");
    }
  }

  /** Curves and lanes have layouts of their own. */
  @Test
  void eachKindOfWorkKeepsItsLayout() throws Exception {
    openDemo();
    double usual = views().getHeight();
    run("curves");
    WaitForAsyncUtils.waitForFxEvents();
    double first = views().getHeight();
    drag("#divider-time").moveBy(0, -70).drop();
    run("fold-left");
    WaitForAsyncUtils.waitForFxEvents();
    double small = views().getHeight();
    assertThat(small).isCloseTo(first - 70, within(8.0));
    run("curves");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(views().getHeight()).isEqualTo(usual);
    assertThat(folded("#findings")).isFalse();
    run("curves");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(views().getHeight()).isEqualTo(small);
    assertThat(folded("#findings")).isTrue();
    interact(bench::close);
    try (Memory kept = new Memory()) {
      assertThat(kept.get("plan.curves.left").orElseThrow()).startsWith("folded");
      assertThat(kept.get("plan.left")).isEmpty();
    }
  }

  /** The window comes back where it was left, never where no screen has it. */
  @Test
  void theWindowIsWhereItWasLeft() throws Exception {
    Stage stage = (Stage) bench.getScene().getWindow();
    interact(
        () -> {
          bench.place(stage);
          stage.setX(30);
          stage.setY(20);
          stage.setWidth(1100);
          stage.setHeight(700);
        });
    interact(bench::close);
    Memory memory = new Memory();
    assertThat(memory.get("window")).contains("30 20 1100 700");
    interact(
        () -> {
          stage.setX(0);
          bench.place(stage);
        });
    assertThat(stage.getX()).as("what this bench remembers").isEqualTo(30);
    memory.put("window", "9000 20 1100 700");
    memory.close();
    interact(
        () -> {
          stage.setWidth(1000);
          Bench other = new Bench();
          other.place(stage);
          other.close();
        });
    assertThat(stage.getX()).isEqualTo(30);
    assertThat(stage.getWidth()).isEqualTo(1000);
  }

  /**
   * A window as high as a small screen still shows five findings, and no row of contacts is cut.
   */
  @Test
  void whereThereIsLittleRoomLanesYieldFirst() throws Exception {
    openDemo();
    run("first-pass");
    untilWorkedOut();
    Stage stage = (Stage) bench.getScene().getWindow();
    interact(() -> stage.setHeight(780));
    WaitForAsyncUtils.waitForFxEvents();
    ListView<?> list = lookup("#findings").queryAs(ListView.class);
    until(() -> list.getItems().size() >= 5);
    assertThat(list.getHeight()).isGreaterThanOrEqualTo(5 * list.getFixedCellSize());
    ScrollPane contacts = lookup(".wh-rows").queryAs(ScrollPane.class);
    assertThat(contacts.getHeight()).isCloseTo(contacts.prefHeight(-1), within(1.0));
    Lanes lanes = lookup("#lanes").queryAs(Lanes.class);
    assertThat(lanes.yOf(plate().id()))
        .as("the chosen lane")
        .isBetween(0.0, lanes.getHeight() - Lanes.ROW / 2);
  }

  @Test
  void fiveFindingsStandInTheListAndTheLastIsNotCut() throws Exception {
    openDemo();
    run("first-pass");
    untilWorkedOut();
    ListView<?> list = lookup("#findings").queryAs(ListView.class);
    until(() -> list.getItems().size() >= 5);
    double rows = (list.getHeight() - list.snappedTopInset() - list.snappedBottomInset());
    assertThat(rows / list.getFixedCellSize()).isCloseTo(5, within(0.01));
    for (int by : new int[] {37, 61}) {
      drag("#divider-time").moveBy(0, by).drop();
      WaitForAsyncUtils.waitForFxEvents();
      rows = (list.getHeight() - list.snappedTopInset() - list.snappedBottomInset());
      assertThat(rows % list.getFixedCellSize()).as("no row is cut").isCloseTo(0, within(0.01));
    }
    assertThat(rows / list.getFixedCellSize()).as("the list follows the space").isGreaterThan(5.5);
  }

  @Test
  void passesAreFoundByTypingAndAddedWithEnter() throws Exception {
    openDemo();
    clickOn("#add-pass");
    for (var kind : PassKinds.ALL) {
      assertThat(lookup("#menu-add-" + kind.id()).query().isVisible()).isTrue();
    }
    write("left and right");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(PassKinds.ALL.stream().filter(k -> shown(k.id()))).containsExactly(MirrorPass.KIND);
    push(KeyCode.ENTER);
    untilWorkedOut();
    assertThat(plate().pass()).isEqualTo(MirrorPass.KIND.defaults());
    assertThat(result().clip().rotation(0))
        .isNotSameAs(session.takeProperty().get().orElseThrow().raw().motion().clip().rotation(0));
    // what is called so, not what says "nothing else"
    clickOn("#add-pass");
    write("thin");
    push(KeyCode.ENTER);
    untilWorkedOut();
    assertThat(plate().pass()).isInstanceOf(ThinPass.class);
    run("undo");
    clickOn("#add-pass");
    write("no such thing");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(PassKinds.ALL.stream().filter(k -> shown(k.id()))).isEmpty();
    push(KeyCode.ENTER);
    push(KeyCode.ESCAPE);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(lookup("#pass-palette").query().isVisible()).isFalse();
    assertThat(session.chain().size()).isEqualTo(1);
  }

  @Test
  void theEmptyPanelOffersTheStagesAndEachOpensItsPasses() throws Exception {
    openDemo();
    clickOn("#stage-time");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(PassKinds.ALL.stream().filter(k -> shown(k.id())))
        .containsExactly(SplicePass.KIND, TrimPass.KIND, RepeatsPass.KIND);
    write("mirror");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shown("mirror")).as("typing searches all").isTrue();
    push(KeyCode.ESCAPE);
    clickOn("#stage-time").clickOn("#menu-add-trim");
    untilWorkedOut();
    assertThat(plate().pass()).isEqualTo(new TrimPass());
    assertThat(lookup("#weight").query().getParent().isVisible())
        .as("a trim is made or not made")
        .isFalse();
  }

  private boolean folded(String room) {
    for (Node node = lookup(room).query(); node != null; node = node.getParent()) {
      if (!node.isVisible()) {
        return true;
      }
    }
    return false;
  }

  private boolean shown(String kind) {
    return lookup("#menu-add-" + kind).query().isVisible();
  }

  /** Views are named, and axes lettered, in the typeface of the program. */
  @Test
  void namesOfViewsAreInTheProgramsTypeface() throws Exception {
    openDemo();
    run("side-by-side");
    run("side-by-side");
    run("side-by-side");
    WaitForAsyncUtils.waitForFxEvents();
    until(
        () ->
            lookup(".wh-view-name").queryAllAs(Label.class).stream()
                .filter(l -> l.getParent().isVisible())
                .allMatch(l -> l.getFont().getFamily().startsWith("Lato")));
  }
}
