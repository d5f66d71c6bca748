package waxhand.formats.project;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonPointer;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.MissingNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;

/**
 * A value in a JSON document together with its place. Nothing is taken for what it is not: a word
 * is no number, a text no list; what is wrong is told by its place, and the value given for that
 * case stands in.
 */
final class At {
  /** What people and programs write is not as deep by far. */
  private static final int DEEPEST = 100;

  /** Behind these the library speaks of its own settings. */
  private static final List<String> LIBRARY_S_OWN =
      List.of("\n", " (for ", " (start marker", ": was expecting");

  /** A mesh of many points is one text. */
  private static final int LONGEST = 1 << 28;

  static final ObjectMapper JSON =
      JsonMapper.builder(
              JsonFactory.builder()
                  .streamReadConstraints(
                      StreamReadConstraints.builder()
                          .maxNestingDepth(DEEPEST)
                          .maxStringLength(LONGEST)
                          .build())
                  .build())
          .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .build();

  private final JsonNode node;
  private final String place;
  private final Tally faults;

  /** Whom to tell, and how many faults there have been. */
  private static final class Tally {
    final String file;
    final byte[] bytes;
    final Faults to;
    int count;
    String first = "";

    Tally(String file, byte[] bytes, Faults to) {
      this.file = file;
      this.bytes = bytes;
      this.to = to;
    }
  }

  private At(JsonNode node, String place, Tally faults) {
    this.node = node == null ? MissingNode.getInstance() : node;
    this.place = place;
    this.faults = faults;
  }

  /**
   * The root of a document, which must be an object.
   *
   * @param file for messages
   * @throws FormatException with line and column if it is not JSON, or a name stands twice
   */
  static At root(String file, byte[] bytes, Faults faults) throws FormatException {
    try (JsonParser parser = JSON.createParser(bytes)) {
      JsonNode root = JSON.readTree(parser);
      if (root == null || !root.isObject()) {
        throw new FormatException(file, "this is no JSON object");
      }
      if (parser.nextToken() != null) {
        throw at(file, "more follows behind its end", parser.currentTokenLocation());
      }
      return new At(root, "", new Tally(file, bytes, faults));
    } catch (JsonProcessingException e) {
      throw at(file, reason(e), e.getLocation());
    } catch (FormatException e) {
      throw e;
    } catch (IOException e) {
      throw new FormatException(file, "this is not JSON");
    }
  }

  private static FormatException at(String file, String reason, JsonLocation where) {
    boolean known = where != null && where.getLineNr() > 0;
    return new FormatException(
        file, known ? where.getLineNr() : 0, known ? where.getColumnNr() : 0, reason);
  }

  private static String reason(JsonProcessingException e) {
    String said = String.valueOf(e.getOriginalMessage());
    if (said.startsWith("Duplicate field")) {
      return "this name stands here a second time";
    }
    if (said.contains("nesting depth")) {
      return "lists within lists, more than " + DEEPEST + " deep";
    }
    int end = said.length();
    for (String mark : LIBRARY_S_OWN) {
      int at = said.indexOf(mark);
      end = at < 0 ? end : Math.min(end, at);
    }
    return "not JSON: " + Legible.of(said.substring(0, end));
  }

  At get(String key) {
    return new At(node.get(key), place.isEmpty() ? key : place + "." + key, faults);
  }

  /** The same document under another name, such as that of the archive it lies in. */
  At of(String file) {
    return new At(node, place, new Tally(file, faults.bytes, faults.to));
  }

  /** The name of the file for messages. */
  String file() {
    return faults.file;
  }

  boolean isThere() {
    return !node.isMissingNode();
  }

  boolean isNull() {
    return node.isNull();
  }

  String place() {
    return place;
  }

  /** The object here as it stands in the document, word for word. */
  String source() {
    JsonPointer here =
        JsonPointer.compile("/" + place.replace("]", "").replace('[', '/').replace('.', '/'));
    try (JsonParser parser = JSON.createParser(faults.bytes)) {
      while (parser.nextToken() != null) {
        if (parser.currentToken() == JsonToken.START_OBJECT
            && parser.getParsingContext().pathAsPointer().equals(here)) {
          int from = (int) parser.currentTokenLocation().getByteOffset();
          parser.skipChildren();
          int to = (int) parser.currentLocation().getByteOffset();
          return new String(faults.bytes, from, to - from, StandardCharsets.UTF_8);
        }
      }
    } catch (IOException e) {
      throw new IllegalStateException("what was read once cannot be read again", e);
    }
    throw new IllegalStateException("there is no object at " + place);
  }

