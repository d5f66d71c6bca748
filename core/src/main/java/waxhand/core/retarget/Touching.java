package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.Side;
import waxhand.core.character.Worn;
import waxhand.core.contact.Contact;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;

/**
 * What hands touch, carried over: a hand beside the body's own surface comes to lie as far from it
 * on the other body, a hand on a prop as far from that, by the size of the hand; hands that carry
 * something between them stay as far apart as its size is kept. The nearer a hand is, the more it
 * counts, so that nothing leaps.
 */
public final class Touching {
  /** A palm that would be in a body is put out of it by so much softness, metres. */
  private static final double SOFT_M = 0.01;

  /** What is so much farther off than the surface a palm lies on counts a quarter, metres. */
  private static final double NEAR_M = 0.02;

  private final Motion in;
  private final Motion moved;
  private final Surface source;
  private final Surface target;
  private final TogetherHands together;
  private final List<Touch> touches;
  private final List<Contact> resting;
  private final List<Prop> before;
  private final List<Prop> after;
  private final double apart;

  /**
   * @param in the take
   * @param moved it on the character, with props where the character meets them
   * @param resting hands that are held where they rest
   * @param apart how much farther apart hands are that go as one
   */
  public Touching(Motion in, Motion moved, List<Contact> resting, double apart) {
    this.resting = List.copyOf(resting);
    this.apart = apart;
    this.in = in;
    this.moved = moved;
    source = new Surface(in.body(), Worn.by(in));
    target = new Surface(moved.body(), Worn.by(moved));
    before = Props.of(in);
    after = Props.of(moved);
    together = new TogetherHands(in, source);
    touches = Touch.of(in, source);
  }

