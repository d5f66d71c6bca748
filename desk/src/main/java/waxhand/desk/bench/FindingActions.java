package waxhand.desk.bench;

import waxhand.desk.command.Commands;
import waxhand.desk.findings.Worklist;
import waxhand.desk.session.Session;

/** The commands of the worklist and of notes. */
final class FindingActions {
  private static final String GROUP = "Findings";

  private FindingActions() {}

  static void add(Commands commands, Worklist worklist, Session session) {
    commands.add(
        "Notes",
        "add-note",
        "Put a note at the playhead",
        "fth-flag",
        "T",
        session::hasTake,
        () -> {
          String id = session.takeProperty().get().orElseThrow().id();
          int frame = session.frameProperty().get();
          session.edit("add note", p -> p.changed(id, t -> t.noted(frame)));
        });
    commands.add(
        GROUP,
        "next-finding",
        "Go to the next finding",
        "fth-chevron-down",
        "N",
        worklist::hasAny,
        () -> worklist.step(1));
    commands.add(
        GROUP,
        "previous-finding",
        "Go to the finding before",
        "fth-chevron-up",
        "Shift+N",
        worklist::hasAny,
        () -> worklist.step(-1));
    commands.add(GROUP, "mend", "Mend", "", "Ctrl+M", worklist::canMend, worklist::mend);
    commands.add(
        GROUP, "mend-all", "All alike", "", "Ctrl+Shift+M", worklist::canMend, worklist::mendAll);
    commands.add(
        GROUP,
        "dismiss",
        "Dismiss the finding: it is meant so",
        "",
        "Shift+Delete",
        () -> worklist.chosenProperty().get().isPresent(),
        () -> worklist.dismiss("It is meant so"));
  }
}
