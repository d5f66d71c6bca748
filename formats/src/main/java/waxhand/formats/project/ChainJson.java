package waxhand.formats.project;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.util.RawValue;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import waxhand.core.body.Role;
import waxhand.core.chain.Axis;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Scope;
import waxhand.core.chain.Span;
import waxhand.core.passes.PassKinds;
import waxhand.core.passes.UnknownPass;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.disk.Trouble;

/** Chains as JSON. Knows no pass by name: settings travel in plain form. */
final class ChainJson {
  private ChainJson() {}

  static ArrayNode write(Chain chain) {
    ArrayNode plates = JsonNodeFactory.instance.arrayNode();
    for (Plate plate : chain.plates()) {
      if (plate.pass() instanceof UnknownPass unknown) {
        plates.addRawValue(new RawValue(unknown.document()));
        continue;
      }
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
      if (plate.locked()) {
        node.put("locked", true);
      }
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
   * The plates of a list. A plate of which something is wrong comes muted, since nobody can know
   * what it would do; one whose pass is not known is kept as it came, and muted.
   */
  static Chain read(At list) throws FormatException {
    List<At> items = list.demanded().items();
    if (items.size() > Chain.MOST_PLATES) {
      throw new FormatException(
          list.file(),
          list.place() + ": " + items.size() + " plates; at most " + Chain.MOST_PLATES);
    }
    List<Plate> plates = new ArrayList<>();
    FreshIds ids = new FreshIds();
    for (At item : items) {
      Optional<PassKind<?>> kind = PassKinds.of(item.get("pass").text(""));
      if (kind.isEmpty()) {
        unknown(item, ids).ifPresent(plates::add);
        continue;
      }
      plates.add(plate(item, kind.get(), ids));
    }
    return new Chain(plates);
  }

  /** A plate that does nothing and keeps what the file says; empty where it says no pass at all. */
  private static Optional<Plate> unknown(At item, FreshIds ids) throws FormatException {
    At pass = item.get("pass");
    String called = pass.text("");
    if (called.isBlank()) {
      pass.wrong("there is no pass " + pass.quoted() + "; the plate was left out");
      return Optional.empty();
    }
    pass.wrong("there is no pass " + pass.quoted() + "; the plate is kept, muted, as it came");
    String id = ids.take(item.get("id"), UnknownPass.KIND.id());
    String name = item.get("name").text("");
    return Optional.of(
        Plate.of(id, new UnknownPass(called, item.source()))
            .withName(name.isBlank() ? Legible.of(called, 40) : name)
            .withMuted(true));
  }

  private static Plate plate(At item, PassKind<?> kind, FreshIds ids) throws FormatException {
    int before = item.told();
    String id = ids.take(item.get("id"), kind.id());
    String name = item.get("name").text("");
    String called = name.isBlank() ? kind.words() : name;
    Pass pass = pass(item.get("settings"), kind, called);
    Span span = span(item.get("span"));
    Scope scope = scope(item.get("scope"));
    double weight = item.get("weight").number(0, 1, 1);
    boolean muted = item.get("muted").flag(false);
    boolean locked = item.get("locked").flag(false);
    boolean damaged = item.told() > before;
    if (damaged) {
      item.wrong("'" + Legible.of(called, 40) + "' was muted, since not all of it could be read");
    }
    return new Plate(id, called, pass, span, scope, weight, muted || damaged, locked);
  }

  private static Pass pass(At settings, PassKind<?> kind, String called) throws FormatException {
    Map<String, At> members = new LinkedHashMap<>(settings.members());
    Pass pass = kind.readOnto(members.keySet());
    for (Map.Entry<String, At> member : members.entrySet()) {
      try {
        pass = kind.with(pass, member.getKey(), member.getValue().plain());
      } catch (IllegalArgumentException e) {
        member.getValue().wrong("'" + Legible.of(called, 40) + "': " + Trouble.words(e));
      }
    }
    return pass;
  }

  private static Span span(At span) throws FormatException {
    if (!span.isThere()) {
      return Span.ALL;
    }
    int before = span.told();
    span.members();
    int from = span.get("from").demanded().whole(0, Span.OPEN - 1, 0);
    int to = span.get("to").demanded().whole(1, Span.OPEN - 1, 0);
    int easeIn = span.get("easeIn").whole(0, Span.OPEN, 0);
    int easeOut = span.get("easeOut").whole(0, Span.OPEN, 0);
    if (span.told() == before && to <= from) {
      span.wrong("it ends at " + to + ", before it begins at " + from);
    }
    return span.told() > before ? Span.ALL : new Span(from, to, easeIn, easeOut);
  }

  private static Scope scope(At scope) throws FormatException {
    if (!scope.isThere()) {
      return Scope.ALL;
    }
    scope.members();
    Set<Role> roles = EnumSet.noneOf(Role.class);
    for (At part : scope.get("parts").items()) {
      Optional<Role> role = Role.ofKey(part.text(""));
      if (role.isEmpty()) {
        part.wrong("there is no part " + part.quoted());
      }
      role.ifPresent(roles::add);
    }
    Set<String> joints = new TreeSet<>();
    for (At joint : scope.get("joints").items()) {
      joints.add(joint.text(""));
    }
    Set<Axis> axes = EnumSet.noneOf(Axis.class);
    for (At axis : scope.get("axes").items()) {
      Optional<Axis> known =
          Stream.of(Axis.values())
              .filter(a -> axis.quoted().equals("'" + a.name() + "'"))
              .findAny();
      if (known.isEmpty()) {
        axis.wrong("there is no axis " + axis.quoted());
      }
      known.ifPresent(axes::add);
    }
    return new Scope(roles, joints, scope.get("axes").isThere() ? axes : EnumSet.allOf(Axis.class));
  }
}
