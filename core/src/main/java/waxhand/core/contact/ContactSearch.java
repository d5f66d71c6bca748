package waxhand.core.contact;

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

  /** A step takes no longer than this to either side, seconds. */
  private static final double LIFT_S = 0.4;

  /** A part that rises by more is lifted, metres; and by so much more for its jitter. */
  private static final double LIFTED_M = 0.012;

  private static final double LIFTED_NOISE = 3;

  /** It is down again below this, metres. */
  private static final double DOWN_M = 0.004;

  /** A foot that rests does not lift a part of it for less than this, seconds. */
  private static final double BLINK_S = 0.15;

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
    StepHoles holes = new StepHoles(courses, rateHz);
    holes.close(rests, Side.LEFT);
    holes.close(rests, Side.RIGHT);
    letLiftedGo(rests);
    FootTilt tilt = new FootTilt(courses, (n, course) -> over(n, course, false));
    tilt.tell(rests, Side.LEFT, isStiff(Side.LEFT));
    tilt.tell(rests, Side.RIGHT, isStiff(Side.RIGHT));
    turnOnBall(rests, Side.LEFT);
    turnOnBall(rests, Side.RIGHT);
    closeBlinks(rests, Side.LEFT);
    closeBlinks(rests, Side.RIGHT);
    return rests;
  }

  /** No part of a foot rises and comes down again so soon while another part of it rests. */
  private void closeBlinks(Map<ContactPart, boolean[]> rests, Side side) {
    int most = (int) Math.round(BLINK_S * rateHz);
    for (int place = 0; place < Sole.PLACES && courses.has(ContactPart.ofSole(side, 0)); place++) {
      boolean[] rest = rests.get(ContactPart.ofSole(side, place));
      boolean[] a = rests.get(ContactPart.ofSole(side, (place + 1) % Sole.PLACES));
      boolean[] b = rests.get(ContactPart.ofSole(side, (place + 2) % Sole.PLACES));
      int last = -1;
      boolean held = false;
      for (int n = 0; n < rest.length; n++) {
        if (rest[n]) {
          if (held && last >= 0 && n - last - 1 <= most) {
            Arrays.fill(rest, last + 1, n, true);
          }
          last = n;
          held = true;
        } else {
          held &= a[n] || b[n];
        }
      }
    }
  }

  private boolean isStiff(Side side) {
    PartPoint heel = points.get(ContactPart.ofSole(side, 0));
    PartPoint ball = points.get(ContactPart.ofSole(side, 1));
    return heel != null && ball != null && heel.joint() == ball.joint();
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
      if (!StepHoles.isSnap(highest, to - from, rateHz)) {
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
            sum[n] += over(n, course, false) - points.get(part).radiusM();
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
