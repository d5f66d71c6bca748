package waxhand.desk.kits;

import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Plate;
import waxhand.desk.panels.PassPicture;
import waxhand.desk.session.ChosenStage;
import waxhand.desk.session.Session;
import waxhand.desk.viewport.Mark;

/**
 * What a kind of pass has in the window beside its settings.
 *
 * @param key that adds one, as long as the artist has not chosen another; empty for none
 * @param icon its small picture in the palette, by name
 * @param picture what its panel shows beside the settings
 * @param marks what the views show, and a hand can hold, while a plate of the kind is chosen
 * @param suit a new plate, made for what is selected and for where the playhead is
 * @param strokes whether the views show what is taken away while a plate of the kind is chosen
 */
public record Kit(
    PassKind<?> kind,
    String key,
    String icon,
    Optional<Function<PassPicture.Tools, PassPicture>> picture,
    Function<Session, List<Mark>> marks,
    BiFunction<Session, Plate, Plate> suit,
    boolean strokes) {
  /** With nothing but a key and an icon. */
  Kit(PassKind<?> kind, String key, String icon) {
    this(kind, key, icon, Optional.empty(), s -> List.of(), (s, plate) -> plate, false);
  }

  /** With a picture in its panel. */
  Kit showing(Function<PassPicture.Tools, PassPicture> made) {
    return new Kit(kind, key, icon, Optional.of(made), marks, suit, strokes);
  }

  /** With marks in the views. */
  <P extends Pass> Kit marking(Class<P> type, Function<ChosenStage<P>, List<Mark>> made) {
    Function<Session, List<Mark>> all =
        session -> ChosenStage.of(session, type).map(made).orElse(List.of());
    return new Kit(kind, key, icon, picture, all, suit, strokes);
  }

  /** With new plates that suit the moment. */
  Kit suiting(BiFunction<Session, Plate, Plate> made) {
    return new Kit(kind, key, icon, picture, marks, made, strokes);
  }

  /** With strokes from wire to wax. */
  Kit stroking() {
    return new Kit(kind, key, icon, picture, marks, suit, true);
  }

  /** What a kind has that nobody made a kit for. */
  static Kit plain(PassKind<?> kind) {
    return new Kit(kind, "", "fth-layers");
  }
}
