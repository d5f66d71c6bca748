package waxhand.core.maths;

/**
 * Rotations by Euler angles, many at a time: each step is done for all of them before the next, in
 * loops that the compiler turns into vector instructions. They come out as {@link
 * EulerAngles#toQuaternion} has them, to the last bit.
 */
public final class EulerRun {
  private final double[][] halves;
  private final double[][] sines;
  private final double[][] cosines;
  private final double[][] parts;

  /**
   * Room for a run.
   *
   * @param most rotations of a run
   */
  public EulerRun(int most) {
    halves = new double[3][most];
    sines = new double[3][most];
    cosines = new double[3][most];
    parts = new double[4][most];
  }

  /** Halves of the angles that stand at a place of the order, radians: to be filled in. */
  public double[] halves(int place) {
    return halves[place];
  }

  /**
   * Unit quaternions of the first {@code count} triples of angles. Modified: dest.
   *
   * @param dest 4 numbers a rotation
   * @param at of the first
   */
  public void toQuaternions(EulerAngles order, int count, double[] dest, int at) {
    for (int place = 0; place < 3; place++) {
      Sines.of(halves[place], count, sines[place], cosines[place]);
    }
    order.products(sines, cosines, count, parts);
    double[] x = parts[0];
    double[] y = parts[1];
    double[] z = parts[2];
    double[] w = parts[3];
    for (int n = 0; n < count; n++) {
      int to = at + 4 * n;
      dest[to] = x[n];
      dest[to + 1] = y[n];
      dest[to + 2] = z[n];
      dest[to + 3] = w[n];
    }
  }
}
