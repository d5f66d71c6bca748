package waxhand.core.project;

import waxhand.core.motion.Frames;
import waxhand.core.passes.Chain;

/**
 * A take on the shelf.
 *
 * @param id unique in the project, stays the same
 * @param name as the artist calls it
 * @param workRange the frames worked on, played and handed on
 */
public record Take(String id, String name, RawTake raw, Chain chain, Frames workRange) {
  public Take {
    if (workRange.from() < 0
        || workRange.isEmpty()
        || workRange.to() > raw.motion().clip().frames()) {
      throw new IllegalArgumentException(
          "work range " + workRange.from() + ":" + workRange.to() + " does not fit the take");
    }
  }

  public static Take of(String id, String name, RawTake raw) {
    return new Take(id, name, raw, Chain.EMPTY, raw.motion().clip().allFrames());
  }

  public Take withChain(Chain other) {
    return new Take(id, name, raw, other, workRange);
  }

  public Take withWorkRange(Frames other) {
    return new Take(id, name, raw, chain, other);
  }

  public Take withName(String other) {
    return new Take(id, other, raw, chain, workRange);
  }

  /** The same take read in another way; the range starts afresh if its length changed. */
  public Take withRaw(RawTake other) {
    Frames all = other.motion().clip().allFrames();
    return new Take(id, name, other, chain, workRange.to() <= all.to() ? workRange : all);
  }
}
