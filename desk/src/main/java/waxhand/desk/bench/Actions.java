package waxhand.desk.bench;

import java.util.BitSet;
import java.util.List;
import waxhand.core.motion.Frames;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** The commands of time, of the selection and of undo. */
final class Actions {
  private final Session session;
  private final Commands commands;

  Actions(Session session, Commands commands) {
    this.session = session;
    this.commands = commands;
  }

  void add() {
    edit();
    time();
    selection();
    commands.goOn(
        "undo",
        "redo",
        "step-back",
        "step-forward",
        "jump-back",
        "jump-forward",
        "heavier",
        "lighter",
        "zoom-in",
        "zoom-out",
        "time-nearer",
        "time-farther",
        "longer-ease-in",
        "shorter-ease-in",
        "longer-ease-out",
        "shorter-ease-out",
        "next-finding",
        "previous-finding",
        "next-contact",
        "previous-contact",
        "a-left",
        "a-right",
        "b-left",
        "b-right",
        "next-plate",
        "previous-plate");
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
        session::hasTake,
        () -> session.playingProperty().set(!session.playingProperty().get()));
    commands.add(
        "Time",
        "step-back",
        "One frame back",
        "fth-chevron-left",
        "Left",
        session::hasTake,
        () -> step(-1));
    commands.add(
        "Time",
        "step-forward",
        "One frame on",
        "fth-chevron-right",
        "Right",
        session::hasTake,
        () -> step(1));
    commands.add(
        "Time",
        "jump-back",
        "A tenth of a second back",
        "",
        "Shift+Left",
        session::hasTake,
        () -> step(-tenth()));
    commands.add(
        "Time",
        "jump-forward",
        "A tenth of a second on",
        "",
        "Shift+Right",
        session::hasTake,
        () -> step(tenth()));
    commands.add(
        "Time",
        "go-start",
        "To the start of the work range",
        "fth-skip-back",
        "Home",
        session::hasTake,
        () -> session.seek(session.workRange().from()));
    commands.add(
        "Time",
        "go-end",
        "To the end of the work range",
        "fth-skip-forward",
        "End",
        session::hasTake,
        () -> session.seek(session.workRange().to() - 1));
    commands.add(
        "Time",
        "range-from",
        "Begin the work range here",
        "",
        "Ctrl+I",
        session::hasTake,
        () -> range(true));
    commands.add(
        "Time",
        "range-to",
        "End the work range here",
        "",
        "Ctrl+Shift+I",
        session::hasTake,
        () -> range(false));
    commands.add(
        "Time",
        "range-all",
        "Work on the whole take",
        "",
        "",
        session::hasTake,
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
        session::hasTake,
        () -> session.changeSpeed(-1));
    commands.add(
        "Time",
        "faster",
        "Faster",
        "",
        "Ctrl+Right",
        session::hasTake,
        () -> session.changeSpeed(1));
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
        session::hasTake,
        () -> {
          BitSet all = new BitSet();
          all.set(
              0,
              session.takeProperty().get().orElseThrow().raw().motion().clip().skeleton().size());
          session.select(all);
        });
    commands.add(
        "Select",
        "select-none",
        "Select nothing",
        "",
        "Ctrl+Shift+A",
        session::hasTake,
        () -> session.select(new BitSet()));
    commands.add(
        "Select",
        "select-limb",
        "Select the whole limb",
        "",
        "Shift+Up",
        () -> !session.selected().isEmpty(),
        this::limb);
  }

  private void limb() {
    var skeleton = session.takeProperty().get().orElseThrow().raw().motion().clip().skeleton();
    session.select(skeleton.below(session.selected()));
  }

  static List<String> helpGroups() {
    return List.of("Time", "Compare", "Pass", "View", "Select", "Edit", "Project", "Window");
  }
}
