package waxhand.desk.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.util.Duration;
import waxhand.core.project.Project;
import waxhand.core.work.Work;
import waxhand.desk.notice.Jobs;
import waxhand.desk.notice.Notices;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.formats.project.ProjectFile;

/**
 * Keeps unsaved work in a file of this program run, a few seconds after each edit and when the
 * window closes, and offers what earlier runs left. The file goes once the work is saved.
 */
public final class Rescue {
  private static final Duration AFTER = Duration.seconds(4);
  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());

  private final Session session;
  private final Jobs jobs;
  private final Notices notices;
  private final Memory memory;
  private final PauseTransition idle = new PauseTransition(AFTER);
  private boolean writing;

  /** What was opened out of an earlier run's file, which stays until it is saved. */
  private Optional<Path> opened = Optional.empty();

  Rescue(Session session, Jobs jobs, Notices notices, Memory memory) {
    this.session = session;
    this.jobs = jobs;
    this.notices = notices;
    this.memory = memory;
    idle.setOnFinished(e -> keep());
    session
        .projectProperty()
        .addListener(
            (o, a, b) -> {
              if (session.isDirty()) {
                idle.playFromStart();
              }
            });
  }

  private void keep() {
    if (writing || !session.isDirty()) {
      return;
    }
    writing = true;
    Project project = session.projectProperty().get();
    beside(
        () -> {
          try {
            write(project, memory.rescueFile());
          } finally {
            Platform.runLater(() -> kept(project));
          }
        });
  }

  /** Not on a daemon thread: the program ends when the work is safe. */
  private static void beside(Runnable work) {
    new Thread(work, "rescue").start();
  }

  /** Before another project takes the bench: unsaved work is kept and can be brought back. */
  void giveWay() {
    if (!session.isDirty()) {
      return;
    }
    Project left = session.projectProperty().get();
    Optional<Path> from = session.fileProperty().get();
    Path aside = opened.orElseGet(memory::asideFile);
    opened = Optional.empty();
    beside(() -> write(left, aside));
    Button back = new Button("Bring it back");
    back.setOnAction(e -> putOnBench(left, from, aside));
    notices.say(left.name() + " had unsaved changes.", back);
  }

  /** Puts work on the bench that stays in a file of its own until it is saved. */
  private void putOnBench(Project project, Optional<Path> from, Path file) {
    giveWay();
    session.reset(project, from);
    session.markUnsaved();
    opened = Optional.of(file);
  }

  private void kept(Project project) {
    writing = false;
    if (!session.isDirty()) {
      // it was saved meanwhile
      drop();
    } else if (session.projectProperty().get() != project) {
      idle.playFromStart();
    }
  }

  /** One file at a time, since the last may be on its way to the same place. */
  private synchronized void write(Project project, Path file) {
    try {
      ProjectFile.savePrivately(project, file, Work.UNWATCHED);
    } catch (IOException | RuntimeException | OutOfMemoryError e) {
      Platform.runLater(() -> notices.fail("Unsaved work could not be kept safe", e));
    }
  }

  /** Keeps what is unsaved to the last edit; the window is about to close. */
  void close() {
    idle.stop();
    if (session.isDirty()) {
      write(session.projectProperty().get(), memory.rescueFile());
    } else {
      drop();
    }
  }

  /** Offers work that earlier runs left behind, the latest first and one at a time. */
  public void offer() {
    offer(memory.leftBehind());
  }

  private void offer(List<Path> left) {
    if (left.isEmpty()) {
      return;
    }
    Path file = left.get(left.size() - 1);
    List<Path> older = left.subList(0, left.size() - 1);
    Button open = new Button("Open it");
    open.setOnAction(e -> open(file));
    Button discard = new Button("Discard");
    discard.setOnAction(
        e -> {
          delete(file);
          offer(older);
        });
    String text = "Work of " + when(file) + " was not saved. It was kept.";
    if (older.isEmpty()) {
      notices.say(text, open, discard);
    } else {
      Button next = new Button("Older, " + older.size() + " more");
      next.setOnAction(e -> offer(older));
      notices.say(text, open, discard, next);
    }
  }

  private static String when(Path file) {
    try {
      return WHEN.format(Files.getLastModifiedTime(file).toInstant());
    } catch (IOException e) {
      return WHEN.format(Instant.now());
    }
  }

  private void open(Path file) {
    jobs.run(
        "Opening rescued work",
        work -> Sound.open(file, work),
        sound -> {
          putOnBench(sound.project(), Optional.empty(), file);
          if (!sound.isWhole()) {
            // saving must not take away what could not be opened
            opened = Optional.empty();
          }
          sound.tell(notices);
        });
  }

  /** Nothing is left to rescue: the work was saved. */
  void drop() {
    delete(memory.rescueFile());
    opened.ifPresent(this::delete);
    opened = Optional.empty();
  }

  private void delete(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      notices.fail("The rescue file could not be removed", e);
    }
  }
}
