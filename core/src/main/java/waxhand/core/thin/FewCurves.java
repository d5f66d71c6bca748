package waxhand.core.thin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import waxhand.core.curve.Curve;
import waxhand.core.curve.CurveKey;
import waxhand.core.motion.Frames;

/** Curves of few keys in the place of samples, or of many keys. */
public final class FewCurves {
  private FewCurves() {}

  /**
   * Curves for the three axes of a course of places, with keys at the same frames.
   *
   * @param places 3 numbers a frame, at least one frame. Not modified.
   * @param from frame of the first
   * @param tolerance how far the curves may be off together, above 0, in the unit of the places
   */
  public static List<Curve> through(double[] places, int from, double tolerance) {
    int count = places.length / 3;
    if (count < 1 || !(tolerance > 0)) {
      throw new IllegalArgumentException(count + " places within " + tolerance);
    }
    CourseThinner thinner = new CourseThinner(Course.PLACES, places, count);
    BitSet all = new BitSet();
    all.set(0, count);
    double[] within = new double[count];
    Arrays.fill(within, tolerance);
    thinner.thin(within, all);
    FewKeys keys = thinner.keys();
    List<Curve> curves = new ArrayList<>();
    for (int axis = 0; axis < 3; axis++) {
      List<CurveKey> its = new ArrayList<>();
      for (int k = 0; k < keys.at().length; k++) {
        double value = places[3 * keys.at()[k] + axis];
        double in = keys.in()[3 * k + axis];
        double out = keys.out()[3 * k + axis];
        its.add(CurveKey.free(from + keys.at()[k], value, in, out));
      }
      curves.add(Curve.of(its));
    }
    return curves;
  }

  /**
   * A curve with fewer keys over a run of frames, and as it is beyond it: the ends of the run are
   * keys.
   *
   * @param tolerance how far it may be off at frames, above 0, in the unit of the curve
   */
  public static Curve reduced(Curve curve, Frames run, double tolerance) {
    if (run.count() < 2 || curve.isEmpty()) {
      return curve;
    }
    double[] samples = new double[3 * run.count()];
    curve.read(run, samples, 0, 3);
    return spliced(curve, run, through(samples, run.from(), tolerance).get(0));
  }

  /**
   * A curve that over a run goes as another one does, and as it did beyond it.
   *
   * @param few keys at the first and the last frame of the run among them, none beyond it
   */
  public static Curve spliced(Curve curve, Frames run, Curve few) {
    double last = run.to() - 1.0;
    Curve held = curve.inserted(run.from()).inserted(last);
    double in = held.slopeBefore(run.from());
    double out = held.slope(last);
    List<CurveKey> keys =
        new ArrayList<>(held.without(k -> k.frame() >= run.from() && k.frame() <= last).keys());
    for (CurveKey key : few.keys()) {
      keys.add(
          key.withSlopes(
              key.frame() == run.from() ? in : key.in(), key.frame() == last ? out : key.out()));
    }
    return Curve.of(keys);
  }
}
