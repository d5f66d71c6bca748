package waxhand.core.contact;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.signal.Running;

/**
 * One search: whether each part rests, frame by frame. For every part and frame its height over
 * what lies beneath and its speed say how likely it rests; the most likely sequence of resting and
 * moving (Viterbi, "Error bounds for convolutional codes", IEEE Trans. Inf. Theory 13, 1967, with
 * two states) then gives spans that do not flicker.
 */
final class ContactSearch {
  /** Frames nearer in time than this tell the same, seconds. */
  private static final double APART = 0.03;

  /** What a change from rest to movement or back costs, in the measure of likelihood. */
  private static final double CHANGE = 1.6;

  /** No frame speaks louder than this against rest. */
  private static final double MOST_AGAINST = 2.5;

  /** How far a part may seem to be inside what it rests on, in heights. */
  private static final double DEEP = 2;

  /** The height of resting feet over the floor wanders no quicker than this, seconds. */
  private static final double WANDER = 0.6;

  /** A foot that turns quicker than this turns on its ball, radians a second. */
  private static final double TURNING = Math.toRadians(20);

  /** If it turns by more than this, radians. */
  private static final double TURNED = Math.toRadians(12);

  /** Turning is told over this time to either side, seconds. */
  private static final double TURN_S = 0.05;

  /**
   * Hands and knees are laid down and lifted gently, so they count as resting only at this share of
   * the height and speed of feet.
   */
  private static final double GENTLE = 0.6;

  /** Nearer than this it matters on which side of a prop a part is, metres. */
  private static final double BESIDE = 0.2;

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

  /** A step takes no longer than this to either side, seconds. */
  private static final double LIFT_S = 0.4;

  /** A part that rises by more is lifted, metres; and by so much more for its jitter. */
  private static final double LIFTED_M = 0.012;

  private static final double LIFTED_NOISE = 3;

  /** It is down again below this, metres. */
  private static final double DOWN_M = 0.004;

  /** A foot tilted by more than this from how it lies rests on one end, radians, metres. */
  private static final double TILTED = Math.tan(Math.toRadians(2));

  /** Toes turn more easily, and are captured worse. */
  private static final double TOES_TILTED = Math.tan(Math.toRadians(7));

  private static final double TILTED_M = 0.004;

  /** And by so much of the jitter that is left. */
  private static final double TILT_NOISE = 2;

  private static final double STEP = 1e-3;

  /** A surface is beneath a part that gets away from it by so much of what it rises. */
  private static final double UPRIGHT = 0.6;

  private final ContactSettings settings;
  private final List<Surface> surfaces;
  private final Courses courses;
  private final Map<ContactPart, PartPoint> points;
  private final double rateHz;
  private final int first;

  /**
   * @param courses of the parts over a stretch of frames
   * @param points where the parts are on the body
   * @param first frame of the stretch
   */
  ContactSearch(
      ContactSettings settings,
      List<Surface> surfaces,
      Courses courses,
      Map<ContactPart, PartPoint> points,
      double rateHz,
      int first) {
    this.settings = settings;
    this.surfaces = surfaces;
    this.courses = courses;
    this.points = points;
    this.rateHz = rateHz;
    this.first = first;
  }

  /** Whether parts rest, by frame of the stretch. */
  Map<ContactPart, boolean[]> rests() {
    Map<ContactPart, boolean[]> rests = rests(new double[courses.frames()]);
    rests = rests(wander(rests));
    closeHoles(rests, Side.LEFT);
    closeHoles(rests, Side.RIGHT);
    letLiftedGo(rests);
    tell(rests, Side.LEFT);
    tell(rests, Side.RIGHT);
    turnOnBall(rests, Side.LEFT);
    turnOnBall(rests, Side.RIGHT);
    return rests;
  }

  private Map<ContactPart, boolean[]> rests(double[] wander) {
    Map<ContactPart, boolean[]> rests = new ConcurrentHashMap<>();
    courses
        .partsAtOnce()
        .forEach(
            part -> {
              double[] evidence = new double[wander.length];
              evidence(part, wander, evidence);
              rests.put(part, likeliest(evidence));
            });
    return rests.isEmpty() ? Map.of() : new EnumMap<>(rests);
  }

