package waxhand.core.plants;

import java.util.List;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import waxhand.core.body.Sole;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.WorldPose;

/** Where a foot is in single frames as captured and carried, and the measures of its sole. */
final class FootPose {
  private final Clip clip;
  private final Sole sole;
  private final Carry carry;
  private final WorldPose pose;

  /** How many frames are kept. */
  private static final int KEPT = 16;

  /** Ankle, foot and toes of kept frames, each at its number modulo {@link #KEPT}; or null. */
  private final double[][] kept = new double[KEPT][];

  private final int[] keptFrames = new int[KEPT];

  /** What takes the world's axes at rest to those of foot and toes. */
  private final double[] footFromRest = new double[4];

  private final double[] toesFromRest = new double[4];

  /** From the ankle to the joint of the toes at rest; 0 without toes. */
  final double[] toToes = new double[3];

  /** Places of the sole at rest, from the joints that carry them. */
  private final double[][] points = new double[Sole.PLACES][3];

  /** Places of the sole from the heel along a foot that lies flat with heading 0: z only. */
  final double[] along = new double[Sole.PLACES];

  /** How high over what a foot rests on what it turns about is, metres. */
  final double[] above = new double[Sole.PLACES];

  /** Heading of the foot at rest. */
  final double restHeading;

  /** World places at {@link #load}ed frame: ankle. */
  final double[] ankle = new double[3];

  /** By what foot and toes are turned from rest in the world, whatever their own axes. */
  final double[] foot = new double[4];

  final double[] toes = new double[4];

  /**
   * @param rest how the foot lies flat: what is told of its turns is told from there
   */
  FootPose(Clip clip, Sole sole, Carry carry, FootRest rest) {
    this.clip = clip;
    this.carry = carry;
    this.sole = sole;
    Skeleton skeleton = clip.skeleton();
    this.pose = WorldPose.only(skeleton, sole.foot(), sole.toes());
    if (sole.toes() != sole.foot()) {
      for (int j = sole.toes(); j != sole.foot() && j >= 0; j = skeleton.parent(j)) {
        Vector3d offset = new Vector3d(skeleton.joint(j).offset());
        skeleton.toWorldAtRest(skeleton.parent(j), offset);
        for (int i = 0; i < 3; i++) {
          toToes[i] += offset.get(i);
        }
      }
    }
    for (int place = 0; place < Sole.PLACES; place++) {
      Vector3d point = new Vector3d(sole.point(place));
      skeleton.toWorldAtRest(sole.joint(place), point);
      for (int i = 0; i < 3; i++) {
        points[place][i] = point.get(i);
      }
    }
    fromRest(skeleton, sole.foot(), footFromRest);
    fromRest(skeleton, sole.toes(), toesFromRest);
    lay(rest);
    double x = toToes[0] + points[2][0] - points[0][0];
    double z = toToes[2] + points[2][2] - points[0][2];
    restHeading = Math.atan2(x, z);
    for (int place = 0; place < Sole.PLACES; place++) {
      FootPivot pivot = rest.pivots().get(place);
      points[place][0] += pivot.aheadM() * Math.sin(restHeading);
      above[place] = pivot.upM() + sole.radiusM(place);
      points[place][1] += above[place];
      points[place][2] += pivot.aheadM() * Math.cos(restHeading);
    }
    x = toToes[0] + points[2][0] - points[0][0];
    z = toToes[2] + points[2][2] - points[0][2];
    along[1] =
        Math.hypot(
            toToes[0] + points[1][0] - points[0][0], toToes[2] + points[1][2] - points[0][2]);
    along[2] = Math.hypot(x, z);
  }

  /** Measures the foot from how it lies, not from how the skeleton rests. */
  private void lay(FootRest rest) {
    double[] foot = lie(rest.footRad(), footFromRest);
    double[] tips = lie(rest.toesRad(), toesFromRest);
    Quats.rotate(foot, 0, toToes, 0, toToes, 0);
    Quats.rotate(foot, 0, points[0], 0, points[0], 0);
    Quats.rotate(tips, 0, points[1], 0, points[1], 0);
    Quats.rotate(tips, 0, points[2], 0, points[2], 0);
    if (!Double.isNaN(rest.ankleM())) {
      points[0][1] = -rest.ankleM();
      points[1][1] = -rest.ankleM() - toToes[1];
      points[2][1] = -rest.ankleM() - toToes[1];
    }
  }

