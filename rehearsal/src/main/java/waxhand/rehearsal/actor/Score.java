package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.contact.ContactPart;

/**
 * What the actor does and when: footprints and keyed quantities, written from start to end. Lengths
 * are given for a body of 1 m and grow with the actor; the tempo follows the length of the legs.
 */
public final class Score {
  /** Something that happens quickly. */
  public record Event(String kind, String part, double time) {}

  final List<List<Stance>> stances = List.of(new ArrayList<>(), new ArrayList<>());
  final List<Event> events = new ArrayList<>();
  final KeySpline x = new KeySpline();
  final KeySpline z = new KeySpline();
  final KeySpline yaw = new KeySpline();
  final KeySpline drop = new KeySpline();
  final KeySpline lean = new KeySpline();
  final KeySpline back = new KeySpline();
  final KeySpline look = new KeySpline();
  final KeySpline swing = new KeySpline(true);
  final KeySpline armsBack = new KeySpline();
  final KeySpline grip = new KeySpline(true);
  final KeySpline crateUp = new KeySpline(true);
  final List<double[]> crateSpots = new ArrayList<>();

  /** How much the right knee is on the ground, 0 to 1. */
  final KeySpline kneel = new KeySpline(true);

  /** When hands and knees rest on something that stands still. */
  final List<Rest> rests = new ArrayList<>();

  /** Props that stand about. */
  final List<Thing> things = new ArrayList<>();

  /** A part rests for a while, seconds. */
  record Rest(ContactPart part, double from, double to) {}

  /**
   * An upright cylinder that stands on the deck.
   *
   * @param x of its middle, metres
   * @param z of its middle
   */
  public record Thing(String name, double x, double z, double width, double height) {}

  /** Weights with which the arms hang bent, as in a jog, and a hand carries a lantern. */
  final KeySpline bent = new KeySpline(true);

  final KeySpline lantern = new KeySpline(true);

  /** Where the hands go, left and right. */
  final List<HandPath> hands = List.of(new HandPath(), new HandPath());

  final double h;
  final double tempo;
  double now;
  double px;
  double pz;
  double heading;

  /** Starts with both feet side by side at the origin, facing +z. */
  public Score(double heightM) {
    this.h = heightM;
    this.tempo = Math.sqrt(heightM / 1.75);
    for (int s = 0; s < 2; s++) {
      double[] p = print(s, 0);
      stances.get(s).add(Stance.landing(p, -1, -0.9, 0));
    }
    for (KeySpline each : List.of(yaw, lean, back, look, swing, armsBack, grip, crateUp)) {
      each.key(0, 0);
    }
    bent.key(0, 0);
    kneel.key(0, 0);
    lantern.key(0, 0);
    drop.key(0, 0.012);
    x.key(0, 0);
    z.key(0, 0);
  }

  public double now() {
    return now;
  }

  /** What happens quickly, in the order of time. */
  public List<Event> events() {
    return List.copyOf(events);
  }

  /** Props that stand about. */
  public List<Thing> things() {
    return List.copyOf(things);
  }

  /** Ball print of a side, ahead of the pelvis by {@code ahead} (of height). */
  double[] print(int s, double ahead) {
    double aside = (s == 0 ? 1 : -1) * 0.052 * h;
    // standing, the ankle is a little behind the hip joint and the ball in front of it
    double forward = (0.06 + ahead) * h;
    double toeOut = (s == 0 ? 1 : -1) * Math.toRadians(7);
    return new double[] {
      px + aside * Math.cos(heading) + forward * Math.sin(heading),
      pz - aside * Math.sin(heading) + forward * Math.cos(heading),
      heading + toeOut
    };
  }

  Stance last(int s) {
    List<Stance> list = stances.get(s);
    return list.get(list.size() - 1);
  }

  void replaceLast(int s, Stance stance) {
    List<Stance> list = stances.get(s);
    list.set(list.size() - 1, stance);
  }

