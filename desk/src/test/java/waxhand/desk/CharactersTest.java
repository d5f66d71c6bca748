package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import waxhand.core.body.Role;
import waxhand.core.character.Character;
import waxhand.core.character.Wardrobe;
import waxhand.core.character.Worn;
import waxhand.core.measure.Comparison;
import waxhand.core.motion.WorldPose;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.Project;
import waxhand.core.retarget.PartTurn;
import waxhand.core.work.Work;
import waxhand.desk.kits.characters.Maps;
import waxhand.desk.session.Memory;
import waxhand.desk.theme.Manikin;
import waxhand.formats.FormatException;
import waxhand.formats.Reading;
import waxhand.formats.gltf.GltfContent;
import waxhand.formats.project.ProjectFile;
import waxhand.formats.takes.Characters;
import waxhand.formats.takes.TakeFiles;

/** A take put on a character, its map, and what is handed on of it. */
class CharactersTest extends DeskTest {
  @TempDir Path folder;

  private RetargetPass pass() {
    return (RetargetPass) session.chain().plates().get(session.chain().size() - 1).pass();
  }

  private void fire(String tab) {
    interact(() -> lookup(tab).queryAs(ToggleButton.class).fire());
  }

  @Test
  void aTakeIsPutOnACharacterAndItsMapChanged() throws Exception {
    openDemo();
    fire("#tab-characters");
    fire("#character-pilot");
    clickOn("#do-retarget-take");
    untilWorkedOut();
    assertThat(pass().character()).isEqualTo("pilot");
    int head = result().body().joint(Role.HEAD).orElseThrow();
    WorldPose pose = new WorldPose(result().clip().skeleton());
    pose.solve(result().clip(), 0);
    double crown = pose.y(head) + 0.25;
    assertThat(bench.viewport().project(pose.x(head), crown, pose.z(head))[1])
        .as("a taller body is in sight to its crown")
        .isPositive();
    assertThat(Worn.by(result()).map(Character::name)).contains("pilot");
    fire("#character-stoker");
    clickOn("#do-retarget-take");
    untilWorkedOut();
    assertThat(session.chain().size()).as("the plate there is takes the other").isEqualTo(1);
    assertThat(result().body().heightM()).isCloseTo(1.63, within(0.03));

    Node figures = lookup("#pair-figures").query();
    interact(figures::requestFocus);
    Manikin left = new Manikin(figures.getBoundsInLocal().getWidth() * 0.26, 230);
    Manikin right = new Manikin(figures.getBoundsInLocal().getWidth() * 0.74, 230);
    press(figures, left, Role.HEAD);
    type(KeyCode.DELETE);
    untilWorkedOut();
    assertThat(result().body().joint(Role.HEAD)).isEmpty();
    assertThat(said("#character-map")).contains("nothing answers: head");
    press(figures, left, Role.HEAD);
    press(figures, right, Role.HEAD);
    untilWorkedOut();
    assertThat(result().body().joint(Role.HEAD)).isPresent();
    ComboBox<String> joint = lookup("#map-joint").queryComboBox();
    interact(() -> joint.setValue("neck"));
    untilWorkedOut();
    assertThat(pass().map().changed().get(0).joint()).contains("neck");
    interact(() -> lookup("#map-all-found").queryButton().fire());
    untilWorkedOut();
    assertThat(pass().map().changed()).isEmpty();
    run("undo");
    assertThat(pass().map().changed()).hasSize(1);
  }

