package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Span;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Memory;
import waxhand.desk.timeline.Lanes;
import waxhand.formats.Reading;
import waxhand.formats.project.ProjectFile;
import waxhand.formats.takes.TakeFiles;

/** Drives the true window with mouse and keys. */
class BenchTest extends DeskTest {
  @TempDir Path folder;

  private Point2D inLanes(double x, double y) {
    return lookup("#lanes").query().localToScreen(x, y);
  }

  @Test
  void theWholeJobByHand() throws Exception {
    openDemo();
    select(Role.LEFT_FOREARM);
    clickOn("#add-pass").clickOn("#menu-add-smooth");
    untilWorkedOut();
    assertThat(plate().scope().roles()).containsExactly(Role.LEFT_FOREARM);

    // drag over the open span to cut it, then pull its end and its ease
    Lanes lanes = lookup("#lanes").queryAs(Lanes.class);
    double y = lanes.yOf(plate().id());
    drag(inLanes(lanes.xOf(300), y)).dropTo(inLanes(lanes.xOf(900), y));
    untilWorkedOut();
    assertThat(plate().span().from()).isCloseTo(300, within(3));
    assertThat(plate().span().to()).isCloseTo(900, within(3));
    drag(inLanes(lanes.xOf(plate().span().to()), y + 6)).dropTo(inLanes(lanes.xOf(1100), y + 6));
    untilWorkedOut();
    assertThat(plate().span().to()).isCloseTo(1100, within(3));
    Span dragged = plate().span();

    // one drag is one step of undo
    press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    assertThat(plate().span().to()).isCloseTo(900, within(3));
    press(KeyCode.CONTROL, KeyCode.SHIFT).type(KeyCode.Z).release(KeyCode.SHIFT, KeyCode.CONTROL);
    assertThat(plate().span()).isEqualTo(dragged);
    type("cutoffHz", "4.5");
    untilWorkedOut();
    assertThat(plate().pass().kind().plain(plate().pass())).containsEntry("cutoffHz", 4.5);

    // A and B
    interact(() -> bench.viewport().active().requestFocus());
    type(KeyCode.X);
    assertThat(session.flagAProperty().get()).isEqualTo(Flag.RESULT);
    type(KeyCode.H);
    assertThat(session.flagAProperty().get()).isEqualTo(Flag.RAW);
    assertThat(bench.sketch().orElseThrow().most()).isPositive();

    // save, spoil, reopen
    Path file = folder.resolve("ferry.waxhand");
    interact(() -> bench.files().saveTo(file));
    until(() -> !session.isDirty());
    var saved = session.projectProperty().get();
    type(KeyCode.DELETE);
    assertThat(session.chain().size()).isZero();
    assertThat(session.isDirty()).isTrue();
    interact(() -> bench.files().open(file));
    until(() -> session.chain().size() == 1);
    untilWorkedOut();
    assertThat(session.projectProperty().get()).isEqualTo(saved);

    // hand on a range and check the written file by numbers
    Motion meant = result();
    Clip untouched = raw().clip();
    interact(() -> bench.viewport().active().requestFocus());
    press(KeyCode.CONTROL).type(KeyCode.E).release(KeyCode.CONTROL);
    type("handoff-from", "200");
    type("handoff-to", "1000");
    type("handoff-folder", folder.toString());
    type("handoff-name", "{take}_{from}");
    clickOn("#handoff-go");
    Path written = folder.resolve("deck-walk_200.bvh");
    until(
        () ->
            lookup(".wh-notice-news .label").queryAll().stream()
                .anyMatch(n -> ((Labeled) n).getText().contains("read back")));
    Motion back = TakeFiles.read(written, Reading.GUESS, Work.UNWATCHED).motion();
    assertThat(back.clip().frames()).isEqualTo(800);
    int forearm = back.body().joint(Role.LEFT_FOREARM).getAsInt();
    double[] a = new double[4];
    double[] b = new double[4];
    double moved = 0;
    for (int f = 0; f < 800; f++) {
      for (int j = 0; j < back.clip().skeleton().size(); j++) {
        back.clip().rotation(j).read(f, a, 0);
        meant.clip().rotation(j).read(f + 200, b, 0);
        assertThat(Quats.angle(a, 0, b, 0)).isLessThan(1e-6);
        untouched.rotation(j).read(f + 200, b, 0);
        double off = Quats.angle(a, 0, b, 0);
        boolean inside = j == forearm && f + 200 >= dragged.from() && f + 200 < dragged.to();
        if (!inside) {
          assertThat(off).isLessThan(1e-7);
        }
        moved = Math.max(moved, off);
      }
    }
    assertThat(moved).isGreaterThan(0.005);
  }

