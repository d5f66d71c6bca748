package waxhand.core.passes;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;

/** Three numbers along x, y and z. */
public record Triple(double x, double y, double z) {
  public static final Triple ZERO = new Triple(0, 0, 0);

  /**
   * One setting for each of the three.
   *
   * @param keys in files, of x, y and z
   * @param words on panels, of x, y and z
   * @param minMaxStep least, greatest, and the step of a slider
   */
  static <P> List<Setting<P>> settings(
      List<String> keys,
      List<String> words,
      String unit,
      double[] minMaxStep,
      String help,
      Function<P, Triple> get,
      BiFunction<P, Triple, P> set) {
    Axes axes = new Axes(keys, words, unit, minMaxStep, help);
    return List.of(
        axes.setting(0, p -> get.apply(p).x, (p, v) -> set.apply(p, get.apply(p).withX(v))),
        axes.setting(1, p -> get.apply(p).y, (p, v) -> set.apply(p, get.apply(p).withY(v))),
        axes.setting(2, p -> get.apply(p).z, (p, v) -> set.apply(p, get.apply(p).withZ(v))));
  }

  private record Axes(
      List<String> keys, List<String> words, String unit, double[] minMaxStep, String help) {
    <P> Setting<P> setting(int axis, Function<P, Double> get, BiFunction<P, Double, P> set) {
      return Setting.number(keys.get(axis), words.get(axis), unit, minMaxStep, help, get, set);
    }
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