  /** Moves the pelvis along the heading; gives the way back. */
  private double advance(double way) {
    px += way * Math.sin(heading);
    pz += way * Math.cos(heading);
    return way;
  }

  /** Stands for a while, the weight moving a little from one leg to the other. */
  public Score stand(double seconds) {
    holdAll();
    double to = now + seconds;
    double side = 1;
    for (double t = now + 0.9; t < to - 0.7; t += 1.3) {
      x.key(t, px + side * 0.011 * h * Math.cos(heading));
      z.key(t, pz - side * 0.011 * h * Math.sin(heading));
      side = -side;
    }
    now = to;
    x.key(now, px);
    z.key(now, pz);
    holdAll();
    return this;
  }

  void holdAll() {
    for (KeySpline each : List.of(yaw, drop, lean, back, look, swing, armsBack, grip, crateUp)) {
      each.hold(now);
    }
    x.key(now, px);
    z.key(now, pz);
  }

  /**
   * Walks.
   *
   * @param steps how many, the last one closing up to the other foot
   * @param first side that steps first, 0 left
   * @param turnBy by how much the heading changes over all steps, radians, to the left above 0
   * @param quick 1 for an easy walk
   */
  public Score walk(int steps, int first, double turnBy, double quick) {
    double stride = 0.385 * h * Math.min(1.15, quick);
    double step = 0.54 * tempo / quick;
    double both = 0.22 * step;
    int s = first;
    double begin = now;
    swing.key(begin, swing.last());
    for (int n = 0; n < steps; n++) {
      boolean closing = n == steps - 1;
      boolean opening = n == 0;
      heading += turned(n, steps, turnBy);
      double way = advance(opening || closing ? 0.5 * stride : stride);
      double strike = now + step;
      double off = now + (opening ? 0.35 * step : both);
      Stance leaving = last(s);
      double heelOff = opening ? now - 0.02 : Math.max(leaving.flat() + 0.02, now - 0.38 * step);
      replaceLast(s, leaving.leaving(heelOff, off, Math.toRadians(opening ? 30 : 50)));
      double[] p = print(s, closing ? 0 : 0.5 * stride / h);
      double heel = Math.toRadians(closing ? 8 : 22);
      stances.get(s).add(Stance.landing(p, strike, strike + 0.13 * tempo / quick, heel));
      events.add(new Event("strike", s == 0 ? "left-heel" : "right-heel", strike));
      // weight over the standing leg in the middle of the step, lowest between the feet
      double over = (s == 0 ? -1 : 1) * 0.016 * h;
      double mid = now + 0.62 * step;
      double bx = px - 0.42 * way * Math.sin(heading);
      double bz = pz - 0.42 * way * Math.cos(heading);
      x.key(mid, bx + over * Math.cos(heading));
      z.key(mid, bz - over * Math.sin(heading));
      drop.key(mid, 0.012);
      double settle = strike + (closing ? 0.3 * step : 0.5 * both);
      x.key(settle, px);
      z.key(settle, pz);
      drop.key(settle, closing ? 0.012 : 0.03);
      yaw.key(settle, heading);
      swing.key(Math.min(begin + 0.6, strike), 1);
      now = strike;
      s = 1 - s;
    }
    now += 0.45 * tempo;
    swing.key(now, 0);
    holdAll();
    return this;
  }

  /** The last step goes straight, so that its foot comes to stand beside the other one. */
  private static double turned(int n, int steps, double turnBy) {
    return steps == 1 ? turnBy : n == steps - 1 ? 0 : turnBy / (steps - 1);
  }

