package waxhand.core.character;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.body.Body;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

/**
 * The build of a lay figure of ours, from which its skeleton and skin are made. Lengths are shares
 * of the height, metres over metres; a grown person's are about those of Winter 2009, figure 4.1.
 *
 * @param heightM from sole to crown
 * @param hip height of the hips' joints
 * @param shoulder height of the shoulders' joints
 * @param shoulders half the way between them
 * @param hips half the way between the hips' joints
 * @param upperArm its length
 * @param forearm its length
 * @param spine how many joints it has above the hips
 * @param necks how many joints the neck has
 * @param armsDownRad how far the arms hang down at rest, from straight out
 * @param girth how broad the body is against a usual one
 */
record LayFigure(
    String name,
    double heightM,
    double hip,
    double shoulder,
    double shoulders,
    double hips,
    double upperArm,
    double forearm,
    int spine,
    int necks,
    double armsDownRad,
    double girth) {
  /** Broad, with short legs. */
  static final LayFigure STOKER =
      new LayFigure("stoker", 1.63, 0.48, 0.80, 0.132, 0.06, 0.158, 0.138, 3, 1, 0, 1.28);

  /** Tall, with long arms and legs. */
  static final LayFigure PILOT =
      new LayFigure(
          "pilot", 1.94, 0.545, 0.825, 0.108, 0.05, 0.178, 0.16, 5, 2, Math.toRadians(42), 0.92);

  private static final double ANKLE = 0.039;
  private static final String[] FINGERS = {"thumb", "index", "middle", "ring", "little"};

  Character character() {
    Skeleton skeleton = skeleton();
    Body body = Body.of(skeleton);
    return new Character(
        name, body, Optional.of(new LayFigureSkin(this, body).skin()), Optional.empty());
  }

  private Skeleton skeleton() {
    List<Joint> joints = new ArrayList<>();
    int hipsJoint = add(joints, "hips", -1, new Vector3d(0, hip + 0.012, 0), null);
    // the trunk from above the hips to between the shoulders
    double low = hip + 0.05;
    double high = shoulder - 0.075;
    int parent = hipsJoint;
    double y = hip + 0.012;
    for (int n = 0; n < spine; n++) {
      double to = low + (high - low) * n / Math.max(1, spine - 1);
      String part = n == spine - 1 ? "chest" : "spine-" + (n + 1);
      parent = add(joints, part, parent, new Vector3d(0, to - y, n == 0 ? -0.008 : 0), null);
      y = to;
    }
    int chest = parent;
    double base = shoulder + 0.025;
    for (int n = 0; n < necks; n++) {
      double to = n == 0 ? base : base + 0.045 * n / necks;
      String part = n == 0 ? "neck" : "neck-" + (n + 1);
      parent = add(joints, part, parent, new Vector3d(0, to - y, n == 0 ? -0.01 : 0.006), null);
      y = to;
    }
    double head = base + 0.05;
    add(joints, "head", parent, new Vector3d(0, head - y, 0.012), new Vector3d(0, 1 - head, 0.008));
    for (int side = 0; side < 2; side++) {
      arm(joints, chest, side, shoulder - high);
    }
    for (int side = 0; side < 2; side++) {
      leg(joints, hipsJoint, side);
    }
    return new Skeleton(joints);
  }

  private void arm(List<Joint> joints, int chest, int side, double up) {
    double x = side == 0 ? 1 : -1;
    String name = side == 0 ? "left-" : "right-";
    Quaterniond down = new Quaterniond().rotationZ(-x * armsDownRad);
    int collar = add(joints, name + "collar", chest, new Vector3d(x * 0.018, up, 0.004), null);
    int upper =
        add(
            joints,
            name + "upper-arm",
            collar,
            new Vector3d(x * (shoulders - 0.018), 0, -0.01),
            null);
    Vector3d bone = down.transform(new Vector3d(x * upperArm, 0, 0));
    add(joints, name + "upper-arm-twist", upper, new Vector3d(bone).mul(0.5), null);
    int fore = add(joints, name + "forearm", upper, bone, null);
    Vector3d lower = down.transform(new Vector3d(x * forearm, 0, 0));
    add(joints, name + "forearm-twist", fore, new Vector3d(lower).mul(0.6), null);
    int hand = add(joints, name + "hand", fore, lower, null);
    double[] across = {0.017, 0.014, 0.0035, -0.007, -0.0165};
    for (int f = 0; f < FINGERS.length; f++) {
      int at = hand;
      boolean thumb = f == 0;
      double length = thumb ? 0.016 : f == 4 ? 0.0125 : f == 2 ? 0.0175 : 0.016;
      Vector3d along =
          down.transform(
              thumb ? new Vector3d(x * 0.8, -0.1, 0.6).normalize() : new Vector3d(x, 0, 0));
      Vector3d first =
          down.transform(new Vector3d(x * (thumb ? 0.014 : 0.052), thumb ? -0.003 : 0, across[f]));
      for (int n = 1; n <= 3; n++) {
        Vector3d step = n == 1 ? first : new Vector3d(along).mul(length * (n == 2 ? 1.2 : 0.9));
        Vector3d tip = n == 3 ? new Vector3d(along).mul(length * 0.8) : null;
        at = add(joints, name + FINGERS[f] + "-" + n, at, step, tip);
      }
    }
  }

  private void leg(List<Joint> joints, int hipsJoint, int side) {
    double x = side == 0 ? 1 : -1;
    String name = side == 0 ? "left-" : "right-";
    double shank = 0.5 * (hip - ANKLE);
    int thigh = add(joints, name + "thigh", hipsJoint, new Vector3d(x * hips, -0.012, 0), null);
    int shin = add(joints, name + "shin", thigh, new Vector3d(0, -shank, 0), null);
    int foot = add(joints, name + "foot", shin, new Vector3d(0, -shank, 0), null);
    add(
        joints,
        name + "toes",
        foot,
        new Vector3d(0, -(ANKLE - 0.01), 0.074),
        new Vector3d(0, -0.01, 0.036));
  }

  private int add(List<Joint> joints, String part, int parent, Vector3dc at, Vector3dc tip) {
    joints.add(
        new Joint(
            part,
            parent,
            new Vector3d(at).mul(heightM),
            parent < 0,
            Optional.ofNullable(tip).map(t -> new Vector3d(t).mul(heightM))));
    return joints.size() - 1;
  }
}
