package waxhand.desk.curves;

import waxhand.core.maths.EulerAngles;
import waxhand.core.motion.Clip;
import waxhand.core.motion.WorldPose;
import waxhand.core.scene.Motion;

/** What a curve is of. */
public enum Quantity {
  ROTATION("Rotation", "°", "xyz"),
  POSITION("Position", "cm", "xyz"),
  HEIGHT("Height", "cm", ""),
  SPEED("Speed", "m/s", ""),
  ACCELERATION("Acceleration", "m/s²", "");

  private final String words;
  private final String unit;
  private final String letters;

  Quantity(String words, String unit, String letters) {
    this.words = words;
    this.unit = unit;
    this.letters = letters;
  }

  public String unit() {
    return unit;
  }

  /** How many curves it is. */
  public int count() {
    return Math.max(1, letters.length());
  }

  /** Letter of one of its curves; empty where there is but one. */
  public String letter(int component) {
    return letters.isEmpty() ? "" : letters.substring(component, component + 1);
  }

  @Override
  public String toString() {
    return words;
  }

  /** The curves of a joint over all frames, in the unit of the quantity. */
  double[][] of(Motion motion, int joint) {
    Clip clip = motion.clip();
    if (this == ROTATION) {
      return turns(clip, joint);
    }
    double[][] places = places(clip, joint);
    return switch (this) {
      case POSITION -> places;
      case HEIGHT -> new double[][] {places[1]};
      case SPEED -> new double[][] {speed(places, clip.rateHz())};
      default -> new double[][] {acceleration(places, clip.rateHz())};
    };
  }

  /** Angles about x, y and z, continuous from frame to frame, degrees. */
  private static double[][] turns(Clip clip, int joint) {
    EulerAngles angles = new EulerAngles(2, 0, 1);
    double[][] turns = new double[3][clip.frames()];
    double[] q = new double[4];
    double[] near = new double[3];
    for (int f = 0; f < clip.frames(); f++) {
      clip.rotation(joint).read(f, q, 0);
      angles.fromQuaternion(q, 0, near, near);
      turns[0][f] = Math.toDegrees(near[1]);
      turns[1][f] = Math.toDegrees(near[2]);
      turns[2][f] = Math.toDegrees(near[0]);
    }
    return turns;
  }

  private static double[][] places(Clip clip, int joint) {
    double[][] places = new double[3][clip.frames()];
    WorldPose pose = new WorldPose(clip.skeleton());
    for (int f = 0; f < clip.frames(); f++) {
      pose.solve(clip, f);
      for (int i = 0; i < 3; i++) {
        places[i][f] = 100 * pose.positions()[3 * joint + i];
      }
    }
    return places;
  }

  private static double[] speed(double[][] places, double rateHz) {
    int count = places[0].length;
    double[] speed = new double[count];
    for (int f = 0; f < count && count > 1; f++) {
      int a = Math.max(0, f - 1);
      int b = Math.min(count - 1, f + 1);
      double sum = 0;
      for (double[] axis : places) {
        sum += (axis[b] - axis[a]) * (axis[b] - axis[a]);
      }
      speed[f] = 0.01 * Math.sqrt(sum) * rateHz / (b - a);
    }
    return speed;
  }

  private static double[] acceleration(double[][] places, double rateHz) {
    int count = places[0].length;
    double[] size = new double[count];
    for (int f = 1; f < count - 1; f++) {
      double sum = 0;
      for (double[] axis : places) {
        double d = axis[f - 1] - 2 * axis[f] + axis[f + 1];
        sum += d * d;
      }
      size[f] = 0.01 * Math.sqrt(sum) * rateHz * rateHz;
    }
    return size;
  }
}
