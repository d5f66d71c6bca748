package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.input.Clipboard;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationTest;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.desk.notice.Jobs;
import waxhand.desk.notice.Notices;

class NoticesTest extends ApplicationTest {
  @TempDir Path folder;
  private Notices notices;
  private Jobs jobs;

  @Override
  public void start(Stage stage) {
    notices = new Notices();
    jobs = new Jobs(notices::fail);
    notices.watch(jobs);
    stage.setScene(new javafx.scene.Scene(new StackPane(notices), 500, 400));
    stage.show();
  }

  @Test
  void errorsCanBeCopiedAndStayUntilClosed() {
    interact(() -> notices.fail("A take could not be read", new IOException("x.bvh:3:1: odd")));
    interact(() -> lookup("Copy").queryAs(Button.class).fire());
    String[] copied = new String[1];
    interact(() -> copied[0] = Clipboard.getSystemClipboard().getString());
    assertThat(copied[0]).isEqualTo("A take could not be read: x.bvh:3:1: odd");
    interact(() -> lookup("Close").queryAs(Button.class).fire());
    assertThat(notices.getChildren()).isEmpty();
    interact(
        () -> {
          for (int n = 0; n < 9; n++) {
            notices.say("news " + n);
          }
        });
    assertThat(notices.getChildren()).hasSizeLessThanOrEqualTo(4);
  }

  @Test
  void offersStayUntilTheyAreAnswered() {
    Button back = new Button("Bring it back");
    interact(
        () -> {
          notices.say("It had unsaved changes.", back);
          notices.mention("Clear wax");
          notices.mention("Wire only");
        });
    assertThat(notices.getChildren()).as("a mention takes the place of the last").hasSize(2);
    interact(
        () -> {
          for (int n = 0; n < 9; n++) {
            notices.fail("trouble " + n, new IOException("x"));
          }
        });
    assertThat(lookup("Bring it back").tryQuery()).isPresent();
    assertThat(notices.getChildren()).hasSize(4);
    interact(() -> assertThat(notices.clear()).isTrue());
    interact(() -> assertThat(notices.clear()).as("nothing is left to close").isFalse());
    assertThat(lookup("Bring it back").tryQuery()).isPresent();
    interact(back::fire);
    assertThat(notices.getChildren()).isEmpty();
  }

  @Test
  void longWorkIsShownAndCanBeStopped() throws Exception {
    CountDownLatch ended = new CountDownLatch(1);
    interact(
        () ->
            jobs.run(
                "Counting",
                work -> {
                  try {
                    while (true) {
                      work.check();
                      work.done(0.5);
                      Thread.sleep(5);
                    }
                  } finally {
                    ended.countDown();
                  }
                },
                result -> notices.say("must not come")));
    WaitForAsyncUtils.waitFor(
        10, java.util.concurrent.TimeUnit.SECONDS, () -> lookup("Stop").tryQuery().isPresent());
    interact(() -> lookup("Stop").queryAs(Button.class).fire());
    assertThat(ended.await(5, java.util.concurrent.TimeUnit.SECONDS)).isTrue();
    WaitForAsyncUtils.waitFor(
        10, java.util.concurrent.TimeUnit.SECONDS, () -> notices.getChildren().isEmpty());
  }

  @Test
  void shortWorkIsNotShownAndItsResultArrives() throws Exception {
    interact(
        () ->
            jobs.run(
                "Listing", work -> Files.list(folder).count(), n -> notices.say("found " + n)));
    WaitForAsyncUtils.waitFor(
        10, java.util.concurrent.TimeUnit.SECONDS, () -> !notices.getChildren().isEmpty());
    List<String> texts =
        lookup(".label").queryAll().stream().map(n -> ((Labeled) n).getText()).toList();
    assertThat(texts).contains("found 0").doesNotContain("Listing");
    interact(
        () ->
            jobs.run(
                "Failing",
                work -> {
                  throw new IllegalStateException("broken");
                },
                r -> notices.say("must not come")));
    WaitForAsyncUtils.waitFor(
        10,
        java.util.concurrent.TimeUnit.SECONDS,
        () -> lookup(".wh-notice-trouble").tryQuery().isPresent());
  }
}
