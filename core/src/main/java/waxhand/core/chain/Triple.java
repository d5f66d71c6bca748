package waxhand.core.chain;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.IntStream;

/** Three numbers along x, y and z. */
public record Triple(double x, double y, double z) {
  public static final Triple ZERO = new Triple(0, 0, 0);

  public Triple plus(double byX, double byY, double byZ) {
    return new Triple(x + byX, y + byY, z + byZ);
  }

  /**
   * The same amount along each axis.
   *
   * @param keys in files, of x, y and z
   * @param words on panels, of x, y and z
   * @param alike what else is the same of all three
   */
  public static List<Amount> amounts(List<String> keys, List<String> words, Amount alike) {
    return IntStream.range(0, 3)
        .mapToObj(
            i ->
                new Amount(
                    keys.get(i),
                    words.get(i),
                    alike.unit(),
                    alike.min(),
                    alike.max(),
                    alike.step(),
                    alike.help(),
                    alike.least(),
                    alike.most()))
        .toList();
  }

  /** The same amount along x, y and z, which stand behind its key and words. */
  public static List<Amount> along(Amount alike) {
    return amounts(
        List.of(alike.key() + "X", alike.key() + "Y", alike.key() + "Z"),
        List.of(alike.words() + " x", alike.words() + " y", alike.words() + " z"),
        alike);
  }

  /** One setting for each of the three. */
  public static <P> List<Setting<P>> settings(
      List<Amount> amounts, Function<P, Triple> get, BiFunction<P, Triple, P> set) {
    return List.of(
        amounts.get(0).of(p -> get.apply(p).x, (p, v) -> set.apply(p, get.apply(p).withX(v))),
        amounts.get(1).of(p -> get.apply(p).y, (p, v) -> set.apply(p, get.apply(p).withY(v))),
        amounts.get(2).of(p -> get.apply(p).z, (p, v) -> set.apply(p, get.apply(p).withZ(v))));
  }

  /**
   * Itself.
   *
   * @throws IllegalArgumentException if one of the three is out of bounds or no number
   */
  public Triple check(List<Amount> amounts) {
    amounts.get(0).check(x);
    amounts.get(1).check(y);
    amounts.get(2).check(z);
    return this;
  }

  private Triple withX(double other) {
    return new Triple(other, y, z);
  }

  private Triple withY(double other) {
    return new Triple(x, other, z);
  }

  private Triple withZ(double other) {
    return new Triple(x, y, other);
  }
}
