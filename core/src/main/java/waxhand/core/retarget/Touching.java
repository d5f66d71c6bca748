package waxhand.core.retarget;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.Side;
import waxhand.core.character.Worn;
import waxhand.core.contact.Contact;
import waxhand.core.contact.KnownContacts;
import waxhand.core.limbs.Limb;
import waxhand.core.limbs.LimbGoals;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Poses;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.props.Prop;
import waxhand.core.props.Props;
import waxhand.core.scene.Motion;

/**
 * What hands touch, carried over: a hand beside the body's own surface comes to lie as far from it
 * on the other body, a hand on a prop as far from that, by the size of the hand; hands that carry
 * something between them stay as far apart, since what they carry keeps its size. The nearer a hand
 * is, the more it counts, so that nothing leaps.
 */
public final class Touching {
  /** A palm that would be in a body is put out of it by so much softness, metres. */
  private static final double SOFT_M = 0.01;

  private final Motion in;
  private final Motion moved;
  private final Surface source;
  private final Surface target;
  private final TogetherHands together;
  private final List<Touch> touches;
  private final List<Prop> before;
  private final List<Prop> after;

  /**
   * @param in the take
   * @param moved it on the character, with props where the character meets them
   */
  public Touching(Motion in, Motion moved) {
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
   * @param amount how much hands are brought there, 0 to 1
   */
  public List<LimbGoals> goals(Motion held, Frames region, double amount) {
    List<LimbGoals> goals = new ArrayList<>();
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      if (source.hasHand(side)) {
        Limb.of(moved.body(), side, false)
            .ifPresent(arm -> goals.add(goals(held, arm, region, amount)));
      }
    }
    return goals;
  }

  private LimbGoals goals(Motion held, Limb arm, Frames region, double amount) {
    LimbGoals goals = new LimbGoals(arm, region);
    Clip clip = in.clip();
    WorldPose was = new WorldPose(clip.skeleton());
    WorldPose is = new WorldPose(held.clip().skeleton());
    double rate = clip.rateHz();
    List<Touch> own =
        touches.stream()
            .filter(t -> t.side() == arm.side())
            .filter(t -> t.frames().grown((int) rate).meets(region))
            .toList();
    Sum sum = new Sum();
    double[] a = new double[3];
    double[] b = new double[3];
    for (int n = 0; n < region.count(); n++) {
      int f = region.from() + n;
      double free = amount * (1 - resting(arm.side(), f));
      if (free == 0) {
        continue;
      }
      was.solve(clip, f);
      is.solve(held.clip(), f);
      source.palm(arm.side(), was, a);
      target.palm(arm.side(), is, b);
      sum.clear();
      boolean onProp = false;
      for (Touch touch : own) {
        double weight = touch.weight(f, rate);
        if (weight > 0 && touch.part() < Surface.count()) {
          body(touch.part(), weight, was, is, a, b, sum);
        } else if (weight > 0) {
          onProp = true;
          prop(touch.part() - Surface.count(), weight, arm.side(), f, a, b, sum);
        }
      }
      if (!onProp) {
        together.add(arm.side(), f, was, is, source, target, sum);
      }
      for (int i = 0; i < 3; i++) {
        goals.shift()[3 * n + i] = free * sum.shift(i);
      }
      out(arm.side(), was, is, a, b, free, goals.shift(), 3 * n);
      goals.weight()[n] = free * sum.most;
    }
    return goals;
  }

  /** Shifts that are wanted by several things at once: a mean, as strong as the strongest. */
  static final class Sum {
    private final double[] all = new double[3];
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
      double w = weight * weight;
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

  private void body(
      int part, double weight, WorldPose was, WorldPose is, double[] a, double[] b, Sum sum) {
    if (!target.has(part)) {
      return;
    }
    double[] at = new double[3];
    double[] to = new double[3];
    double share = source.nearest(part, was, a, at);
    double away = Math.sqrt(sq(a[0] - at[0]) + sq(a[1] - at[1]) + sq(a[2] - at[2]));
    if (away > 1e-6) {
      target.at(part, is, share, to);
      double out = (target.radiusM(part) + away - source.radiusM(part)) / away;
      sum.add(
          weight,
          to[0] + out * (a[0] - at[0]) - b[0],
          to[1] + out * (a[1] - at[1]) - b[1],
          to[2] + out * (a[2] - at[2]) - b[2]);
    }
  }

  /** A palm that was outside of trunk and legs does not come to be in them. Modified: shift. */
  private void out(
      Side side,
      WorldPose was,
      WorldPose is,
      double[] a,
      double[] b,
      double amount,
      double[] shift,
      int n) {
    double[] at = new double[3];
    for (int part = 0; part < Surface.SOLID; part++) {
      if (!source.has(part) || !target.has(part)) {
        continue;
      }
      source.nearest(part, was, a, at);
      double before =
          Math.sqrt(sq(a[0] - at[0]) + sq(a[1] - at[1]) + sq(a[2] - at[2])) - source.radiusM(part);
      double[] now = {b[0] + shift[n], b[1] + shift[n + 1], b[2] + shift[n + 2]};
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

  private void prop(
      int number, double weight, Side side, int frame, double[] a, double[] b, Sum sum) {
    double[] pose = new double[Poses.SIZE];
    double[] now = new double[Poses.SIZE];
    double[] seen = new double[Poses.SIZE];
    double[] hand = new double[Poses.SIZE];
    Prop prop = before.get(number);
    prop.path().read(frame, pose, 0);
    after.get(number).path().read(frame, now, 0);
    System.arraycopy(a, 0, hand, 0, 3);
    hand[6] = 1;
    Poses.relative(pose, hand, seen);
    double larger = target.handM(side) / Math.max(1e-6, source.handM(side));
    outwards(prop, seen, prop.outside(frame, a[0], a[1], a[2]) * (larger - 1));
    Poses.within(now, seen, hand);
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
    for (Contact contact : KnownContacts.of(moved).contacts()) {
      if (contact.part().isHand() && contact.part().side() == side) {
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
