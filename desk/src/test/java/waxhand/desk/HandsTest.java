package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.stage.PopupWindow;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.passes.PassKinds;
import waxhand.desk.session.Memory;

/** Everything from the keyboard: finder, keys of one's own, rail, shelf and fields. */
class HandsTest extends DeskTest {
  private List<String> plates() {
    return session.chain().plates().stream().map(Plate::name).toList();
  }

  private void find(String words) {
    press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
    interact(() -> lookup("#finder-words").queryAs(TextField.class).setText(words));
  }

  private String finderHint() {
    return lookup("#finder .wh-soft").queryAllAs(Labeled.class).stream()
        .map(Labeled::getText)
        .reduce("", String::concat);
  }

  @Test
  void theFinderFindsByAnyWordsAndPutsWhatIsPossibleFirst() throws Exception {
    openDemo();
    find("pass add");
    ListView<?> list = lookup("#finder .list-view").queryAs(ListView.class);
    assertThat(list.getItems()).hasSizeGreaterThan(PassKinds.ALL.size());
    find("add smooth");
    assertThat(list.getItems()).hasSize(1);
    type(KeyCode.ENTER);
    assertThat(plates()).hasSize(1);
    find("redo");
    type(KeyCode.ENTER);
    assertThat(lookup("#finder").query().isVisible()).as("nothing to redo, so it stays").isTrue();
    type(KeyCode.ESCAPE);
    assertThat(lookup("#finder").query().isVisible()).isFalse();
    find("zzzz");
    assertThat(lookup("#finder .list-view").queryAs(ListView.class).getItems()).isEmpty();
    type(KeyCode.ENTER).type(KeyCode.ESCAPE);
  }

  @Test
  void aKeyOfOnesOwnIsTakenFromWhoHadItAndRemembered() throws Exception {
    openDemo();
    find("isolate");
    type(KeyCode.F2);
    press(KeyCode.CONTROL).type(KeyCode.F).release(KeyCode.CONTROL);
    assertThat(finderHint()).contains("First pass").contains("has none now");
    type(KeyCode.ESCAPE);
    assertThat(bench.commands().get("first-pass").key()).isEmpty();
    assertThat(bench.commands().get("isolate").tip()).contains("F");
    select(Role.LEFT_THIGH);
    interact(() -> bench.viewport().active().requestFocus());
    press(KeyCode.CONTROL).type(KeyCode.F).release(KeyCode.CONTROL);
    assertThat(bench.viewport().isIsolated()).isTrue();
    assertThat(session.chain().size()).as("first pass did not run").isZero();
    until(() -> new Memory().keys().equals(Map.of("isolate", "Ctrl+F", "first-pass", "")));
    find("isolate");
    type(KeyCode.F2).type(KeyCode.ESCAPE);
    assertThat(bench.commands().get("isolate").key()).as("Escape takes the key away").isEmpty();
    type(KeyCode.ESCAPE);
  }

  @Test
  void platesAndFlagsMoveByKeys() throws Exception {
    openDemo();
    addSmoothAndLevel();
    run("add-smooth");
    untilWorkedOut();
    assertThat(plates()).containsExactly("Smooth", "Smooth", "Level");
    interact(
        () -> session.plateIdProperty().set(Optional.of(session.chain().plates().get(2).id())));
    interact(() -> bench.viewport().active().requestFocus());
    press(KeyCode.ALT).type(KeyCode.COMMA).type(KeyCode.COMMA).type(KeyCode.COMMA);
    release(KeyCode.ALT);
    assertThat(plates()).containsExactly("Level", "Smooth", "Smooth");
    press(KeyCode.ALT).type(KeyCode.PERIOD).release(KeyCode.ALT);
    assertThat(plates()).containsExactly("Smooth", "Level", "Smooth");
    Node flag = lookup("#flag-A").query();
    interact(flag::requestFocus);
    type(KeyCode.RIGHT).type(KeyCode.RIGHT);
    assertThat(session.flagAProperty().get().index(session.chain())).isEqualTo(2);
    // the flag stays with its plate when that moves
    run("move-right");
    assertThat(plates()).containsExactly("Smooth", "Smooth", "Level");
    assertThat(session.flagAProperty().get().words(session.chain())).isEqualTo("after Level");
    type(KeyCode.LEFT).type(KeyCode.LEFT).type(KeyCode.LEFT).type(KeyCode.LEFT);
    assertThat(session.flagAProperty().get().index(session.chain())).isZero();
  }