  /**
   * Turns on the spot: one foot turns on its ball, the other steps round.
   *
   * @param by radians, to the left above 0; at most about 2
   */
  public Score turnOnBall(double by) {
    int pivot = by > 0 ? 0 : 1;
    int other = 1 - pivot;
    holdAll();
    double t0 = now;
    double turn = 0.62 * tempo;
    Stance standing = last(pivot);
    look.key(t0 + 0.12, 0.35 * Math.signum(by));
    replaceLast(pivot, standing.turning(by, t0 + 0.15, t0 + 0.15 + turn));
    double before = heading;
    heading += by;
    // the pelvis goes round the pivoting foot's own place beside it
    double aside = (pivot == 0 ? -1 : 1) * 0.052 * h;
    double toeOut = (pivot == 0 ? 1 : -1) * Math.toRadians(7);
    double footYaw = standing.lastYaw() + by - toeOut;
    px = standing.x() + aside * Math.cos(footYaw) - 0.06 * h * Math.sin(footYaw);
    pz = standing.z() - aside * Math.sin(footYaw) - 0.06 * h * Math.cos(footYaw);
    heading = footYaw;
    Stance stepping = last(other);
    replaceLast(other, stepping.leaving(t0 + 0.1, t0 + 0.3, Math.toRadians(28)));
    double strike = t0 + 0.3 + 0.5 * tempo;
    double[] p = print(other, 0);
    stances.get(other).add(Stance.landing(p, strike, strike + 0.1, Math.toRadians(9)));
    events.add(new Event("strike", other == 0 ? "left-heel" : "right-heel", strike));
    yaw.key(t0 + 0.2, before + 0.08 * by);
    yaw.key(t0 + 0.15 + turn, before + 0.93 * (heading - before));
    look.key(t0 + 0.2 + turn, 0);
    drop.key(t0 + 0.45, 0.02);
    x.key(strike + 0.12, px);
    z.key(strike + 0.12, pz);
    now = strike + 0.3;
    yaw.key(now, heading);
    drop.key(now, 0.012);
    holdAll();
    return this;
  }

  /**
   * Hops with both feet: crouch, push-off, flight under gravity, landing on the balls, rise.
   *
   * @param lengthM how far
   * @param flight seconds in the air
   */
  public Score hop(double lengthM, double flight) {
    holdAll();
    double down = now + 0.55 * tempo;
    drop.key(down - 0.1, 0.135);
    drop.key(down, 0.14);
    lean.key(down, Math.toRadians(32));
    back.key(down, 0.05);
    armsBack.key(down, Math.toRadians(44));
    double off = down + 0.24;
    double land = off + flight;
    double v = 9.81 * flight / 2;
    double gain = 0.01 * h;
    drop.key(off, -gain / h);
    for (int n = 1; n <= 9; n++) {
      double t = flight * n / 10.0;
      drop.key(off + t, -(gain + v * t - 4.905 * t * t) / h);
    }
    drop.key(land, -gain / h * 0.2);
    drop.key(land + 0.17, 0.13);
    drop.key(land + 0.24, 0.135);
    lean.key(off, Math.toRadians(9));
    lean.key(off + 0.5 * flight, Math.toRadians(14));
    lean.key(land + 0.2, Math.toRadians(30));
    back.key(off, -0.03);
    back.key(land, 0.03);
    back.key(land + 0.2, 0.05);
    armsBack.key(off, Math.toRadians(-50));
    armsBack.key(off + 0.6 * flight, Math.toRadians(-58));
    armsBack.key(land + 0.25, Math.toRadians(8));
    x.key(off - 0.12, px + 0.05 * lengthM * Math.sin(heading));
    z.key(off - 0.12, pz + 0.05 * lengthM * Math.cos(heading));
    double share = 0.17;
    x.key(off, px + share * lengthM * Math.sin(heading));
    z.key(off, pz + share * lengthM * Math.cos(heading));
    x.key(land, px + (1 - 0.6 * share) * lengthM * Math.sin(heading));
    z.key(land, pz + (1 - 0.6 * share) * lengthM * Math.cos(heading));
    px += lengthM * Math.sin(heading);
    pz += lengthM * Math.cos(heading);
    for (int s = 0; s < 2; s++) {
      double lag = s == 0 ? 0 : 0.018;
      replaceLast(s, last(s).leaving(off - 0.16 + lag, off + lag, Math.toRadians(58)));
      double[] p = print(s, 0);
      double touch = land + lag;
      stances.get(s).add(Stance.landing(p, touch, touch + 0.1, Math.toRadians(-26)));
      events.add(new Event("strike", s == 0 ? "left-ball" : "right-ball", touch));
    }
    x.key(land + 0.3, px);
    z.key(land + 0.3, pz);
    now = land + 0.24;
    armsBack.key(now + 0.3, 0);
    rise(0.7);
    return this;
  }

