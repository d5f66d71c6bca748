package waxhand.desk;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import waxhand.core.project.Project;
import waxhand.desk.bench.Bench;
import waxhand.desk.theme.Theme;

/**
 * The application. Options: {@code --demo} opens the demo project, {@code --shot=FILE} writes a
 * picture of the window once it is drawn and ends, {@code --shots=FOLDER} writes those of the docs,
 * {@code --stalls} goes through a session and prints how long the window was held up, {@code
 * --drags} drags handles and prints how long poses take, {@code --skins} draws skins and prints
 * what they cost.
 */
public final class DeskApp extends Application {
  private Bench bench;
  private Optional<Project> demo = Optional.empty();
  private Project sample;

  /** Rehearses what is shown before there is a window to hold up. */
  @Override
  public void init() {
    sample = Demo.sample();
    if (getParameters().getUnnamed().contains("--demo")) {
      demo = Optional.of(Demo.project());
    }
  }

  @Override
  public void start(Stage stage) {
    Theme.loadFonts();
    bench = new Bench();
    Map<String, String> named = getParameters().getNamed();
    double width = Double.parseDouble(named.getOrDefault("width", "1280"));
    double height = Double.parseDouble(named.getOrDefault("height", "800"));
    Scene scene = bench.scene(width, height);
    WarmUp warmUp = new WarmUp(bench);
    warmUp.run(sample);
    stage.setScene(scene);
    stage.setTitle("Wax Hand");
    stage.setMinWidth(960);
    stage.setMinHeight(620);
    stage.setOnCloseRequest(e -> bench.close());
    Optional<Consumer<Runnable>> report = report(scene);
    boolean pictures = named.containsKey("shot") || named.containsKey("shots");
    if (!pictures && report.isEmpty()) {
      bench.place(stage);
    }
    stage.show();
    warmUp.typing();
    Thread.currentThread()
        .setUncaughtExceptionHandler((t, e) -> bench.notices().fail("Something went wrong", e));
    if (report.isEmpty()) {
      demo.ifPresentOrElse(
          p -> bench.session().reset(p, Optional.empty()), bench.files().rescue()::offer);
    }
    bench.viewport().active().requestFocus();
    List<Path> paths =
        getParameters().getUnnamed().stream()
            .filter(p -> !p.startsWith("--"))
            .map(Path::of)
            .toList();
    bench.files().openAny(paths);
    if (named.containsKey("shot")) {
      String frame = named.getOrDefault("frame", "395");
      bench.session().choose(named.getOrDefault("take", "take-1"));
      List<String> commands =
          List.of(named.getOrDefault("do", "").split(",")).stream()
              .filter(c -> !c.isEmpty())
              .toList();
      new Shots(bench, scene)
          .one(Path.of(named.get("shot")), Integer.parseInt(frame), commands, this::end);
    } else if (named.containsKey("shots")) {
      new Shots(bench, scene).all(Path.of(named.get("shots")), this::end);
    } else {
      report.ifPresent(r -> r.accept(() -> end(Optional.empty())));
    }
  }

  /** What measures and prints, where an option asks for it; it gets what follows. */
  private Optional<Consumer<Runnable>> report(Scene scene) {
    Map<String, Consumer<Runnable>> reports =
        Map.of(
            "--drags", then -> new DragReport(bench, scene).run(then),
            "--skins", then -> new SkinReport(bench).run(then),
            "--stalls", then -> new StallReport(bench).run(demo.orElseThrow(), then));
    return getParameters().getUnnamed().stream()
        .filter(reports::containsKey)
        .map(reports::get)
        .findFirst();
  }

  private void end(Optional<IOException> failure) {
    failure.ifPresent(e -> System.err.println("waxhand: " + e.getMessage()));
    bench.close();
    Platform.exit();
    if (failure.isPresent()) {
      System.exit(1);
    }
  }
}
