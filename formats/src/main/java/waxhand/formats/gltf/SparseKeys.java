package waxhand.formats.gltf;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.TreeSet;

/**
 * Few keys with slopes that tell what many frames do: cubic Hermite pieces as glTF has them
 * (CUBICSPLINE), whose slopes at both ends are fitted by least squares to the frames between; a
 * piece that strays too far is cut where it strays most. Each frame of {@code values} has {@code
 * width} numbers.
 */
final class SparseKeys {
  /** What is told of a quaternion may be so much too long or too short. */
  private static final double LENGTH = 0.02;

  private final double[] values;
  private final int width;
  private final double tolerance;
  private final boolean unit;
  private final TreeSet<Integer> keys = new TreeSet<>();

  /** Slopes of the piece that was fitted last, at its start and its end, a whole piece long. */
  private final double[] slopes;

  private int worst;
  private double strays;

  private SparseKeys(double[] values, int width, double tolerance, boolean unit) {
    this.unit = unit;
    this.values = values;
    this.width = width;
    this.tolerance = tolerance;
    this.slopes = new double[2 * width];
  }

  /**
   * @param frames of the keys
   * @param told slope in, value and slope out of each, slopes a frame
   */
  record Told(int[] frames, double[] told) {}

  /**
   * @param tolerance how far a frame may be off what is told, in the measure of the values
   */
  static Told of(double[] values, int width, double tolerance) {
    return new SparseKeys(values, width, tolerance, false).told(new int[0]);
  }

  /**
   * @param tolerance how far a frame may be off what is told, in the measure of the values
   * @param unit whether a frame's numbers are a unit quaternion, made so again by who reads
   * @param given frames that are keys whatever the others need
   */
  static Told of(double[] values, int width, double tolerance, boolean unit, int[] given) {
    return new SparseKeys(values, width, tolerance, unit).told(given);
  }

  private Told told(int[] given) {
    int last = values.length / width - 1;
    keys.add(0);
    keys.add(last);
    Arrays.stream(given).filter(k -> k > 0 && k < last).forEach(keys::add);
    Deque<int[]> pieces = new ArrayDeque<>();
    int from = 0;
    for (int key : keys.tailSet(1)) {
      pieces.push(new int[] {from, key});
      from = key;
    }
    while (!pieces.isEmpty()) {
      int[] piece = pieces.pop();
      fit(piece[0], piece[1]);
      if (strays > tolerance) {
        int cut = worst;
        keys.add(cut);
        pieces.push(new int[] {piece[0], cut});
        pieces.push(new int[] {cut, piece[1]});
      }
    }
    int[] frames = keys.stream().mapToInt(k -> k).toArray();
    double[] told = new double[3 * width * frames.length];
    for (int k = 0; k < frames.length; k++) {
      System.arraycopy(values, width * frames[k], told, 3 * width * k + width, width);
    }
    for (int k = 0; k + 1 < frames.length; k++) {
      int count = frames[k + 1] - frames[k];
      fit(frames[k], frames[k + 1]);
      for (int i = 0; i < width; i++) {
        told[3 * width * k + 2 * width + i] = slopes[i] / count;
        told[3 * width * (k + 1) + i] = slopes[width + i] / count;
      }
    }
    return new Told(frames, told);
  }

  private void fit(int from, int to) {
    int count = to - from;
    strays = 0;
    worst = from + count / 2;
    double a = 0;
    double b = 0;
    double c = 0;
    for (int n = 1; n < count; n++) {
      double t = (double) n / count;
      double first = first(t);
      double second = second(t);
      a += first * first;
      b += first * second;
      c += second * second;
    }
    double det = a * c - b * b;
    for (int i = 0; i < width; i++) {
      double start = values[width * from + i];
      double rise = values[width * to + i] - start;
      // of a single frame between two it cannot be told which of both slopes it asks for
      double in = rise;
      double out = rise;
      if (count > 2) {
        double p = 0;
        double q = 0;
        for (int n = 1; n < count; n++) {
          double t = (double) n / count;
          double left = values[width * (from + n) + i] - start - rise * t * t * (3 - 2 * t);
          p += first(t) * left;
          q += second(t) * left;
        }
        in = (c * p - b * q) / det;
        out = (a * q - b * p) / det;
      }
      slopes[i] = in;
      slopes[width + i] = out;
    }
    for (int n = 1; n < count; n++) {
      double t = (double) n / count;
      double sum = 0;
      double along = 0;
      for (int i = 0; i < width; i++) {
        double start = values[width * from + i];
        double rise = values[width * to + i] - start;
        double is =
            start
                + rise * t * t * (3 - 2 * t)
                + slopes[i] * first(t)
                + slopes[width + i] * second(t);
        double value = values[width * (from + n) + i];
        double off = is - value;
        sum += off * off;
        along += off * value;
      }
      double stray = Math.sqrt(sum);
      if (unit && Math.abs(along) < LENGTH) {
        // readers make it unit again, so what it is too long or too short does not count
        stray = Math.sqrt(Math.max(0, sum - along * along)) / (1 + along);
      }
      if (stray > strays) {
        strays = stray;
        worst = from + n;
      }
    }
  }

  /** What the slope at the start adds. */
  private static double first(double t) {
    return t * (1 - t) * (1 - t);
  }

  /** What the slope at the end adds. */
  private static double second(double t) {
    return t * t * (t - 1);
  }
}
