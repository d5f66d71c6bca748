package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.control.ListView;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.project.Project;
import waxhand.desk.theme.Theme;

/** Going through the first steps before the window opens leaves no trace. */
class WarmUpTest extends DeskTest {
  private WarmUp warmUp;

  @Override
  void beforeShowing() {
    warmUp = new WarmUp(bench);
    warmUp.run(Demo.sample());
  }

  @Test
  void theBenchIsAsItWas() throws Exception {
    interact(warmUp::typing);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(session.projectProperty().get()).isEqualTo(Project.empty("untitled"));
    assertThat(session.isDirty()).isFalse();
    assertThat(session.undoName()).isEmpty();
    assertThat(session.redoName()).isEmpty();
    assertThat(session.hasTake()).isFalse();
    assertThat(session.frameProperty().get()).isZero();
    assertThat(bench.theme()).isEqualTo(Theme.TALLOW);
    assertThat(lookup("#takes").queryAs(ListView.class).getItems()).isEmpty();
    assertThat(lookup("#finder").query().isVisible()).isFalse();
    assertThat(lookup("#handoff").query().isVisible()).isFalse();
    assertThat(lookup("The bench is empty").tryQuery()).isPresent();
    // longer than unsaved work waits to be kept
    Thread.sleep(5000);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(session.stagesProperty().get()).as("late results are dropped").isEmpty();
    assertThat(bench.notices().getChildren()).isEmpty();
    try (Stream<Path> files = Files.list(Path.of(System.getProperty("waxhand.home")))) {
      assertThat(files).as("nothing is remembered").isEmpty();
    }
    interact(() -> session.reset(Demo.sample(), Optional.empty()));
    untilWorkedOut();
    assertThat(session.hasTake()).isTrue();
  }
}
