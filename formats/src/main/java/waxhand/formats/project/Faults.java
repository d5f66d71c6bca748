package waxhand.formats.project;

import waxhand.core.text.Legible;
import waxhand.formats.FormatException;

/**
 * Told of what is wrong with a part of a project or recipe while the rest is sound. Reading goes on
 * without the part if this returns.
 */
public interface Faults {
  /**
   * @param place where in the document, such as {@code takes[2].plates[4].weight}
   * @param reason what is wrong there, and what became of it
   * @throws FormatException if nothing may be left out
   */
  void add(String place, String reason) throws FormatException;

  /** Nothing may be left out. */
  static Faults none(String file) {
    return (place, reason) -> {
      throw new FormatException(file, Legible.of(place) + ": " + reason);
    };
  }
}
