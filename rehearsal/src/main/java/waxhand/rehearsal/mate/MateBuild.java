package waxhand.rehearsal.mate;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.joml.Vector3d;
import org.joml.Vector3dc;
import waxhand.core.ik.TwoBone;
import waxhand.core.motion.Joint;
import waxhand.core.motion.Skeleton;

/**
 * The mate's build: proportions drawn anew for every take. The soles lie deeper under the feet than
 * the ends of the toes say, as in many files.
 */
final class MateBuild {
  static final int PELVIS = 0;
  // of one side
  static final int COLLAR = 0;
  static final int ARM = 1;
  static final int ELBOW = 2;
  static final int WRIST = 3;
  static final int HIP = 4;
  static final int KNEE = 5;
  static final int ANKLE = 6;
  static final int BALL = 7;

  final double heightM;

  /** Ankle over the ground when the foot is flat, metres. */
  final double ankleM;

  /** Ball joint over the ground, metres. */
  final double soleM;

  /** From ankle to ball joint, and from ball joint to the tip of the toes, along the foot. */
  final double footM;

  final double toeM;

  /** How far the heel reaches behind the ankle. */
  final double heelM;

  final int[] spine;
  final int neck;
  final int head;
  private final List<Joint> joints = new ArrayList<>();
  private final int[][] side = new int[2][8];
  private final Skeleton skeleton;

  MateBuild(SplittableRandom random) {
    heightM = 1.48 + random.nextDouble(0.5);
    double h = heightM;
    double thigh = h * (0.235 + random.nextDouble(0.025));
    double shin = h * (0.235 + random.nextDouble(0.02));
    ankleM = h * (0.037 + random.nextDouble(0.006));
    soleM = 0.014 + random.nextDouble(0.012);
    footM = h * (0.068 + random.nextDouble(0.016));
    toeM = h * (0.034 + random.nextDouble(0.012));
    heelM = (footM + toeM) * (0.28 + random.nextDouble(0.06));
    add("Pelvis", -1, 0, ankleM + thigh + shin + 0.015 * h, 0, null);
    int count = 1 + random.nextInt(4);
    spine = new int[count];
    double trunk = h * (0.2 + random.nextDouble(0.02));
    int last = PELVIS;
    for (int n = 0; n < count; n++) {
      double step = n == 0 ? 0.05 * h : (trunk - 0.05 * h) / Math.max(1, count - 1);
      spine[n] = last = add("Back" + (n + 1), last, 0, step, n == 0 ? -0.004 * h : 0.002 * h, null);
    }
    double above = ankleM + thigh + shin + 0.015 * h + (count == 1 ? 0.05 * h : trunk);
    double neckUp = 0.855 * h - above;
    neck = add("Neck", last, 0, neckUp, -0.005 * h, null);
    head = add("Skull", neck, 0, 0.045 * h, 0.01 * h, new Vector3d(0, 0.1 * h, 0.005 * h));
    double wide = h * (0.046 + random.nextDouble(0.014));
    double shoulders = h * (0.09 + random.nextDouble(0.02));
    for (int s = 0; s < 2; s++) {
      String name = s == 0 ? "L_" : "R_";
      double x = s == 0 ? 1 : -1;
      int[] own = side[s];
      own[COLLAR] = add(name + "Collar", last, x * 0.02 * h, neckUp - 0.03 * h, 0.01 * h, null);
      own[ARM] = add(name + "Shoulder", own[COLLAR], x * shoulders, 0, -0.012 * h, null);
      own[ELBOW] = add(name + "Elbow", own[ARM], x * 0.165 * h, 0, 0, null);
      own[WRIST] =
          add(name + "Wrist", own[ELBOW], x * 0.145 * h, 0, 0, new Vector3d(x * 0.1 * h, 0, 0));
      own[HIP] = add(name + "Hip", PELVIS, x * wide, -0.015 * h, 0, null);
      own[KNEE] = add(name + "Knee", own[HIP], 0, -thigh, 0, null);
      own[ANKLE] = add(name + "Ankle", own[KNEE], 0, -shin, 0, null);
      double drop = 0.002 + random.nextDouble(0.008);
      own[BALL] =
          add(name + "Ball", own[ANKLE], 0, soleM - ankleM, footM, new Vector3d(0, -drop, toeM));
    }
    skeleton = new Skeleton(joints);
  }

  private int add(String name, int parent, double x, double y, double z, Vector3d tip) {
    Optional<Vector3dc> end = Optional.ofNullable(tip);
    joints.add(new Joint(name, parent, new Vector3d(x, y, z), parent < 0, end));
    return joints.size() - 1;
  }

  Skeleton skeleton() {
    return skeleton;
  }

  int joint(int s, int part) {
    return side[s][part];
  }

  Vector3dc offset(int joint) {
    return skeleton.joint(joint).offset();
  }

  double legM() {
    return offset(side[0][KNEE]).length() + offset(side[0][ANKLE]).length();
  }

  TwoBone leg(int s) {
    return new TwoBone(offset(side[s][KNEE]), offset(side[s][ANKLE]), new Vector3d(1, 0, 0));
  }

  TwoBone arm(int s) {
    return new TwoBone(
        offset(side[s][ELBOW]), offset(side[s][WRIST]), new Vector3d(0, s == 0 ? -1 : 1, 0));
  }
}
