package waxhand.desk.bench;

import waxhand.desk.command.Commands;

/** The commands that share out the window. */
final class PlanActions {
  private static final String GROUP = "Window";

  private final Commands commands;
  private final Plan plan;

  PlanActions(Commands commands, Plan plan) {
    this.commands = commands;
    this.plan = plan;
  }

  void add() {
    fold("fold-left", "Fold findings, takes, parts and notes away, or back", "F7", Plan.Room.LEFT);
    fold("fold-right", "Fold the settings of the pass away, or back", "F8", Plan.Room.RIGHT);
    fold("fold-time", "Fold lanes and curves away, or back", "F9", Plan.Room.TIME);
    commands.add(
        GROUP,
        "views-alone",
        "Give the views the whole window, or the rooms their places back",
        "fth-maximize-2",
        "F11",
        () -> true,
        () -> plan.viewsAlone(!plan.isViewsAlone()));
  }

  private void fold(String id, String words, String key, Plan.Room room) {
    commands.add(GROUP, id, words, "", key, () -> true, () -> plan.fold(room));
  }
}
