package waxhand.core.body;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * A joint name taken apart: the side it speaks of and the words that name the part.
 *
 * @param side from a word such as "left", "l", "rt"; MIDDLE where there is none
 * @param part the other words without numbers, joined: "upperarm"
 * @param words the same, one by one
 */
record JointName(Side side, String part, List<String> words) {
  private static final Set<String> LEFT = Set.of("left", "l", "lf", "lt", "links", "li");
  private static final Set<String> RIGHT = Set.of("right", "r", "rt", "rg", "rechts", "re");
  private static final Set<String> HELPER =
      Set.of("twist", "roll", "helper", "nub", "end", "site", "eff", "aux", "dummy", "twst");

  /** What stands beside a body in a file: these words begin or end the name. */
  private static final Set<String> BESIDE =
      Set.of(
          "camera", "cam", "target", "ik", "prop", "tag", "locator", "marker", "light", "goal",
          "kamera", "ziel");

  private static final Set<String> FOOT = Set.of("foot", "ankle", "fuss", "knoechel");
  private static final Set<String> TOES =
      Set.of("toe", "toes", "toebase", "ball", "forefoot", "zeh", "zehe", "zehen", "ballen");
  private static final Set<String> HAND = Set.of("hand", "wrist", "palm", "handgelenk");
  private static final Set<String> FOREARM =
      Set.of(
          "forearm",
          "lowerarm",
          "lowarm",
          "elbow",
          "armlower",
          "radius",
          "unterarm",
          "ellbogen",
          "ellenbogen");
  private static final Set<String> SHIN =
      Set.of(
          "shin",
          "calf",
          "knee",
          "lowerleg",
          "lowleg",
          "tibia",
          "leglower",
          "unterschenkel",
          "knie",
          "wade");
  private static final Set<String> THIGH =
      Set.of(
          "thigh", "upleg", "upperleg", "femur", "hip", "legupper", "oberschenkel", "hueftgelenk");
  private static final Set<String> HEAD = Set.of("head", "skull", "kopf", "schaedel");
  private static final Set<String> NECK = Set.of("neck", "cervical", "hals", "nacken");

  /** Parts to which a side may be joined without a gap. */
  private static final Set<String> PARTS =
      Set.of(
          "arm",
          "upperarm",
          "uparm",
          "oberarm",
          "shoulder",
          "schulter",
          "schluesselbein",
          "collar",
          "clavicle",
          "humerus",
          "leg",
          "thumb",
          "index",
          "middle",
          "ring",
          "pinky",
          "little",
          "fingers",
          "hipjoint");

  private static final List<Set<String>> LIMBS =
      List.of(PARTS, FOOT, TOES, HAND, FOREARM, SHIN, THIGH);

  private static final List<List<String>> FINGERS =
      List.of(
          List.of("thumb", "daumen"),
          List.of("index", "zeigefinger"),
          List.of("middle", "mittelfinger"),
          List.of("ring"),
          List.of("little", "pinky", "pinkie", "kleinerfinger"));

  static JointName of(String name) {
    String bare = name.substring(Math.max(name.lastIndexOf(':'), name.lastIndexOf('|')) + 1);
    String spaced =
        bare.replaceAll("(\\p{Ll})(\\p{Lu})", "$1 $2")
            .replaceAll("(\\p{Lu})(\\p{Lu}\\p{Ll})", "$1 $2")
            .replaceAll("([A-Za-z])([0-9])", "$1 $2");
    Side side = Side.MIDDLE;
    List<String> part = new ArrayList<>();
    for (String word : plain(spaced).split("[^a-z]+")) {
      if (word.isEmpty()) {
        continue;
      }
      String rest = word;
      if (side == Side.MIDDLE) {
        if (LEFT.contains(word)) {
          side = Side.LEFT;
          continue;
        }
        if (RIGHT.contains(word)) {
          side = Side.RIGHT;
          continue;
        }
        rest = withoutSide(word);
        if (!rest.equals(word)) {
          side = word.startsWith("l") ? Side.LEFT : Side.RIGHT;
        }
      }
      part.add(rest);
    }
    return new JointName(side, String.join("", part), List.copyOf(part));
  }

  /** In small letters, with umlauts written out. */
  private static String plain(String name) {
    return name.toLowerCase(Locale.ROOT)
        .replace("\u00e4", "ae")
        .replace("\u00f6", "oe")
        .replace("\u00fc", "ue")
        .replace("\u00df", "ss");
  }

  /** "leftupleg" and "lfemur" without their side. */
  private static String withoutSide(String word) {
    for (String prefix : List.of("left", "right", "links", "rechts", "l", "r")) {
      String rest = word.startsWith(prefix) ? word.substring(prefix.length()) : "";
      if (LIMBS.stream().anyMatch(p -> p.contains(rest))) {
        return rest;
      }
    }
    return word;
  }

  boolean isHelper() {
    return HELPER.stream().anyMatch(h -> part.equals(h) || part.endsWith(h) || part.startsWith(h));
  }

  /** A camera, a target, a prop: no part of a body by itself. */
  boolean isBeside() {
    return words.stream().anyMatch(BESIDE::contains);
  }

  boolean isFoot() {
    return endsIn(FOOT);
  }

  boolean isToes() {
    return endsIn(TOES) && finger() < 0;
  }

  boolean isHand() {
    return endsIn(HAND) && finger() < 0;
  }

  boolean isForearm() {
    return endsIn(FOREARM);
  }

  boolean isShin() {
    return endsIn(SHIN);
  }

  boolean isThigh() {
    return side != Side.MIDDLE && endsIn(THIGH);
  }

  /** A part of a limb by name, with its side. */
  boolean isLimb() {
    return side != Side.MIDDLE && !isHelper() && LIMBS.stream().anyMatch(this::endsIn);
  }

  boolean isHead() {
    return endsIn(HEAD);
  }

  boolean isNeck() {
    return endsIn(NECK);
  }

  /** 0 for the thumb to 4 for the little finger, -1 for no finger. */
  int finger() {
    if (part.contains("toe") || part.contains("foot") || part.contains("zeh")) {
      return -1;
    }
    for (int f = 0; f < FINGERS.size(); f++) {
      if (FINGERS.get(f).stream().anyMatch(part::contains)) {
        return f;
      }
    }
    return -1;
  }

  private boolean endsIn(Set<String> words) {
    return words.stream().anyMatch(part::endsWith);
  }
}
