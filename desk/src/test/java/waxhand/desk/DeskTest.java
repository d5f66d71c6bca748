package waxhand.desk;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.Comparator;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javafx.event.ActionEvent;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.testfx.api.FxToolkit;
import org.testfx.framework.junit5.ApplicationTest;
import org.testfx.util.WaitForAsyncUtils;
import waxhand.core.body.Role;
import waxhand.core.chain.Plate;
import waxhand.core.motion.Frames;
import waxhand.core.passes.signal.SmoothMethod;
import waxhand.core.passes.signal.SmoothPass;
import waxhand.core.project.Project;
import waxhand.core.scene.Motion;
import waxhand.desk.bench.Bench;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Session;
import waxhand.desk.theme.Theme;

/** The true window with the demo, and what tests do with it. */
abstract class DeskTest extends ApplicationTest {
  Bench bench;
  Session session;
  private Path home;
  private static Project demo;

  @Override
  public void start(Stage stage) throws Exception {
    home = Files.createTempDirectory("waxhand-home");
    System.setProperty("waxhand.home", home.toString());
    Theme.loadFonts();
    bench = new Bench();
    session = bench.session();
    Scene scene = bench.scene(1280, 800);
    beforeShowing();
    stage.setScene(scene);
    stage.setX(0);
    stage.setY(0);
    // the stage is that of the test before, which may have sized it
    stage.sizeToScene();
    stage.show();
    bench.viewport().active().requestFocus();
  }

  /** On the UI thread, with the bench in its scene. */
  void beforeShowing() {}

  @AfterEach
  void close() throws Exception {
    interact(bench::close);
    FxToolkit.cleanupStages();
    try (Stream<Path> left = Files.walk(home)) {
      left.sorted(Comparator.reverseOrder()).forEach(path -> path.toFile().delete());
    }
  }

  static void until(Callable<Boolean> condition) throws Exception {
    WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, condition);
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** Waits until the chain as it is now has been worked out. */
  void untilWorkedOut() throws Exception {
    WaitForAsyncUtils.waitForFxEvents();
    until(
        () ->
            session.stagesProperty().get().map(s -> s.chain().equals(session.chain())).orElse(false)
                && bench.sketch().map(s -> s.chain().equals(session.chain())).orElse(false));
  }

  /** Rehearsed once a class: it never changes. */
  static synchronized Project demo() {
    demo = demo == null ? Demo.project() : demo;
    return demo;
  }

  void openDemo() throws Exception {
    Project project = demo();
    interact(() -> session.reset(project, Optional.empty()));
    untilWorkedOut();
  }

  /** Two plates to try hands on, the first chosen. */
  void addSmoothAndLevel() {
    run("add-smooth");
    run("add-level");
    interact(
        () -> session.plateIdProperty().set(Optional.of(session.chain().plates().get(0).id())));
  }

  /** A Smooth that has a cutoff. */
  void addLowPass() throws Exception {
    run("add-smooth");
    interact(
        () ->
            session.editPlate(
                "method",
                null,
                plate().id(),
                p -> p.withPass(SmoothPass.KIND.defaults().withMethod(SmoothMethod.LOW_PASS))));
    untilWorkedOut();
  }

  void select(Role... roles) {
    BitSet parts = new BitSet();
    for (Role role : roles) {
      parts.set(raw().body().joint(role).getAsInt());
    }
    interact(() -> session.select(parts));
  }

  /** What the notices of trouble say, which are closed then as Escape does. */
  String trouble() throws Exception {
    until(() -> lookup(".wh-notice-trouble").tryQuery().isPresent());
    StringBuilder said = new StringBuilder();
    for (Node label : lookup(".wh-notice-trouble .label").queryAll()) {
      said.append(((Labeled) label).getText()).append('\n');
    }
    run("leave");
    return said.toString();
  }

  void workRange(Frames range) {
    String id = session.takeProperty().get().orElseThrow().id();
    interact(() -> session.edit("work range", p -> p.changed(id, t -> t.withWorkRange(range))));
  }

  Motion raw() {
    return session.takeProperty().get().orElseThrow().raw().motion();
  }

  Motion result() {
    return session.motionAt(Flag.RESULT).orElseThrow();
  }

  Plate plate() {
    return session.plate().orElseThrow();
  }

  /** Does a command as a button or key would. */
  boolean run(String command) {
    boolean[] done = new boolean[1];
    interact(() -> done[0] = bench.commands().get(command).run());
    return done[0];
  }

  /** Types into a field and presses Enter. */
  void type(String field, String text) {
    interact(
        () -> {
          TextField node = lookup("#" + field).queryAs(TextField.class);
          node.requestFocus();
          node.setText(text);
          node.fireEvent(new ActionEvent());
        });
  }
}
