package waxhand.rehearsal.damage;

import java.util.List;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;

/** One kind of damage. */
public interface Damage {
  /**
   * A single fault put into a take.
   *
   * @param kind such as "spike"
   * @param part name of the joint, or "body"
   * @param slight whether it is so small that missing it is no mistake
   */
  record Fault(String kind, String part, Frames frames, boolean slight) {
    Fault(String kind, String part, Frames frames) {
      this(kind, part, frames, false);
    }
  }

  /** A damaged clip and the faults that can be pointed at. */
  record Damaged(Clip clip, List<Fault> faults) {}

  /**
   * Damages a clip.
   *
   * @param strength 0 for nothing, 1 for what is usual
   * @param seed the same seed gives the same damage
   */
  Damaged apply(Clip clip, double strength, long seed);
}
