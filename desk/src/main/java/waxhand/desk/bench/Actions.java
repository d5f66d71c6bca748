package waxhand.desk.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.UnaryOperator;
import javafx.stage.FileChooser;
import waxhand.core.motion.Frames;
import waxhand.core.passes.Chain;
import waxhand.core.passes.PassKind;
import waxhand.core.passes.PassKinds;
import waxhand.core.passes.Plate;
import waxhand.core.passes.Scope;
import waxhand.core.passes.Span;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Aspect;
import waxhand.desk.viewport.Viewport;
import waxhand.formats.project.Recipe;

/** Makes the list of commands of the bench. */
final class Actions {
  private final Session session;
  private final Commands commands;
  private final FileWork files;
  private final Memory memory;
  private final Bench bench;

  Actions(Session session, Commands commands, FileWork files, Memory memory, Bench bench) {
    this.session = session;
    this.commands = commands;
    this.files = files;
    this.memory = memory;
    this.bench = bench;
  }

  private boolean hasTake() {
    return session.takeProperty().get().isPresent();
  }

  private boolean hasPlate() {
    return session.plate().isPresent();
  }

  /** Adds all commands but those that need the viewport. */
  void add() {
    project();
    edit();
    passes();
    flags();
    time();
    selection();
  }

  private void project() {
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
        this::hasTake,
        this::removeTake);
    commands.add(
        "Project",
        "reread",
        "Read the take in another way…",
        "",
        "",
        this::hasTake,
        bench::showReread);
    commands.add("Project", "hand-on", "Hand on…", "", "Ctrl+E", this::hasTake, bench::showHandoff);
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
        this::hasTake,
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

  private void edit() {
    commands.add(
        "Edit",
        "undo",
        "Undo",
        "fth-corner-up-left",
        "Ctrl+Z",
        () -> session.undoName().isPresent(),
        session::undo);
    commands.add(
        "Edit",
        "redo",
        "Redo",
        "fth-corner-up-right",
        "Ctrl+Shift+Z",
        () -> session.redoName().isPresent(),
        session::redo);
  }

  private void passes() {
    commands.add(
        "Pass",
        "first-pass",
        "First pass",
        "",
        "Ctrl+F",
        this::hasTake,
        () -> {
          session.editChain("first pass", null, c -> Recipe.firstPass().chain());
          session.plateIdProperty().set(Optional.of(session.chain().plates().get(0).id()));
        });
    for (PassKind<?> kind : PassKinds.ALL) {
      String key = "Shift+" + kind.words().substring(0, 1);
      commands.add(
          "Pass",
          "add-" + kind.id(),
          "Add " + kind.words(),
          "",
          key,
          this::hasTake,
          () -> addPass(kind));
    }
    commands.add(
        "Pass",
        "delete-plate",
        "Remove pass",
        "",
        "Delete",
        this::hasPlate,
        () -> {
          Plate plate = session.plate().orElseThrow();
          session.editChain("remove " + plate.name(), null, c -> c.without(plate.id()));
        });
    commands.add(
        "Pass",
        "mute",
        "Mute or unmute pass",
        "",
        "M",
        this::hasPlate,
        () -> onPlate("mute", p -> p.withMuted(!p.muted())));
    commands.add(
        "Pass",
        "duplicate",
        "Copy pass",
        "",
        "Ctrl+D",
        this::hasPlate,
        () -> {
          Plate plate = session.plate().orElseThrow();
          Chain chain = session.chain();
          Plate copy =
              new Plate(
                  chain.freshId(plate.pass().kind()),
                  plate.name() + " copy",
                  plate.pass(),
                  plate.span(),
                  plate.scope(),
                  plate.weight(),
                  plate.muted());
          session.editChain(
              "copy " + plate.name(),
              null,
              c -> c.inserted(c.indexOf(plate.id()).orElseThrow() + 1, copy));
          session.plateIdProperty().set(Optional.of(copy.id()));
        });
    commands.add(
        "Pass", "move-left", "Move pass earlier", "", "Alt+Comma", this::hasPlate, () -> move(-1));
    commands.add(
        "Pass", "move-right", "Move pass later", "", "Alt+Period", this::hasPlate, () -> move(1));
    commands.add(
        "Pass",
        "next-plate",
        "Choose the next pass",
        "",
        "Period",
        () -> session.chain().size() > 0,
        () -> choose(1));
    commands.add(
        "Pass",
        "previous-plate",
        "Choose the pass before",
        "",
        "Comma",
        () -> session.chain().size() > 0,
        () -> choose(-1));
    commands.add(
        "Pass",
        "span-from",
        "Begin the span of the pass here",
        "",
        "I",
        this::hasLocalPlate,
        () -> span(true));
    commands.add(
        "Pass",
        "span-to",
        "End the span of the pass here",
        "",
        "O",
        this::hasLocalPlate,
        () -> span(false));
    commands.add(
        "Pass", "heavier", "More weight", "", "Ctrl+Up", this::hasPlate, () -> weight(0.1));
    commands.add(
        "Pass", "lighter", "Less weight", "", "Ctrl+Down", this::hasPlate, () -> weight(-0.1));
  }

