package waxhand.desk.kits.characters;

import java.util.Optional;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Plate;
import waxhand.core.character.Character;
import waxhand.core.character.LayFigures;
import waxhand.core.character.Wardrobe;
import waxhand.core.passes.character.RetargetPass;
import waxhand.core.project.Project;
import waxhand.core.project.Take;
import waxhand.desk.session.Session;

/** What is done with characters: chosen, added, renamed, removed, and put to use. */
public final class CharacterTool {
  private final Session session;
  private final StringProperty chosen = new SimpleStringProperty(LayFigures.NAMES.get(0));

  private final Maps maps;

  /**
   * @param maps by which parts answer on new plates
   */
  public CharacterTool(Session session, Maps maps) {
    this.session = session;
    this.maps = maps;
  }

  /** The name of the chosen one. */
  StringProperty chosenProperty() {
    return chosen;
  }

  Optional<Character> chosen() {
    return wardrobe().named(chosen.get());
  }

  private Wardrobe wardrobe() {
    return session.projectProperty().get().wardrobe();
  }

  /** Adds a character under a name that is free, and chooses it. */
  public void add(Character character) {
    String free = free(character.name());
    session.edit("add " + free, p -> p.withWardrobe(p.wardrobe().with(character.withName(free))));
    chosen.set(free);
  }

  private String free(String wanted) {
    String free = wanted.isBlank() ? "character" : wanted;
    for (int n = 2; wardrobe().named(free).isPresent(); n++) {
      free = wanted + " " + n;
    }
    return free;
  }

  void remove(Character character) {
    session.edit(
        "remove " + character.name(), p -> p.withWardrobe(p.wardrobe().without(character.name())));
    chosen.set(LayFigures.NAMES.get(0));
  }

  /**
   * Renames a character, and in all takes the plates that call it.
   *
   * @return false where that name is none, or is another's
   */
  boolean rename(Character character, String name) {
    if (name.isBlank() || wardrobe().named(name).isPresent()) {
      return false;
    }
    session.edit(
        "rename " + character.name(),
        p -> {
          Wardrobe others = p.wardrobe().without(character.name()).with(character.withName(name));
          Project next = p.withWardrobe(others);
          for (Take take : p.takes()) {
            next =
                next.changed(
                    take.id(), t -> t.withChain(renamed(t.chain(), character.name(), name)));
          }
          return next;
        });
    chosen.set(name);
    return true;
  }

  private static Chain renamed(Chain chain, String was, String now) {
    Chain next = chain;
    for (Plate plate : chain.plates()) {
      if (plate.pass() instanceof RetargetPass r && r.character().equals(was)) {
        next = next.changed(plate.id(), p -> p.withPass(r.withCharacter(now)));
      }
    }
    return next;
  }

  /** Whether the present take is on a character. */
  boolean isOn(String name) {
    return last(session.chain())
        .filter(p -> !p.muted())
        .map(p -> ((RetargetPass) p.pass()).character().equals(name))
        .orElse(false);
  }

  /** Puts the present take on a character: the plate there is, else a new one at the end. */
  public void retarget(String character) {
    Take take = session.takeProperty().get().orElseThrow();
    Chain chain = session.chain();
    Optional<Plate> there = last(chain);
    String id = there.map(Plate::id).orElseGet(() -> chain.freshId(RetargetPass.KIND));
    session.editChain("put on " + character, null, c -> on(take, c, id, character));
    session.plateIdProperty().set(Optional.of(id));
  }

  /** Puts all takes on the chosen character, in one step. */
  void retargetAll() {
    String character = chosen.get();
    session.edit(
        "put all takes on " + character,
        p -> {
          Project next = p;
          for (Take take : p.takes()) {
            next =
                next.changed(
                    take.id(),
                    t ->
                        t.withChain(
                            on(
                                t,
                                t.chain(),
                                last(t.chain())
                                    .map(Plate::id)
                                    .orElseGet(() -> t.chain().freshId(RetargetPass.KIND)),
                                character)));
          }
          return next;
        });
  }

  private Chain on(Take take, Chain chain, String id, String character) {
    return chain.indexOf(id).isPresent()
        ? chain.changed(
            id, p -> p.withPass(changed(take, (RetargetPass) p.pass(), character)).withMuted(false))
        : chain.inserted(chain.size(), Plate.of(id, maps.to(take, character)));
  }

  /** What is known of how a take answers a character goes with it, the rest stays as it is. */
  private RetargetPass changed(Take take, RetargetPass was, String character) {
    if (was.character().equals(character)) {
      return was;
    }
    RetargetPass known = maps.to(take, character);
    return was.withCharacter(character)
        .withMap(known.map())
        .withMatch(known.match().withFrame(was.match().frame()));
  }

  static Optional<Plate> last(Chain chain) {
    return chain.plates().stream()
        .filter(p -> p.pass() instanceof RetargetPass && !p.locked())
        .reduce((a, b) -> b);
  }
}
