package waxhand.formats.project;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Cast;
import waxhand.core.body.Role;
import waxhand.core.motion.Skeleton;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.PartTurn;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.disk.AtomicFile;
import waxhand.formats.disk.WholeFile;

/**
 * Which joints of a character answer those of a body, in a file.
 *
 * @param name of the character, for people
 * @param pairs one a part of the body
 * @param turns by how much parts of the character are turned to stand as the body does
 */
public record MapFile(String name, List<Pair> pairs, List<PartTurn> turns) {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int VERSION = 1;
  private static final List<String> AXES = List.of("sideDeg", "upDeg", "aheadDeg");

  /** No body has more parts. */
  private static final int MOST = Role.values().length;

  /**
   * One pair.
   *
   * @param from the joint of the body, by name; as it is found where empty
   * @param joint of the character, by name; none answers where empty
   */
  public record Pair(Role part, Optional<String> from, Optional<String> joint) {}

  public MapFile {
    pairs = List.copyOf(pairs);
    turns = List.copyOf(turns);
  }

  /** All pairs of two bodies as they are. */
  public static MapFile of(String name, Body source, Body character) {
    List<Pair> pairs = new ArrayList<>();
    source
        .joints()
        .forEach(
            (part, joint) ->
                pairs.add(new Pair(part, named(source, part), named(character, part))));
    return new MapFile(name, pairs, List.of());
  }

  private static Optional<String> named(Body body, Role part) {
    return body.joint(part).isPresent()
        ? Optional.of(body.skeleton().joint(body.joint(part).getAsInt()).name())
        : Optional.empty();
  }

  public MapFile withTurns(List<PartTurn> other) {
    return new MapFile(name, pairs, other);
  }

  /** What it changes in a body: the joints that play its parts. */
  public Body source(Body found) throws FormatException {
    Skeleton skeleton = found.skeleton();
    Cast cast = Cast.of(found);
    boolean same = true;
    for (Pair pair : pairs) {
      if (pair.from().isPresent()) {
        int joint = skeleton.indexOf(pair.from().get());
        if (joint < 0) {
          throw none(pair, "the take", pair.from().get());
        }
        if (found.joint(pair.part()).orElse(-1) != joint) {
          cast = cast.with(skeleton, pair.part(), joint);
          same = false;
        }
      }
    }
    return same ? found : found.playing(cast);
  }

  /** What it changes in which joints of a character answer. */
  public BodyMap map(Body character) throws FormatException {
    BodyMap map = BodyMap.FOUND;
    for (Pair pair : pairs) {
      Optional<String> found = named(character, pair.part());
      if (pair.joint().isPresent() && character.skeleton().indexOf(pair.joint().get()) < 0) {
        throw none(pair, "the character", pair.joint().get());
      }
      map = found.equals(pair.joint()) ? map : map.with(pair.part(), pair.joint());
    }
    return map;
  }

  private static FormatException none(Pair pair, String where, String joint) {
    return new FormatException(
        "map", pair.part().key() + ": " + where + " has no joint '" + Legible.of(joint, 60) + "'");
  }

  /**
   * @throws FormatException if anything is wrong with it
   */
  public static MapFile read(Path path) throws FormatException {
    return parse(path.toString(), WholeFile.read(path, WholeFile.MOST_TEXT));
  }

  /**
   * Reads a map. Nothing of it may be left out.
   *
   * @throws FormatException if anything is wrong with it
   */
  public static MapFile parse(String file, byte[] bytes) throws FormatException {
    At root = At.root(file, bytes, Faults.none(file));
    if (!root.get("waxhand").text("").equals("map")) {
      throw new FormatException(file, "this is no map: \"waxhand\": \"map\" is missing");
    }
    Versions.check(root, VERSION);
    Map<Role, Pair> pairs = new EnumMap<>(Role.class);
    List<At> items = root.get("pairs").demanded().items();
    if (items.size() > MOST) {
      root.get("pairs").wrong(items.size() + " pairs; a body has " + MOST + " parts at most");
    }
    for (At item : items) {
      String key = item.get("part").demanded().text("");
      Optional<Role> part = Role.ofKey(key);
      if (part.isEmpty()) {
        item.get("part").wrong("there is no part '" + Legible.of(key, 60) + "'");
        continue;
      }
      Pair pair = new Pair(part.get(), word(item.get("from")), word(item.get("joint")));
      if (pairs.put(part.get(), pair) != null) {
        item.wrong("the part " + key + " stands here a second time");
      }
    }
    return new MapFile(root.get("name").text(""), List.copyOf(pairs.values()), turns(root));
  }

  private static List<PartTurn> turns(At root) throws FormatException {
    List<PartTurn> turns = new ArrayList<>();
    for (At item : root.get("turns").items()) {
      String key = item.get("part").demanded().text("");
      Optional<Role> part = Role.ofKey(key);
      if (part.isEmpty()) {
        item.get("part").wrong("there is no part '" + Legible.of(key, 60) + "'");
        continue;
      }
      double[] deg = new double[AXES.size()];
      for (int i = 0; i < deg.length; i++) {
        deg[i] = item.get(AXES.get(i)).number(-PartTurn.MOST_DEG, PartTurn.MOST_DEG, 0);
      }
      turns.add(new PartTurn(part.get(), deg[0], deg[1], deg[2]));
    }
    return turns;
  }

  private static Optional<String> word(At at) throws FormatException {
    if (!at.isThere() || at.isNull()) {
      return Optional.empty();
    }
    String text = at.text("");
    return text.isEmpty() ? Optional.empty() : Optional.of(text);
  }

  /** The file's bytes. */
  public byte[] toBytes() {
    ObjectNode root = JSON.createObjectNode();
    root.put("waxhand", "map").put("version", VERSION).put("name", name);
    for (Pair pair : pairs) {
      ObjectNode item = root.withArray("pairs").addObject().put("part", pair.part().key());
      item.put("from", pair.from().orElse(null));
      item.put("joint", pair.joint().orElse(null));
    }
    for (PartTurn turn : turns) {
      ObjectNode item = root.withArray("turns").addObject().put("part", turn.part().key());
      for (int i = 0; i < AXES.size(); i++) {
        item.put(AXES.get(i), turn.about(i));
      }
    }
    try {
      return JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException("a tree of plain values can be written", e);
    }
  }

  public void save(Path path) throws FormatException {
    byte[] bytes = toBytes();
    AtomicFile.write(path, stream -> stream.write(bytes));
  }
}
