package waxhand.core.contact;

import java.util.Arrays;
import java.util.Map;
import waxhand.core.body.Side;

/** Tells by how a foot is tilted which of its parts rest. */
final class FootTilt {
  /** A foot tilted by more than this from how it lies rests on one end, radians, metres. */
  private static final double TILTED = Math.tan(Math.toRadians(2));

  /** Toes turn more easily, and are captured worse. */
  private static final double TOES_TILTED = Math.tan(Math.toRadians(7));

  private static final double TILTED_M = 0.004;

  /** And by so much of the jitter that is left. */
  private static final double TILT_NOISE = 2;

  /** Height of a course over what is beneath it. */
  interface Height {
    double over(int frame, double[][] course);
  }

  private final Courses courses;
  private final Height height;

  FootTilt(Courses courses, Height height) {
    this.courses = courses;
    this.height = height;
  }

  /**
   * How a foot is tilted tells better than heights which parts of it rest: of two that rest at once
   * neither is higher than it is, on the whole, when both do.
   *
   * @param stiff whether the foot has no toes that bend: it is tilted as a whole
   */
  void tell(Map<ContactPart, boolean[]> rests, Side side, boolean stiff) {
    if (!courses.has(ContactPart.ofSole(side, 0))) {
      return;
    }
    boolean[] none = new boolean[courses.frames()];
    if (stiff) {
      tellStiff(rests, side);
    } else {
      tell(rests, side, 0, 1, TILTED, none);
      tell(rests, side, 1, 2, TOES_TILTED, none);
    }
    // a foot that stands on the tips of its toes is tilted against them
    tell(rests, side, 0, 2, TILTED, rests.get(ContactPart.ofSole(side, 1)));
    // between a heel and toes that rest there is a ball that does
    boolean[] ball = rests.get(ContactPart.ofSole(side, 1));
    for (int n = 0; n < ball.length; n++) {
      ball[n] |=
          rests.get(ContactPart.ofSole(side, 0))[n] && rests.get(ContactPart.ofSole(side, 2))[n];
    }
  }

  /**
   * A foot without toes that bend rolls over the tip or the heel: what lies between is off the
   * ground wherever it is tilted, be it for most of the take.
   */
  private void tellStiff(Map<ContactPart, boolean[]> rests, Side side) {
    ContactPart heel = ContactPart.ofSole(side, 0);
    ContactPart ball = ContactPart.ofSole(side, 1);
    ContactPart toe = ContactPart.ofSole(side, 2);
    double[][] back = courses.of(heel);
    double[][] front = courses.of(toe);
    int count = courses.frames();
    double[] flat = new double[count];
    int many = 0;
    double length = 0;
    for (int n = 0; n < count; n++) {
      length += Math.hypot(back[0][n] - front[0][n], back[2][n] - front[2][n]) / count;
      if (rests.get(heel)[n] && (rests.get(ball)[n] || rests.get(toe)[n])) {
        flat[many++] = height.over(n, back) - height.over(n, front);
      }
    }
    double level = many < 3 ? 0 : densest(flat, many);
    double noise = Math.hypot(courses.noiseM(heel), courses.noiseM(toe));
    double least = Math.max(TILTED_M, length * TILTED) + TILT_NOISE * noise;
    for (int n = 0; n < count; n++) {
      double high = height.over(n, back) - height.over(n, front) - level;
      rests.get(ball)[n] &= Math.abs(high) <= least;
      rests.get(heel)[n] &= high <= least;
      rests.get(toe)[n] &= high >= -least;
    }
  }

  /**
   * Lets go the higher of two parts that are tilted against how they lie.
   *
   * @param tilt beyond which they are, the tangent of its angle
   * @param known frames that are left as they are
   */
  private void tell(
      Map<ContactPart, boolean[]> rests,
      Side side,
      int back,
      int front,
      double tilt,
      boolean[] known) {
    ContactPart a = ContactPart.ofSole(side, back);
    ContactPart b = ContactPart.ofSole(side, front);
    boolean[] restsA = rests.get(a);
    boolean[] restsB = rests.get(b);
    double[][] courseA = courses.of(a);
    double[][] courseB = courses.of(b);
    int count = restsA.length;
    double[] rise = new double[count];
    double[] flat = new double[count];
    int many = 0;
    double length = 0;
    for (int n = 0; n < count; n++) {
      if (restsA[n] && restsB[n]) {
        rise[n] = height.over(n, courseA) - height.over(n, courseB);
        flat[many++] = rise[n];
        length += Math.hypot(courseA[0][n] - courseB[0][n], courseA[2][n] - courseB[2][n]);
      }
    }
    if (many < 3) {
      return;
    }
    length /= many;
    double level = densest(flat, many);
    double noise = Math.hypot(courses.noiseM(a), courses.noiseM(b));
    double least = Math.max(TILTED_M, length * tilt) + TILT_NOISE * noise;
    for (int n = 0; n < count; n++) {
      if (restsA[n] && restsB[n] && !known[n]) {
        double high = rise[n] - level;
        restsA[n] = !(high > least);
        restsB[n] = !(high < -least);
      }
    }
  }

  /**
   * The middle of the shortest interval that holds two fifths of some values: feet that stand
   * agree, feet that roll or rock do not (the shorth, after Andrews et al., "Robust Estimates of
   * Location", 1972, with a smaller share). Modified: values.
   */
  private static double densest(double[] values, int count) {
    Arrays.sort(values, 0, count);
    int wide = Math.max(1, 2 * count / 5);
    int best = 0;
    for (int n = 0; n + wide < count; n++) {
      if (values[n + wide] - values[n] < values[best + wide] - values[best]) {
        best = n;
      }
    }
    return values[best + wide / 2];
  }
}
