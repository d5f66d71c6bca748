package waxhand.rehearsal.actor;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.ik.TwoBone;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

/**
 * The deckhand's build: a skeleton with the proportions of an adult, standing with arms out, facing
 * +z. Proportions after Winter, "Biomechanics and Motor Control of Human Movement", 4th ed. 2009,
 * figure 4.1, rounded.
 */
public final class Build {
  static final int HIPS = 0;
  static final int SPINE = 1;
  static final int SPINE_2 = 2;
  static final int CHEST = 3;
  static final int NECK = 4;
  static final int HEAD = 5;
  // of one side; the right side follows the left
  static final int COLLAR = 0;
  static final int UPPER_ARM = 1;
  static final int FOREARM = 2;
  static final int HAND = 3;
  static final int THIGH = 4;
  static final int SHIN = 5;
  static final int FOOT = 6;
  static final int TOES = 7;

  private final double heightM;
  private final List<Joint> joints = new ArrayList<>();
  private final int[][] side = new int[2][8];
  private final Skeleton skeleton;

  /**
   * @param heightM 1 to 2.5
   * @param fingers whether hands have fingers and limbs twist joints (60 joints, else 22)
   */
  public Build(double heightM, boolean fingers) {
    if (!(heightM >= 1 && heightM <= 2.5)) {
      throw new IllegalArgumentException("height " + heightM + " m; it must be from 1 to 2.5");
    }
    this.heightM = heightM;
    add("Hips", -1, 0, 0.53, 0, null);
    add("Spine", HIPS, 0, 0.055, -0.008, null);
    add("Spine1", SPINE, 0, 0.07, 0.0, null);
    add("Chest", SPINE_2, 0, 0.075, 0.0, null);
    add("Neck", CHEST, 0, 0.12, -0.012, null);
    add("Head", NECK, 0, 0.05, 0.014, new Vector3d(0, 0.1, 0.01));
    for (int s = 0; s < 2; s++) {
      arm(s, fingers);
    }
    for (int s = 0; s < 2; s++) {
      leg(s, fingers);
    }
    this.skeleton = new Skeleton(joints);
  }

  private void arm(int s, boolean fingers) {
    String name = s == 0 ? "Left" : "Right";
    double x = s == 0 ? 1 : -1;
    side[s][COLLAR] = add(name + "Collar", CHEST, x * 0.018, 0.095, 0.004, null);
    side[s][UPPER_ARM] = add(name + "UpperArm", side[s][COLLAR], x * 0.09, 0.0, -0.01, null);
    side[s][FOREARM] = add(name + "Forearm", side[s][UPPER_ARM], x * 0.167, 0, 0, null);
    Vector3d tip = fingers ? null : new Vector3d(x * 0.1, 0, 0);
    side[s][HAND] = add(name + "Hand", side[s][FOREARM], x * 0.148, 0, 0, tip);
    if (fingers) {
      add(name + "UpperArmTwist", side[s][UPPER_ARM], x * 0.084, 0, 0, null);
      add(name + "ForearmTwist", side[s][FOREARM], x * 0.074, 0, 0, null);
      String[] names = {"Thumb", "Index", "Middle", "Ring", "Little"};
      double[] across = {0.02, 0.016, 0.004, -0.008, -0.018};
      for (int f = 0; f < 5; f++) {
        int parent = side[s][HAND];
        double out = f == 0 ? 0.018 : 0.055;
        for (int n = 1; n <= 3; n++) {
          Vector3d end = n == 3 ? new Vector3d(x * 0.013, 0, 0) : null;
          double step = n == 1 ? out : 0.018;
          double z = n == 1 ? across[f] : 0;
          parent = add(name + names[f] + n, parent, x * step, 0, z, end);
        }
      }
    }
  }

  private void leg(int s, boolean twists) {
    String name = s == 0 ? "Left" : "Right";
    double x = s == 0 ? 1 : -1;
    side[s][THIGH] = add(name + "Thigh", HIPS, x * 0.05, -0.012, 0, null);
    side[s][SHIN] = add(name + "Shin", side[s][THIGH], 0, -0.237, 0, null);
    side[s][FOOT] = add(name + "Foot", side[s][SHIN], 0, -0.238, 0, null);
    side[s][TOES] =
        add(name + "Toes", side[s][FOOT], 0, -0.031, 0.075, new Vector3d(0, -0.012, 0.036));
    if (twists) {
      add(name + "ThighTwist", side[s][THIGH], 0, -0.118, 0, null);
      add(name + "ShinTwist", side[s][SHIN], 0, -0.119, 0, null);
    }
  }

  private int add(String name, int parent, double x, double y, double z, Vector3d tip) {
    Vector3d offset = new Vector3d(x, y, z).mul(heightM);
    Optional<Vector3dc> end = Optional.ofNullable(tip).map(t -> t.mul(heightM));
    joints.add(new Joint(name, parent, offset, parent < 0, end));
    return joints.size() - 1;
  }

  public double heightM() {
    return heightM;
  }

  public Skeleton skeleton() {
    return skeleton;
  }

  /** Joint of a side (0 left, 1 right). */
  int joint(int s, int part) {
    return side[s][part];
  }

  Vector3dc offset(int joint) {
    return skeleton.joint(joint).offset();
  }

  double legLength() {
    return offset(side[0][SHIN]).length() + offset(side[0][FOOT]).length();
  }

  TwoBone leg2(int s) {
    return new TwoBone(offset(side[s][SHIN]), offset(side[s][FOOT]), new Vector3d(1, 0, 0));
  }

  TwoBone arm2(int s) {
    double up = s == 0 ? -1 : 1;
    return new TwoBone(offset(side[s][FOREARM]), offset(side[s][HAND]), new Vector3d(0, up, 0));
  }
}
