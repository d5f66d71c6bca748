package waxhand.desk.kits;

import java.util.Optional;
import java.util.function.Function;
import waxhand.core.chain.PassKind;
import waxhand.desk.panels.PassPicture;

/**
 * What a kind of pass has in the window beside its settings.
 *
 * @param key that adds one, as long as the artist has not chosen another; empty for none
 * @param icon its small picture in the palette, by name
 * @param picture what its panel shows beside the settings
 */
public record Kit(
    PassKind<?> kind,
    String key,
    String icon,
    Optional<Function<PassPicture.Tools, PassPicture>> picture) {
  /** Without a picture of its own. */
  Kit(PassKind<?> kind, String key, String icon) {
    this(kind, key, icon, Optional.empty());
  }

  /** With a picture in its panel. */
  Kit showing(Function<PassPicture.Tools, PassPicture> made) {
    return new Kit(kind, key, icon, Optional.of(made));
  }

  /** What a kind has that nobody made a kit for. */
  static Kit plain(PassKind<?> kind) {
    return new Kit(kind, "", "fth-layers");
  }
}