  /** Log odds of rest against movement, by frame. */
  private void evidence(ContactPart part, double[] wander, double[] dest) {
    double radius = points.get(part).radiusM();
    double strict = part.isSole() ? 1 : GENTLE;
    double[][] course = courses.of(part);
    double[] speed = courses.speed(part);
    double noiseM = courses.noiseM(part);
    double noiseMs = courses.noiseMs(part);
    for (int n = 0; n < dest.length; n++) {
      double over = over(n, course, part.isHand()) - radius - (part.isSole() ? wander[n] : 0);
      double high = beyond(over > 0 ? over : over / DEEP, strict * settings.heightM(), noiseM);
      double quick = beyond(speed[n], strict * settings.speedMs(), noiseMs);
      dest[n] = Math.max(-MOST_AGAINST, 1 - high - quick);
    }
  }

  /** Square of a value in the measure of what is allowed, with what noise does to it left out. */
  private static double beyond(double value, double allowed, double noise) {
    double noise2 = noise * noise;
    return Math.max(0, value * value - noise2) / (allowed * allowed + noise2);
  }

  /**
   * Height over the nearest surface.
   *
   * @param sides whether a part may also lean on the side of a prop
   */
  private double over(int frame, double[][] course, boolean sides) {
    double x = course[0][frame];
    double y = course[1][frame];
    double z = course[2][frame];
    double least = Double.POSITIVE_INFINITY;
    for (Surface surface : surfaces) {
      double over = surface.over(first + frame, x, y, z);
      if (over < least && (sides || over > BESIDE || isBeneath(surface, frame, x, y, z, over))) {
        least = over;
      }
    }
    return least;
  }

  private boolean isBeneath(Surface surface, int frame, double x, double y, double z, double over) {
    return surface.over(first + frame, x, y + STEP, z) - over > UPRIGHT * STEP;
  }

  /** The most likely sequence of states. */
  private boolean[] likeliest(double[] evidence) {
    int count = evidence.length;
    double scale = 1 / Math.max(1, APART * rateHz);
    boolean[] fromRest = new boolean[count];
    boolean[] fromMove = new boolean[count];
    double rest = 0;
    double move = 0;
    for (int n = 0; n < count; n++) {
      fromRest[n] = n > 0 && rest >= move - CHANGE;
      fromMove[n] = n > 0 && rest - CHANGE > move;
      double next = Math.max(rest, move - CHANGE) + scale * evidence[n];
      move = Math.max(move, rest - CHANGE);
      rest = next;
    }
    boolean[] states = new boolean[count];
    boolean state = rest > move;
    for (int n = count - 1; n >= 0; n--) {
      states[n] = state;
      state = state ? fromRest[n] : fromMove[n];
    }
    return states;
  }

  /**
   * No one lifts a foot and sets it down where it was in so short a time: the body leapt in the
   * capture, or the knee snapped, and the foot rested.
   */
  private void closeHoles(Map<ContactPart, boolean[]> rests, Side side) {
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
    return near && (away < AWAY_M || isSnap(away, to - from));
  }

