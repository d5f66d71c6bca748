package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.motion.Clip;
import waxhand.core.passes.layers.ShiftPass;
import waxhand.core.passes.time.SplicePass;
import waxhand.core.passes.time.TrimPass;
import waxhand.core.project.Project;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.FindingKind;
import waxhand.core.survey.Surveyor;
import waxhand.core.work.Work;
import waxhand.desk.findings.Worklist;
import waxhand.desk.session.Flag;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;
import waxhand.formats.bvh.BvhWriter;
import waxhand.formats.takes.TakeFiles;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.scene.Scene;

/** What passes show of what they did, and what mending leaves on the rail. */
class RepairsTest extends DeskTest {
  private Worklist.State state() {
    return bench.worklist().stateProperty().get();
  }

  private String text(String id) {
    return lookup(id).queryAs(Labeled.class).getText();
  }

  private void press(String id) {
    interact(() -> lookup(id).queryAs(Button.class).fire());
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void untilSurveyed() throws Exception {
    untilWorkedOut();
    until(() -> bench.worklist().motion().equals(session.motionAt(Flag.RESULT)));
  }

  private void choosePlate(String kind) {
    String id =
        session.chain().plates().stream()
            .filter(p -> p.pass().kind().id().equals(kind))
            .map(Plate::id)
            .findFirst()
            .orElseThrow();
    interact(() -> session.plateIdProperty().set(Optional.of(id)));
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void open(Scene scene, double seconds, Map<String, Double> harm) throws Exception {
    Rehearsal take = Rehearsal.of(new Rehearsal.Order(scene, seconds, 60, 21, 1.7, false, harm));
    byte[] bytes = BvhWriter.write(take.raw(), Unit.CM, Up.Y);
    Project project =
        Project.empty("Night Ferry")
            .added("take", TakeFiles.read("take.bvh", bytes, Reading.GUESS, Work.UNWATCHED));
    interact(() -> session.reset(project, Optional.empty()));
    untilSurveyed();
  }

  /** Whether any joint turns otherwise in that frame of the raw take than in the result. */
  private boolean changed(int frame) {
    Clip a = raw().clip();
    Clip b = result().clip();
    for (int j = 0; j < a.skeleton().size(); j++) {
      if (!a.rotation(j).sameAt(frame, b.rotation(j))) {
        return true;
      }
    }
    return false;
  }

  @Test
  void replacedFramesAreCountedAndGoneToOneAfterTheOther() throws Exception {
    open(Scene.DECK_WALK, 10, Map.of("spike", 1.0));
    run("add-despike");
    untilWorkedOut();
    until(() -> text("#replaced-words").contains("replaced in"));
    List<Integer> there = new ArrayList<>();
    for (int f = 0; f < session.frames(); f++) {
      if (changed(f)) {
        there.add(f);
      }
    }
    assertThat(there).hasSizeBetween(3, 8);
    assertThat(text("#replaced-words"))
        .isEqualTo(there.size() + " frames replaced in " + there.size() + " places");
    interact(() -> session.seek(0));
    for (int frame : there) {
      press("#replaced-next");
      assertThat(session.frameProperty().get()).isEqualTo(frame);
    }
    press("#replaced-next");
    assertThat(session.frameProperty().get())
        .as("the last stays")
        .isEqualTo(there.get(there.size() - 1));
    press("#replaced-before");
    assertThat(session.frameProperty().get()).isEqualTo(there.get(there.size() - 2));
    // with frames cut out before it, the same raw frames are gone to
    int cut = there.get(0) + 3;
    Plate trim = Plate.of("trim", new TrimPass()).withSpan(new Span(cut, session.frames(), 0, 0));
    interact(() -> session.editChain("trim", null, c -> c.inserted(0, trim)));
    untilWorkedOut();
    until(() -> text("#replaced-words").startsWith((there.size() - 1) + " frames"));
    interact(() -> session.seek(cut));
    press("#replaced-next");
    assertThat(session.frameProperty().get()).isEqualTo(there.get(1));
  }

  @Test
  void smoothSaysWhatBecomesOfStrikes() throws Exception {
    open(Scene.LANTERN_JOG, 8, Map.of("jitter", 1.0));
    addLowPass();
    type("cutoffHz", "2");
    untilWorkedOut();
    until(() -> text("#strikes").contains("%"));
    double dull = number(text("#strikes"));
    assertThat(lookup("#strikes").query().getStyleClass()).contains("wh-trouble");
    type("cutoffHz", "14");
    untilWorkedOut();
    until(() -> text("#strikes").contains("%") && number(text("#strikes")) > dull);
    assertThat(dull).isLessThan(70);
    assertThat(number(text("#strikes"))).isCloseTo(100, within(12.0));
    assertThat(lookup("#strikes").query().getStyleClass()).doesNotContain("wh-trouble");
  }

  private static double number(String words) {
    return Double.parseDouble(words.replaceAll(".*?([0-9.]+) ?%.*", "$1"));
  }

  @Test
  void feetOffTheFloorAreMendedByLiftsOfTheHipsThatSayWhatTheyAreFor() throws Exception {
    open(Scene.DECK_WALK, 14, Map.of("float", 5.0));
    interact(() -> bench.worklist().kindProperty().set(Optional.of(FindingKind.FLOAT)));
    List<Finding> floats = state().shown().stream().filter(f -> !f.wholeBody()).toList();
    assertThat(floats).hasSizeGreaterThan(1);
    interact(() -> bench.worklist().choose(floats.get(0)));
    Motion before = result();
    press("#mend");
    untilSurveyed();
    Plate plate = plate();
    assertThat(plate.pass().kind()).isEqualTo(ShiftPass.KIND);
    assertThat(plate.name()).startsWith("Float, ").contains("foot");
    assertThat(((ShiftPass) plate.pass()).move().y()).isNegative();
    assertThat(text("#findings-outcome")).startsWith("Mended: ");
    int away = floats.get(0).frames().from() > 200 ? 10 : session.frames() - 10;
    assertThat(result().clip().translation(0).sameAt(away, before.clip().translation(0)))
        .as("elsewhere nothing moves")
        .isTrue();
    run("next-finding");
    run("mend-all");
    untilSurveyed();
    assertThat(state().open()).noneMatch(f -> f.kind() == FindingKind.FLOAT && !f.wholeBody());
    assertThat(session.chain().plates())
        .as("one lift for both feet")
        .hasSizeLessThan(floats.size() + 1);
    // every part of a mend is one step back
    interact(session::undo);
    interact(session::undo);
    untilSurveyed();
    assertThat(session.chain().size()).isZero();
    assertThat(state().shown()).hasSameSizeAs(floats);
  }

  @Test
  void platesOfAStageLieOnEachOtherUntilTheyAreSpreadOut() throws Exception {
    openDemo();
    for (int n = 0; n < 14; n++) {
      run("add-shift");
    }
    untilWorkedOut();
    List<Plate> plates = session.chain().plates();
    assertThat(lookup("#plate-" + plates.get(3).id()).query().isVisible()).isFalse();
    assertThat(lookup("#plate-" + plates.get(13).id()).query().isVisible()).isTrue();
    clickOn("#stack-" + plates.get(0).id());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(lookup("#plate-" + plates.get(3).id()).query().isVisible()).isTrue();
    assertThat(lookup("#stack-" + plates.get(0).id()).tryQuery()).isEmpty();
  }

  @Test
  void aLongRailScrollsToThePlateThatIsChosen() throws Exception {
    openDemo();
    // neighbours of two stages, which do not stack
    for (int n = 0; n < 14; n++) {
      run(n % 2 == 0 ? "add-shift" : "add-despike");
    }
    untilWorkedOut();
    ScrollPane pane =
        lookup(".scroll-pane")
            .match(
                n ->
                    ((ScrollPane) n).getContent().getId() != null
                        && ((ScrollPane) n).getContent().getId().equals("rail"))
            .queryAs(ScrollPane.class);
    double seen = pane.getViewportBounds().getWidth();
    assertThat(pane.getContent().getLayoutBounds().getWidth()).isGreaterThan(seen);
    List<Plate> plates = session.chain().plates();
    for (Plate each : List.of(plates.get(0), plates.get(13), plates.get(6))) {
      interact(() -> session.plateIdProperty().set(Optional.of(each.id())));
      WaitForAsyncUtils.waitForFxEvents();
      var node = lookup("#plate-" + each.id()).query();
      double left = pane.getHvalue() * (pane.getContent().getLayoutBounds().getWidth() - seen);
      assertThat(node.getLayoutX()).isGreaterThanOrEqualTo(left - 1);
      assertThat(node.getLayoutX() + node.getLayoutBounds().getWidth())
          .isLessThanOrEqualTo(left + seen + 1);
    }
    interact(() -> lookup("#plate-" + plates.get(6).id()).query().requestFocus());
    press(KeyCode.ALT).type(KeyCode.COMMA).release(KeyCode.ALT);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(session.chain().plates().get(5).id()).isEqualTo(plates.get(6).id());
  }

  @Test
  void theListIsThatOfTheLastOfManyQuickEdits() throws Exception {
    open(Scene.DECK_WALK, 14, Map.of("spike", 1.0, "jitter", 1.0));
    int[] lists = new int[1];
    interact(() -> bench.worklist().stateProperty().addListener((o, a, b) -> lists[0]++));
    run("add-smooth");
    String id = plate().id();
    for (int n = 1; n <= 30; n++) {
      double weight = n / 30.0;
      interact(() -> session.editPlate("weight", "drag", id, p -> p.withWeight(weight)));
    }
    untilSurveyed();
    assertThat(plate().weight()).isEqualTo(1);
    assertThat(bench.worklist().motion().orElseThrow()).isSameAs(result());
    assertThat(lists[0]).as("late surveys are dropped").isBetween(1, 31);
    List<Finding> once = state().open();
    // done afresh it is the same list
    Project project = session.projectProperty().get();
    interact(() -> session.reset(project, Optional.empty()));
    untilSurveyed();
    assertThat(state().open()).isEqualTo(once);
    // the list began as long as it is in the raw take, though that was never the result here
    int inRaw = new Surveyor().survey(raw(), Work.UNWATCHED).findings().size();
    until(() -> state().most() == inRaw);
    assertThat(text("#findings-count")).isEqualTo(once.size() + " of " + inRaw + " findings left");
    // what is cut out of the take is cut out of the list, frames counted as in the raw take
    Finding last = once.get(once.size() - 1);
    Plate splice = Plate.of("cut", new SplicePass(0.1, true)).withSpan(new Span(30, 90, 0, 0));
    interact(() -> session.editChain("splice", null, c -> c.inserted(c.size(), splice)));
    untilSurveyed();
    assertThat(state().open()).noneMatch(f -> f.frames().from() >= 35 && f.frames().to() <= 85);
    assertThat(state().open())
        .anyMatch(
            f -> f.kind() == last.kind() && Math.abs(f.frames().to() - last.frames().to()) <= 12);
  }
}
