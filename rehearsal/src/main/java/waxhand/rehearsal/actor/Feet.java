package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.contact.Contact;
import waxhand.core.contact.ContactPart;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Joint;

/**
 * The feet at any time: exactly on their stances while they stand, and between two stances on a
 * swing that leaves, clears the ground and strikes.
 */
final class Feet {
  private final Build build;
  private final List<List<Stance>> stances;
  private final double h;

  /**
   * @param stances of the left and of the right foot, in order
   */
  Feet(Build build, List<List<Stance>> stances) {
    this.build = build;
    this.stances = stances;
    this.h = build.heightM();
  }

  /** A foot at a time: ankle, rotation, bend of the toes. */
  record Foot(Vector3d ankle, double yaw, double pitch, double toes) {
    Quaterniond rotation() {
      return new Quaterniond().rotateY(yaw).rotateX(-pitch);
    }
  }

  /** Foot 0, the left, or 1 at a time, seconds. */
  Foot at(int s, double t) {
    List<Stance> list = stances.get(s);
    int low = 0;
    int high = list.size();
    while (high - low > 1) {
      int mid = (low + high) / 2;
      if (list.get(mid).strike() <= t) {
        low = mid;
      } else {
        high = mid;
      }
    }
    Stance stance = list.get(low);
    return t <= stance.off() || low == list.size() - 1
        ? standing(s, stance, t)
        : swinging(s, stance, list.get(low + 1), t);
  }

  private Foot standing(int s, Stance stance, double t) {
    double yaw = stance.yawAt(t);
    double pitch = stance.pitchAt(t);
    Vector3dc toToes = build.offset(build.joint(s, Build.TOES));
    Vector3d ankle = new Vector3d();
    Quaterniond rotation = new Quaterniond().rotateY(yaw).rotateX(-pitch);
    if (pitch > 0) {
      // rolls on the heel, which lies where it lies when the foot is flat
      Vector3d heel = heel(s);
      Vector3d spot = new Vector3d(heel).sub(toToes.x(), heel.y, toToes.z());
      new Quaterniond().rotateY(yaw).transform(spot);
      spot.add(stance.x(), 0, stance.z());
      ankle.set(spot).sub(rotation.transform(heel));
      return new Foot(ankle, yaw, pitch, 0);
    }
    double ballHeight = -tip(s).y;
    Vector3d ball = new Vector3d(stance.x(), ballHeight, stance.z());
    ankle.set(ball).sub(rotation.transform(new Vector3d(toToes)));
    return new Foot(ankle, yaw, pitch, pitch);
  }

  private Vector3d tip(int s) {
    Joint toes = build.skeleton().joint(build.joint(s, Build.TOES));
    return new Vector3d(toes.tip().orElseThrow());
  }

  /** The heel's lowest point in the foot's frame, as Body finds it. */
  private Vector3d heel(int s) {
    Vector3d toToes = new Vector3d(build.offset(build.joint(s, Build.TOES)));
    Vector3d end = tip(s).add(toToes);
    return new Vector3d(0, end.y, -0.33 * end.z);
  }

  private Foot swinging(int s, Stance from, Stance to, double t) {
    double length = to.strike() - from.off();
    double u = (t - from.off()) / length;
    double e = 1e-4;
    Foot a = standing(s, from, from.off());
    Foot before = standing(s, from, from.off() - e);
    Foot b = standing(s, to, to.strike());
    Vector3d v0 = new Vector3d(a.ankle).sub(before.ankle).div(e);
    // the foot comes in with speed and stops at once: a strike
    Vector3d way = new Vector3d(b.ankle).sub(a.ankle);
    Vector3d v1 = new Vector3d(way.x, 0, way.z).mul(0.3 / length);
    v1.y = -0.28 * h / 1.75;
    Vector3d ankle = new Vector3d();
    for (int i = 0; i < 3; i++) {
      ankle.setComponent(
          i, Hermite.at(a.ankle.get(i), v0.get(i), b.ankle.get(i), v1.get(i), length, u));
    }
    double lift = 16 * u * u * (1 - u) * (1 - u);
    ankle.y += lift * (0.018 + 0.03 * Math.min(1, way.length() / h)) * h;
    ankle.y += lift * to.lift();
    double w0 = (a.pitch - before.pitch) / e;
    double pitch = Hermite.at(a.pitch, 0.5 * w0, b.pitch, -0.6, length, Math.min(1, 1.12 * u));
    double yaw = a.yaw + (b.yaw - a.yaw) * Stance.ease(u);
    // toes hang only a little while the foot is tipped, so that they clear the ground
    double hang = Math.sin(Math.PI * u);
    double toes = Math.min(0, pitch) * (1 - 0.3 * hang * hang);
    Foot free = new Foot(ankle, yaw, pitch, toes);
    double window = Math.sin(Math.PI * u);
    double clear = 0.012 * h * window - lowest(s, free);
    double soft = 0.008 * h * window;
    ankle.y += window * 0.5 * (clear + Math.sqrt(clear * clear + soft * soft));
    return free;
  }

  /** Height of the lowest point of a foot's sole. */
  private double lowest(int s, Foot foot) {
    Quaterniond rotation = foot.rotation();
    double heel = rotation.transform(heel(s)).y;
    Vector3d toToes = new Vector3d(build.offset(build.joint(s, Build.TOES)));
    double ball = rotation.transform(toToes).y;
    double tip = ball + rotation.rotateX(foot.toes).transform(tip(s)).y;
    return foot.ankle.y + Math.min(heel, Math.min(tip, ball + tip(s).y));
  }

  /** The frames in which parts of the feet rest exactly. */
  List<Contact> contacts(int frames, double rateHz) {
    List<Contact> contacts = new ArrayList<>();
    for (int s = 0; s < 2; s++) {
      ContactPart heel = s == 0 ? ContactPart.LEFT_HEEL : ContactPart.RIGHT_HEEL;
      ContactPart ball = s == 0 ? ContactPart.LEFT_BALL : ContactPart.RIGHT_BALL;
      ContactPart toe = s == 0 ? ContactPart.LEFT_TOE : ContactPart.RIGHT_TOE;
      for (Stance stance : stances.get(s)) {
        boolean heelFirst = stance.strikePitch() > 0;
        double heelDown = heelFirst ? stance.strike() : stance.flat();
        double ballDown = heelFirst ? stance.flat() : stance.strike();
        add(contacts, ball, ballDown, stance.off(), frames, rateHz);
        if (stance.turn() == 0) {
          add(contacts, heel, heelDown, stance.heelOff(), frames, rateHz);
          add(contacts, toe, ballDown, stance.off(), frames, rateHz);
        } else {
          add(contacts, heel, heelDown, stance.turnFrom(), frames, rateHz);
          add(contacts, heel, stance.turnTo(), stance.heelOff(), frames, rateHz);
          add(contacts, toe, ballDown, stance.turnFrom(), frames, rateHz);
          add(contacts, toe, stance.turnTo(), stance.off(), frames, rateHz);
        }
      }
    }
    return contacts;
  }

  static void add(
      List<Contact> contacts, ContactPart part, double t0, double t1, int frames, double rateHz) {
    int from = (int) Math.max(0, Math.ceil(t0 * rateHz - 1e-9));
    int to = (int) Math.min(frames, Math.floor(t1 * rateHz + 1e-9) + 1);
    if (to - from >= 2) {
      contacts.add(new Contact(part, new Frames(from, to)));
    }
  }
}
