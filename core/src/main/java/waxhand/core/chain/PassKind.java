package waxhand.core.chain;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import waxhand.core.motion.TimeMap;
import waxhand.core.text.Legible;

/**
 * A kind of pass: its words, its settings and their defaults.
 *
 * @param id in files
 * @param words on plates and menus
 * @param help one line
 * @param defaults the pass as first added
 * @param settings in the order they are shown
 * @param local whether a span can be chosen; otherwise it acts on the take as a whole
 * @param scoped whether parts and axes can be chosen; otherwise its settings say what it acts on
 * @param stage of the work it belongs to
 * @param base of the settings named in a file, what those mean that are not named: the defaults,
 *     unless the file was written before there were some of them
 */
public record PassKind<P extends Pass>(
    String id,
    String words,
    String help,
    P defaults,
    List<Setting<P>> settings,
    boolean local,
    boolean scoped,
    Stage stage,
    Function<Set<String>, P> base) {
  /** A kind whose files have always meant the same. */
  public PassKind(
      String id,
      String words,
      String help,
      P defaults,
      List<Setting<P>> settings,
      boolean local,
      boolean scoped) {
    this(id, words, help, defaults, settings, local, scoped, Stage.BODY, named -> defaults);
  }

  /** A kind for which parts can be chosen where a span can. */
  public PassKind(
      String id, String words, String help, P defaults, List<Setting<P>> settings, boolean local) {
    this(id, words, help, defaults, settings, local, local);
  }

  public PassKind {
    settings = List.copyOf(settings);
  }

  /** The same kind, older files of which mean other things by what they do not name. */
  public PassKind<P> reading(Function<Set<String>, P> older) {
    return new PassKind<>(id, words, help, defaults, settings, local, scoped, stage, older);
  }

  /** The same kind in another stage of the work. */
  public PassKind<P> in(Stage other) {
    return new PassKind<>(id, words, help, defaults, settings, local, scoped, other, base);
  }

  /** What a file's settings are read onto, of which it names these. */
  public Pass readOnto(Set<String> named) {
    return base.apply(named);
  }

  /** Whether a setting has any effect on a pass as it is set otherwise. */
  public boolean applies(Pass pass, Setting<?> setting) {
    return own(pass).uses(setting.key());
  }

  /** A pass with the frames it names, which count the raw take's, counting what is left of it. */
  public P placed(Pass pass, TimeMap map) {
    P placed = own(pass);
    if (!map.isPlain()) {
      for (Setting<P> setting : settings) {
        placed = setting.placed(placed, map);
      }
    }
    return placed;
  }

  /** A pass without what was done by hand to one take, so that it suits others. */
  public P shared(Pass pass) {
    P shared = own(pass);
    for (Setting<P> setting : settings) {
      shared = setting.shared(shared);
    }
    return shared;
  }

  /** Settings of a pass of this kind, by key, in plain form. */
  public Map<String, Object> plain(Pass pass) {
    Map<String, Object> values = new LinkedHashMap<>();
    for (Setting<P> setting : settings) {
      values.put(setting.key(), setting.plain(own(pass)));
    }
    return values;
  }

  /**
   * A pass with these settings, defaults for the rest.
   *
   * @throws IllegalArgumentException for an unknown key or a bad value
   */
  public P of(Map<String, Object> plain) {
    P pass = defaults;
    for (Map.Entry<String, Object> entry : plain.entrySet()) {
      pass = with(pass, entry.getKey(), entry.getValue());
    }
    return pass;
  }

  /**
   * The pass with one setting, named by its key, changed.
   *
   * @throws IllegalArgumentException for an unknown key or a bad value
   */
  public P with(Pass pass, String key, Object plain) {
    for (Setting<P> own : settings) {
      if (own.key().equals(key)) {
        return own.with(own(pass), plain);
      }
    }
    throw new IllegalArgumentException(words + " has no setting '" + Legible.of(key) + "'");
  }

  /** The pass with one setting changed. */
  public P with(Pass pass, Setting<?> setting, Object plain) {
    for (Setting<P> own : settings) {
      if (own == setting) {
        return own.with(own(pass), plain);
      }
    }
    throw new IllegalArgumentException(words + " has no setting '" + setting.key() + "'");
  }

  /** The plain value of one setting. */
  public Object get(Pass pass, Setting<?> setting) {
    return plain(pass).get(setting.key());
  }

  @SuppressWarnings("unchecked")
  private P own(Pass pass) {
    return (P) defaults.getClass().cast(pass);
  }

  /** By its id, which tells kinds apart; settings are long to go through. */
  @Override
  public int hashCode() {
    return id.hashCode();
  }
}