  @Test
  void firstPassKeepsThePlatesOfTheArtist() throws Exception {
    openDemo();
    run("add-smooth");
    interact(() -> session.editPlate("name", null, plate().id(), p -> p.withName("Calm hands")));
    run("first-pass");
    String[] all = {"Repeats", "Despike", "Gap fill", "Smooth", "Level", "Plants", "Calm hands"};
    assertThat(plates()).containsExactly(all);
    String level = session.chain().plates().get(3).id();
    interact(() -> session.editPlate("mute", null, level, p -> p.withMuted(true)));
    run("first-pass");
    assertThat(plates()).as("it does not double").containsExactly(all);
    assertThat(session.chain().plates().get(3).muted()).as("and starts afresh").isFalse();
    interact(session::undo);
    assertThat(session.chain().plates().get(3).muted()).isTrue();
  }

  @Test
  void whatStandsHalfTypedBelongsToThePlateThatIsLeft() throws Exception {
    openDemo();
    addSmoothAndLevel();
    untilWorkedOut();
    String smooth = session.chain().plates().get(0).id();
    String level = session.chain().plates().get(1).id();
    interact(
        () -> {
          TextField name = lookup("#plate-name").queryAs(TextField.class);
          name.requestFocus();
          name.setText("Calm all");
        });
    interact(() -> session.plateIdProperty().set(Optional.of(level)));
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(plates()).containsExactly("Calm all", "Level");
    assertThat(lookup("#plate-name").queryAs(TextField.class).getText()).isEqualTo("Level");
    interact(
        () -> {
          TextField weight = lookup("#weight").queryAs(TextField.class);
          weight.requestFocus();
          weight.setText("40");
        });
    interact(() -> session.plateIdProperty().set(Optional.of(smooth)));
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(session.chain().plates().get(1).weight()).isEqualTo(0.4);
    assertThat(session.chain().plates().get(0).weight()).isEqualTo(1);
    assertThat(lookup("#weight").queryAs(TextField.class).getText()).isEqualTo("100");
  }

  @Test
  void numbersThatAreNoneGoBackToWhatStoodThere() throws Exception {
    openDemo();
    addLowPass();
    String found = lookup("#cutoffHz").queryAs(TextField.class).getText();
    for (String bad : new String[] {"", "fast", "4,5,6", "--"}) {
      type("cutoffHz", bad);
      assertThat(lookup("#cutoffHz").queryAs(TextField.class).getText()).isEqualTo(found);
    }
    assertThat(plate().pass().finds()).as("nothing was set").isTrue();
    type("cutoffHz", " 6,5 ");
    assertThat(plate().pass().kind().plain(plate().pass())).containsEntry("cutoffHz", 6.5);
    type("cutoffHz", "1e9");
    assertThat(lookup("#cutoffHz").queryAs(TextField.class).getText()).isEqualTo("500.00");
  }

  @Test
  void theShelfSelectsPartsAndTakes() throws Exception {
    openDemo();
    ListView<?> parts = lookup("#parts").queryAs(ListView.class);
    interact(
        () -> {
          parts.getSelectionModel().clearSelection();
          parts.getSelectionModel().selectIndices(3, 4, 5);
        });
    assertThat(session.selected().stream().toArray()).containsExactly(3, 4, 5);
    select(Role.HEAD);
    int head = raw().body().joint(Role.HEAD).getAsInt();
    assertThat(parts.getSelectionModel().getSelectedIndices().stream().map(i -> (int) i))
        .containsExactly(head);
    clickOn("#tab-takes");
    clickOn("crate-lift");
    untilWorkedOut();
    assertThat(session.takeProperty().get().orElseThrow().name()).isEqualTo("crate-lift");
    run("remove-take");
    assertThat(lookup("#takes").queryAs(ListView.class).getItems()).hasSize(5);
    interact(session::undo);
    assertThat(lookup("#takes").queryAs(ListView.class).getItems()).hasSize(6);
  }

  private Color menuPaper() {
    clickOn("#recent");
    WaitForAsyncUtils.waitForFxEvents();
    Region menu =
        Window.getWindows().stream()
            .filter(w -> w instanceof PopupWindow)
            .flatMap(w -> w.getScene().getRoot().lookupAll(".context-menu").stream())
            .map(n -> (Region) n)
            .filter(r -> r.getBackground() != null)
            .findFirst()
            .orElseThrow();
    var fills = menu.getBackground().getFills();
    Color paper = (Color) fills.get(fills.size() - 1).getFill();
    type(KeyCode.ESCAPE);
    return paper;
  }

  @Test
  void menusWearTheThemeToo() throws Exception {
    openDemo();
    assertThat(menuPaper().getBrightness()).isGreaterThan(0.9);
    run("theme");
    assertThat(menuPaper().getBrightness()).isLessThan(0.25);
    run("theme");
    assertThat(menuPaper().getBrightness()).isGreaterThan(0.9);
  }
}
