package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import org.junit.jupiter.api.Test;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Span;
import waxhand.core.character.LayFigures;
import waxhand.core.passes.ground.LevelPass;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.retarget.Upright;

/** Every control of the panels does what it says. */
class PanelsTest extends DeskTest {
  private SmoothPass smooth() {
    return (SmoothPass) plate().pass();
  }

  private LevelPass level() {
    return (LevelPass) plate().pass();
  }

  private void press(String toggle) {
    interact(() -> lookup("#" + toggle).queryAs(ToggleButton.class).fire());
  }

  @Test
  void smoothSettings() throws Exception {
    openDemo();
    addLowPass();
    // found: the panel shows the suggestion, and switching it off keeps that number
    double suggested =
        ((SmoothPass) session.stagesProperty().get().orElseThrow().pass(0))
            .cutoffHz()
            .getAsDouble();
    assertThat(lookup("#cutoffHz").queryAs(TextField.class).getText())
        .isEqualTo(String.format(java.util.Locale.ROOT, "%.2f", suggested));
    press("cutoffHz-found");
    assertThat(smooth().cutoffHz()).isEqualTo(OptionalDouble.of(suggested));
    interact(() -> lookup("#cutoffHz-slider").queryAs(Slider.class).setValue(9));
    assertThat(smooth().cutoffHz().getAsDouble()).isCloseTo(9, within(1e-9));
    type("cutoffHz", "nonsense");
    assertThat(smooth().cutoffHz().getAsDouble()).isCloseTo(9, within(1e-9));
    type("cutoffHz", "7,5");
    assertThat(smooth().cutoffHz().getAsDouble()).isCloseTo(7.5, within(1e-9));
    press("cutoffHz-found");
    assertThat(smooth().cutoffHz()).isEmpty();
    interact(() -> lookup("#order").queryAs(ChoiceBox.class).getSelectionModel().select(1));
    assertThat(smooth().order()).isEqualTo(4);
    interact(() -> lookup("#travel").queryAs(CheckBox.class).fire());
    assertThat(smooth().translation()).isFalse();
    untilWorkedOut();
    for (int f = 0; f < session.frames(); f++) {
      assertThat(result().clip().translation(0).sameAt(f, raw().clip().translation(0))).isTrue();
    }
    interact(() -> lookup("#turns").queryAs(CheckBox.class).fire());
    untilWorkedOut();
    assertThat(result().clip().rotation(9).sameAt(500, raw().clip().rotation(9))).isTrue();
  }

  @Test
  void whereAndHowMuch() throws Exception {
    openDemo();
    run("add-smooth");
    press("span-all");
    assertThat(plate().span().isAll()).isFalse();
    type("span-from", "100");
    type("span-to", "400");
    type("span-ease-in", "20");
    type("span-ease-out", "30");
    assertThat(plate().span()).isEqualTo(new Span(100, 400, 20, 30));
    type("span-to", "50");
    assertThat(plate().span())
        .as("a span that ends before it begins is refused")
        .isEqualTo(new Span(100, 400, 20, 30));
    select(Role.HEAD, Role.NECK);
    interact(() -> lookup("#scope-selection").queryButton().fire());
    assertThat(plate().scope().roles()).containsExactlyInAnyOrder(Role.HEAD, Role.NECK);
    assertThat(((Labeled) lookup("#scope").query()).getText()).isEqualTo("Acts on: neck, head");
    press("axis-Y");
    assertThat(plate().scope().axes()).containsExactlyInAnyOrder(Axis.X, Axis.Z);
    interact(() -> lookup("#scope-all").queryButton().fire());
    assertThat(plate().scope().isWholeBody()).isTrue();
    assertThat(plate().scope().hasAllAxes()).isFalse();
    type("weight", "25");
    assertThat(plate().weight()).isCloseTo(0.25, within(1e-9));
    run("heavier");
    assertThat(plate().weight()).isCloseTo(0.4, within(1e-9));
    type("plate-name", "Calm the head");
    assertThat(plate().name()).isEqualTo("Calm the head");
    assertThat(session.undoName()).contains("rename to Calm the head");
    untilWorkedOut();
    int head = raw().body().joint(Role.HEAD).getAsInt();
    assertThat(result().clip().rotation(head).sameAt(99, raw().clip().rotation(head))).isTrue();
    assertThat(result().clip().rotation(head).sameAt(250, raw().clip().rotation(head))).isFalse();
    press("span-all");
    assertThat(plate().span()).isEqualTo(Span.ALL);
  }