  /** Whether what goes so far and comes back within some frames is too quick for a foot. */
  private boolean isSnap(double awayM, int frames) {
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

  /** While a foot turns, its ball may rest, but heel and toe do not, slow as they are. */
  private void turnOnBall(Map<ContactPart, boolean[]> rests, Side side) {
    ContactPart heel = ContactPart.ofSole(side, 0);
    ContactPart ball = ContactPart.ofSole(side, 1);
    ContactPart toe = ContactPart.ofSole(side, 2);
    if (!courses.has(heel)) {
      return;
    }
    double[] heading = headings(courses.of(heel), courses.of(toe));
    int half = (int) Math.max(1, Math.round(TURN_S * rateHz));
    int count = heading.length;
    for (int n = 0; n < count; n++) {
      int from = n;
      while (n < count && rate(heading, n, half) > TURNING) {
        n++;
      }
      if (n > from && Math.abs(heading[n - 1] - heading[from]) > TURNED) {
        for (int k = from; k < n; k++) {
          boolean pivots = rests.get(ball)[k];
          rests.get(heel)[k] &= !pivots;
          rests.get(toe)[k] &= !pivots;
        }
      }
    }
  }

  /**
   * A part that rises and comes down again was lifted, little as that may be and slow: the other
   * foot, or the rest of its own, did not rise with it.
   */
  private void letLiftedGo(Map<ContactPart, boolean[]> rests) {
    Map<ContactPart, double[]> rises = new EnumMap<>(ContactPart.class);
    for (ContactPart part : rests.keySet()) {
      if (part.isSole()) {
        rises.put(part, rises(courses.of(part)[1]));
      }
    }
    for (ContactPart part : rises.keySet()) {
      double[] own = rises.get(part);
      boolean[] rest = rests.get(part);
      double least = LIFTED_M + LIFTED_NOISE * courses.noiseM(part);
      boolean[] lifted = new boolean[own.length];
      for (int n = 0; n < own.length; n++) {
        double common = Double.POSITIVE_INFINITY;
        for (ContactPart other : rises.keySet()) {
          if (other != part && rests.get(other)[n]) {
            common = Math.min(common, rises.get(other)[n]);
          }
        }
        lifted[n] = own[n] - (common < Double.POSITIVE_INFINITY ? common : 0) > least;
      }
      release(rest, lifted, own);
    }
  }

  /** Lets a part go in the frames in which it is lifted, and on either side until it is down. */
  private void release(boolean[] rest, boolean[] lifted, double[] rise) {
    int count = rest.length;
    for (int n = 0; n < count; n++) {
      if (!lifted[n]) {
        continue;
      }
      int from = n;
      while (from > 0 && rise[from - 1] > DOWN_M) {
        from--;
      }
      int to = n + 1;
      while (to < count && rise[to] > DOWN_M) {
        to++;
      }
      double highest = Arrays.stream(rise, from, to).max().orElse(0);
      if (!isSnap(highest, to - from)) {
        Arrays.fill(rest, from, to, false);
      }
      n = to - 1;
    }
  }

  /** By how much a course is higher than the lowest both before and after, metres. */
  private double[] rises(double[] height) {
    int wide = (int) Math.max(1, Math.round(LIFT_S * rateHz));
    int count = height.length;
    double[] before = new double[count];
    double[] after = new double[count];
    Running.least(height, count, wide, before, after);
    double[] rises = new double[count];
    for (int n = 0; n < count; n++) {
      rises[n] = height[n] - Math.max(before[n], after[n]);
    }
    return rises;
  }

  /**
   * How a foot is tilted tells better than heights which parts of it rest: of two that rest at once
   * neither is higher than it is, on the whole, when both do.
   */
  private void tell(Map<ContactPart, boolean[]> rests, Side side) {
    if (!courses.has(ContactPart.ofSole(side, 0))) {
      return;
    }
    boolean[] none = new boolean[courses.frames()];
    tell(rests, side, 0, 1, TILTED, none);
    tell(rests, side, 1, 2, TOES_TILTED, none);
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
        rise[n] = over(n, courseA, false) - over(n, courseB, false);
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

  private double rate(double[] heading, int n, int half) {
    int a = Math.max(0, n - half);
    int b = Math.min(heading.length - 1, n + half);
    return b > a ? Math.abs(heading[b] - heading[a]) * rateHz / (b - a) : 0;
  }

  /** Heading of the line from one course to another, without leaps of a full turn, radians. */
  private static double[] headings(double[][] from, double[][] to) {
    double[] heading = new double[from[0].length];
    for (int n = 0; n < heading.length; n++) {
      double is = Math.atan2(to[0][n] - from[0][n], to[2][n] - from[2][n]);
      heading[n] =
          n == 0 ? is : heading[n - 1] + Math.IEEEremainder(is - heading[n - 1], 2 * Math.PI);
    }
    return heading;
  }

  /** How high over the floor resting feet seem to be, by frame, metres, changing slowly. */
  private double[] wander(Map<ContactPart, boolean[]> rests) {
    int count = courses.frames();
    double[] sum = new double[count];
    double[] weight = new double[count];
    for (ContactPart part : rests.keySet()) {
      if (part.isSole()) {
        double[][] course = courses.of(part);
        for (int n = 0; n < count; n++) {
          if (rests.get(part)[n]) {
            sum[n] += over(n, course, false);
            weight[n]++;
          }
        }
      }
    }
    int half = (int) Math.max(1, Math.round(WANDER * rateHz));
    double[] mean = new double[count];
    double[] share = new double[count];
    Running.mean(sum, count, half, mean);
    Running.mean(weight, count, half, share);
    double last = 0;
    for (int n = 0; n < count; n++) {
      last = share[n] > 1e-9 ? mean[n] / share[n] : last;
      mean[n] = last;
    }
    return mean;
  }
}
