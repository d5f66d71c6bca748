package waxhand.desk.kits.characters;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Collectors;
import waxhand.core.body.Body;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.RawTake;
import waxhand.core.project.Take;
import waxhand.core.retarget.BodyMap;
import waxhand.core.retarget.Match;
import waxhand.desk.session.Memory;
import waxhand.desk.session.Session;
import waxhand.formats.FormatException;
import waxhand.formats.project.MapFile;

/**
 * Maps of parts beyond the plate they are on: remembered for every two skeletons whose joints have
 * the same names, and kept in files.
 */
public final class Maps {
  private static final String KEPT = "map.";
  private static final int MOST_CHARS = 20;

  private final Session session;
  private final Memory memory;
  private Optional<RetargetPass> seen = Optional.empty();
  private String seenOn = "";

  public Maps(Session session, Memory memory) {
    this.session = session;
    this.memory = memory;
    session.projectProperty().addListener((o, a, b) -> look());
  }

  /** What the artist changes on the bench is remembered as it is now. */
  private void look() {
    Optional<Take> take = session.takeProperty().get();
    Optional<Plate> plate = take.flatMap(t -> CharacterTool.last(t.chain()));
    Optional<RetargetPass> now = plate.map(p -> (RetargetPass) p.pass());
    String on = take.map(Take::id).orElse("") + plate.map(Plate::id).orElse("");
    boolean changed =
        on.equals(seenOn)
            && now.isPresent()
            && seen.isPresent()
            && now.get().character().equals(seen.get().character())
            && !(now.get().map().equals(seen.get().map())
                && now.get().match().turns().equals(seen.get().match().turns()));
    seen = now;
    seenOn = on;
    if (changed) {
      character(now.get()).ifPresent(c -> remember(take.get().raw().motion().body(), c, now.get()));
    }
  }

  private Optional<Character> character(RetargetPass pass) {
    return session.projectProperty().get().wardrobe().named(pass.character());
  }

  private void remember(Body source, Character character, RetargetPass pass) {
    boolean plain = pass.map().changed().isEmpty() && pass.match().turns().isEmpty();
    String kept =
        plain ? "" : new String(file(source, character, pass).toBytes(), StandardCharsets.UTF_8);
    memory.put(key(source.skeleton(), character.body().skeleton()), kept);
  }

  private static MapFile file(Body source, Character character, RetargetPass pass) {
    return MapFile.of(character.name(), source, pass.map().on(character.body()))
        .withTurns(pass.match().turns());
  }

  private static String key(Skeleton source, Skeleton target) {
    String names = names(source) + "\n\n" + names(target);
    return KEPT + RawTake.sha256(names.getBytes(StandardCharsets.UTF_8)).substring(0, MOST_CHARS);
  }

  private static String names(Skeleton skeleton) {
    return skeleton.joints().stream().map(Joint::name).collect(Collectors.joining("\n"));
  }

  /** A pass that puts a take on a character, by the map these two had before. */
  RetargetPass to(Take take, String name) {
    RetargetPass plain = RetargetPass.to(name);
    Optional<Character> character = character(plain);
    Body source = take.raw().motion().body();
    Optional<String> kept =
        character
            .flatMap(c -> memory.get(key(source.skeleton(), c.body().skeleton())))
            .filter(text -> !text.isEmpty());
    if (kept.isEmpty()) {
      return plain;
    }
    try {
      MapFile map = MapFile.parse("map", kept.get().getBytes(StandardCharsets.UTF_8));
      return with(plain, map, character.get());
    } catch (FormatException e) {
      // what an older or a damaged memory holds is found again
      return plain;
    }
  }

  private static RetargetPass with(RetargetPass pass, MapFile file, Character character)
      throws FormatException {
    BodyMap map = file.map(character.body());
    return pass.withMap(map).withMatch(Match.FOUND.withTurns(file.turns()));
  }

  /** Whether the take on the bench is put on a character. */
  public boolean isThere() {
    return now().flatMap(p -> character((RetargetPass) p.pass())).isPresent();
  }

  private Optional<Plate> now() {
    return session.takeProperty().get().flatMap(t -> CharacterTool.last(t.chain()));
  }

  /**
   * Writes the map of the take on the bench.
   *
   * @throws FormatException if the file cannot be written
   */
  public void write(Path path) throws FormatException {
    RetargetPass pass = (RetargetPass) now().orElseThrow().pass();
    Character character = character(pass).orElseThrow();
    file(session.takeProperty().get().orElseThrow().raw().motion().body(), character, pass)
        .save(path);
  }

  /**
   * Takes the map of the take on the bench from a file.
   *
   * @throws FormatException if it is none, or of another character; nothing is changed then
   */
  public void read(Path path) throws FormatException {
    MapFile map = MapFile.read(path);
    Plate plate = now().orElseThrow();
    RetargetPass pass = (RetargetPass) plate.pass();
    RetargetPass read;
    try {
      read = with(pass, map, character(pass).orElseThrow());
    } catch (FormatException e) {
      throw e.of(path.toString());
    }
    session.editPlate("map " + path.getFileName(), null, plate.id(), p -> p.withPass(read));
  }
}
