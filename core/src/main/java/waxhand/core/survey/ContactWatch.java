package waxhand.core.survey;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import waxhand.core.body.Role;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.PartPoint;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.signal.Running;

/**
 * Feet, knees and hands that slide, float or sink while they touch the floor or a prop. Contacts
 * are those that a pass has settled, by search or by the artist's hand; where none has, a search
 * tells.
 */
final class ContactWatch implements Watch {
  /** Jitter is averaged out within this time to either side, seconds. */
  private static final double CALM = 0.06;

  /** A contact's ends are not looked at for so long, seconds. */
  private static final double ENDS = 0.05;

  /** Shorter contacts are not looked at, seconds. */
  private static final double SHORTEST = 0.16;

  /** A sole slower than this, m/s, and no higher than that, metres, seems to be meant to stand. */
  private static final double STILL = 0.12;

  private static final double HIGH = 0.08;

  /** Speed over this time to either side, seconds. */
  private static final double PACE = 0.05;

  private static final double SLIDE_MM = 14;
  private static final double FLOAT_MM = 14;
  private static final double SINK_MM = 14;

  /** A hand or a knee this little over what lies beneath may just be near it. */
  private static final double FLOAT_OTHER_MM = 30;

  private final Map<ContactPart, PartPoint> points;

  ContactWatch(Map<ContactPart, PartPoint> points) {
    this.points = points;
  }

  @Override
  public void look(Window w, Marks marks) {
    Map<ContactPart, double[][]> rough = new EnumMap<>(ContactPart.class);
    Map<ContactPart, double[][]> calm = new EnumMap<>(ContactPart.class);
    points.forEach(
        (part, point) -> {
          rough.put(part, course(w, point));
          calm.put(part, calm(w, rough.get(part)));
        });
    Map<ContactPart, boolean[]> rests = rests(w, rough);
    rests.forEach(
        (part, rest) -> {
          // toes go with the ball
          if (!part.isSole() || part.place() < 2) {
            slides(w, marks, joint(w, part), calm.get(part), rest);
          }
          if (!part.isSole()) {
            heights(w, marks, List.of(part), calm, rests);
          }
        });
    for (Sole sole : w.body().soles()) {
      List<ContactPart> parts = new ArrayList<>();
      for (int place = 0; place < Sole.PLACES; place++) {
        parts.add(ContactPart.ofSole(sole.side(), place));
      }
      heights(w, marks, parts, calm, rests);
    }
  }

  /** The joint a finding of a part is told of. */
  private int joint(Window w, ContactPart part) {
    Role foot = part.side() == Side.LEFT ? Role.LEFT_FOOT : Role.RIGHT_FOOT;
    return part.isSole() ? w.body().joint(foot).orElseThrow() : points.get(part).joint();
  }

  /** Place of a part over time, x y z apart. */
  private static double[][] course(Window w, PartPoint point) {
    double[] at = {point.inJoint().x(), point.inJoint().y(), point.inJoint().z()};
    double[] p = new double[3];
    double[][] course = new double[3][w.count()];
    for (int n = 0; n < w.count(); n++) {
      Quats.rotate(w.turns(), w.turnAt(n, point.joint()), at, 0, p, 0);
      for (int i = 0; i < 3; i++) {
        course[i][n] = p[i] + w.places()[w.placeAt(n, point.joint()) + i];
      }
    }
    return course;
  }

  private static double[][] calm(Window w, double[][] course) {
    int count = w.count();
    double[][] calm = new double[3][count];
    double[] middle = new double[count];
    for (int i = 0; i < 3; i++) {
      Running.median(course[i], count, w.rateHz() > 50 ? 2 : 1, middle);
      Running.mean(middle, count, w.frames(CALM, 1), calm[i]);
    }
    return calm;
  }

  /** Whether parts rest, by frame of the window: as is known, else as a search says. */
  private static Map<ContactPart, boolean[]> rests(Window w, Map<ContactPart, double[][]> courses) {
    Map<ContactPart, boolean[]> rests = new EnumMap<>(ContactPart.class);
    courses.keySet().forEach(part -> rests.put(part, new boolean[w.count()]));
    List<Frames> known = w.contacts().where().runs();
    boolean all = known.size() == 1 && known.get(0).equals(w.frames());
    if (!all) {
      new ContactFinder(ContactSettings.USUAL, w.ground().surfaces())
          .find(courses, w.body(), w.filled(), w.rateHz(), w.first())
          .forEach(c -> fill(w, rests.get(c.part()), c.frames(), true));
    }
    known.forEach(run -> rests.values().forEach(r -> fill(w, r, run, false)));
    for (Contact contact : w.contacts().contacts()) {
      if (rests.containsKey(contact.part())) {
        fill(w, rests.get(contact.part()), contact.frames(), true);
      }
    }
    return rests;
  }

