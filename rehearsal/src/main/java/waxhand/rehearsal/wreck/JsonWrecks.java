package waxhand.rehearsal.wreck;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Consumer;

/** Broken JSON documents: values of other kinds, members gone, twice or in other places. */
public final class JsonWrecks {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final JsonNodeFactory NEW = JsonNodeFactory.instance;

  private JsonWrecks() {}

  /** A place in a tree where a value can be put or taken away. */
  private record Slot(JsonNode value, Consumer<JsonNode> put, Runnable remove) {}

  /** The wreck of a seed. */
  public static Wreck of(byte[] whole, long seed) {
    Random random = new Random(seed);
    try {
      return switch (random.nextInt(12)) {
        case 0 -> new Wreck("cut", Arrays.copyOf(whole, random.nextInt(whole.length)));
        case 1 -> new Wreck("bits", TakeWrecks.flipped(whole, random));
        case 2 -> new Wreck("zeros", TakeWrecks.holed(whole, random));
        case 3 -> new Wreck("deep", deep(whole, random));
        case 4 -> new Wreck("twice", twice(whole, random));
        default -> values(whole, random);
      };
    } catch (IOException e) {
      throw new IllegalArgumentException("the whole one is no JSON", e);
    }
  }

  private static Wreck values(byte[] whole, Random random) throws IOException {
    JsonNode root = JSON.readTree(whole);
    List<Slot> slots = new ArrayList<>();
    collect(root, slots);
    int many = 1 + random.nextInt(3);
    for (int n = 0; n < many; n++) {
      Slot slot = slots.get(random.nextInt(slots.size()));
      if (random.nextInt(6) == 0) {
        slot.remove().run();
      } else {
        slot.put().accept(odd(slot.value(), slots, random));
      }
    }
    return new Wreck(many + " values", JSON.writeValueAsBytes(root));
  }

  private static void collect(JsonNode node, List<Slot> slots) {
    if (node instanceof ObjectNode object) {
      for (Map.Entry<String, JsonNode> member : new ArrayList<>(object.properties())) {
        String name = member.getKey();
        slots.add(
            new Slot(
                object.get(name), value -> object.set(name, value), () -> object.remove(name)));
        collect(object.get(name), slots);
      }
    } else if (node instanceof ArrayNode array) {
      for (int n = 0; n < array.size(); n++) {
        int at = n;
        slots.add(new Slot(array.get(n), value -> put(array, at, value), array::removeAll));
        collect(array.get(n), slots);
      }
    }
  }

  /** Puts a value where another was; what stood before that may be gone. */
  private static void put(ArrayNode array, int at, JsonNode value) {
    if (at < array.size()) {
      array.set(at, value);
    } else {
      array.add(value);
    }
  }

  private static JsonNode odd(JsonNode was, List<Slot> slots, Random random) {
    double number = was.isNumber() ? was.doubleValue() : 1;
    return switch (random.nextInt(14)) {
      case 0 -> NEW.textNode("half");
      case 1 -> NEW.textNode(Oddities.of(Oddities.NAMES, random));
      case 2 -> NEW.textNode("");
      case 3 -> NEW.numberNode(1e308);
      case 4 -> NEW.numberNode(-1e308);
      case 5 -> NEW.numberNode(4294967297L);
      case 6 -> NEW.numberNode(-number - 1);
      case 7 -> NEW.numberNode(number * 1000 + 0.5);
      case 8 -> NEW.booleanNode(random.nextBoolean());
      case 9 -> NEW.nullNode();
      case 10 -> NEW.arrayNode();
      case 11 -> NEW.objectNode();
      case 12 -> slots.get(random.nextInt(slots.size())).value().deepCopy();
      default -> NEW.textNode(Oddities.of(Oddities.NUMBERS, random));
    };
  }

  private static byte[] deep(byte[] whole, Random random) {
    String text = new String(whole, StandardCharsets.UTF_8);
    int at = text.indexOf(':', random.nextInt(text.length() / 2)) + 1;
    int depth = 1 + random.nextInt(100_000);
    return (text.substring(0, at)
            + "[".repeat(depth)
            + "]".repeat(depth)
            + ","
            + text.substring(at))
        .getBytes(StandardCharsets.UTF_8);
  }

  /** The first member said twice, as merging two files by hand leaves it. */
  private static byte[] twice(byte[] whole, Random random) {
    String text = new String(whole, StandardCharsets.UTF_8);
    int from = text.indexOf('"', random.nextInt(text.length() / 2));
    int to = text.indexOf(',', from) + 1;
    return (text.substring(0, to) + text.substring(from, to) + text.substring(to))
        .getBytes(StandardCharsets.UTF_8);
  }
}
