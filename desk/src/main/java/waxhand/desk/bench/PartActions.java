package waxhand.desk.bench;

import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;
import waxhand.desk.shelf.Casting;

/** The commands that say which joint is which part. */
final class PartActions {
  private PartActions() {}

  static void add(Commands commands, Casting casting, Session session) {
    commands.add(
        "Parts", "roles-pair", "Pair left and right", "", "", casting::canPair, casting::pair);
    commands.add("Parts", "roles-swap", "Swap sides", "", "", session::hasTake, casting::swapSides);
    commands.add(
        "Parts", "roles-share", "Roles to every take", "", "", casting::canShare, casting::share);
  }
}
