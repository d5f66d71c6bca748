package waxhand.core.passes.character;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.body.Body;
import waxhand.core.body.Side;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactFinder;
import waxhand.core.contact.ContactPart;
import waxhand.core.contact.ContactSettings;
import waxhand.core.contact.Floor;
import waxhand.core.contact.FloorPlane;
import waxhand.core.contact.Ground;
import waxhand.core.contact.KnownContacts;
import waxhand.core.contact.PartPoint;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;
import waxhand.core.plants.Plant;
import waxhand.core.plants.SpotHold;
import waxhand.core.props.Prop;
import waxhand.core.props.PropPath;
import waxhand.core.props.Props;
import waxhand.core.props.Shape;
import waxhand.core.scene.Motion;

/**
 * What rests in a take, as plants of a character, and the ground that it stands on there: the
 * floor, and steps wherever a foot stood higher.
 */
final class Resting {
  /** A part that rests farther from the floor stands on something else, metres. */
  private static final double RAISED_M = 0.08;

  /** The character is held to contacts from so long before and after, seconds. */
  private static final double EASE_S = 0.2;

  /** A step goes so far beyond what rests on it, as a share of the character's height. */
  private static final double AROUND = 0.07;

  /** It is so thick, metres. */
  private static final double THICK_M = 0.02;

  /** At most so many frames of a contact are looked at. */
  private static final int SAMPLES = 12;

  private final Motion in;
  private final Body target;
  private final List<Contact> contacts;
  private final Map<Contact, Double> heights = new HashMap<>();
  private final double floorM;

  Resting(Motion in, Body target) {
    this.in = in;
    this.target = target;
    List<Contact> all = contacts(in);
    double lowest = RetargetPass.floorM(in);
    for (Contact contact : all) {
      double[] place = place(in, contact);
      if (contact.part().isSole() && place != null) {
        heights.put(contact, place[1]);
        lowest = place[1] < lowest - RAISED_M ? place[1] : lowest;
      }
    }
    floorM = lowest;
    contacts = answered(all);
  }

  /** Height of the lowest ground in the take, metres. */
  double floorM() {
    return floorM;
  }

  /** The contacts of the take: as passes have settled them, else as a search finds them. */
  private static List<Contact> contacts(Motion in) {
    KnownContacts known = KnownContacts.of(in);
    return FrameSet.of(in.clip().allFrames()).minus(known.where()).isEmpty()
        ? known.contacts()
        : new ContactFinder(ContactSettings.USUAL, Ground.found(in, Floor.rounded(in)).surfaces())
            .find(in);
  }

  /**
   * @param strength how much they are held, above 0 to 1
   */
  List<Plant> plants(double strength) {
    int ease = (int) Math.round(EASE_S * in.clip().rateHz());
    return contacts.stream()
        .map(c -> Plant.found(c.part(), c.frames(), ease, ease))
        .map(p -> p.madeByHand().withStrength(strength))
        .toList();
  }

  /** Whether a foot of the take stands on a prop. */
  boolean standsOn(Prop prop) {
    for (Map.Entry<Contact, Double> e : heights.entrySet()) {
      Contact contact = e.getKey();
      double[] place = e.getValue() - floorM < RAISED_M ? null : place(in, contact);
      int middle = middle(contact.frames());
      if (place != null
          && Math.abs(prop.outside(middle, place[0], place[1], place[2])) < RAISED_M
          && prop.path().isStill(middle)) {
        return true;
      }
    }
    return false;
  }

  /** The middle of some frames as far as the take has them. */
  private int middle(Frames frames) {
    Frames its = frames.within(in.clip().allFrames());
    return (its.from() + its.to()) / 2;
  }

  /**
   * Where a hand or a knee lies that lay on the floor in the take, or on a prop: there too, however
   * long the character's arms and legs are.
   *
   * @param moved the take on it, with props where it meets them
   */
  SpotHold lying(SpotHold hold, Motion moved) {
    double[] place = place(in, new Contact(hold.plant().part(), hold.plant().frames()));
    if (place == null) {
      return hold;
    }
    int middle = middle(hold.plant().frames());
    double nearest = Math.abs(place[1] - floorM);
    int on = -1;
    List<Prop> props = Props.of(in);
    for (int n = 0; n < props.size(); n++) {
      Prop prop = props.get(n);
      double away = Math.abs(prop.outside(middle, place[0], place[1], place[2]));
      if (away < nearest && prop.path().isStill(middle)) {
        nearest = away;
        on = n;
      }
    }
    if (nearest >= RAISED_M) {
      return hold;
    }
    // how thick a knee is nobody knows: it is as high over the floor as it was, by the size
    double larger = target.heightM() / Math.max(1e-6, in.body().heightM());
    double[] to = {hold.x(), floorM + larger * (place[1] - floorM), hold.z()};
    if (on >= 0) {
      Prop its = Props.of(moved).get(on);
      double size = its.timesAs(props.get(on));
      props.get(on).seen(middle, place, to);
      for (int i = 0; i < 3; i++) {
        to[i] *= size;
      }
      its.placed(middle, to, to);
    }
    return hold.lyingOn(to[0], to[1], to[2]);
  }

  /** The hands that are held where they rest. */
  List<Contact> hands(double strength) {
    return strength > 0 ? contacts.stream().filter(c -> c.part().isHand()).toList() : List.of();
  }

