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
 */
record JointName(Side side, String part) {
  private static final Set<String> LEFT = Set.of("left", "l", "lf", "lt");
  private static final Set<String> RIGHT = Set.of("right", "r", "rt", "rg");
  private static final Set<String> HELPER =
      Set.of("twist", "roll", "helper", "nub", "end", "site", "eff", "aux", "dummy", "twst");
  private static final Set<String> FOOT = Set.of("foot", "ankle");
  private static final Set<String> TOES = Set.of("toe", "toes", "toebase", "ball", "forefoot");
  private static final Set<String> HAND = Set.of("hand", "wrist", "palm");
  private static final Set<String> THIGH =
      Set.of("thigh", "upleg", "upperleg", "femur", "hip", "legupper");
  private static final Set<String> HEAD = Set.of("head", "skull");
  private static final Set<String> NECK = Set.of("neck", "cervical");
  private static final Set<String> PARTS =
      Set.of(
          "arm",
          "forearm",
          "lowerarm",
          "upperarm",
          "elbow",
          "shoulder",
          "collar",
          "clavicle",
          "humerus",
          "radius",
          "hand",
          "wrist",
          "leg",
          "shin",
          "calf",
          "tibia",
          "knee",
          "thigh",
          "upleg",
          "upperleg",
          "lowerleg",
          "femur",
          "hip",
          "foot",
          "ankle",
          "toe",
          "toes",
          "toebase",
          "thumb",
          "index",
          "middle",
          "ring",
          "pinky",
          "little",
          "fingers",
          "hipjoint");
  private static final List<String> FINGERS = List.of("thumb", "index", "middle", "ring", "little");

  static JointName of(String name) {
    String bare = name.substring(Math.max(name.lastIndexOf(':'), name.lastIndexOf('|')) + 1);
    String spaced =
        bare.replaceAll("([a-z])([A-Z])", "$1 $2")
            .replaceAll("([A-Z])([A-Z][a-z])", "$1 $2")
            .replaceAll("([A-Za-z])([0-9])", "$1 $2");
    Side side = Side.MIDDLE;
    List<String> part = new ArrayList<>();
    for (String word : spaced.toLowerCase(Locale.ROOT).split("[^a-z]+")) {
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
    return new JointName(side, String.join("", part));
  }

  /** "leftupleg" and "lfemur" without their side. */
  private static String withoutSide(String word) {
    for (String prefix : List.of("left", "right", "l", "r")) {
      if (word.startsWith(prefix) && PARTS.contains(word.substring(prefix.length()))) {
        return word.substring(prefix.length());
      }
    }
    return word;
  }

  boolean isHelper() {
    return HELPER.stream().anyMatch(h -> part.equals(h) || part.endsWith(h) || part.startsWith(h));
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

  boolean isThigh() {
    return side != Side.MIDDLE && endsIn(THIGH);
  }

  boolean isHead() {
    return endsIn(HEAD);
  }

  boolean isNeck() {
    return endsIn(NECK);
  }

  /** 0 for the thumb to 4 for the little finger, -1 for no finger. */
  int finger() {
    if (part.contains("toe") || part.contains("foot")) {
      return -1;
    }
    if (part.contains("pinky") || part.contains("pinkie")) {
      return 4;
    }
    for (int f = 0; f < FINGERS.size(); f++) {
      if (part.contains(FINGERS.get(f))) {
        return f;
      }
    }
    return -1;
  }

  private boolean endsIn(Set<String> words) {
    return words.stream().anyMatch(part::endsWith);
  }
}