  /** Modified: fromRest, so that who lies so is not turned; gives that turn. */
  private static double[] lie(List<Double> rad, double[] fromRest) {
    double[] v = {rad.get(0), rad.get(1), rad.get(2)};
    double[] turn = new double[4];
    Quats.exp(v, 0, turn, 0);
    double[] back = {-turn[0], -turn[1], -turn[2], turn[3]};
    Quats.multiply(fromRest, 0, back, 0, fromRest, 0);
    return turn;
  }

  /** Place of a point of the sole relative to the ankle while the foot lies flat, heading 0. */
  double[] fromAnkleAtRest(int place) {
    double[] none = {0, 0, 0, 1};
    double[] p = new double[3];
    fromAnkle(place, none, none, p);
    return p;
  }

  private static void fromRest(Skeleton skeleton, int joint, double[] dest) {
    Quaterniond back = skeleton.restRotation(joint).conjugate();
    dest[0] = back.x;
    dest[1] = back.y;
    dest[2] = back.z;
    dest[3] = back.w;
  }

  /**
   * Makes a frame the one of which {@link #ankle}, {@link #foot} and {@link #toes} tell. What a
   * foot's correction is taken from are few frames over and over, so the last ones are kept.
   */
  void load(int frame) {
    int at = Math.floorMod(frame, KEPT);
    double[] kept = keptFrames[at] == frame ? this.kept[at] : null;
    if (kept == null) {
      solve(frame);
      kept = this.kept[at] == null ? new double[11] : this.kept[at];
      System.arraycopy(ankle, 0, kept, 0, 3);
      System.arraycopy(foot, 0, kept, 3, 4);
      System.arraycopy(toes, 0, kept, 7, 4);
      this.kept[at] = kept;
      keptFrames[at] = frame;
      return;
    }
    System.arraycopy(kept, 0, ankle, 0, 3);
    System.arraycopy(kept, 3, foot, 0, 4);
    System.arraycopy(kept, 7, toes, 0, 4);
  }

  private void solve(int frame) {
    pose.solve(clip, frame);
    System.arraycopy(pose.positions(), 3 * sole.foot(), ankle, 0, 3);
    for (int i = 0; i < 3; i++) {
      ankle[i] += carry.at(frame, i);
    }
    Quats.multiply(pose.rotations(), 4 * sole.foot(), footFromRest, 0, foot, 0);
    Quats.multiply(pose.rotations(), 4 * sole.toes(), toesFromRest, 0, toes, 0);
  }

  int frames() {
    return clip.frames();
  }

  double rateHz() {
    return clip.rateHz();
  }

  /** Heading of a foot or toes so turned. */
  double heading(double[] turn) {
    double[] ahead = {Math.sin(restHeading), 0, Math.cos(restHeading)};
    Quats.rotate(turn, 0, ahead, 0, ahead, 0);
    return Math.atan2(ahead[0], ahead[2]);
  }

  /** Place of a point of the sole relative to the ankle for a foot and toes so turned. */
  void fromAnkle(int place, double[] footTurn, double[] toeTurn, double[] dest) {
    if (place == 0) {
      Quats.rotate(footTurn, 0, points[0], 0, dest, 0);
      return;
    }
    double[] base = new double[3];
    Quats.rotate(footTurn, 0, toToes, 0, base, 0);
    Quats.rotate(toeTurn, 0, points[place], 0, dest, 0);
    for (int i = 0; i < 3; i++) {
      dest[i] += base[i];
    }
  }

  /** Turn of a foot that lies flat on level ground with that heading. Modified: dest. */
  void flat(double heading, double[] dest) {
    yaw(heading - restHeading, dest);
  }

  static void yaw(double angle, double[] dest) {
    dest[0] = 0;
    dest[1] = Math.sin(angle / 2);
    dest[2] = 0;
    dest[3] = Math.cos(angle / 2);
  }
}