  /**
   * The same contacts as the character has them. A foot whose toes do not bend stands on its ball
   * only while its heel is down too; then it rolls over its tip. What rolls over a tip in the take
   * stands on its ball where toes bend.
   */
  private List<Contact> answered(List<Contact> all) {
    List<Contact> own = new ArrayList<>();
    for (Contact contact : all) {
      boolean stiff =
          contact.part().isSole()
              && contact.part().place() > 0
              && isStiff(target, contact.part().side());
      if (contact.part().on(target).isPresent() && !stiff) {
        own.add(contact);
      }
    }
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      FrameSet heel = resting(all, ContactPart.ofSole(side, 0));
      FrameSet ball = resting(all, ContactPart.ofSole(side, 1));
      FrameSet tip = resting(all, ContactPart.ofSole(side, 2));
      if (isStiff(target, side)) {
        add(own, ContactPart.ofSole(side, 1), ball.common(heel));
        add(own, ContactPart.ofSole(side, 2), ball.union(tip));
      } else if (isStiff(in.body(), side)) {
        add(own, ContactPart.ofSole(side, 1), tip.minus(ball));
      }
    }
    return own;
  }

  private static boolean isStiff(Body body, Side side) {
    return body.soles().stream().anyMatch(s -> s.side() == side && s.toes() == s.foot());
  }

  private static FrameSet resting(List<Contact> all, ContactPart part) {
    FrameSet resting = FrameSet.NONE;
    for (Contact contact : all) {
      resting = contact.part() == part ? resting.union(FrameSet.of(contact.frames())) : resting;
    }
    return resting;
  }

  private static void add(List<Contact> all, ContactPart part, FrameSet frames) {
    frames.runs().forEach(run -> all.add(new Contact(part, run)));
  }

  /** Where a part of a body rests on the whole, metres; null where it has no such part. */
  private static double[] place(Motion motion, Contact contact) {
    Optional<PartPoint> point = contact.part().on(motion.body());
    Clip clip = motion.clip();
    Frames run = contact.frames().within(clip.allFrames());
    if (point.isEmpty() || run.isEmpty()) {
      return null;
    }
    WorldPose pose = WorldPose.only(clip.skeleton(), point.get().joint());
    double[] p = new double[3];
    double[] sum = new double[3];
    int step = Math.max(1, run.count() / SAMPLES);
    int count = 0;
    for (int f = run.from(); f < run.to(); f += step) {
      pose.solve(clip, f);
      point.get().place(pose, p, 0);
      for (int i = 0; i < 3; i++) {
        sum[i] += p[i];
      }
      count++;
    }
    return new double[] {sum[0] / count, sum[1] / count - point.get().radiusM(), sum[2] / count};
  }

  /**
   * What the character stands on.
   *
   * @param moved the take on it
   * @param up how much higher things are for it
   */
  Ground ground(Motion moved, double up) {
    List<Prop> all = new ArrayList<>(Props.of(moved));
    for (Side side : List.of(Side.LEFT, Side.RIGHT)) {
      List<Step> raised = steps(side, moved, up);
      if (!raised.isEmpty()) {
        all.add(laid(side, raised, moved.clip().frames()));
      }
    }
    return new Ground(FloorPlane.level(floorM), all);
  }

  /**
   * What a foot stands on from its strike until it leaves.
   *
   * @param frames while it does
   * @param y height of the top, metres
   * @param low where its parts rest: the least x and z
   * @param high the greatest
   */
  private record Step(Frames frames, double y, double[] low, double[] high) {
    Step with(Frames more, double x, double z) {
      return new Step(
          frames.cover(more),
          y,
          new double[] {Math.min(low[0], x), Math.min(low[1], z)},
          new double[] {Math.max(high[0], x), Math.max(high[1], z)});
    }

    double middle(int axis) {
      return (low[axis] + high[axis]) / 2;
    }

    double extent(int axis) {
      return high[axis] - low[axis];
    }
  }

  private List<Step> steps(Side side, Motion moved, double up) {
    List<Contact> raised =
        heights.entrySet().stream()
            .filter(e -> e.getKey().part().side() == side)
            .filter(e -> up * (e.getValue() - floorM) > RAISED_M)
            .map(Map.Entry::getKey)
            .sorted(Comparator.comparingInt(c -> c.frames().from()))
            .toList();
    List<Step> steps = new ArrayList<>();
    for (Contact contact : raised) {
      double[] place = place(moved, contact);
      if (place == null) {
        continue;
      }
      double y = floorM + up * (heights.get(contact) - floorM);
      Step last = steps.isEmpty() ? null : steps.get(steps.size() - 1);
      if (last != null
          && last.frames.to() >= contact.frames().from()
          && Math.abs(last.y - y) < RAISED_M) {
        steps.set(steps.size() - 1, last.with(contact.frames(), place[0], place[2]));
      } else {
        double[] at = {place[0], place[2]};
        steps.add(new Step(contact.frames(), y, at, at));
      }
    }
    return steps;
  }

  /** A step that is under a foot wherever it stands higher, one place after the other. */
  private Prop laid(Side side, List<Step> steps, int frames) {
    double[] poses = new double[7 * frames];
    int from = 0;
    for (int n = 0; n < steps.size(); n++) {
      Step step = steps.get(n);
      int to =
          n + 1 == steps.size()
              ? frames
              : Math.max(from, (step.frames.to() + steps.get(n + 1).frames.from()) / 2);
      for (int f = from; f < Math.min(frames, to); f++) {
        poses[7 * f] = step.middle(0);
        poses[7 * f + 1] = step.y - THICK_M;
        poses[7 * f + 2] = step.middle(1);
        poses[7 * f + 6] = 1;
      }
      from = Math.max(from, to);
    }
    double around = 2 * AROUND * target.heightM();
    double wide = around + steps.stream().mapToDouble(s -> s.extent(0)).max().orElse(0);
    double deep = around + steps.stream().mapToDouble(s -> s.extent(1)).max().orElse(0);
    return new Prop("step " + side, new Shape.Box(wide, THICK_M, deep), "", PropPath.adopt(poses));
  }
}
