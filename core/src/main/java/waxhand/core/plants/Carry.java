package waxhand.core.plants;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import waxhand.core.body.Side;
import waxhand.core.body.Sole;
import waxhand.core.contact.Ground;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;

/**
 * By how much the whole body is carried along in each frame so that its resting feet slide, float
 * and sink as little as can be, before any leg is touched. What drifts under resting feet is mostly
 * the body, not the leg.
 */
public final class Carry {
  /** Nothing is carried anywhere. */
  public static final Carry NONE = new Carry(new double[0]);

  private final double[] path;

  private Carry(double[] path) {
    this.path = path;
  }

  /** Metres along an axis, 0 to 2, in a frame. */
  public double at(int frame, int axis) {
    return path.length == 0 ? 0 : path[3 * frame + axis];
  }

  /** The carrying of a run of frames, 3 numbers a frame. */
  public double[] of(Frames run) {
    return path.length == 0
        ? new double[3 * run.count()]
        : Arrays.copyOfRange(path, 3 * run.from(), 3 * run.to());
  }

  /** Frames in which two differ; none where both carry nothing. */
  public Frames differing(Carry other) {
    if (path == other.path) {
      return Frames.NONE;
    }
    int count = Math.max(path.length, other.path.length) / 3;
    int from = 0;
    int to = count;
    while (from < count && same(other, from)) {
      from++;
    }
    while (to > from && same(other, to - 1)) {
      to--;
    }
    return from == to ? Frames.NONE : new Frames(from, to);
  }

  private boolean same(Carry other, int frame) {
    return at(frame, 0) == other.at(frame, 0)
        && at(frame, 1) == other.at(frame, 1)
        && at(frame, 2) == other.at(frame, 2);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Carry c && (path == c.path || Arrays.equals(path, c.path));
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(path);
  }

  /**
   * Finds it.
   *
   * @param footings of both feet; their spots do not matter
   * @param rests how the feet lie
   * @param active frames in which the body may be carried
   * @param amount 0 to 1
   */
  public static Carry of(
      Motion motion,
      List<Footing> footings,
      Map<Side, FootRest> rests,
      Ground ground,
      Frames active,
      double amount) {
    Clip clip = motion.clip();
    int count = clip.frames();
    if (footings.isEmpty() || amount == 0 || count < 3) {
      return NONE;
    }
    List<RestingFoot> feet = new ArrayList<>();
    for (Sole sole : motion.body().soles()) {
      FootRest rest = rests.getOrDefault(sole.side(), FootRest.AS_BUILT);
      feet.add(
          RestingFoot.of(
              () -> new FootPose(clip, sole, NONE, rest),
              footings.stream().filter(f -> f.side() == sole.side()).toList(),
              ground,
              count));
    }
    return new Carry(new CarryFit(feet, clip.rateHz(), active, count).path(amount));
  }
}
