package waxhand.core.props;

import waxhand.core.text.Legible;

/** Who holds a prop. */
public enum Holder {
  LEFT_HAND("left hand"),
  RIGHT_HAND("right hand"),
  BOTH_HANDS("both hands");

  private final String words;

  Holder(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /**
   * @throws IllegalArgumentException for words nobody is called by
   */
  public static Holder of(Object words) {
    for (Holder by : values()) {
      if (by.words.equals(words)) {
        return by;
      }
    }
    throw new IllegalArgumentException(
        "nobody is called '" + Legible.of(String.valueOf(words)) + "' to hold props");
  }
}
