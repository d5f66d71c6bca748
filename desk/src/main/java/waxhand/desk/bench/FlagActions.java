package waxhand.desk.bench;

import waxhand.core.chain.Chain;
import waxhand.desk.command.Commands;
import waxhand.desk.session.Flag;
import waxhand.desk.session.Session;

/** The commands of the flags A and B. */
final class FlagActions {
  private final Session session;
  private final Commands commands;

  FlagActions(Session session, Commands commands) {
    this.session = session;
    this.commands = commands;
  }

  void add() {
    commands.add(
        "Compare",
        "swap-flags",
        "Swap flags A and B",
        "",
        "X",
        session::hasTake,
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
        session::hasTake,
        () -> {
          session.flagAProperty().set(Flag.RAW);
          session.flagBProperty().set(Flag.RESULT);
        });
    commands.add(
        "Compare",
        "flags-around",
        "Flags before and after the chosen pass",
        "",
        "D",
        () -> session.plate().isPresent(),
        this::around);
    commands.add(
        "Compare",
        "a-left",
        "Flag A one stop back",
        "",
        "A",
        session::hasTake,
        () -> flag(true, -1));
    commands.add(
        "Compare",
        "a-right",
        "Flag A one stop on",
        "",
        "Shift+A",
        session::hasTake,
        () -> flag(true, 1));
    commands.add(
        "Compare",
        "b-left",
        "Flag B one stop back",
        "",
        "B",
        session::hasTake,
        () -> flag(false, -1));
    commands.add(
        "Compare",
        "b-right",
        "Flag B one stop on",
        "",
        "Shift+B",
        session::hasTake,
        () -> flag(false, 1));
  }

  /** A in front of the chosen plate, B behind it. */
  private void around() {
    Chain chain = session.chain();
    int at = chain.indexOf(session.plateIdProperty().get().orElse("")).orElse(0);
    session.flagAProperty().set(Flag.after(chain, at));
    session.flagBProperty().set(Flag.after(chain, at + 1));
  }

  private void flag(boolean a, int by) {
    var property = a ? session.flagAProperty() : session.flagBProperty();
    Chain chain = session.chain();
    property.set(Flag.after(chain, property.get().index(chain) + by));
  }
}