  @Test
  void levelSettings() throws Exception {
    openDemo();
    run("add-level");
    untilWorkedOut();
    LevelPass found = (LevelPass) session.stagesProperty().get().orElseThrow().pass(0);
    assertThat(lookup("#floorM").queryAs(TextField.class).getText())
        .isEqualTo(
            String.format(java.util.Locale.ROOT, "%.1f", 1000 * found.floorM().getAsDouble()));
    type("floorM", "25");
    assertThat(level().floorM().getAsDouble()).isCloseTo(0.025, within(1e-9));
    type("actorM", "160");
    assertThat(level().actorM().getAsDouble()).isCloseTo(1.6, within(1e-9));
    type("headingRad", "90");
    assertThat(level().headingRad()).isCloseTo(Math.PI / 2, within(1e-6));
    type("eastM", "30");
    type("southM", "-20");
    assertThat(level().eastM()).isCloseTo(0.3, within(1e-9));
    assertThat(level().southM()).isCloseTo(-0.2, within(1e-9));
    untilWorkedOut();
    assertThat(result().body().heightM()).isCloseTo(1.6, within(1e-6));
    assertThat(lookup(".label").queryAll().stream().map(n -> ((Label) n).getText()))
        .anyMatch(t -> t != null && t.contains("stands 160.0 cm"));
    type("headingRad", "400");
    assertThat(level().headingRad()).as("kept within a half turn").isCloseTo(Math.PI, within(1e-9));
  }

  @Test
  void aTakeIsFitToACharacterAndAllTakesAlike() throws Exception {
    openDemo();
    run("add-level");
    untilWorkedOut();
    ComboBox<String> like = lookup("#fit-character").query();
    interact(() -> like.setValue("pilot"));
    assertThat(shown()).anyMatch(t -> t.contains("lower than those of pilot"));
    interact(() -> lookup("#fit-hips").queryButton().fire());
    untilWorkedOut();
    Upright pilot = Upright.of(LayFigures.named("pilot").orElseThrow().body());
    assertThat(Upright.of(result().body()).hipsM()).isCloseTo(pilot.hipsM(), within(1e-3));
    assertThat(shown()).anyMatch(t -> t.contains("hips are 0.0 cm"));
    interact(() -> lookup("#fit-shoulders").queryButton().fire());
    untilWorkedOut();
    assertThat(Upright.of(result().body()).shouldersM())
        .isCloseTo(pilot.shouldersM(), within(1e-3));
    double height = level().actorM().getAsDouble();
    interact(() -> lookup("#fit-every").queryButton().fire());
    assertThat(session.projectProperty().get().takes())
        .allMatch(
            t ->
                t.chain().plates().stream()
                    .anyMatch(
                        p ->
                            p.pass() instanceof LevelPass l
                                && l.actorM().equals(OptionalDouble.of(height))));
  }

  private List<String> shown() {
    return lookup(".label").queryAll().stream()
        .map(n -> ((Label) n).getText())
        .filter(Objects::nonNull)
        .toList();
  }

