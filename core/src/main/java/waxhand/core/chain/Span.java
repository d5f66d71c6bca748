package waxhand.core.chain;

import java.util.Optional;
import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;

/**
 * The frames a pass acts on, easing in and out inside them, so that nothing outside is touched.
 *
 * @param from first frame
 * @param to one past the last; {@link #OPEN} where the span holds the whole take
 * @param easeIn frames over which the weight rises
 * @param easeOut frames over which it falls
 */
public record Span(int from, int to, int easeIn, int easeOut) {
  public static final int OPEN = Integer.MAX_VALUE;

  /** Every frame of whatever take, at full weight. */
  public static final Span ALL = new Span(0, OPEN, 0, 0);

  public Span {
    if (from < 0 || to <= from) {
      throw new IllegalArgumentException("span " + from + ":" + to + " holds no frame");
    }
    if (easeIn < 0 || easeOut < 0) {
      throw new IllegalArgumentException("ease " + easeIn + ", " + easeOut + " below 0");
    }
  }

  public static Span of(Frames frames, int ease) {
    return new Span(frames.from(), frames.to(), ease, ease);
  }

  public boolean isAll() {
    return to == OPEN;
  }

  /** Where it is after a change of time; empty where all of it was cut out. */
  Optional<Span> placed(TimeMap map) {
    if (isAll() || map.isPlain()) {
      return Optional.of(this);
    }
    Frames now = map.local(new Frames(from, to));
    if (now.isEmpty()) {
      return Optional.empty();
    }
    // what goes on beyond the last frame does not ease out before it
    int beyond = Math.max(0, to - map.rawEnd());
    return Optional.of(new Span(now.from(), now.to() + beyond, easeIn, easeOut));
  }

  /** The frames of a take of that length that the span reaches. */
  public Frames within(int frames) {
    return new Frames(from, Math.max(from, to)).within(Frames.first(frames));
  }

  /**
   * Weight of a frame: 0 outside, 1 inside, between them along 3t² − 2t³. The first and last frame
   * inside have a weight above 0. Eases longer than the span meet at its middle.
   */
  public double weight(int frame) {
    if (frame < from || frame >= to) {
      return 0;
    }
    if (isAll()) {
      return 1;
    }
    int length = to - from;
    double in = Math.min(easeIn, length / 2.0);
    double out = Math.min(easeOut, length / 2.0);
    double w = Math.min((frame - from + 1) / (in + 1), (to - frame) / (out + 1));
    return Hermite.smoothstep(w);
  }
}