  @Test
  void clickingTheBodyPicksThePart() throws Exception {
    openDemo();
    type(KeyCode.DIGIT2);
    WaitForAsyncUtils.waitForFxEvents();
    Body body = raw().body();
    WorldPose pose = new WorldPose(raw().clip().skeleton());
    pose.solve(raw().clip(), session.frameProperty().get());
    Node view = lookup("#view-front").query();
    Bounds bounds = view.localToScreen(view.getBoundsInLocal());
    double pixelsPerMetre = bounds.getHeight() / (1.25 * body.heightM());
    for (Role role : new Role[] {Role.LEFT_SHIN, Role.RIGHT_SHIN, Role.HEAD}) {
      int j = body.joint(role).getAsInt();
      double x = pose.x(j) - pose.x(0);
      double y = pose.y(j) - 0.49 * body.heightM() + (role == Role.HEAD ? 0.1 : -0.2);
      clickOn(
          new Point2D(
              (bounds.getMinX() + bounds.getMaxX()) / 2 + x * pixelsPerMetre,
              (bounds.getMinY() + bounds.getMaxY()) / 2 - y * pixelsPerMetre),
          MouseButton.PRIMARY);
      assertThat(session.selected().get(j)).as(role.words()).isTrue();
    }
    type(KeyCode.ESCAPE);
    assertThat(session.selected().isEmpty()).isTrue();
  }

  @Test
  void firstPassRailAndFlags() throws Exception {
    openDemo();
    clickOn("#first-pass");
    untilWorkedOut();
    assertThat(session.chain().plates())
        .extracting(Plate::name)
        .containsExactly("Repeats", "Despike", "Gap fill", "Smooth", "Level", "Plants");
    interact(() -> session.editChain("two", null, c -> new Chain(c.plates().subList(3, 5))));
    untilWorkedOut();
    // a clicked button gives the keyboard back
    type(KeyCode.SPACE);
    assertThat(session.playingProperty().get()).isTrue();
    type(KeyCode.SPACE);
    assertThat(session.playingProperty().get()).isFalse();
    String level = session.chain().plates().get(1).id();
    String smooth = session.chain().plates().get(0).id();
    // drag Level before Smooth
    drag("#plate-" + level).dropTo(lookup("#rail").query().localToScreen(70, 56));
    untilWorkedOut();
    assertThat(session.chain().plates()).extracting(Plate::name).containsExactly("Level", "Smooth");
    interact(() -> lookup("#switch-" + smooth).queryAs(CheckBox.class).fire());
    untilWorkedOut();
    assertThat(session.chain().plates().get(1).muted()).isTrue();
    // a flag dragged to between the plates stays at its plate
    Node rail = lookup("#rail").query();
    drag("#flag-B").dropTo(rail.localToScreen(rail.getBoundsInLocal().getWidth() / 2, 40));
    assertThat(session.flagBProperty().get().index(session.chain())).isEqualTo(1);
    assertThat(session.flagBProperty().get().words(session.chain())).isEqualTo("after Level");
    clickOn("#plate-" + smooth);
    type(KeyCode.DELETE);
    untilWorkedOut();
    assertThat(session.chain().size()).isEqualTo(1);
    for (int i = 0; i < 5; i++) {
      interact(session::undo);
    }
    assertThat(session.chain().size()).isZero();
    assertThat(session.undoName()).isEmpty();
  }

  @Test
  void playingKeepsTheTakesOwnTime() throws Exception {
    openDemo();
    interact(() -> session.seek(100));
    type(KeyCode.SPACE);
    until(() -> session.frameProperty().get() > 160);
    type(KeyCode.SPACE);
    assertThat(session.playingProperty().get()).isFalse();
    int stopped = session.frameProperty().get();
    type(KeyCode.RIGHT);
    assertThat(session.frameProperty().get()).isEqualTo(stopped + 1);
    press(KeyCode.SHIFT).type(KeyCode.LEFT).release(KeyCode.SHIFT);
    assertThat(session.frameProperty().get()).isEqualTo(stopped + 1 - 12);
    type(KeyCode.END);
    assertThat(session.frameProperty().get()).isEqualTo(session.frames() - 1);
    type("frame", "77");
    assertThat(session.frameProperty().get()).isEqualTo(77);
  }

