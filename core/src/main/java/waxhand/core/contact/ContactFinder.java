package waxhand.core.contact;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import waxhand.core.body.Side;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.signal.Running;

/**
 * Finds the contacts of a take. For every part and frame its height over what lies beneath and its
 * speed say how likely it rests; the most likely sequence of resting and moving (Viterbi, "Error
 * bounds for convolutional codes", IEEE Trans. Inf. Theory 13, 1967, with two states) then gives
 * spans that do not flicker.
 */
public final class ContactFinder {
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

  private final ContactSettings settings;
  private final List<Surface> surfaces;

  public ContactFinder(ContactSettings settings, List<Surface> surfaces) {
    this.settings = settings;
    this.surfaces = List.copyOf(surfaces);
  }

  /** All contacts, by part and in the order of time. */
  public List<Contact> find(Motion motion) {
    Courses courses = new Courses(motion);
    int count = motion.clip().frames();
    double rateHz = motion.clip().rateHz();
    double[] wander = new double[count];
    boolean[][] rests = rests(motion, courses, wander);
    wander = wander(courses, rests, count, rateHz);
    rests = rests(motion, courses, wander);
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      turnOnBall(courses, rests, side, rateHz);
    }
    List<Contact> contacts = new ArrayList<>();
    for (ContactPart part : ContactPart.values()) {
      if (courses.has(part)) {
        for (Frames run : runs(rests[part.ordinal()], rateHz)) {
          contacts.add(new Contact(part, run));
        }
      }
    }
    return contacts;
  }

  private boolean[][] rests(Motion motion, Courses courses, double[] wander) {
    int count = motion.clip().frames();
    boolean[][] rests = new boolean[ContactPart.values().length][];
    Arrays.stream(ContactPart.values())
        .parallel()
        .filter(courses::has)
        .forEach(
            part -> {
              double[] evidence = new double[count];
              double radius = part.on(motion.body()).orElseThrow().radiusM();
              evidence(courses, part, radius, wander, evidence);
              rests[part.ordinal()] = likeliest(evidence, motion.clip().rateHz());
            });
    return rests;
  }

  /** Log odds of rest against movement, by frame. */
  private void evidence(
      Courses courses, ContactPart part, double radius, double[] wander, double[] dest) {
    double[][] course = courses.of(part);
    double[] speed = courses.speed(part);
    for (int n = 0; n < dest.length; n++) {
      double over = over(n, course) - radius - (part.isSole() ? wander[n] : 0);
      double high = over / settings.heightM();
      high = high > 0 ? high : high / DEEP;
      double quick = speed[n] / settings.speedMs();
      dest[n] = Math.max(-MOST_AGAINST, 1 - high * high - quick * quick);
    }
  }

  private double over(int frame, double[][] course) {
    double least = Double.POSITIVE_INFINITY;
    for (Surface surface : surfaces) {
      least =
          Math.min(
              least, surface.over(frame, course[0][frame], course[1][frame], course[2][frame]));
    }
    return least;
  }

  /** The most likely sequence of states. */
  private static boolean[] likeliest(double[] evidence, double rateHz) {
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
  private static void turnOnBall(Courses courses, boolean[][] rests, Side side, double rateHz) {
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
      while (n < count && rate(heading, n, half, rateHz) > TURNING) {
        n++;
      }
      if (n > from && Math.abs(heading[n - 1] - heading[from]) > TURNED) {
        for (int k = from; k < n; k++) {
          boolean pivots = rests[ball.ordinal()][k];
          rests[heel.ordinal()][k] &= !pivots;
          rests[toe.ordinal()][k] &= !pivots;
        }
      }
    }
  }

  private static double rate(double[] heading, int n, int half, double rateHz) {
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

  private List<Frames> runs(boolean[] rests, double rateHz) {
    int shortest = (int) Math.max(1, Math.round(settings.shortestS() * rateHz));
    int bridge = (int) Math.round(settings.bridgeS() * rateHz);
    List<Frames> runs = new ArrayList<>();
    for (int n = 0; n < rests.length; n++) {
      int end = n;
      while (end < rests.length && rests[end]) {
        end++;
      }
      if (end > n) {
        int last = runs.size() - 1;
        if (last >= 0 && n - runs.get(last).to() <= bridge) {
          runs.set(last, new Frames(runs.get(last).from(), end));
        } else {
          runs.add(new Frames(n, end));
        }
        n = end;
      }
    }
    runs.removeIf(run -> run.count() < shortest);
    return runs;
  }

  /** How high over the floor resting feet seem to be, by frame, metres, changing slowly. */
  private double[] wander(Courses courses, boolean[][] rests, int count, double rateHz) {
    double[] sum = new double[count];
    double[] weight = new double[count];
    for (ContactPart part : ContactPart.values()) {
      if (part.isSole() && courses.has(part)) {
        double[][] course = courses.of(part);
        for (int n = 0; n < count; n++) {
          if (rests[part.ordinal()][n]) {
            sum[n] += over(n, course);
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
