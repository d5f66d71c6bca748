package waxhand.core.props;

import java.util.Arrays;
import java.util.function.IntToDoubleFunction;
import waxhand.core.maths.Hermite;
import waxhand.core.maths.Quats;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Frames;
import waxhand.core.motion.PartPath;
import waxhand.core.motion.TimeMap;
import waxhand.core.signal.Smoother;

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

  /** This path, from its place at the start of a run straight to that at its end, as fast. */
  public PropPath straight(Frames run) {
    return with(places(run).straight());
  }

  /**
   * This path with place and turn filtered over a run, each stretch between two rests by itself:
   * what lies still keeps its bits, and what is set down stops as suddenly as it did.
   *
   * @param fade frames over which a stretch leaves what it was, and comes to it again, at its ends
   */
  public PropPath smooth(Frames run, Smoother filter, int fade) {
    PropPath smooth = new PropPath(poses.clone());
    int from = run.from();
    while (from + 1 < run.to()) {
      int to = from + 1;
      while (to < run.to() && same(to, to - 1) == same(from + 1, from)) {
        to++;
      }
      if (!same(from + 1, from)) {
        smooth.filter(new Frames(from, to), filter, fade);
      }
      from = to - 1;
    }
    return smooth;
  }

  /** Modified: this, which nobody else has yet. */
  private void filter(Frames stretch, Smoother filter, int fade) {
    int count = stretch.count();
    int first = WIDTH * stretch.from();
    double[] places = new double[3 * count];
    double[] turns = new double[4 * count];
    for (int n = 0; n < count; n++) {
      System.arraycopy(poses, first + WIDTH * n, places, 3 * n, 3);
      System.arraycopy(poses, first + WIDTH * n + 3, turns, 4 * n, 4);
    }
    RotationVectors.alignSigns(turns, count);
    filter(places, 3, count, filter, fade);
    filter(turns, 4, count, filter, fade);
    for (int n = 1; n + 1 < count; n++) {
      Quats.normalize(turns, 4 * n);
      System.arraycopy(places, 3 * n, poses, first + WIDTH * n, 3);
      System.arraycopy(turns, 4 * n, poses, first + WIDTH * n + 3, 4);
    }
  }

  /** Filtered; the ends stay where they are. Modified: values. */
  private static void filter(double[] values, int width, int count, Smoother filter, int fade) {
    double[] was = values.clone();
    filter.smooth(values, count, width, new double[filter.workspace(count, width)]);
    int last = count - 1;
    double far = Math.max(1, Math.min(fade, last / 2.0));
    double[] off = new double[2 * width];
    for (int i = 0; i < width; i++) {
      off[i] = was[i] - values[i];
      off[width + i] = was[width * last + i] - values[width * last + i];
    }
    for (int n = 0; n < count; n++) {
      double left = 1 - Hermite.smoothstep(Math.min(1, n / far));
      double right = 1 - Hermite.smoothstep(Math.min(1, (last - n) / far));
      for (int i = 0; i < width; i++) {
        values[width * n + i] += left * off[i] + right * off[width + i];
      }
    }
  }

  private PropPath with(PartPath places) {
    double[] now = poses.clone();
    for (int n = 0; n < places.count(); n++) {
      for (int i = 0; i < 3; i++) {
        now[WIDTH * (places.run().from() + n) + i] = places.at(n, i);
      }
    }
    return new PropPath(now);
  }

  /**
   * This path on its way to another over a run.
   *
   * @param share of the way in a frame, 0 to 1
   */
  public PropPath mixed(Frames run, PropPath to, IntToDoubleFunction share) {
    double[] now = poses.clone();
    for (int f = run.from(); f < run.to(); f++) {
      int at = WIDTH * f;
      double w = share.applyAsDouble(f);
      if (w > 0 && !Arrays.equals(poses, at, at + WIDTH, to.poses, at, at + WIDTH)) {
        for (int i = 0; i < 3; i++) {
          now[at + i] += w * (to.poses[at + i] - now[at + i]);
        }
        Quats.slerp(now, at + 3, to.poses, at + 3, w, now, at + 3);
      }
    }
    return new PropPath(now);
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
