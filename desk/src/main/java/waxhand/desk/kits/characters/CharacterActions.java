package waxhand.desk.kits.characters;

import waxhand.desk.command.Commands;
import waxhand.desk.session.Session;

/** Commands that have to do with characters. */
public final class CharacterActions {
  private CharacterActions() {}

  /**
   * @param load asks for a file and loads it
   * @param readMap asks for a file of a map and takes it
   * @param writeMap asks for the name of one and writes it
   */
  public static void add(
      Commands commands,
      Session session,
      CharacterTool tool,
      Maps maps,
      Runnable load,
      Runnable readMap,
      Runnable writeMap) {
    commands.add(
        "Character", "read-map", "Read a map of parts from a file", "", "", maps::isThere, readMap);
    commands.add(
        "Character",
        "write-map",
        "Write the map of parts to a file",
        "",
        "",
        maps::isThere,
        writeMap);
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