  /**
   * Jogs: short stances, and both feet in the air between them.
   *
   * @param steps how many
   * @param first side that steps first, 0 left
   * @param turnBy by how much the heading changes over all steps, radians
   */
  public Score jog(int steps, int first, double turnBy) {
    double stride = 0.56 * h;
    double step = 0.37 * tempo;
    double air = 0.11 * tempo;
    int s = first;
    holdAll();
    double begin = now;
    lean.key(begin + 0.5, Math.toRadians(8));
    for (int n = 0; n < steps; n++) {
      boolean closing = n == steps - 1;
      boolean opening = n == 0;
      heading += turned(n, steps, turnBy);
      double way = advance(opening || closing ? 0.5 * stride : stride);
      double strike = now + step;
      double off = strike - (closing || opening ? -0.04 : air);
      Stance leaving = last(s == 0 ? 1 : 0);
      Stance landing = last(s);
      if (opening) {
        replaceLast(s, landing.leaving(now - 0.02, now + 0.14, Math.toRadians(30)));
      }
      double[] p = print(s, closing ? 0 : 0.42 * stride / h);
      Stance next = Stance.landing(p, strike, strike + 0.05 * tempo, Math.toRadians(9));
      stances.get(s).add(next.lifted(closing || opening ? 0.02 * h : 0.075 * h));
      if (!closing) {
        double heelOff = Math.max(leaving.flat() + 0.02, off - 0.13 * tempo);
        replaceLast(1 - s, leaving.leaving(heelOff, off, Math.toRadians(52)));
      }
      events.add(new Event("strike", s == 0 ? "left-heel" : "right-heel", strike));
      double over = (s == 0 ? 1 : -1) * 0.008 * h;
      // up in the air before the strike, down over the foot after it
      drop.key(strike - 0.35 * air, 0.012);
      x.key(strike, px + over * Math.cos(heading) - 0.1 * way * Math.sin(heading));
      z.key(strike, pz - over * Math.sin(heading) - 0.1 * way * Math.cos(heading));
      drop.key(strike + 0.1 * tempo, closing ? 0.025 : 0.042);
      yaw.key(strike + 0.05, heading);
      swing.key(Math.min(begin + 0.5, strike), 0.85);
      bent.key(Math.min(begin + 0.5, strike), 1);
      now = strike;
      s = 1 - s;
    }
    // the last step but one still stands beside: both feet are down
    now += 0.25 * tempo;
    lean.key(now, 0);
    x.key(now, px);
    z.key(now, pz);
    drop.key(now, 0.014);
    swing.key(now + 0.2, 0);
    bent.key(now + 0.2, 0);
    now += 0.4 * tempo;
    drop.key(now, 0.012);
    holdAll();
    return this;
  }

  /** From a squat or a crouch. */
  void rise(double seconds) {
    drop.hold(now);
    lean.hold(now);
    back.hold(now);
    double t = now + seconds * tempo;
    lean.key(now + 0.25 * seconds * tempo, lean.last() * 0.93);
    drop.key(t - 0.08, 0.014);
    drop.key(t, 0.012);
    lean.key(t, Math.toRadians(2));
    lean.key(t + 0.1, 0);
    back.key(t, 0);
    now = t + 0.12;
    holdAll();
  }

  /** Everything held to the end. */
  Score finish() {
    holdAll();
    return this;
  }
}
