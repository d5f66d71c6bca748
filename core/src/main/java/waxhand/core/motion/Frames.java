package waxhand.core.motion;

import java.util.ArrayList;
import java.util.List;

/**
 * A run of frames, {@code from} counted in and {@code to} counted out.
 *
 * @param from first frame
 * @param to one past the last frame, never below {@code from}
 */
public record Frames(int from, int to) {
  public static final Frames NONE = new Frames(0, 0);

  public Frames {
    if (to < from) {
      throw new IllegalArgumentException("frames " + from + ":" + to + " end before they begin");
    }
  }

  /** All frames of a take that long. */
  public static Frames first(int count) {
    return new Frames(0, count);
  }

  public int count() {
    return to - from;
  }

  public boolean isEmpty() {
    return to == from;
  }

  public boolean contains(int frame) {
    return frame >= from && frame < to;
  }

  /** Whether both hold some frame. */
  public boolean meets(Frames other) {
    return Math.max(from, other.from) < Math.min(to, other.to);
  }

  /** As much of this as lies in {@code other}; {@link #NONE} where they do not meet. */
  public Frames within(Frames other) {
    int a = Math.max(from, other.from);
    int b = Math.min(to, other.to);
    return a < b ? new Frames(a, b) : NONE;
  }

  /** The runs of {@code size} frames, counted from frame 0, that hold frames of this one. */
  public List<Frames> blocks(int size) {
    List<Frames> blocks = new ArrayList<>();
    for (int b = from / size; b * size < to; b++) {
      blocks.add(new Frames(b * size, (b + 1) * size));
    }
    return blocks;
  }

  /** The shortest run that holds both. */
  public Frames cover(Frames other) {
    if (isEmpty()) {
      return other;
    }
    return other.isEmpty() ? this : new Frames(Math.min(from, other.from), Math.max(to, other.to));
  }

  /** Grown by {@code by} frames at both ends, without overflow; the start may become negative. */
  public Frames grown(int by) {
    if (isEmpty()) {
      return this;
    }
    long a = (long) from - by;
    long b = (long) to + by;
    return new Frames(
        (int) Math.max(a, -Integer.MAX_VALUE / 2), (int) Math.min(b, Integer.MAX_VALUE));
  }
}
