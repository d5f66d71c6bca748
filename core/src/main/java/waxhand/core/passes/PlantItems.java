package waxhand.core.passes;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.motion.Frames;
import waxhand.core.plants.Plant;
import waxhand.core.text.Legible;

/** Plants and contacts in plain form, as they stand in files. */
final class PlantItems {
  /** Metres and radians are fewer. */
  private static final double FARTHEST = 10_000;

  private PlantItems() {}

  static List<Map<String, Object>> ofPlants(List<Plant> plants) {
    List<Map<String, Object>> items = new ArrayList<>();
    for (Plant plant : plants) {
      Map<String, Object> item = item(plant.part(), plant.frames());
      item.put("easeIn", (double) plant.easeIn());
      item.put("easeOut", (double) plant.easeOut());
      item.put("strength", plant.strength());
      if (!plant.move().isNone()) {
        item.put("moveX", plant.move().x());
        item.put("moveY", plant.move().y());
        item.put("moveZ", plant.move().z());
        item.put("turnRad", plant.move().turnRad());
      }
      item.put("muted", plant.muted());
      items.add(item);
    }
    return items;
  }

  /**
   * @throws IllegalArgumentException naming what is wrong
   */
  static List<Plant> plants(List<Map<String, Object>> items) {
    List<Plant> plants = new ArrayList<>();
    for (Map<String, Object> item : items) {
      Plant.Move move =
          new Plant.Move(
              number(item, "moveX", 0),
              number(item, "moveY", 0),
              number(item, "moveZ", 0),
              number(item, "turnRad", 0));
      plants.add(
          new Plant(
              part(item),
              frames(item),
              whole(item, "easeIn", 0),
              whole(item, "easeOut", 0),
              number(item, "strength", 1),
              move,
              Boolean.TRUE.equals(item.get("muted")),
              true));
    }
    return plants;
  }

  static List<Map<String, Object>> ofContacts(List<Contact> contacts) {
    return contacts.stream().map(c -> item(c.part(), c.frames())).toList();
  }

  static List<Contact> contacts(List<Map<String, Object>> items) {
    return items.stream().map(i -> new Contact(part(i), frames(i))).toList();
  }

  private static Map<String, Object> item(ContactPart part, Frames frames) {
    Map<String, Object> item = new LinkedHashMap<>();
    item.put("part", part.key());
    item.put("from", (double) frames.from());
    item.put("to", (double) frames.to());
    return item;
  }

  private static ContactPart part(Map<String, Object> item) {
    String key = String.valueOf(item.get("part"));
    return ContactPart.ofKey(key)
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "there is no part '" + Legible.of(key) + "' to touch with"));
  }

  static Frames frames(Map<String, Object> item) {
    int from = whole(item, "from", -1);
    int to = whole(item, "to", -1);
    if (from < 0 || to <= from) {
      throw new IllegalArgumentException("frames from " + from + " to " + to + " hold none");
    }
    return new Frames(from, to);
  }

  static int whole(Map<String, Object> item, String key, int otherwise) {
    double value = number(item, key, otherwise, 1e9);
    if (value != Math.rint(value)) {
      throw new IllegalArgumentException(key + " is " + value + "; it must be a whole number");
    }
    return (int) value;
  }

  static double number(Map<String, Object> item, String key, double otherwise) {
    return number(item, key, otherwise, FARTHEST);
  }

  private static double number(
      Map<String, Object> item, String key, double otherwise, double most) {
    Object value = item.get(key);
    if (value == null) {
      return otherwise;
    }
    if (!(value instanceof Number n) || !(Math.abs(n.doubleValue()) <= most)) {
      throw new IllegalArgumentException(key + " must be a number from " + -most + " to " + most);
    }
    return n.doubleValue();
  }
}
