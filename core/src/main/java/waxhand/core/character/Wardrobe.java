package waxhand.core.character;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Strand;

/**
 * The characters at hand where a motion is worked on. They are of no frames: passes call them by
 * name, as they call props.
 *
 * @param loaded beside those of ours, which are always there; a loaded one hides one of ours of the
 *     same name
 */
public record Wardrobe(List<Character> loaded) implements Strand<Wardrobe> {
  public static final Wardrobe OURS = new Wardrobe(List.of());
  public static final Kind<Wardrobe> KIND = new Kind<>("characters", OURS);

  public Wardrobe {
    loaded = List.copyOf(loaded);
  }

  public static Wardrobe of(Motion motion) {
    return motion.get(KIND);
  }

  @Override
  public Kind<Wardrobe> kind() {
    return KIND;
  }

  /** Those loaded, then ours. */
  public List<Character> all() {
    List<Character> all = new ArrayList<>(loaded);
    LayFigures.all().stream().filter(c -> loaded(c.name()).isEmpty()).forEach(all::add);
    return all;
  }

  public List<String> names() {
    return Stream.concat(
            loaded.stream().map(Character::name),
            LayFigures.NAMES.stream().filter(n -> loaded(n).isEmpty()))
        .toList();
  }

  public Optional<Character> named(String name) {
    return loaded(name).or(() -> LayFigures.named(name));
  }

  private Optional<Character> loaded(String name) {
    return loaded.stream().filter(c -> c.name().equals(name)).findFirst();
  }

  /** With one more, in the place of one of its name. */
  public Wardrobe with(Character character) {
    List<Character> more = new ArrayList<>(loaded);
    more.removeIf(c -> c.name().equals(character.name()));
    more.add(character);
    return new Wardrobe(more);
  }

  public Wardrobe without(String name) {
    return new Wardrobe(loaded.stream().filter(c -> !c.name().equals(name)).toList());
  }

  @Override
  public Wardrobe patched(Frames run, Wardrobe other) {
    return other;
  }

  @Override
  public Wardrobe through(TimeMap map) {
    return this;
  }
}
