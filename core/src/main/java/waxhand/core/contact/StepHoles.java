package waxhand.core.contact;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;

/** Closes holes in contacts that no step explains: the body leapt there, or a knee snapped. */
final class StepHoles {
  /** A foot that is off the ground for no longer, seconds, and comes back this near, metres. */
  private static final double HOLE_S = 0.22;

  private static final double HOLE_M = 0.1;

  private static final double SPOT_M = 0.045;

  /** If it goes no farther away meanwhile, metres. */
  private static final double AWAY_M = 0.06;

  /** No one lifts a foot and sets it down again with such acceleration, m/s²: a knee snapped. */
  private static final double SNAP_MS2 = 13;

  /** Where a foot is beside a hole is told from so long before and after it, seconds. */
  private static final double HOLE_ENDS_S = 0.03;

  private final Courses courses;
  private final double rateHz;

  StepHoles(Courses courses, double rateHz) {
    this.courses = courses;
    this.rateHz = rateHz;
  }

  /**
   * No one lifts a foot and sets it down where it was in so short a time: the body leapt in the
   * capture, or the knee snapped, and the foot rested.
   */
  void close(Map<ContactPart, boolean[]> rests, Side side) {
    if (!courses.has(ContactPart.ofSole(side, 0))) {
      return;
    }
    List<boolean[]> foot = new ArrayList<>();
    for (int place = 0; place < Sole.PLACES; place++) {
      foot.add(rests.get(ContactPart.ofSole(side, place)));
    }
    int longest = (int) Math.round(HOLE_S * rateHz);
    int count = courses.frames();
    int last = -1;
    for (int n = 0; n < count; n++) {
      int frame = n;
      if (foot.stream().anyMatch(r -> r[frame])) {
        if (last >= 0 && n - last > 1 && n - last - 1 <= longest && isSame(side, last, n)) {
          fill(foot, last, n);
        }
        last = n;
      }
    }
  }

  /**
   * Whether a foot is about where it was, or as far from it as the other foot is: then the body
   * leapt. What went far from both ends meanwhile stepped.
   */
  private boolean isSame(Side side, int from, int to) {
    int aside = (int) Math.round(HOLE_ENDS_S * rateHz);
    int a = Math.max(0, from - aside);
    int b = Math.min(courses.frames() - 1, to + aside);
    double[][] ball = courses.of(ContactPart.ofSole(side, 1));
    ContactPart beside = ContactPart.ofSole(side.other(), 1);
    double[][] other = courses.has(beside) ? courses.of(beside) : ball;
    double own = 0;
    double apart = 0;
    for (int i = 0; i < 3; i++) {
      double d = ball[i][b] - ball[i][a];
      double e = other[i][b] - other[i][a];
      own += d * d;
      apart += other == ball ? d * d : (d - e) * (d - e);
    }
    boolean near = own < SPOT_M * SPOT_M || apart < SPOT_M * SPOT_M && own < HOLE_M * HOLE_M;
    double away = farthest(ball, a, b);
    return near && (away < AWAY_M || isSnap(away, to - from, rateHz));
  }

  /** Whether what goes so far and comes back within some frames is too quick for a foot. */
  static boolean isSnap(double awayM, int frames, double rateHz) {
    double seconds = frames / rateHz;
    return 8 * awayM > SNAP_MS2 * seconds * seconds;
  }

  /** How far a course goes from the way between its ends, metres. */
  private static double farthest(double[][] course, int from, int to) {
    double most = 0;
    for (int n = from + 1; n < to; n++) {
      double t = (n - from) / (double) (to - from);
      double sum = 0;
      for (double[] axis : course) {
        double d = axis[n] - axis[from] - t * (axis[to] - axis[from]);
        sum += d * d;
      }
      most = Math.max(most, sum);
    }
    return Math.sqrt(most);
  }

  /** What rests on both sides of a hole rests in it; where nothing does, what rests after it. */
  private static void fill(List<boolean[]> foot, int before, int after) {
    boolean any = foot.stream().anyMatch(r -> r[before] && r[after]);
    for (boolean[] rest : foot) {
      if (rest[after] && (rest[before] || !any)) {
        Arrays.fill(rest, before + 1, after, true);
      }
    }
  }
}