  /**
   * What is wanted of the arms over some frames.
   *
   * @param held the take on the character, feet held
   * @param things how much hands are brought to things, 0 to 1
   * @param body how much to the own body
   */
  public List<LimbGoals> goals(Motion held, Frames region, double things, double body) {
    List<LimbGoals> goals = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      if (source.hasHand(side)) {
        Limb.of(moved.body(), side, false).ifPresent(arm -> goals.add(new LimbGoals(arm, region)));
      }
    }
    double rate = in.clip().rateHz();
    List<Touch> near =
        touches.stream().filter(t -> t.frames().grown((int) rate).meets(region)).toList();
    WorldPose was = source.pose();
    WorldPose is = target.pose();
    Sum sum = new Sum();
    for (int n = 0; n < region.count() && !goals.isEmpty(); n++) {
      int f = region.from() + n;
      was.solve(in.clip(), f);
      is.solve(held.clip(), f);
      for (LimbGoals arm : goals) {
        double free = 1 - resting(arm.limb().side(), f);
        if (free > 0) {
          arm(arm, n, free * things, free * body, near, was, is, sum);
        }
      }
    }
    return goals;
  }

  /** What is wanted of one arm in a frame. Modified: goals, sum. */
  private void arm(
      LimbGoals goals,
      int n,
      double things,
      double body,
      List<Touch> near,
      WorldPose was,
      WorldPose is,
      Sum sum) {
    Side side = goals.limb().side();
    int f = goals.frames().from() + n;
    source.palm(side, was, sum.before);
    target.palm(side, is, sum.after);
    sum.clear();
    boolean onProp = false;
    for (Touch touch : near) {
      double weight = touch.side() == side ? touch.weight(f, in.clip().rateHz()) : 0;
      if (weight > 0 && touch.part() < Surface.count()) {
        body(touch.part(), body * weight, was, is, sum);
      } else if (weight > 0) {
        onProp = true;
        prop(touch.part() - Surface.count(), things * weight, side, f, sum);
      }
    }
    if (!onProp) {
      together.add(side, things, apart, f, was, is, source, target, sum);
    }
    for (int i = 0; i < 3; i++) {
      goals.shift()[3 * n + i] = sum.shift(i);
    }
    out(was, is, sum, body, goals.shift(), 3 * n);
    goals.weight()[n] = sum.most;
  }

  /** Shifts that are wanted by several things at once: a mean, as strong as the strongest. */
  static final class Sum {
    private final double[] all = new double[3];

    /** Where the palm was, and is before anything is done, metres. */
    final double[] before = new double[3];

    final double[] after = new double[3];
    final double[] at = new double[3];
    final double[] to = new double[3];
    private double weights;
    double most;

    void clear() {
      all[0] = 0;
      all[1] = 0;
      all[2] = 0;
      weights = 0;
      most = 0;
    }

    void add(double weight, double x, double y, double z) {
      add(weight, 1, x, y, z);
    }

    /**
     * @param near how much it counts beside others; does not make it any stronger by itself
     */
    void add(double weight, double near, double x, double y, double z) {
      double w = weight * weight * near;
      all[0] += w * x;
      all[1] += w * y;
      all[2] += w * z;
      weights += w;
      most = Math.max(most, weight);
    }

    double shift(int axis) {
      return weights > 0 ? most * all[axis] / weights : 0;
    }
  }

  private void body(int part, double weight, WorldPose was, WorldPose is, Sum sum) {
    double[] a = sum.before;
    double[] b = sum.after;
    if (!target.has(part)) {
      return;
    }
    double[] at = sum.at;
    double[] to = sum.to;
    double share = source.nearest(part, was, a, at);
    double away = Math.sqrt(sq(a[0] - at[0]) + sq(a[1] - at[1]) + sq(a[2] - at[2]));
    if (away > 1e-6) {
      target.at(part, is, share, to);
      double out = (target.radiusM(part) + away - source.radiusM(part)) / away;
      // of several surfaces about a palm it lies on the nearest
      double off = Math.max(0, away - source.radiusM(part)) / NEAR_M;
      sum.add(
          weight,
          1 / sq(1 + off * off),
          to[0] + out * (a[0] - at[0]) - b[0],
          to[1] + out * (a[1] - at[1]) - b[1],
          to[2] + out * (a[2] - at[2]) - b[2]);
    }
  }

  /** A palm that was outside of trunk and legs does not come to be in them. Modified: shift. */
  private void out(WorldPose was, WorldPose is, Sum sum, double amount, double[] shift, int n) {
    double[] a = sum.before;
    double[] b = sum.after;
    double[] at = sum.at;
    double[] now = sum.to;
    for (int part = 0; part < Surface.SOLID; part++) {
      if (!source.has(part) || !target.has(part)) {
        continue;
      }
      source.nearest(part, was, a, at);
      double before =
          Math.sqrt(sq(a[0] - at[0]) + sq(a[1] - at[1]) + sq(a[2] - at[2])) - source.radiusM(part);
      for (int i = 0; i < 3; i++) {
        now[i] = b[i] + shift[n + i];
      }
      target.nearest(part, is, now, at);
      double away = Math.sqrt(sq(now[0] - at[0]) + sq(now[1] - at[1]) + sq(now[2] - at[2]));
      double deep = Math.min(before, 0) - (away - target.radiusM(part));
      // a soft corner: nothing far outside, all of it inside
      double by = amount * softplus(deep);
      for (int i = 0; i < 3 && away > 1e-6 && by > 1e-5; i++) {
        shift[n + i] += by * (now[i] - at[i]) / away;
      }
    }
  }

  private static double softplus(double deep) {
    double x = deep / SOFT_M;
    return x > 20 ? deep : x < -8 ? 0 : SOFT_M * Math.log1p(Math.exp(x));
  }

  private void prop(int number, double weight, Side side, int frame, Sum sum) {
    double[] a = sum.before;
    double[] b = sum.after;
    double[] hand = new double[3];
    Prop prop = before.get(number);
    Prop its = after.get(number);
    double size = its.timesAs(prop);
    prop.seen(frame, a, hand);
    for (int i = 0; i < 3; i++) {
      hand[i] *= size;
    }
    double larger = target.handM(side) / Math.max(1e-6, source.handM(side));
    outwards(its, hand, prop.outside(frame, a[0], a[1], a[2]) * (larger - size));
    its.placed(frame, hand, hand);
    sum.add(weight, hand[0] - b[0], hand[1] - b[1], hand[2] - b[2]);
  }

  /** A place beside a prop, in its frame, so much farther out. Modified: place. */
  private static void outwards(Prop prop, double[] place, double by) {
    double e = 1e-4;
    double here = prop.shape().outside(place[0], place[1], place[2]);
    double x = prop.shape().outside(place[0] + e, place[1], place[2]) - here;
    double y = prop.shape().outside(place[0], place[1] + e, place[2]) - here;
    double z = prop.shape().outside(place[0], place[1], place[2] + e) - here;
    double length = Math.sqrt(x * x + y * y + z * z);
    if (length > 1e-9) {
      place[0] += by * x / length;
      place[1] += by * y / length;
      place[2] += by * z / length;
    }
  }

  /** How much a hand rests on what stands still, where its contact holds it: 0 to 1. */
  private double resting(Side side, int frame) {
    double ease = 0.2 * in.clip().rateHz();
    double most = 0;
    for (Contact contact : resting) {
      if (contact.part().side() == side) {
        int away =
            Math.max(
                0, Math.max(contact.frames().from() - frame, frame - contact.frames().to() + 1));
        most = Math.max(most, 1 - Hermite.smoothstep(away / ease));
      }
    }
    return most;
  }

  private static double sq(double value) {
    return value * value;
  }
}
