package waxhand.desk.bench;

import java.util.BitSet;
import java.util.List;
import waxhand.core.motion.Frames;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Aspect;
import waxhand.desk.viewport.Viewport;

/** Makes the list of commands of the bench. */
final class Actions {
  private final Session session;
  private final Commands commands;
  private final Bench bench;

  Actions(Session session, Commands commands, Bench bench) {
    this.session = session;
    this.commands = commands;
    this.bench = bench;
  }

  private boolean hasTake() {
    return session.takeProperty().get().isPresent();
  }

  /** Adds all commands but those that need the viewport. */
  void add() {
    edit();
    time();
    selection();
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