  @Test
  void badFilesAreSaidAndNothingIsHalfLoaded() throws Exception {
    openDemo();
    Path bad = folder.resolve("bad.bvh");
    Files.writeString(bad, "HIERARCHY\nROOT x\n{\nOFFSET 0 zero 0\n}");
    var before = session.projectProperty().get();
    interact(() -> bench.files().openAny(java.util.List.of(bad, folder.resolve("none.bvh"))));
    String text = trouble();
    assertThat(text)
        .contains("2 takes could not be read")
        .contains("bad.bvh:4:10: expected the offset's y, found 'zero'")
        .contains("none.bvh: there is no such file");
    assertThat(lookup(".wh-notice-trouble").tryQuery()).as("Escape closes it").isEmpty();
    interact(() -> bench.files().openAny(java.util.List.of(folder)));
    until(() -> lookup(".wh-notice-trouble").tryQuery().isPresent());
    assertThat(session.projectProperty().get()).isSameAs(before);
  }

  @Test
  void theFinderFindsAndThePanelsExplainThemselves() throws Exception {
    openDemo();
    press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
    interact(() -> lookup("#finder-words").queryAs(TextField.class).setText("four views"));
    type(KeyCode.ENTER);
    assertThat(bench.viewport().fourProperty().get()).isTrue();
    type(KeyCode.F1);
    assertThat(lookup("Keys and first steps").tryQuery()).isPresent();
    type(KeyCode.ESCAPE);
    assertThat(lookup("Keys and first steps").tryQuery()).isEmpty();
    for (var command : bench.commands().all()) {
      assertThat(command.words()).isNotBlank();
      assertThat(command.key().stream())
          .as("a key there is: " + command.id())
          .allMatch(KeyCodeCombination.class::isInstance);
    }
    assertThat(bench.commands().all().stream().flatMap(c -> c.key().stream()).map(Object::toString))
        .as("no key does two things")
        .doesNotHaveDuplicates();
  }

  @Test
  void unsavedWorkThatGivesWayToAnotherProjectIsKeptToo() throws Exception {
    openDemo();
    run("add-level");
    var left = session.projectProperty().get();
    interact(bench.files()::startNew);
    assertThat(session.isDirty()).isFalse();
    until(() -> new Memory().leftBehind().size() == 1);
    Path aside = new Memory().leftBehind().get(0);
    until(() -> ProjectFile.open(aside, Work.UNWATCHED).equals(left));
    interact(() -> session.reset(Demo.sample(), Optional.empty()));
    run("add-smooth");
    clickOn("Bring it back");
    assertThat(session.projectProperty().get()).isEqualTo(left);
    until(() -> new Memory().leftBehind().size() == 2);
    assertThat(lookup("Bring it back").tryQuery()).as("what was there gives way too").isPresent();
    assertThat(session.isDirty()).isTrue();
    assertThat(aside).as("it is still not saved").exists();
    interact(() -> bench.files().saveTo(folder.resolve("kept.waxhand")));
    until(() -> !Files.exists(aside));
  }

  @Test
  void unsavedWorkIsRescued() throws Exception {
    openDemo();
    clickOn("#first-pass");
    Path home = Path.of(System.getProperty("waxhand.home"));
    until(() -> Files.exists(new Memory().rescueFile()));
    var kept = session.projectProperty().get();
    // a run that is no more left it, as after a crash; this run goes on with a file of its own
    Path left = home.resolve("rescue-20200101-000000-999999999.waxhand");
    Files.move(new Memory().rescueFile(), left);
    Path later = home.resolve("rescue-20200102-000000-999999999.waxhand");
    Files.copy(left, later);
    run("remove-take");
    interact(bench.files().rescue()::offer);
    clickOn("Discard");
    until(() -> !Files.exists(later));
    clickOn("Open it");
    until(() -> session.projectProperty().get().equals(kept));
    assertThat(session.isDirty()).isTrue();
    run("add-level");
    var last = session.projectProperty().get();
    interact(bench::close);
    assertThat(ProjectFile.open(new Memory().rescueFile(), Work.UNWATCHED))
        .as("closing keeps the last edit")
        .isEqualTo(last);
    assertThat(left).as("it is not saved yet").exists();
    interact(() -> bench.files().saveTo(folder.resolve("night.waxhand")));
    until(() -> !Files.exists(left) && !Files.exists(new Memory().rescueFile()));
  }
}