  @Test
  void howBothStandAlikeIsSaidOnceForTwoSkeletons() throws Exception {
    openDemo();
    run("retarget-take");
    untilWorkedOut();
    ComboBox<String> part = lookup("#map-part").queryComboBox();
    interact(() -> part.setValue("left forearm"));
    interact(
        () -> {
          TextField z = lookup("#match-z").query();
          z.setText("25");
          z.getOnAction().handle(null);
        });
    untilWorkedOut();
    assertThat(pass().match().of(Role.LEFT_FOREARM).aheadDeg()).isEqualTo(25);
    assertThat(said("#character-map")).contains("Turned: left forearm.");
    interact(() -> session.seek(120));
    interact(() -> lookup("#alike-here").queryButton().fire());
    untilWorkedOut();
    assertThat(pass().match().frame()).hasValue(120);
    assertThat(said("#character-map")).contains("In frame 120 the take stands as stoker rests.");
    run("undo");
    assertThat(pass().match().frame()).isEmpty();

    // taken off and put on again it is as it was said, and so are others of these joints
    interact(() -> session.editChain("off", null, c -> c.without(c.plates().get(0).id())));
    run("retarget-all");
    untilWorkedOut();
    assertThat(session.projectProperty().get().takes())
        .filteredOn(
            t ->
                t.raw()
                    .motion()
                    .clip()
                    .skeleton()
                    .equals(
                        session
                            .takeProperty()
                            .get()
                            .orElseThrow()
                            .raw()
                            .motion()
                            .clip()
                            .skeleton()))
        .allMatch(
            t ->
                ((RetargetPass) t.chain().plates().get(t.chain().size() - 1).pass())
                        .match()
                        .of(Role.LEFT_FOREARM)
                        .aheadDeg()
                    == 25);
  }

  @Test
  void theMapIsWorkedOnByKeysAndKeptInFiles() throws Exception {
    openDemo();
    run("retarget-take");
    untilWorkedOut();
    Node figures = lookup("#pair-figures").query();
    ComboBox<String> part = lookup("#map-part").queryComboBox();
    interact(figures::requestFocus);
    type(KeyCode.DOWN);
    String first = part.getValue();
    assertThat(first).isNotBlank();
    type(KeyCode.DOWN);
    String second = part.getValue();
    assertThat(second).isNotEqualTo(first);
    type(KeyCode.UP);
    assertThat(part.getValue()).isEqualTo(first);
    type(KeyCode.UP);
    assertThat(part.getValue()).as("around").isNotEqualTo(first).isNotEqualTo(second);
    type(KeyCode.ESCAPE);
    assertThat(part.getValue()).isNull();
    assertThat(lookup("#map-joint").queryComboBox().isDisabled()).isTrue();
    type(KeyCode.DELETE);
    assertThat(pass().map().changed()).as("nothing chosen, nothing cleared").isEmpty();
    type(KeyCode.DOWN);
    type(KeyCode.DELETE);
    untilWorkedOut();
    assertThat(pass().map().changed()).hasSize(1);
    assertThat(pass().map().changed().get(0).joint()).isEmpty();

    Maps maps = new Maps(session, new Memory());
    Path file = folder.resolve("map.json");
    maps.write(file);
    run("undo");
    untilWorkedOut();
    assertThat(pass().map().changed()).isEmpty();
    interact(() -> assertThatCode(() -> maps.read(file)).doesNotThrowAnyException());
    untilWorkedOut();
    assertThat(pass().map().changed()).hasSize(1);
    Files.writeString(
        file, Files.readString(file).replaceAll("(\"joint\" : )\"left-shin\"", "$1\"beak\""));
    RetargetPass before = pass();
    assertThatThrownBy(() -> maps.read(file))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("map.json")
        .hasMessageContaining("no joint 'beak'");
    assertThat(pass()).isEqualTo(before);
    interact(() -> session.editChain("off", null, c -> c.without(c.plates().get(0).id())));
    assertThat(maps.isThere()).isFalse();
    assertThat(said("#characters")).doesNotContain("The take is on it");
    run("retarget-take");
    assertThat(said("#characters")).contains("The take is on it");
  }

