package waxhand.core.limbs;

import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.WorldPose;

/** What is wanted of one limb over a run of frames. */
public final class LimbGoals {
  private final Limb limb;
  private final Frames frames;
  private final double[] shift;
  private final double[] turn;
  private final double[] tipTurn;
  private final double[] weight;
  private final double[] aside;
  private final double[] middleShift;
  private final double[] middleWeight;

  /** Nothing is wanted yet. */
  public LimbGoals(Limb limb, Frames frames) {
    this.limb = limb;
    this.frames = frames;
    shift = new double[3 * frames.count()];
    turn = identities(frames.count());
    tipTurn = identities(frames.count());
    weight = new double[frames.count()];
    aside = new double[frames.count()];
    middleShift = new double[3 * frames.count()];
    middleWeight = new double[frames.count()];
  }

  private static double[] identities(int count) {
    double[] q = new double[4 * count];
    for (int n = 0; n < count; n++) {
      q[4 * n + 3] = 1;
    }
    return q;
  }

  public Limb limb() {
    return limb;
  }

  public Frames frames() {
    return frames;
  }

  /** By how much the end is to be moved in the world, 3 numbers a frame, metres. */
  public double[] shift() {
    return shift;
  }

  /** How the end is to be turned in the world, unit quaternions, 4 numbers a frame. */
  public double[] turn() {
    return turn;
  }

  /** How the toes are to be turned in the world, unit quaternions, 4 numbers a frame. */
  public double[] tipTurn() {
    return tipTurn;
  }

  /** How much the goal counts for where the body goes, 0 to 1, a number a frame. */
  public double[] weight() {
    return weight;
  }

  /** Turn of the bend plane about the line to the goal, radians, a number a frame. */
  public double[] aside() {
    return aside;
  }

  /** By how much knee or elbow is to be moved in the world, 3 numbers a frame, metres. */
  public double[] middleShift() {
    return middleShift;
  }

  /** How much that counts, 0 to 1, a number a frame. */
  public double[] middleWeight() {
    return middleWeight;
  }

  /** Whether nothing is wanted in any frame. */
  public boolean isNone() {
    for (int n = 0; n < frames.count(); n++) {
      if (!isIdle(n)) {
        return false;
      }
    }
    return true;
  }

  /** Whether nothing is wanted in frame {@code n} of these. */
  boolean isIdle(int n) {
    return shift[3 * n] == 0
        && shift[3 * n + 1] == 0
        && shift[3 * n + 2] == 0
        && aside[n] == 0
        && middleWeight[n] == 0
        && isNone(turn, n)
        && isNone(tipTurn, n);
  }

  private static boolean isNone(double[] q, int n) {
    return q[4 * n] == 0 && q[4 * n + 1] == 0 && q[4 * n + 2] == 0;
  }

  /**
   * The middle of the limb goes as far to where it is moved as a turn about the line between its
   * ends takes it; these stay.
   *
   * @param shifts of the middle, 3 numbers a frame, metres. Not modified.
   */
  public void turnMiddle(Clip clip, double[] shifts) {
    WorldPose pose = WorldPose.only(clip.skeleton(), limb.end());
    double[] p = pose.positions();
    double[] line = new double[3];
    double[] is = new double[3];
    double[] wanted = new double[3];
    for (int n = 0; n < frames.count(); n++) {
      pose.solve(clip, frames.from() + n);
      double length = 0;
      for (int i = 0; i < 3; i++) {
        line[i] = p[3 * limb.end() + i] - p[3 * limb.upper() + i];
        is[i] = p[3 * limb.middle() + i] - p[3 * limb.upper() + i];
        wanted[i] = is[i] + shifts[3 * n + i];
        length += line[i] * line[i];
      }
      length = Math.sqrt(length);
      if (length > 1e-6) {
        aside[n] = angleAbout(line, length, is, wanted);
      }
    }
  }

  /** The angle about an axis from one direction to another, radians. */
  private static double angleAbout(double[] axis, double length, double[] a, double[] b) {
    double da = 0;
    double db = 0;
    for (int i = 0; i < 3; i++) {
      da += a[i] * axis[i] / (length * length);
      db += b[i] * axis[i] / (length * length);
    }
    double[] u = new double[3];
    double[] v = new double[3];
    double dot = 0;
    for (int i = 0; i < 3; i++) {
      u[i] = a[i] - da * axis[i];
      v[i] = b[i] - db * axis[i];
      dot += u[i] * v[i];
    }
    double triple =
        axis[0] * (u[1] * v[2] - u[2] * v[1])
            + axis[1] * (u[2] * v[0] - u[0] * v[2])
            + axis[2] * (u[0] * v[1] - u[1] * v[0]);
    return Math.atan2(triple / length, dot);
  }
}
