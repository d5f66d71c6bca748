package waxhand.formats;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/**
 * A unit of length in files: a usual one, or whatever length makes the body as tall as people are.
 */
public final class Unit {
  public static final Unit M = new Unit("m", 1, "metres");
  public static final Unit CM = new Unit("cm", 0.01, "centimetres");
  public static final Unit MM = new Unit("mm", 0.001, "millimetres");
  public static final Unit IN = new Unit("in", 0.0254, "inches");
  public static final Unit FT = new Unit("ft", 0.3048, "feet");
  public static final Unit DM = new Unit("dm", 0.1, "decimetres");

  /** The usual ones. */
  public static final List<Unit> USUAL = List.of(M, CM, MM, IN, FT, DM);

  /** As tall as this a body is taken to be where no usual unit makes it a person, metres. */
  public static final double USUAL_HEIGHT_M = 1.75;

  private static final double SHORTEST_M = 0.9;
  private static final double TALLEST_M = 2.3;

  /** In the rarer units a body this side of it is more likely one in no unit at all. */
  private static final double SHORTEST_RARE_M = 0.95;

  private static final double LEAST = 1e-7;
  private static final double GREATEST = 1e4;

  private final String key;
  private final double metres;
  private final String words;

  private Unit(String key, double metres, String words) {
    this.key = key;
    this.metres = metres;
    this.words = words;
  }

  /**
   * A unit of so many metres.
   *
   * @throws IllegalArgumentException unless within 1e-7 and 1e4
   */
  public static Unit of(double metres) {
    if (!(metres >= LEAST && metres <= GREATEST)) {
      throw new IllegalArgumentException(
          "a unit of " + metres + " m; it must be from 1e-7 to 10000 m");
    }
    return USUAL.stream()
        .filter(u -> u.metres == metres)
        .findFirst()
        .orElseGet(
            () ->
                new Unit(
                    Double.toString(metres),
                    metres,
                    String.format(Locale.ROOT, "units of %.3g m", metres)));
  }

  public double metres() {
    return metres;
  }

  public String words() {
    return words;
  }

  /** In files and on the command line: "cm", or the number of metres. */
  public String key() {
    return key;
  }

  public boolean isUsual() {
    return USUAL.contains(this);
  }

  public static Optional<Unit> ofKey(String key) {
    for (Unit unit : USUAL) {
      if (unit.key.equalsIgnoreCase(key)) {
        return Optional.of(unit);
      }
    }
    try {
      return Optional.of(of(Double.parseDouble(key)));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /**
   * The unit in which a body would be of human size, from 0.9 to 2.3 m; where there is none, the
   * scale that makes it 1.75 m tall.
   *
   * @param height in the file's unit
   */
  public static Unit ofBody(double height) {
    Unit best = null;
    double nearest = Double.POSITIVE_INFINITY;
    for (Unit unit : USUAL) {
      double tall = height * unit.metres;
      boolean rare = unit == IN || unit == FT || unit == DM;
      double off = Math.abs(Math.log(tall / USUAL_HEIGHT_M));
      if (tall >= (rare ? SHORTEST_RARE_M : SHORTEST_M) && tall <= TALLEST_M && off < nearest) {
        nearest = off;
        best = unit;
      }
    }
    return best != null ? best : tall(height, USUAL_HEIGHT_M);
  }

  /** The unit in which a body is so tall; metres where it has no height. */
  public static Unit tall(double height, double heightM) {
    double metres = heightM / height;
    return metres >= LEAST && metres <= GREATEST ? of(metres) : M;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Unit u && u.metres == metres;
  }

  @Override
  public int hashCode() {
    return Objects.hash(metres);
  }

  @Override
  public String toString() {
    return words;
  }
}
