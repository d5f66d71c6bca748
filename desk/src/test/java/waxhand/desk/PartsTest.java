package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Body;
import waxhand.core.body.Role;
import waxhand.core.project.Take;
import waxhand.core.work.Work;
import waxhand.formats.project.ProjectFile;

/** What joints are in the body is corrected in place, and remembered. */
class PartsTest extends DeskTest {
  @TempDir Path folder;

  private Body body() {
    return raw().body();
  }

  private int joint(Role role) {
    return body().joint(role).orElseThrow();
  }

  @SuppressWarnings("unchecked")
  private void give(int part, String role) {
    interact(
        () -> {
          ListView<Integer> parts = lookup("#parts").queryAs(ListView.class);
          parts.getSelectionModel().clearSelection();
          parts.getSelectionModel().select(part);
          ComboBox<String> box = lookup("#role").queryAs(ComboBox.class);
          box.getSelectionModel().select(role);
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void files(Path... paths) throws Exception {
    int before = session.projectProperty().get().takes().size();
    interact(() -> bench.files().addTakes(List.of(paths)));
    until(() -> session.projectProperty().get().takes().size() == before + paths.length);
  }

  /** The first second of a take, which is soon surveyed. */
  private static String second(Take demo) {
    String text = new String(demo.raw().bytes(), StandardCharsets.UTF_8);
    int rows = text.indexOf('\n', text.indexOf("Frame Time"));
    return text.substring(0, text.indexOf("Frames:"))
        + "Frames: 120"
        + text.substring(text.indexOf("\nFrame Time"), rows)
        + "\n"
        + text.substring(rows + 1).lines().limit(120).collect(Collectors.joining("\n"))
        + "\n";
  }

  @Test
  void otherBodiesOfAFileBecomeTakesOnceAndAreSaid() throws Exception {
    String one = second(demo().takes().get(0));
    int root = one.indexOf("ROOT");
    int motion = one.indexOf("MOTION");
    int rows = one.indexOf('\n', one.indexOf("Frame Time")) + 1;
    String tree = one.substring(root, motion);
    String both =
        one.substring(0, motion)
            + tree.replaceAll("(ROOT|JOINT) ", "$1 Mate")
            + one.substring(motion, rows)
            + one.substring(rows).lines().map(r -> r + " " + r).collect(Collectors.joining("\n"))
            + "\n";
    Path path = folder.resolve("both.bvh");
    Files.writeString(path, both);
    files(path);
    int before = session.projectProperty().get().takes().size();
    Node button = lookup("#other-bodies").query();
    assertThat(button.isVisible()).isTrue();
    interact(() -> ((Button) button).fire());
    until(() -> session.projectProperty().get().takes().size() == before + 1);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(button.isVisible()).as("there is none left").isFalse();
    assertThat(run("other-bodies")).isFalse();
    assertThat(lookup(n -> n instanceof Label l && l.getText().contains("both Mate")).tryQuery())
        .isPresent();
    interact(session::undo);
    assertThat(button.isVisible()).isTrue();
  }

  @Test
  void aRoleIsGivenPairedUndoneKeptSharedAndRemembered() throws Exception {
    Take demo = demo().takes().get(0);
    Path one = folder.resolve("one.bvh");
    Path two = folder.resolve("two.bvh");
    Path three = folder.resolve("three.bvh");
    String some = second(demo);
    for (Path path : List.of(one, two, three)) {
      Files.writeString(path, some);
    }
    files(one, two);
    clickOn("#tab-parts");
    String first = session.takeProperty().get().orElseThrow().id();
    int toes = joint(Role.LEFT_TOES);
    int right = joint(Role.RIGHT_TOES);
    int foot = joint(Role.LEFT_FOOT);
    double wasM = body().heightM();

    give(toes, "no role");
    assertThat(body().joint(Role.LEFT_TOES)).isEmpty();
    assertThat(session.undoName().orElseThrow()).contains("plays no role");
    give(toes, "left foot");
    assertThat(joint(Role.LEFT_FOOT)).as("one joint plays a role").isEqualTo(toes);
    assertThat(body().role(foot)).isEmpty();
    assertThat(session.selected().nextSetBit(0)).as("still chosen").isEqualTo(toes);
    assertThat(run("roles-pair")).isTrue();
    assertThat(joint(Role.RIGHT_FOOT)).isEqualTo(right);
    assertThat(body().soles()).allMatch(s -> s.foot() == s.toes());
    assertThat(body().heightM()).isNotEqualTo(wasM);

    assertThat(run("roles-share")).isTrue();
    for (Take take : session.projectProperty().get().takes()) {
      assertThat(take.raw().motion().body().joint(Role.LEFT_FOOT)).hasValue(toes);
    }
    Path kept = folder.resolve("p.waxhand");
    ProjectFile.save(session.projectProperty().get(), kept, Work.UNWATCHED);
    Take again = ProjectFile.open(kept, Work.UNWATCHED).takes().get(0);
    assertThat(again.raw().motion().body().joints()).isEqualTo(body().joints());

    files(three);
    assertThat(joint(Role.LEFT_FOOT)).as("as it was given to such a skeleton").isEqualTo(toes);
    assertThat(session.takeProperty().get().orElseThrow().raw().remarks())
        .anyMatch(r -> r.contains("roles that you gave"));
    for (int n = 0; n < 5; n++) {
      interact(session::undo);
    }
    interact(() -> session.choose(first));
    assertThat(joint(Role.LEFT_TOES)).isEqualTo(toes);
    assertThat(joint(Role.LEFT_FOOT)).isEqualTo(foot);
    assertThat(Files.readString(one)).as("the file itself").isEqualTo(some);
  }
}
