package waxhand.core.passes;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import waxhand.core.body.Role;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Span;

/** Draws plates of every kind, their settings from the bounds that the kinds state. */
final class RandomPlates {
  private static final List<String> NAMES = List.of("crate", "head", "lantern");
  private static final List<String> PARTS =
      List.of("left-heel", "left-ball", "right-heel", "right-toe", "left-hand", "right-knee");

  private final Random random;
  private final int frames;
  private int next;

  RandomPlates(long seed, int frames) {
    random = new Random(seed);
    this.frames = frames;
  }

  int below(int bound) {
    return random.nextInt(bound);
  }

  Chain chain() {
    List<Plate> plates = new ArrayList<>();
    int count = 2 + below(5);
    while (plates.size() < count) {
      plates.add(plate());
    }
    return new Chain(plates);
  }

  Plate plate() {
    PassKind<?> kind = PassKinds.ALL.get(below(PassKinds.ALL.size()));
    return placed(Plate.of("p" + next++, pass(kind)));
  }

  /** In some span and scope, at some weight, now and then muted. */
  Plate placed(Plate plate) {
    Plate placed = plate;
    if (below(5) > 0 || plate.pass().reshapes() == Pass.Reshapes.TIME) {
      placed = placed.withSpan(span());
    }
    if (below(3) == 0) {
      placed = placed.withScope(scope());
    }
    double weight = below(2) == 0 ? 1 : below(6) == 0 ? 0 : random.nextDouble();
    return placed.withWeight(weight).withMuted(below(7) == 0);
  }

  private Span span() {
    int from = below(frames + 60);
    return new Span(from, from + 1 + below(frames / 2), below(40), below(40));
  }

  private Scope scope() {
    List<Set<Role>> some =
        List.of(
            Set.of(Role.LEFT_FOREARM, Role.LEFT_HAND),
            Set.of(Role.HIPS),
            Set.of(Role.LEFT_THIGH, Role.LEFT_SHIN, Role.LEFT_FOOT, Role.HEAD),
            Set.of(Role.LEFT_THUMB_1));
    EnumSet<Axis> axes = EnumSet.allOf(Axis.class);
    if (below(3) == 0) {
      axes.remove(Axis.Y);
    }
    return new Scope(some.get(below(some.size())), Set.of(), axes);
  }

  /** With settings from their bounds; those at their defaults are among them. */
  Pass pass(PassKind<?> kind) {
    Pass pass = kind.defaults();
    for (Setting<?> setting : kind.settings()) {
      if (below(3) > 0) {
        pass = kind.with(pass, setting, value(setting));
      }
    }
    return pass;
  }

  /** With one setting drawn anew. */
  Pass changed(Pass pass) {
    PassKind<?> kind = pass.kind();
    if (kind.settings().isEmpty()) {
      return pass;
    }
    Setting<?> setting = kind.settings().get(below(kind.settings().size()));
    return kind.with(pass, setting, value(setting));
  }

  private Object value(Setting<?> setting) {
    if (setting instanceof Setting.Numeric<?> numeric) {
      boolean found = setting instanceof Setting.Found<?>;
      boolean frame = setting instanceof Setting.Found<?> f && f.ofFrame();
      double value = frame ? below(frames) : number(numeric.amount());
      return found && below(2) == 0 ? null : (Object) value;
    }
    if (setting instanceof Setting.Choice<?> choice) {
      return choice.options().get(below(choice.options().size()));
    }
    if (setting instanceof Setting.Switch<?>) {
      return random.nextBoolean();
    }
    if (setting.key().equals("character")) {
      return List.of("stoker", "pilot", "nobody").get(below(3));
    }
    if (setting instanceof Setting.Text<?>) {
      return setting.key().equals("target") && below(2) == 0
          ? List.of("hips", "right hand", "chest").get(below(3))
          : NAMES.get(below(NAMES.size()));
    }
    List<Object> items = new ArrayList<>();
    for (int n = below(4); n > 0 && !setting.key().equals("mesh"); n--) {
      items.add(item(setting.key()));
    }
    return items;
  }

  private double number(Amount amount) {
    return switch (below(8)) {
      case 0 -> amount.min();
      case 1 -> amount.max();
      default -> amount.min() + random.nextDouble() * (amount.max() - amount.min());
    };
  }

  /** A row of a layer: parts that the body has not, and goals out of reach, are among them. */
  private Map<String, Object> channel() {
    List<String> channels =
        List.of(
            "turn-x", "turn-y", "turn-z", "move-y", "goal-x", "goal-y", "goal-turn-z", "swivel");
    List<String> parts =
        List.of("hips", "head", "left-forearm", "left-hand", "right-foot", "chest", "left-thumb-1");
    List<Object> keys = new ArrayList<>();
    for (int n = below(4); n >= 0; n--) {
      Map<String, Object> key = new HashMap<>();
      key.put("frame", (double) below(frames + 50));
      key.put("value", below(3) == 0 ? 0.0 : 0.3 * random.nextGaussian());
      key.put("manner", List.of("smooth", "straight", "step", "flat", "free").get(below(5)));
      keys.add(key);
    }
    Map<String, Object> row = new HashMap<>();
    row.put("part", parts.get(below(parts.size())));
    row.put("channel", channels.get(below(channels.size())));
    row.put("to", List.of("", "", "hips", "crate").get(below(4)));
    row.put("off", below(6) == 0);
    row.put("keys", keys);
    return row;
  }

  private Map<String, Object> item(String key) {
    double from = below(frames);
    Map<String, Object> item = new HashMap<>();
    switch (key) {
      case "keys" -> item.putAll(Map.of("frame", from, "upM", 0.1 * random.nextGaussian()));
      case "pairs" -> {
        item.put("part", List.of("left-thigh", "head", "left-hand").get(below(3)));
        if (below(2) == 0) {
          item.put("joint", List.of("right-thigh", "head", "nowhere").get(below(3)));
        }
      }
      case "turns" ->
          item.putAll(
              Map.of(
                  "part",
                  List.of("left-upper-arm", "chest", "right-foot").get(below(3)),
                  "upDeg",
                  10 * random.nextGaussian()));
      case "channels" -> item.putAll(channel());
      case "weight" -> item.putAll(Map.of("frame", from, "value", random.nextDouble()));
      case "holds" ->
          item.putAll(
              Map.of(
                  "by",
                  List.of("left hand", "right hand", "both hands").get(below(3)),
                  "from",
                  from,
                  "to",
                  from + 1 + below(200)));
      default -> {
        item.putAll(
            Map.of(
                "part", PARTS.get(below(PARTS.size())), "from", from, "to", from + 1 + below(200)));
        if (key.equals("kept")) {
          item.putAll(
              Map.of(
                  "easeIn",
                  (double) below(30),
                  "easeOut",
                  (double) below(30),
                  "strength",
                  below(3) == 0 ? 0.5 : 1.0,
                  "moveX",
                  0.05 * below(2),
                  "muted",
                  below(6) == 0));
        }
      }
    }
    return item;
  }
}
