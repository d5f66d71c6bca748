package waxhand.core.passes.character;

import waxhand.core.chain.Worded;

/** What becomes of how far a body travels on one with other legs. */
public enum Travel implements Worded {
  /** Longer legs go farther, by as much as they are longer. */
  SCALED("scaled"),
  /** It goes where the captured body went. */
  KEPT("kept"),
  /** It stays about where it begins, as on a treadmill. */
  IN_PLACE("in place"),
  /** The same, and its end is brought to its beginning. */
  LOOP("in place, as a loop");

  private final String words;

  Travel(String words) {
    this.words = words;
  }

  boolean isInPlace() {
    return this == IN_PLACE || this == LOOP;
  }

  @Override
  public String words() {
    return words;
  }
}
