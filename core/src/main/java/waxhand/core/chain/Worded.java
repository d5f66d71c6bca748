package waxhand.core.chain;

/** One of a few values that can be chosen, implemented by enums. */
public interface Worded {
  /** In files and on panels. */
  String words();
}
