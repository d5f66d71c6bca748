package waxhand.core.signal;

/** A filter that leaves no phase shift. Immutable; any number of threads may use one. */
public interface Smoother {
  /** Samples to either side that a sample's result can feel. */
  int reach();

  /** Numbers the workspace of {@link #smooth} must hold. */
  int workspace(int count, int width);

  /**
   * Filters {@code count} samples of {@code width} interleaved channels in place. Runs that are too
   * short to filter stay as they are.
   *
   * @param values Modified: the first count · width numbers.
   * @param work at least {@link #workspace} numbers. Modified.
   */
  void smooth(double[] values, int count, int width, double[] work);
}
