package waxhand.core.plants;

import waxhand.core.maths.Hermite;
import waxhand.core.motion.Frames;

/**
 * What is doubtful near the ends of a footing: when a foot comes down and when it leaves nobody
 * knows to the frame, unless the artist said so, or the take begins or ends with it.
 */
final class FootingEnds {
  /** So long from an end on it is certain that a foot rests, seconds. */
  private static final double DOUBTFUL_S = 0.12;

  /** The body goes to what a foot asks for in its very first or last frame by so much less. */
  private static final double LESS = 0.35;

  /** A foot is not pressed down by so much so near to landing and leaving, metres and seconds. */
  private static final double EDGE_M = 0.006;

  private static final double EDGE_S = 0.05;

  private final double rateHz;
  private final int count;

  /**
   * @param count frames of the take
   */
  FootingEnds(double rateHz, int count) {
    this.rateHz = rateHz;
    this.count = count;
  }

  /** Whether a frame is nearer to the beginning of a footing than to its end. */
  static boolean begins(Footing footing, int frame) {
    Frames all = footing.frames();
    return frame - all.from() <= all.to() - 1 - frame;
  }

  /** The first or the last frame of a footing, whichever is nearer. */
  private static int end(Footing footing, int frame) {
    return begins(footing, frame) ? footing.frames().from() : footing.frames().to() - 1;
  }

  /** How much the body goes by what the foot asks for in a frame of a footing, 0 to 1. */
  double weight(Footing footing, int frame) {
    return 1 - LESS * doubt(footing, frame);
  }

  /** How doubtful it is that the foot rests in a frame of a footing, from 1 at an end to 0. */
  double doubt(Footing footing, int frame) {
    int end = end(footing, frame);
    return end == 0 || end == count - 1 || isByHand(footing, end)
        ? 0
        : FootCorrector.fade(Math.abs(frame - end), (int) Math.round(DOUBTFUL_S * rateHz));
  }

  private static boolean isByHand(Footing footing, int frame) {
    for (Plant plant : footing.plants()) {
      if (plant.byHand() && plant.frames().contains(frame)) {
        return true;
      }
    }
    return false;
  }

  /** How high a foot may be over its spot in a frame and is not pressed down, metres. */
  double spared(Footing footing, int frame) {
    if (isByHand(footing, end(footing, frame))) {
      return 0;
    }
    Frames all = footing.frames();
    int landed = all.from() == 0 ? count : frame - all.from();
    int left = all.to() == count ? count : all.to() - 1 - frame;
    int inside = 1 + Math.min(landed, left);
    return EDGE_M * (1 - Hermite.smoothstep(inside / (1 + EDGE_S * rateHz)));
  }
}
