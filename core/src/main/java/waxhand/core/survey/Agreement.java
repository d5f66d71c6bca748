package waxhand.core.survey;

import java.util.List;
import waxhand.core.body.Body;
import waxhand.core.body.Role;

/** Hips and toes are many: sentences are made of one part and agree with those here. */
final class Agreement {
  /** Of one, and of many; turns of phrase before their words. */
  private static final List<String> WORDS =
      List.of(
          " has it./ has them.",
          " lets it go/ lets them go",
          " it / they ",
          " its / their ",
          " is / are ",
          " goes / go ",
          " stands / stand ",
          " leaps / leap ",
          " drops / drop ",
          " slides / slide ",
          " sinks / sink ",
          " snaps / snap ",
          " trembles / tremble ",
          " repeats / repeat ",
          " stays / stay ",
          " jitters / jitter ",
          " seems / seem ",
          " wanders / wander ");

  private Agreement() {}

  /**
   * What is said of a part.
   *
   * @param ofOne as it is said of one thing; no names that an artist gave are in it
   */
  static String of(Body body, int joint, String ofOne) {
    if (body.role(joint).filter(Agreement::isMany).isEmpty()) {
      return ofOne;
    }
    String ofMany = ofOne;
    for (String words : WORDS) {
      int between = words.indexOf('/');
      ofMany = ofMany.replace(words.substring(0, between), words.substring(between + 1));
    }
    return ofMany;
  }

  private static boolean isMany(Role role) {
    return role == Role.HIPS || role == Role.LEFT_TOES || role == Role.RIGHT_TOES;
  }
}
