package waxhand.core.props;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Strand;

/**
 * The props of a motion, by name. Which there are, and their shapes, hold for the whole take.
 *
 * @param all in the order they were put in
 */
public record Props(List<Prop> all) implements Strand<Props> {
  public static final Kind<Props> KIND = new Kind<>("props", new Props(List.of()));

  public Props {
    all = List.copyOf(all);
  }

  /** Those of a motion. */
  public static List<Prop> of(Motion motion) {
    return motion.get(KIND).all;
  }

  @Override
  public Kind<Props> kind() {
    return KIND;
  }

  /** The one of that name. */
  public Optional<Prop> named(String name) {
    return all.stream().filter(p -> p.name().equals(name)).findFirst();
  }

  /** With one added, in the place of one of that name where there is one. */
  public Props plus(Prop prop) {
    List<Prop> more = new ArrayList<>(all);
    more.removeIf(p -> p.name().equals(prop.name()));
    more.add(prop);
    return new Props(more);
  }

  /** The other's props; of those that are here too, the paths in other frames stay. */
  @Override
  public Props patched(Frames run, Props other) {
    return new Props(
        other.all.stream()
            .map(
                now ->
                    named(now.name())
                        .map(was -> now.withPath(was.path().patched(run, now.path())))
                        .orElse(now))
            .toList());
  }

  /** Which props there are is not a matter of frames; their paths are. */
  @Override
  public Props shielded(Frames run, Props before) {
    return new Props(
        all.stream()
            .map(
                now ->
                    before
                        .named(now.name())
                        .map(was -> now.withPath(now.path().patched(run, was.path())))
                        .orElse(now))
            .toList());
  }

  @Override
  public Props through(TimeMap map) {
    return new Props(all.stream().map(p -> p.withPath(p.path().through(map))).toList());
  }
}