  @Test
  void platesByCommand() throws Exception {
    openDemo();
    run("add-smooth");
    run("add-level");
    run("previous-plate");
    assertThat(plate().name()).isEqualTo("Smooth");
    run("duplicate");
    assertThat(session.chain().plates())
        .extracting(p -> p.name())
        .containsExactly("Smooth", "Smooth copy", "Level");
    assertThat(plate().name()).isEqualTo("Smooth copy");
    run("move-right");
    assertThat(session.chain().plates().get(2).name()).isEqualTo("Smooth copy");
    run("mute");
    assertThat(plate().muted()).isTrue();
    interact(() -> session.seek(200));
    run("span-from");
    interact(() -> session.seek(600));
    run("span-to");
    assertThat(plate().span().from()).isEqualTo(200);
    assertThat(plate().span().to()).isEqualTo(601);
    run("delete-plate");
    assertThat(session.chain().size()).isEqualTo(2);
    assertThat(session.plate()).isEmpty();
    assertThat(run("delete-plate")).as("nothing is chosen").isFalse();
  }

  @Test
  void viewsSelectionAndTime() throws Exception {
    openDemo();
    select(Role.LEFT_THIGH);
    run("select-limb");
    assertThat(session.selected().cardinality()).isEqualTo(4);
    run("select-all");
    assertThat(session.selected().cardinality()).isEqualTo(22);
    run("select-none");
    assertThat(session.selected().isEmpty()).isTrue();
    for (String view : new String[] {"front", "side", "top", "perspective"}) {
      run("view-" + view);
      assertThat(lookup("#view-" + view).query().isVisible()).isTrue();
    }
    run("four-views");
    java.util.Set<javafx.scene.Node> views =
        lookup(".wh-view").match(javafx.scene.Node::isVisible).queryAll();
    assertThat(views).hasSize(4);
    assertThat(views).allMatch(n -> n.isVisible() && n.getLayoutBounds().getWidth() > 100);
    run("frame-parts");
    run("wax");
    run("theme");
    run("theme");
    interact(() -> session.seek(500));
    run("range-from");
    interact(() -> session.seek(800));
    run("range-to");
    assertThat(session.workRange().from()).isEqualTo(500);
    assertThat(session.workRange().to()).isEqualTo(801);
    run("go-start");
    assertThat(session.frameProperty().get()).isEqualTo(500);
    run("slower");
    assertThat(session.speedProperty().get()).isEqualTo(0.5);
    interact(
        () -> {
          session.loopProperty().set(false);
          session.everyFrameProperty().set(true);
          session.speedProperty().set(2);
          session.seek(790);
        });
    run("play");
    until(() -> !session.playingProperty().get());
    assertThat(session.frameProperty().get()).isEqualTo(800);
    run("range-all");
    assertThat(session.workRange().to()).isEqualTo(session.frames());
  }

  @Test
  void readingAgainAndAnEmptyBench() throws Exception {
    openDemo();
    double before = raw().body().heightM();
    run("reread");
    interact(
        () -> lookup("#reread .choice-box").queryAs(ChoiceBox.class).getSelectionModel().select(3));
    interact(() -> lookup("Read again").queryButton().fire());
    until(() -> raw().body().heightM() > 2 * before);
    assertThat(session.takeProperty().get().orElseThrow().raw().reading())
        .containsEntry("unit", "in");
    interact(session::undo);
    assertThat(raw().body().heightM()).isEqualTo(before);
    run("empty-bench");
    assertThat(session.takeProperty().get()).isEqualTo(Optional.empty());
    assertThat(lookup("The bench is empty").tryQuery()).isPresent();
    assertThat(run("play")).isFalse();
    assertThat(run("hand-on")).isFalse();
    assertThat(run("first-pass")).isFalse();
  }

  @Test
  void handingOnBadRangesIsSaid() throws Exception {
    openDemo();
    for (String[] range : new String[][] {{"5", "2"}, {"0", "99999"}, {"x", "9"}}) {
      run("hand-on");
      type("handoff-from", range[0]);
      type("handoff-to", range[1]);
      interact(() -> lookup("#handoff-go").queryButton().fire());
      run("leave");
    }
    assertThat(lookup(".wh-notice-trouble").queryAll()).hasSize(3);
  }
}
