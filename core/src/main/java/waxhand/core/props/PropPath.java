package waxhand.core.props;

import java.util.Arrays;
import waxhand.core.maths.Quats;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.motion.TimeMap;

/** Where a prop is in every frame: place, metres, and rotation. Immutable. */
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

  /** Its places in a run of frames; what of that lies in the path counts. */
  public PartPath places(Frames run) {
    Frames seen = run.within(Frames.first(frames()));
    double[] places = new double[3 * seen.count()];
    for (int n = 0; n < seen.count(); n++) {
      System.arraycopy(poses, WIDTH * (seen.from() + n), places, 3 * n, 3);
    }
    return PartPath.adopt(seen, places);
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

  /** This path with a run of frames as they are in {@code other}, which is as long. */
  public PropPath patched(Frames run, PropPath other) {
    if (other == this || run.isEmpty() || other.frames() != frames()) {
      return other;
    }
    double[] merged = poses.clone();
    int from = WIDTH * run.from();
    int to = WIDTH * Math.min(run.to(), frames());
    System.arraycopy(other.poses, from, merged, from, to - from);
    return Arrays.equals(merged, poses) ? this : new PropPath(merged);
  }

  /** The path after a change of time; between two frames it goes straight. */
  public PropPath through(TimeMap map) {
    double[] now = new double[WIDTH * map.frames()];
    double[] next = new double[WIDTH];
    for (int f = 0; f < map.frames(); f++) {
      double at = map.rawAt(f);
      int before = (int) at;
      read(before, now, WIDTH * f);
      if (at > before) {
        read(before + 1, next, 0);
        for (int i = 0; i < 3; i++) {
          now[WIDTH * f + i] += (at - before) * (next[i] - now[WIDTH * f + i]);
        }
        Quats.slerp(now, WIDTH * f + 3, next, 3, at - before, now, WIDTH * f + 3);
      }
    }
    return new PropPath(now);
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
