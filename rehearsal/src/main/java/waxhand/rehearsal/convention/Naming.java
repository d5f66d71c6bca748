package waxhand.rehearsal.convention;

import java.util.Locale;
import java.util.Map;
import java.util.function.BiFunction;
import waxhand.core.body.Role;
import waxhand.core.body.Side;

/** What joints are called. */
enum Naming {
  WORDS((role, n) -> words(role)),
  CAMEL((role, n) -> camel(words(role))),
  PREFIXED((role, n) -> "deck:" + camel(words(role))),
  SUFFIXED((role, n) -> base(role) + suffix(role)),
  GERMAN((role, n) -> GermanNames.of(role)),
  NUMBERED((role, n) -> String.format(Locale.ROOT, "J%02d", n));

  private final BiFunction<Role, Integer, String> name;

  Naming(BiFunction<Role, Integer, String> name) {
    this.name = name;
  }

  /**
   * @param number of the joint in the file
   */
  String of(Role role, int number) {
    return name.apply(role, number);
  }

  private static String words(Role role) {
    return role.name().toLowerCase(Locale.ROOT);
  }

  private static String camel(String words) {
    StringBuilder name = new StringBuilder();
    for (String word : words.split("_")) {
      name.append(Character.toUpperCase(word.charAt(0))).append(word.substring(1));
    }
    return name.toString();
  }

  private static String base(Role role) {
    String words = words(role);
    return role.side() == Side.MIDDLE ? words : words.substring(words.indexOf('_') + 1);
  }

  private static String suffix(Role role) {
    return switch (role.side()) {
      case LEFT -> "_l";
      case RIGHT -> "_r";
      default -> "";
    };
  }

  /** Of a sailor from Hamburg. */
  private static final class GermanNames {
    private static final Map<String, String> WORDS =
        Map.ofEntries(
            Map.entry("hips", "Becken"),
            Map.entry("chest", "Brustkorb"),
            Map.entry("neck", "Hals"),
            Map.entry("head", "Kopf"),
            Map.entry("collar", "Schluesselbein"),
            Map.entry("upper_arm", "Oberarm"),
            Map.entry("forearm", "Unterarm"),
            Map.entry("hand", "Hand"),
            Map.entry("thigh", "Oberschenkel"),
            Map.entry("shin", "Unterschenkel"),
            Map.entry("foot", "Fuss"),
            Map.entry("toes", "Zehen"));

    static String of(Role role) {
      String base = base(role);
      String word = WORDS.getOrDefault(base, "Wirbel" + base.replaceAll("\\D", ""));
      return switch (role.side()) {
        case LEFT -> word + "_links";
        case RIGHT -> word + "_rechts";
        default -> word;
      };
    }
  }
}
