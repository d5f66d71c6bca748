package waxhand.core.survey;

import java.util.Map;
import waxhand.core.body.Body;
import waxhand.core.body.Role;

/** Hips and toes are many: sentences are made of one part and agree with those here. */
final class Agreement {
  /** Of one, and of many. */
  private static final Map<String, String> OF_MANY =
      Map.ofEntries(
          Map.entry(" is ", " are "),
          Map.entry(" stands ", " stand "),
          Map.entry(" leaps ", " leap "),
          Map.entry(" drops ", " drop "),
          Map.entry(" slides ", " slide "),
          Map.entry(" sinks ", " sink "),
          Map.entry(" goes ", " go "),
          Map.entry(" snaps ", " snap "),
          Map.entry(" trembles ", " tremble "),
          Map.entry(" repeats ", " repeat "),
          Map.entry(" stays ", " stay "),
          Map.entry(" jitters ", " jitter "),
          Map.entry(" seems ", " seem "),
          Map.entry(" wanders ", " wander "),
          Map.entry(" its ", " their "),
          Map.entry(" it ", " they "),
          Map.entry(" has it.", " has them."),
          Map.entry(" lets it go", " lets them go"));

  private Agreement() {}

  /**
   * A sentence about a part.
   *
   * @param ofOne the sentence as it is of one thing
   */
  static String of(Body body, int joint, String ofOne) {
    boolean many = body.role(joint).filter(Agreement::isMany).isPresent();
    if (!many) {
      return ofOne;
    }
    String ofMany = ofOne;
    // whole turns of phrase before their words
    for (boolean phrases : new boolean[] {true, false}) {
      for (Map.Entry<String, String> entry : OF_MANY.entrySet()) {
        if (phrases == entry.getKey().strip().contains(" ")) {
          ofMany = ofMany.replace(entry.getKey(), entry.getValue());
        }
      }
    }
    return ofMany;
  }

  private static boolean isMany(Role role) {
    return role == Role.HIPS || role == Role.LEFT_TOES || role == Role.RIGHT_TOES;
  }
}
