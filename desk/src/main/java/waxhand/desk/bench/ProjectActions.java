package waxhand.desk.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.stage.FileChooser;
import waxhand.core.chain.Plate;
import waxhand.desk.command.Commands;
import waxhand.desk.kits.NewPlates;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.formats.project.Recipe;

/** The commands of project, takes, recipes and window. */
final class ProjectActions {
  private final Session session;
  private final Commands commands;
  private final FileWork files;
  private final Memory memory;
  private final Bench bench;

  ProjectActions(Session session, Commands commands, FileWork files, Memory memory, Bench bench) {
    this.session = session;
    this.commands = commands;
    this.files = files;
    this.memory = memory;
    this.bench = bench;
  }

  void add() {
    BooleanSupplier always = () -> true;
    commands.add(
        "Project",
        "new-from-files",
        "New takes from files…",
        "fth-file-plus",
        "Ctrl+N",
        always,
        () -> files.chooseTakes(bench.window()));
    commands.add(
        "Project",
        "open",
        "Open project…",
        "fth-folder",
        "Ctrl+O",
        always,
        () -> files.chooseProject(bench.window()));
    commands.add(
        "Pass",
        "load-mesh",
        "Load a prop from a glTF file…",
        "",
        "Ctrl+Shift+G",
        session::hasTake,
        () -> files.chooseMesh(bench.window(), chosenProp()));
    commands.add(
        "Project", "empty-bench", "Start an empty project", "", "", always, files::startNew);
    commands.add(
        "Project", "save", "Save", "fth-save", "Ctrl+S", always, () -> files.save(bench.window()));
    commands.add(
        "Project",
        "save-as",
        "Save as…",
        "",
        "Ctrl+Shift+S",
        always,
        () -> files.saveAs(bench.window()));
    commands.add(
        "Project",
        "remove-take",
        "Take this take off the shelf",
        "",
        "",
        session::hasTake,
        this::removeTake);
    commands.add(
        "Project",
        "keep-as-take",
        "Keep the work range of the result as a take",
        "",
        "Ctrl+Shift+K",
        () -> session.hasTake() && session.stagesProperty().get().isPresent(),
        files::keepAsTake);
    commands.add(
        "Project",
        "reread",
        "Read the take in another way…",
        "",
        "",
        session::hasTake,
        bench::showReread);
    commands.add(
        "Project",
        "other-bodies",
        "The file's other bodies as takes",
        "",
        "",
        files::hasOtherBodies,
        files::addOtherBodies);
    commands.add(
        "Project", "hand-on", "Hand on…", "", "Ctrl+E", session::hasTake, bench::showHandoff);
    commands.add(
        "Project",
        "save-recipe",
        "Save the chain as a recipe…",
        "",
        "",
        () -> session.chain().size() > 0,
        this::saveRecipe);
    commands.add(
        "Project",
        "use-recipe",
        "Use a recipe on this take…",
        "",
        "",
        session::hasTake,
        this::useRecipe);
    commands.add(
        "Window",
        "find-command",
        "Find a command…",
        "fth-search",
        "Ctrl+K",
        always,
        bench::showFinder);
    commands.add(
        "Window", "help", "Keys and first steps", "fth-help-circle", "F1", always, bench::showHelp);
    commands.add(
        "Window",
        "theme",
        "Change between Tallow and Lampblack",
        "fth-moon",
        "Ctrl+T",
        always,
        bench::changeTheme);
    commands.add(
        "Window",
        "curves",
        "Curves in place of lanes, of a layer first; or lanes again",
        "fth-activity",
        "C",
        () -> true,
        bench::changeTime);
    commands.add(
        "Window", "leave", "Leave a sheet or a selection", "", "Esc", always, bench::leave);
  }

  private void removeTake() {
    session
        .takeProperty()
        .get()
        .ifPresent(t -> session.edit("remove " + t.name(), p -> p.without(t.id())));
  }

  private void saveRecipe() {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("Save the chain as a recipe");
    chooser.setInitialFileName("recipe.json");
    memory.folder("recipes").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    File file = chooser.showSaveDialog(bench.window());
    if (file != null) {
      try {
        new Recipe(file.getName().replace(".json", ""), session.chain()).save(file.toPath());
        memory.rememberFolder("recipes", file.toPath());
        bench.notices().say("Recipe saved: " + file.getName());
      } catch (IOException e) {
        bench.notices().fail("The recipe could not be saved", e);
      }
    }
  }

  private void useRecipe() {
    FileChooser chooser = new FileChooser();
    chooser.setTitle("Use a recipe");
    memory.folder("recipes").map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    File file = chooser.showOpenDialog(bench.window());
    if (file != null) {
      try {
        Recipe recipe = Recipe.named(file.toString());
        memory.rememberFolder("recipes", file.toPath());
        session.editChain("use recipe " + recipe.name(), null, c -> recipe.chain());
      } catch (IOException e) {
        bench.notices().fail("The recipe could not be used", e);
      }
    }
  }

  /** The prop that is chosen on the rail. */
  private Optional<String> chosenProp() {
    return session.plate().filter(NewPlates::takesMesh).map(Plate::id);
  }
}