  private boolean hasLocalPlate() {
    return session.plate().map(p -> p.pass().kind().local()).orElse(false);
  }

  private void onPlate(String name, UnaryOperator<Plate> change) {
    session.plate().ifPresent(p -> session.editPlate(name + " " + p.name(), null, p.id(), change));
  }

  private void addPass(PassKind<?> kind) {
    Chain chain = session.chain();
    String id = chain.freshId(kind);
    BitSet parts = session.selectionProperty().get();
    Scope scope =
        parts.isEmpty() || !kind.local()
            ? Scope.ALL
            : Scope.of(session.takeProperty().get().orElseThrow().raw().motion().body(), parts);
    int index =
        session
            .plate()
            .map(p -> chain.indexOf(p.id()).orElse(chain.size() - 1) + 1)
            .orElse(chain.size());
    session.editChain(
        "add " + kind.words(),
        null,
        c -> c.inserted(index, Plate.of(id, kind.defaults()).withScope(scope)));
    session.plateIdProperty().set(Optional.of(id));
  }

  private void move(int by) {
    session
        .plate()
        .ifPresent(
            p ->
                session.editChain(
                    "move " + p.name(),
                    null,
                    c -> c.moved(p.id(), Math.max(0, c.indexOf(p.id()).orElseThrow() + by))));
  }

  private void choose(int by) {
    Chain chain = session.chain();
    int now = session.plate().map(p -> chain.indexOf(p.id()).orElse(0) + by).orElse(0);
    int next = Math.floorMod(now, chain.size());
    session.plateIdProperty().set(Optional.of(chain.plates().get(next).id()));
  }

  private void span(boolean begin) {
    int frame = session.frameProperty().get();
    int ease = (int) Math.round(session.rateHz() * 0.1);
    onPlate(
        "span of",
        p -> {
          Frames now = p.span().within(session.frames());
          int from = begin ? frame : Math.min(now.from(), frame);
          int to = begin ? Math.max(now.to(), frame + 1) : frame + 1;
          int in = p.span().isAll() ? ease : p.span().easeIn();
          int out = p.span().isAll() ? ease : p.span().easeOut();
          return p.withSpan(new Span(from, to, in, out));
        });
  }

  private void weight(double by) {
    onPlate(
        "weight of",
        p -> p.withWeight(Math.max(0, Math.min(1, Math.rint(10 * (p.weight() + by)) / 10))));
  }

  private void flags() {
    commands.add(
        "Compare",
        "swap-flags",
        "Swap flags A and B",
        "",
        "X",
        this::hasTake,
        () -> {
          Flag a = session.flagAProperty().get();
          session.flagAProperty().set(session.flagBProperty().get());
          session.flagBProperty().set(a);
        });
    commands.add(
        "Compare",
        "flags-home",
        "Send flags home (raw and result)",
        "",
        "H",
        this::hasTake,
        () -> {
          session.flagAProperty().set(Flag.RAW);
          session.flagBProperty().set(Flag.RESULT);
        });
    commands.add(
        "Compare", "a-left", "Flag A one stop back", "", "A", this::hasTake, () -> flag(true, -1));
    commands.add(
        "Compare",
        "a-right",
        "Flag A one stop on",
        "",
        "Shift+A",
        this::hasTake,
        () -> flag(true, 1));
    commands.add(
        "Compare", "b-left", "Flag B one stop back", "", "B", this::hasTake, () -> flag(false, -1));
    commands.add(
        "Compare",
        "b-right",
        "Flag B one stop on",
        "",
        "Shift+B",
        this::hasTake,
        () -> flag(false, 1));
  }

  private void flag(boolean a, int by) {
    var property = a ? session.flagAProperty() : session.flagBProperty();
    Chain chain = session.chain();
    property.set(Flag.after(chain, property.get().index(chain) + by));
  }

