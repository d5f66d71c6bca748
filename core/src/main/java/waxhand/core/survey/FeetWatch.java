package waxhand.core.survey;

import waxhand.core.body.Sole;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.signal.Running;

/**
 * Feet that slide, float or sink. A foot is taken to rest while its heel or ball is low and slow,
 * jitter averaged out.
 */
final class FeetWatch implements Watch {
  /** Jitter is averaged out within this time to either side, seconds. */
  private static final double CALM = 0.06;

  /** Speed over this time to either side, seconds. */
  private static final double PACE = 0.05;

  private static final double SLOW = 0.22;
  private static final double STILL = 0.12;
  private static final double LOW = 0.035;
  private static final double HIGH = 0.08;

  private static final double SLIDE_MM = 14;
  private static final double FLOAT_MM = 14;
  private static final double SINK_MM = 14;

  @Override
  public void look(Window w, Marks marks) {
    for (Sole sole : w.body().soles()) {
      double[][] heel = course(w, sole.foot(), sole.heel());
      double[][] ball = course(w, sole.toes(), sole.ball());
      double[][] toe = course(w, sole.toes(), sole.toe());
      slides(w, marks, sole, heel);
      slides(w, marks, sole, ball);
      heights(w, marks, sole, heel, ball, toe);
    }
  }

  /** Place of a point over time, jitter averaged out, x y z apart, and its speed. */
  private static double[][] course(Window w, int joint, org.joml.Vector3dc point) {
    int count = w.count();
    double[] at = {point.x(), point.y(), point.z()};
    double[] p = new double[3];
    double[][] rough = new double[3][count];
    for (int n = 0; n < count; n++) {
      Quats.rotate(w.turns(), w.turnAt(n, joint), at, 0, p, 0);
      for (int i = 0; i < 3; i++) {
        rough[i][n] = p[i] + w.places()[w.placeAt(n, joint) + i];
      }
    }
    double[][] course = new double[4][count];
    double[] calm = new double[count];
    for (int i = 0; i < 3; i++) {
      Running.median(rough[i], count, w.rateHz() > 50 ? 2 : 1, calm);
      Running.mean(calm, count, w.frames(CALM, 1), course[i]);
    }
    int step = w.frames(PACE, 1);
    for (int n = 0; n < count; n++) {
      int a = Math.max(0, n - step);
      int b = Math.min(count - 1, n + step);
      double way = 0;
      for (int i = 0; i < 3; i++) {
        way += (course[i][b] - course[i][a]) * (course[i][b] - course[i][a]);
      }
      course[3][n] = b > a ? Math.sqrt(way) * w.rateHz() / (b - a) : 0;
    }
    return course;
  }

  private static void slides(Window w, Marks marks, Sole sole, double[][] course) {
    int shortest = w.frames(0.16, 4);
    int trim = w.frames(0.05, 1);
    int count = w.count();
    for (int n = 0; n < count; n++) {
      int end = n;
      while (end < count && course[3][end] < SLOW && Math.abs(course[1][end] - w.floorM()) < LOW) {
        end++;
      }
      if (end - n >= shortest) {
        slide(w, marks, sole, course, n + trim, end - trim);
      }
      n = Math.max(n, end);
    }
  }

  private static void slide(Window w, Marks marks, Sole sole, double[][] course, int from, int to) {
    // what slides for long is looked at second by second, so that a frame's mark is its own
    int half = w.frames(0.5, 2);
    int worst = -1;
    double most = 0;
    int first = -1;
    int last = -1;
    for (int n = from; n < to; n++) {
      int a = Math.max(from, n - half);
      int b = Math.min(to - 1, n + half);
      double way = 1000 * Math.hypot(course[0][b] - course[0][a], course[2][b] - course[2][a]);
      if (way > SLIDE_MM) {
        first = first < 0 ? n : first;
        last = n;
        if (way > most) {
          most = way;
          worst = n;
        }
      }
    }
    if (worst >= 0) {
      Frames run = new Frames(w.first() + first, w.first() + last + 1);
      marks.add(FindingKind.SLIDE, sole.foot(), run, w.first() + worst, most);
    }
  }

  private static void heights(
      Window w, Marks marks, Sole sole, double[][] heel, double[][] ball, double[][] toe) {
    int count = w.count();
    double[] over = new double[count];
    double[] under = new double[count];
    for (int n = 0; n < count; n++) {
      double low = Math.min(heel[1][n], Math.min(ball[1][n], toe[1][n])) - w.floorM();
      boolean still = Math.min(ball[3][n], heel[3][n]) < STILL;
      over[n] = still && low < HIGH ? 1000 * low : 0;
      under[n] = -1000 * low;
    }
    int shortest = w.frames(0.15, 3);
    int gap = w.frames(0.1, 2);
    int foot = sole.foot();
    marks.runs(FindingKind.FLOAT, foot, over, count, w.first(), FLOAT_MM, shortest, gap, -1);
    marks.runs(FindingKind.SINK, foot, under, count, w.first(), SINK_MM, shortest, gap, -1);
  }
}
