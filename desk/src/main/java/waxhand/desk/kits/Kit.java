package waxhand.desk.kits;

import waxhand.core.chain.PassKind;

/**
 * What a kind of pass has in the window beside its settings.
 *
 * @param key that adds one, as long as the artist has not chosen another; empty for none
 * @param icon its small picture, by name
 */
public record Kit(PassKind<?> kind, String key, String icon) {
  /** What a kind has that nobody made a kit for. */
  static Kit plain(PassKind<?> kind) {
    return new Kit(kind, "", "fth-layers");
  }
}