  private void time() {
    commands.add(
        "Time",
        "play",
        "Play or pause",
        "fth-play",
        "Space",
        this::hasTake,
        () -> session.playingProperty().set(!session.playingProperty().get()));
    commands.add(
        "Time",
        "step-back",
        "One frame back",
        "fth-chevron-left",
        "Left",
        this::hasTake,
        () -> step(-1));
    commands.add(
        "Time",
        "step-forward",
        "One frame on",
        "fth-chevron-right",
        "Right",
        this::hasTake,
        () -> step(1));
    commands.add(
        "Time",
        "jump-back",
        "A tenth of a second back",
        "",
        "Shift+Left",
        this::hasTake,
        () -> step(-tenth()));
    commands.add(
        "Time",
        "jump-forward",
        "A tenth of a second on",
        "",
        "Shift+Right",
        this::hasTake,
        () -> step(tenth()));
    commands.add(
        "Time",
        "go-start",
        "To the start of the work range",
        "fth-skip-back",
        "Home",
        this::hasTake,
        () -> session.seek(session.workRange().from()));
    commands.add(
        "Time",
        "go-end",
        "To the end of the work range",
        "fth-skip-forward",
        "End",
        this::hasTake,
        () -> session.seek(session.workRange().to() - 1));
    commands.add(
        "Time",
        "range-from",
        "Begin the work range here",
        "",
        "Ctrl+I",
        this::hasTake,
        () -> range(true));
    commands.add(
        "Time",
        "range-to",
        "End the work range here",
        "",
        "Ctrl+Shift+I",
        this::hasTake,
        () -> range(false));
    commands.add(
        "Time",
        "range-all",
        "Work on the whole take",
        "",
        "",
        this::hasTake,
        () -> setRange(Frames.first(session.frames())));
    commands.add(
        "Time",
        "loop",
        "Loop on or off",
        "",
        "L",
        () -> true,
        () -> session.loopProperty().set(!session.loopProperty().get()));
    commands.add(
        "Time",
        "slower",
        "Slower",
        "",
        "Ctrl+Left",
        this::hasTake,
        () -> session.speedProperty().set(Math.max(0.1, session.speedProperty().get() / 2)));
    commands.add(
        "Time",
        "faster",
        "Faster",
        "",
        "Ctrl+Right",
        this::hasTake,
        () -> session.speedProperty().set(Math.min(2, session.speedProperty().get() * 2)));
  }

  private int tenth() {
    return Math.max(1, (int) Math.round(session.rateHz() / 10));
  }

  private void step(int by) {
    session.playingProperty().set(false);
    session.seek(session.frameProperty().get() + by);
  }

  private void range(boolean begin) {
    int frame = session.frameProperty().get();
    Frames now = session.workRange();
    setRange(
        begin
            ? new Frames(frame, Math.max(now.to(), frame + 1))
            : new Frames(Math.min(now.from(), frame), frame + 1));
  }

  private void setRange(Frames range) {
    session
        .takeProperty()
        .get()
        .ifPresent(
            t -> session.edit("work range", p -> p.changed(t.id(), k -> k.withWorkRange(range))));
  }

  private void selection() {
    commands.add(
        "Select",
        "select-all",
        "Select every part",
        "",
        "Ctrl+A",
        this::hasTake,
        () -> {
          BitSet all = new BitSet();
          all.set(
              0,
              session.takeProperty().get().orElseThrow().raw().motion().clip().skeleton().size());
          session.selectionProperty().set(all);
        });
    commands.add(
        "Select",
        "select-none",
        "Select nothing",
        "",
        "Ctrl+Shift+A",
        this::hasTake,
        () -> session.selectionProperty().set(new BitSet()));
    commands.add(
        "Select",
        "select-limb",
        "Select the whole limb",
        "",
        "Shift+Up",
        () -> !session.selectionProperty().get().isEmpty(),
        this::limb);
  }

  /** Everything that hangs on the selected parts. */
  private void limb() {
    var skeleton = session.takeProperty().get().orElseThrow().raw().motion().clip().skeleton();
    BitSet grown = (BitSet) session.selectionProperty().get().clone();
    for (int j = 0; j < skeleton.size(); j++) {
      if (skeleton.parent(j) >= 0 && grown.get(skeleton.parent(j))) {
        grown.set(j);
      }
    }
    session.selectionProperty().set(grown);
  }

  /** Adds the commands of the viewport. */
  void addViews(Viewport viewport) {
    String[] keys = {"1", "2", "3", "4"};
    for (Aspect aspect : Aspect.values()) {
      commands.add(
          "View",
          "view-" + aspect.name().toLowerCase(java.util.Locale.ROOT),
          aspect.words() + " view",
          "",
          keys[aspect.ordinal()],
          () -> true,
          () -> viewport.look(aspect));
    }
    commands.add(
        "View",
        "four-views",
        "One or four views",
        "fth-grid",
        "5",
        () -> true,
        () -> viewport.fourProperty().set(!viewport.fourProperty().get()));
    commands.add(
        "View",
        "frame-parts",
        "Bring the selection into view",
        "fth-maximize",
        "F",
        this::hasTake,
        viewport::frameParts);
    commands.add(
        "View",
        "follow",
        "Follow the body or not",
        "",
        "Shift+F",
        () -> true,
        () -> viewport.followProperty().set(!viewport.followProperty().get()));
    commands.add(
        "View",
        "wax",
        "Solid wax, clear wax, wire only",
        "fth-user",
        "W",
        () -> true,
        () -> {
          Viewport.Wax[] all = Viewport.Wax.values();
          viewport.setWax(all[(viewport.wax().ordinal() + 1) % all.length]);
          bench.notices().say(viewport.wax().words());
        });
    commands.add("View", "zoom-in", "Nearer", "", "Plus", () -> true, () -> viewport.zoom(0.85));
    commands.add(
        "View", "zoom-out", "Farther", "", "Minus", () -> true, () -> viewport.zoom(1 / 0.85));
  }

  static List<String> helpGroups() {
    return List.of("Time", "Compare", "Pass", "View", "Select", "Edit", "Project", "Window");
  }
}
