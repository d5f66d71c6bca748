package waxhand.desk.kits.characters;

import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** Commands that have to do with characters. */
public final class CharacterActions {
  private CharacterActions() {}

  /**
   * @param load asks for a file and loads it
   */
  public static void add(Commands commands, Session session, CharacterTool tool, Runnable load) {
    commands.add("Character", "load-character", "Load a character", "", "", () -> true, load);
    commands.add(
        "Character",
        "retarget-take",
        "Put the take on the chosen character",
        "",
        "",
        session::hasTake,
        () -> tool.retarget(tool.chosenProperty().get()));
    commands.add(
        "Character",
        "retarget-all",
        "Put all takes on the chosen character",
        "",
        "",
        session::hasTake,
        tool::retargetAll);
  }
}