  /** Whether a frame's contacts are known. */
  private static boolean[] known(Window w) {
    boolean[] known = new boolean[w.count()];
    w.contacts().where().runs().forEach(run -> fill(w, known, run, true));
    return known;
  }

  private static double speed(Window w, double[][] course, int n) {
    int a = Math.max(0, n - w.frames(PACE, 1));
    int b = Math.min(w.count() - 1, n + w.frames(PACE, 1));
    double sum = 0;
    for (double[] axis : course) {
      sum += (axis[b] - axis[a]) * (axis[b] - axis[a]);
    }
    return b > a ? Math.sqrt(sum) * w.rateHz() / (b - a) : 0;
  }

  private static void fill(Window w, boolean[] rests, Frames frames, boolean rest) {
    Frames here = frames.within(w.frames());
    for (int f = here.from(); f < here.to(); f++) {
      rests[f - w.first()] = rest;
    }
  }

  private static void slides(Window w, Marks marks, int joint, double[][] course, boolean[] rests) {
    int shortest = w.frames(SHORTEST, 4);
    int trim = w.frames(ENDS, 1);
    for (int n = 0; n < rests.length; n++) {
      int end = n;
      while (end < rests.length && rests[end]) {
        end++;
      }
      if (end - n >= shortest) {
        slide(w, marks, joint, course, n + trim, end - trim);
      }
      n = Math.max(n, end);
    }
  }

  private static void slide(Window w, Marks marks, int joint, double[][] course, int from, int to) {
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
      marks.add(FindingKind.SLIDE, joint, run, w.first() + worst, most);
    }
  }

  /**
   * How high the lowest of some parts of one limb is over what lies beneath while any of them
   * rests, and how deep in it; points of soles may be deep in it at any time.
   */
  private void heights(
      Window w,
      Marks marks,
      List<ContactPart> parts,
      Map<ContactPart, double[][]> courses,
      Map<ContactPart, boolean[]> rests) {
    int count = w.count();
    boolean soles = parts.get(0).isSole();
    double[] low = new double[count];
    boolean[] rest = new boolean[count];
    Arrays.fill(low, Double.POSITIVE_INFINITY);
    for (ContactPart part : parts) {
      lower(w, courses.get(part), points.get(part).radiusM(), low);
      join(rest, rests.get(part));
    }
    double[] over = new double[count];
    double[] under = new double[count];
    millimetres(low, rest, soles, -1, under);
    if (soles) {
      boolean[] known = known(w);
      stand(w, courses.get(parts.get(0)), low, known, rest);
      stand(w, courses.get(parts.get(1)), low, known, rest);
    }
    millimetres(low, rest, false, 1, over);
    int shortest = w.frames(0.15, 3);
    int gap = w.frames(0.1, 2);
    int joint = joint(w, parts.get(0));
    double least = soles ? FLOAT_MM : FLOAT_OTHER_MM;
    marks.runs(FindingKind.FLOAT, joint, over, count, w.first(), least, shortest, gap, -1);
    marks.runs(FindingKind.SINK, joint, under, count, w.first(), SINK_MM, shortest, gap, -1);
  }

  // each loop has a method of its own: what Java compiles for long methods of many loops costs
  // more than the loops

  private static void join(boolean[] rest, boolean[] own) {
    for (int n = 0; n < rest.length; n++) {
      rest[n] |= own[n];
    }
  }

  /** Heights where a part rests, or in all frames, times a sign; 0 elsewhere. */
  private static void millimetres(
      double[] low, boolean[] rest, boolean always, int sign, double[] dest) {
    for (int n = 0; n < dest.length; n++) {
      dest[n] = rest[n] || always ? sign * 1000 * low[n] : 0;
    }
  }

  /** Adds to what rests where a part of a sole, of which nothing is known, seems meant to stand. */
  private static void stand(
      Window w, double[][] course, double[] low, boolean[] known, boolean[] rest) {
    for (int n = 0; n < rest.length; n++) {
      rest[n] |= !known[n] && low[n] < HIGH && speed(w, course, n) < STILL;
    }
  }

  /** Lowers heights to those of a part over what lies beneath. */
  private static void lower(Window w, double[][] course, double radiusM, double[] low) {
    double[] x = course[0];
    double[] y = course[1];
    double[] z = course[2];
    for (int n = 0; n < low.length; n++) {
      low[n] = Math.min(low[n], w.ground().over(w.first() + n, x[n], y[n], z[n]) - radiusM);
    }
  }
}