  private void press(Node figures, Manikin manikin, Role role) {
    double[] place = manikin.placeOf(role).orElseThrow();
    Point2D at = figures.localToScene(place[0], place[1]);
    interact(
        () ->
            figures.fireEvent(
                MouseEvents.of(MouseEvent.MOUSE_CLICKED, at.getX(), at.getY(), false, false)));
  }

  private String said(String of) {
    StringBuilder all = new StringBuilder();
    for (Node node : lookup(of).query().lookupAll(".label")) {
      all.append(((Labeled) node).getText()).append('\n');
    }
    return all.toString();
  }

  @Test
  void whatIsHandedOnComesBackAndACharacterStaysWithTheProject() throws Exception {
    openDemo();
    run("retarget-take");
    untilWorkedOut();
    run("hand-on");
    ChoiceBox<String> format = lookup("#handoff-format").query();
    assertThat(format.getValue()).as("a skin leaves as glTF").isEqualTo("glTF");
    interact(
        () -> {
          lookup("#handoff-folder").queryAs(TextField.class).setText(folder.toString());
          lookup("#handoff-name").queryAs(TextField.class).setText("{take} {character}");
          lookup("#handoff-rate").queryAs(TextField.class).setText("30");
        });
    clickOn("#handoff-go");
    Path file = folder.resolve("deck-walk stoker.glb");
    until(() -> Files.exists(file));
    var read = TakeFiles.read(file, Reading.GUESS, Work.UNWATCHED).motion();
    assertThat(read.clip().rateHz()).isCloseTo(30, within(1e-6));
    assertThat(read.clip().skeleton().size()).isEqualTo(result().clip().skeleton().size());

    Character client = Characters.read(file, Work.UNWATCHED).withName("client");
    interact(() -> session.edit("add client", p -> p.withWardrobe(Wardrobe.OURS.with(client))));
    fire("#tab-characters");
    fire("#character-client");
    run("retarget-all");
    untilWorkedOut();
    Path saved = folder.resolve("p.waxhand");
    ProjectFile.save(session.projectProperty().get(), saved, Work.UNWATCHED);
    Project again = ProjectFile.open(saved, Work.UNWATCHED);
    assertThat(again.wardrobe().names()).contains("client");
    assertThat(again.takes())
        .allMatch(
            t ->
                t.chain().plates().stream()
                    .anyMatch(p -> p.pass().equals(RetargetPass.to("client"))));
    var before = result();
    interact(() -> session.reset(again, Optional.empty()));
    untilWorkedOut();
    assertThat(Comparison.of(before, result(), List.of()).positionRmsMm()).isLessThan(1e-6);
    TextField name = lookup("#character-name").query();
    interact(
        () -> {
          name.setText("client two");
          name.getOnAction().handle(null);
        });
    assertThat(pass()).as("plates go by the new name").isEqualTo(RetargetPass.to("client two"));
  }

  @Test
  void theCharacterLeavesAloneAReportLiesBesideATakeAndWhatWasChosenStays() throws Exception {
    openDemo();
    run("retarget-take");
    untilWorkedOut();
    run("hand-on");
    ChoiceBox<Object> what = lookup("#handoff-what").query();
    interact(
        () -> {
          lookup("#handoff-folder").queryAs(TextField.class).setText(folder.toString());
          what.getSelectionModel().selectLast();
        });
    assertThat(lookup("#handoff-from").query().isVisible()).isFalse();
    clickOn("#handoff-go");
    Path alone = folder.resolve("stoker.glb");
    until(() -> Files.exists(alone));
    assertThat(GltfContent.of(alone)).isEqualTo(GltfContent.CHARACTER);
    assertThat(Characters.read(alone, Work.UNWATCHED).skin()).isPresent();

    run("hand-on");
    assertThat(what.getValue()).hasToString("Character without motion");
    interact(
        () -> {
          what.getSelectionModel().select(1);
          lookup("#handoff-name").queryAs(TextField.class).setText("{number} ");
          lookup("#handoff-name").queryAs(TextField.class).end();
          lookup("{take}").queryAs(Hyperlink.class).fire();
          lookup("#handoff-report").queryAs(CheckBox.class).setSelected(true);
        });
    clickOn("#handoff-go");
    Path page = folder.resolve("01 deck-walk.html");
    until(() -> Files.exists(page));
    assertThat(Files.readString(page))
        .contains("On stoker", "findings before", "before it was put on another body");
    assertThat(Characters.read(folder.resolve("01 deck-walk.glb"), Work.UNWATCHED).skin())
        .as("the skeleton alone")
        .isEmpty();
    run("hand-on");
    assertThat(what.getValue()).hasToString("Skeleton and motion, no skin");
    assertThat(lookup("#handoff-name").queryAs(TextField.class).getText())
        .isEqualTo("{number} {take}");
    assertThat(lookup("#handoff-report").queryAs(CheckBox.class).isSelected()).isTrue();
    // a page that is no report is never written over
    Files.writeString(page, "notes");
    clickOn("#handoff-go");
    assertThat(trouble()).contains("no report");
    assertThat(Files.readString(page)).isEqualTo("notes");
  }

