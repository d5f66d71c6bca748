package waxhand.formats;

import java.util.Locale;
import java.util.Optional;

/** A unit of length in files. */
public enum Unit {
  M(1, "metres"),
  CM(0.01, "centimetres"),
  MM(0.001, "millimetres"),
  IN(0.0254, "inches");

  private final double metres;
  private final String words;

  Unit(double metres, String words) {
    this.metres = metres;
    this.words = words;
  }

  public double metres() {
    return metres;
  }

  public String words() {
    return words;
  }

  public String key() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static Optional<Unit> ofKey(String key) {
    for (Unit unit : values()) {
      if (unit.key().equalsIgnoreCase(key)) {
        return Optional.of(unit);
      }
    }
    return Optional.empty();
  }

  /** The unit in which a body of that extent would be of human size. */
  public static Unit ofBody(double extent) {
    return extent < 6 ? M : extent < 100 ? IN : extent < 600 ? CM : MM;
  }
}
