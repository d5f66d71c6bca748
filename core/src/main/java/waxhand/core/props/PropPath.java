package waxhand.core.props;

import java.util.Arrays;
import java.util.List;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;

/** Where a thing is in every frame: place, metres, and rotation. Immutable. */
public final class PropPath {
  private static final int WIDTH = 7;
  private final double[] poses;

  private PropPath(double[] poses) {
    this.poses = poses;
  }

  /**
   * Takes over an array the caller will not touch again.
   *
   * @param poses x y z, then a unit quaternion x y z w, a frame
   */
  public static PropPath adopt(double[] poses) {
    if (poses.length % WIDTH != 0) {
      throw new IllegalArgumentException(poses.length + " numbers are no poses");
    }
    return new PropPath(poses);
  }

  public int frames() {
    return poses.length / WIDTH;
  }

  /** Copies the pose of a frame, 7 numbers; beyond the ends the first or last. Modified: dest. */
  public void read(int frame, double[] dest, int at) {
    int f = Math.max(0, Math.min(frames() - 1, frame));
    System.arraycopy(poses, WIDTH * f, dest, at, WIDTH);
  }

  /** Whether it stands still in a frame: where it was in the one before and will be in the next. */
  public boolean isStill(int frame) {
    int f = Math.max(0, Math.min(frames() - 1, frame));
    return same(f, f - 1) && same(f, f + 1);
  }

  private boolean same(int f, int g) {
    for (int i = 0; g >= 0 && g < frames() && i < WIDTH; i++) {
      if (poses[WIDTH * f + i] != poses[WIDTH * g + i]) {
        return false;
      }
    }
    return true;
  }

  /** The path without some runs of frames. */
  public PropPath without(List<Frames> cuts) {
    double[] left = new double[poses.length];
    int count = 0;
    for (int f = 0; f < frames(); f++) {
      int frame = f;
      if (cuts.stream().noneMatch(c -> c.contains(frame))) {
        System.arraycopy(poses, WIDTH * f, left, WIDTH * count++, WIDTH);
      }
    }
    return new PropPath(Arrays.copyOf(left, WIDTH * count));
  }

  /** Moved as a world that is sunk, scaled about the origin, turned and moved. */
  public PropPath moved(double sinkM, double scale, double headingRad, double x, double z) {
    double[] turn = {0, Math.sin(headingRad / 2), 0, Math.cos(headingRad / 2)};
    double[] out = poses.clone();
    for (int at = 0; at < out.length; at += WIDTH) {
      out[at + 1] -= sinkM;
      for (int i = 0; i < 3; i++) {
        out[at + i] *= scale;
      }
      Quats.rotate(turn, 0, out, at, out, at);
      out[at] += x;
      out[at + 2] += z;
      Quats.multiply(turn, 0, out, at + 3, out, at + 3);
    }
    return new PropPath(out);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof PropPath p && Arrays.equals(poses, p.poses);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(poses);
  }
}