  /** Tells of a fault here. */
  void wrong(String reason) throws FormatException {
    if (faults.count++ == 0) {
      faults.first = place + ": " + reason;
    }
    faults.to.add(place, reason);
  }

  /** The first that was told in the whole document, with its place. */
  String firstFault() {
    return faults.first;
  }

  /** How many faults have been told in the whole document so far. */
  int told() {
    return faults.count;
  }

  /** This value, told of if it is missing. */
  At demanded() throws FormatException {
    if (!isThere()) {
      wrong("it is missing");
    }
    return this;
  }

  /** Tells that a value here is none of those wanted. */
  private void unlike(String wanted) throws FormatException {
    wrong("it is " + quoted() + "; it must be " + wanted);
  }

  /** The value as it may stand in a message. */
  String quoted() {
    return node.isContainerNode()
        ? (node.isArray() ? "a list" : "an object")
        : node.isTextual() ? "'" + Legible.of(node.textValue()) + "'" : Legible.of(node.toString());
  }

  /** The items of a list; none where it is missing or no list. */
  List<At> items() throws FormatException {
    List<At> items = new ArrayList<>();
    if (isThere() && !node.isArray()) {
      unlike("a list");
    } else {
      for (int n = 0; n < node.size(); n++) {
        items.add(new At(node.get(n), place + "[" + n + "]", faults));
      }
    }
    return items;
  }

  /** The members of an object by name; none where it is missing or no object. */
  Map<String, At> members() throws FormatException {
    Map<String, At> members = new LinkedHashMap<>();
    if (isThere() && !node.isObject()) {
      unlike("an object");
    } else {
      node.properties()
          .forEach(
              e ->
                  members.put(
                      e.getKey(),
                      new At(e.getValue(), place + "." + Legible.of(e.getKey(), 60), faults)));
    }
    return members;
  }

  /** A text; {@code otherwise} where it is missing or something else. */
  String text(String otherwise) throws FormatException {
    if (node.isTextual()) {
      return node.textValue();
    }
    if (isThere()) {
      unlike("a text");
    }
    return otherwise;
  }

  boolean flag(boolean otherwise) throws FormatException {
    if (node.isBoolean()) {
      return node.booleanValue();
    }
    if (isThere()) {
      unlike("true or false");
    }
    return otherwise;
  }

  /** A number within bounds. */
  double number(double least, double most, double otherwise) throws FormatException {
    return number(least, most, false, otherwise);
  }

  /** A whole number within bounds. */
  int whole(int least, int most, int otherwise) throws FormatException {
    return (int) number(least, most, true, otherwise);
  }

  private double number(double least, double most, boolean whole, double otherwise)
      throws FormatException {
    double value = node.isNumber() ? node.doubleValue() : Double.NaN;
    if (value >= least && value <= most && !(whole && value != Math.rint(value))) {
      return value;
    }
    if (isThere()) {
      String kind = whole ? "a whole number from " : "a number from ";
      unlike(kind + Legible.of(least) + " to " + Legible.of(most));
    }
    return otherwise;
  }

  /** The value as settings have it: numbers as doubles, lists, maps, texts, null. */
  Object plain() {
    return plain(node);
  }

  private static Object plain(JsonNode value) {
    if (value.isArray()) {
      List<Object> list = new ArrayList<>();
      value.forEach(v -> list.add(plain(v)));
      return list;
    }
    if (value.isObject()) {
      Map<String, Object> map = new LinkedHashMap<>();
      value.properties().forEach(e -> map.put(e.getKey(), plain(e.getValue())));
      return map;
    }
    return value.isNumber()
        ? (Object) value.asDouble()
        : value.isBoolean() ? (Object) value.asBoolean() : value.isNull() ? null : value.asText();
  }
}
