package waxhand.core.maths;

/** The cubic between two values with given speeds. */
public final class Hermite {
  private Hermite() {}

  /**
   * Value at a share of the way.
   *
   * @param a value at the start
   * @param va change a unit of {@code h} at the start
   * @param b value at the end
   * @param vb change a unit of {@code h} at the end
   * @param h length of the way
   * @param u share of it, 0 to 1
   */
  public static double at(double a, double va, double b, double vb, double h, double u) {
    double u2 = u * u;
    double u3 = u2 * u;
    return a * (2 * u3 - 3 * u2 + 1)
        + va * h * (u3 - 2 * u2 + u)
        + b * (3 * u2 - 2 * u3)
        + vb * h * (u3 - u2);
  }

  /** From 0 to 1 with no speed at either end, 3t² − 2t³; 0 before, 1 behind. */
  public static double smoothstep(double t) {
    return t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t);
  }
}
