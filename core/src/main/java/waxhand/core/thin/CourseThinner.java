package waxhand.core.thin;

import java.util.Arrays;
import java.util.BitSet;
import java.util.function.IntPredicate;

/**
 * Thins one run of samples: from each key the next one is as far as a cubic goes within the
 * tolerance, and slopes on both sides of a key are made one where that is within it too. Thinned
 * again, stretches between keys in which no tolerance changed stay as they are. Not safe for use
 * from two threads at once.
 */
final class CourseThinner {
  private final Course course;
  private final Segment segment = new Segment();
  private final double[] samples;
  private final int count;
  private final double[] fineness;
  private final double[] seen;
  private final BitSet fresh = new BitSet();
  private int seenFrom = -1;
  private int known;
  private FewKeys keys = new FewKeys(new int[0], new double[0], new double[0]);

  /**
   * @param samples of the course. Not modified.
   * @param count how many, at least 1
   */
  CourseThinner(Course course, double[] samples, int count) {
    this.course = course;
    this.samples = samples;
    this.count = count;
    fineness = new double[count];
    seen = new double[3 * count];
  }

  FewKeys keys() {
    return keys;
  }

  /** Makes ready for {@link #spans} by tolerances that stay. */
  void begin(double[] tolerance) {
    for (int n = 0; n < count; n++) {
      fineness[n] = 1 / (tolerance[n] * tolerance[n]);
    }
  }

  /** Whether a cubic goes so far within the tolerance. */
  boolean spans(int from, int length) {
    return fits(from, length);
  }

  /** The keys at both ends of what was asked for last, with the slopes that were found. */
  FewKeys spanned(int from, int length) {
    double[] in = new double[6];
    double[] out = new double[6];
    store(length, in, 3, out, 0);
    return new FewKeys(new int[] {from, from + length}, in, out);
  }

  /**
   * Takes keys that were found elsewhere.
   *
   * @param joined whether slopes on both sides of a key are to be made one
   */
  void take(FewKeys others, boolean joined) {
    keys = others;
    fresh.clear();
    fresh.set(0, Math.max(0, others.at().length - 1));
    if (joined) {
      join();
    }
  }

  /** The keys from which on to the next one something was changed the last time. */
  BitSet fresh() {
    return fresh;
  }

  /**
   * Finds the keys.
   *
   * @param tolerance radians or metres, by sample; 0 keeps a sample. Not modified.
   * @param changed samples of which it is another than the last time. Not modified.
   */
  void thin(double[] tolerance, BitSet changed) {
    for (int n = changed.nextSetBit(0); n >= 0 && n < count; n = changed.nextSetBit(n + 1)) {
      fineness[n] = 1 / (tolerance[n] * tolerance[n]);
    }
    int[] at = new int[count];
    double[] in = new double[3 * count];
    double[] out = new double[3 * count];
    FewKeys was = keys;
    fresh.clear();
    int old = 0;
    int found = 1;
    int guess = 4;
    while (at[found - 1] < count - 1) {
      int from = at[found - 1];
      while (old < was.at().length - 1 && was.at()[old] < from) {
        old++;
      }
      boolean known = old < was.at().length - 1 && was.at()[old] == from;
      if (known && isLeft(changed, from, was.at()[old + 1])) {
        at[found] = was.at()[old + 1];
        System.arraycopy(was.out(), 3 * old, out, 3 * found - 3, 3);
        System.arraycopy(was.in(), 3 * old + 3, in, 3 * found, 3);
      } else {
        guess = farthest(from, count - 1 - from, guess);
        at[found] = from + guess;
        store(guess, in, 3 * found, out, 3 * found - 3);
        fresh.set(found - 1);
      }
      found++;
    }
    keys =
        new FewKeys(
            Arrays.copyOf(at, found), Arrays.copyOf(in, 3 * found), Arrays.copyOf(out, 3 * found));
    join();
  }

  private static boolean isLeft(BitSet changed, int from, int to) {
    int next = changed.nextSetBit(from + 1);
    return next < 0 || next >= to;
  }

  /** How many samples farther a cubic goes; its slopes are left in the segment. */
  private int farthest(int from, int most, int guess) {
    int good = farthest(most, guess, length -> fits(from, length));
    fits(from, good);
    return good;
  }

  /**
   * The farthest that something goes, sought about a guess by steps that double, then by halves;
   * one step always does.
   *
   * @param most at least 1
   * @param goes whether it goes so far
   */
  static int farthest(int most, int guess, IntPredicate goes) {
    int good = 1;
    int bad = most + 1;
    int next = Math.max(2, Math.min(guess, most));
    int step = Math.max(1, next / 8);
    while (bad - good > 1) {
      if (goes.test(next)) {
        good = next;
        next = bad > most ? Math.min(good + step, most) : (good + bad) / 2;
      } else {
        bad = next;
        next = good > 1 ? (good + bad) / 2 : Math.max(2, bad - step);
      }
      step *= 2;
    }
    return good;
  }

  private boolean fits(int from, int length) {
    see(from, length);
    return segment.fits(seen, length, fineness, from);
  }

  /** Samples as seen from one of them. */
  private void see(int from, int length) {
    known = seenFrom == from ? known : 0;
    seenFrom = from;
    while (known < length) {
      known++;
      course.seen(samples, from, from + known, seen, 3 * known);
    }
  }

  private void store(int length, double[] in, int inAt, double[] out, int outAt) {
    double[] way = Arrays.copyOfRange(seen, 3 * length, 3 * length + 3);
    double[] rate = segment.in.clone();
    for (int i = 0; i < 3; i++) {
      out[outAt + i] = segment.out[i] / length;
      rate[i] /= length;
    }
    course.toRate(way, rate);
    System.arraycopy(rate, 0, in, inAt, 3);
  }

  /** Makes the slopes on both sides of a key one where the tolerance lets it. */
  private void join() {
    double[] rate = new double[3];
    int[] at = keys.at();
    for (int k = 1; k + 1 < at.length; k++) {
      if (!fresh.get(k - 1) && !fresh.get(k)) {
        continue;
      }
      int before = at[k] - at[k - 1];
      int behind = at[k + 1] - at[k];
      for (int i = 0; i < 3; i++) {
        rate[i] =
            (behind * keys.in()[3 * k + i] + before * keys.out()[3 * k + i]) / (before + behind);
      }
      if (holds(k - 1, keys.out(), 3 * k - 3, rate, 0) && holds(k, rate, 0, keys.in(), 3 * k + 3)) {
        System.arraycopy(rate, 0, keys.in(), 3 * k, 3);
        System.arraycopy(rate, 0, keys.out(), 3 * k, 3);
        fresh.set(k - 1);
        fresh.set(k);
      }
    }
  }

  private boolean holds(int key, double[] out, int outAt, double[] in, int inAt) {
    int from = keys.at()[key];
    int length = keys.at()[key + 1] - from;
    see(from, length);
    double[] first = Arrays.copyOfRange(out, outAt, outAt + 3);
    double[] last = Arrays.copyOfRange(in, inAt, inAt + 3);
    course.toSlope(Arrays.copyOfRange(seen, 3 * length, 3 * length + 3), last);
    for (int i = 0; i < 3; i++) {
      first[i] *= length;
      last[i] *= length;
    }
    return segment.holds(seen, length, fineness, from, first, last);
  }
}