  /** Where the peg that goes along an upper arm ends, in the view from the front. */
  private Point2D armPeg(Node view) {
    WorldPose pose = new WorldPose(result().clip().skeleton());
    pose.solve(result().clip(), 0);
    int upper = result().body().joint(Role.LEFT_UPPER_ARM).orElseThrow();
    int fore = result().body().joint(Role.LEFT_FOREARM).orElseThrow();
    Vector3d at = new Vector3d(pose.x(upper), pose.y(upper), pose.z(upper));
    Vector3d bone = new Vector3d(pose.x(fore), pose.y(fore), pose.z(fore)).sub(at).normalize(0.01);
    double[] from = bench.viewport().project(at.x, at.y, at.z);
    double[] to = bench.viewport().project(at.x + bone.x, at.y + bone.y, at.z + bone.z);
    double[] aside = bench.viewport().project(at.x + 0.01, at.y, at.z);
    double scale = 62 / Math.hypot(aside[0] - from[0], aside[1] - from[1]);
    return view.localToScreen(
        from[0] + scale * (to[0] - from[0]), from[1] + scale * (to[1] - from[1]));
  }

  @Test
  void aPartThatIsClickedIsChosenOnTheMapAndTurnedByItsPegs() throws Exception {
    openDemo();
    run("retarget-take");
    untilWorkedOut();
    run("view-front");
    ComboBox<String> part = lookup("#map-part").queryComboBox();
    BitSet arm = new BitSet();
    arm.set(result().body().joint(Role.LEFT_UPPER_ARM).orElseThrow());
    interact(() -> session.select(result().body(), arm));
    assertThat(part.getValue()).isEqualTo("left upper arm");
    interact(() -> part.setValue("right thigh"));
    assertThat(session.selected(result().body()).stream())
        .as("and the other way round")
        .containsExactly(result().body().joint(Role.RIGHT_THIGH).orElseThrow());
    interact(() -> session.select(result().body(), arm));

    Point2D peg = armPeg(lookup("#view-front").query());
    drag(peg, MouseButton.PRIMARY).dropTo(peg.add(40, 0));
    untilWorkedOut();
    PartTurn turn = pass().match().of(Role.LEFT_UPPER_ARM);
    assertThat(Math.abs(turn.sideDeg())).as("about the arm itself").isBetween(5.0, 60.0);
    assertThat(turn.upDeg()).isCloseTo(0, within(1e-6));
    assertThat(turn.aheadDeg()).isCloseTo(0, within(1e-6));
    assertThat(lookup("#match-x").queryAs(TextField.class).getText())
        .isEqualTo(String.format(Locale.ROOT, "%.1f", turn.sideDeg()));
    run("undo");
    assertThat(pass().match().turns()).as("a drag is one step").isEmpty();
  }
}
