package waxhand.formats.project;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import waxhand.core.body.Role;
import waxhand.core.passes.Axis;
import waxhand.core.passes.Chain;
import waxhand.core.passes.PassKind;
import waxhand.core.passes.PassKinds;
import waxhand.core.passes.Plate;
import waxhand.core.passes.Scope;
import waxhand.core.passes.SmoothMethod;
import waxhand.core.passes.Span;

/** Chains as JSON. Knows no pass by name: settings travel in plain form. */
final class ChainJson {
  private ChainJson() {}

  static ArrayNode write(Chain chain) {
    ArrayNode plates = JsonNodeFactory.instance.arrayNode();
    for (Plate plate : chain.plates()) {
      ObjectNode node = plates.addObject();
      node.put("id", plate.id());
      node.put("pass", plate.pass().kind().id());
      node.put("name", plate.name());
      ObjectNode settings = node.putObject("settings");
      plate.pass().kind().plain(plate.pass()).forEach((key, value) -> settings.putPOJO(key, value));
      if (!plate.span().isAll()) {
        Span span = plate.span();
        node.putObject("span")
            .put("from", span.from())
            .put("to", span.to())
            .put("easeIn", span.easeIn())
            .put("easeOut", span.easeOut());
      }
      scope(plate.scope(), node);
      node.put("weight", plate.weight());
      node.put("muted", plate.muted());
    }
    return plates;
  }

  private static void scope(Scope scope, ObjectNode node) {
    if (scope.equals(Scope.ALL)) {
      return;
    }
    ObjectNode to = node.putObject("scope");
    ArrayNode parts = to.putArray("parts");
    scope.roles().stream().sorted().forEach(r -> parts.add(r.key()));
    ArrayNode joints = to.putArray("joints");
    new TreeSet<>(scope.joints()).forEach(joints::add);
    ArrayNode axes = to.putArray("axes");
    scope.axes().stream().sorted().forEach(a -> axes.add(a.name()));
  }

  /**
   * @throws IllegalArgumentException naming the plate and what is wrong with it
   */
  static Chain read(JsonNode plates) {
    if (plates == null || !plates.isArray()) {
      throw new IllegalArgumentException("'plates' must be a list");
    }
    Chain chain = Chain.EMPTY;
    for (JsonNode node : plates) {
      String where = "plate " + (chain.size() + 1);
      try {
        Plate plate = plate(node, chain);
        chain = chain.inserted(chain.size(), plate);
      } catch (IllegalArgumentException e) {
        throw new IllegalArgumentException(where + ": " + e.getMessage(), e);
      }
    }
    return chain;
  }

  private static Plate plate(JsonNode node, Chain before) {
    String id = node.path("pass").asText();
    PassKind<?> kind =
        PassKinds.of(id)
            .orElseThrow(() -> new IllegalArgumentException("there is no pass '" + id + "'"));
    Map<String, Object> settings = new LinkedHashMap<>();
    node.path("settings").properties().forEach(e -> settings.put(e.getKey(), plain(e.getValue())));
    if (id.equals("smooth") && !settings.isEmpty() && !settings.containsKey("method")) {
      // written before there were other methods
      settings.put("method", SmoothMethod.LOW_PASS.words());
    }
    String own = node.path("id").asText("");
    String name = node.path("name").asText("");
    return new Plate(
        own.isBlank() ? before.freshId(kind) : own,
        name.isBlank() ? kind.words() : name,
        kind.of(settings),
        span(node.path("span")),
        scope(node.path("scope")),
        node.path("weight").asDouble(1),
        node.path("muted").asBoolean(false));
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

  private static Span span(JsonNode node) {
    return node.isObject()
        ? new Span(
            node.path("from").asInt(),
            node.path("to").asInt(),
            node.path("easeIn").asInt(),
            node.path("easeOut").asInt())
        : Span.ALL;
  }

  private static Scope scope(JsonNode node) {
    if (!node.isObject()) {
      return Scope.ALL;
    }
    Set<Role> roles = EnumSet.noneOf(Role.class);
    for (JsonNode part : node.path("parts")) {
      roles.add(
          Role.ofKey(part.asText())
              .orElseThrow(
                  () -> new IllegalArgumentException("there is no part '" + part.asText() + "'")));
    }
    Set<String> joints = new TreeSet<>();
    node.path("joints").forEach(j -> joints.add(j.asText()));
    Set<Axis> axes = EnumSet.noneOf(Axis.class);
    Map<String, Axis> byName = new HashMap<>();
    for (Axis axis : Axis.values()) {
      byName.put(axis.name(), axis);
    }
    for (JsonNode axis : node.path("axes")) {
      if (!byName.containsKey(axis.asText())) {
        throw new IllegalArgumentException("there is no axis '" + axis.asText() + "'");
      }
      axes.add(byName.get(axis.asText()));
    }
    return new Scope(roles, joints, node.has("axes") ? axes : EnumSet.allOf(Axis.class));
  }
}
