package waxhand.rehearsal.scene;

/** What somebody does in a take. */
public interface Scenario {
  /** In files and on the command line, such as "deck-walk". */
  String key();

  /** How long the take is where nobody says. */
  double usualSeconds();
}
