package waxhand.formats;

/** What may be wanted of a file that is written, and not every format can give. */
public enum Wish {
  /** Frames of rest that the source has before its motion go with it. */
  REST,

  /** Few keys with slopes leave, and not every frame. */
  KEYS,

  /** The skeleton leaves without the skin of its character. */
  BARE
}
