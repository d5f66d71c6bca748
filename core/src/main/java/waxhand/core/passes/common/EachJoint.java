package waxhand.core.passes.common;

import java.util.BitSet;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Track;
import waxhand.core.work.Work;

/** Changes the tracks of many joints, on all processors. */
public final class EachJoint {
  private EachJoint() {}

  /** What becomes of a track, of rotations or of translation. */
  public interface Change {
    Track of(int joint, Track track);
  }

  /**
   * The clip with the rotations and the translation of these joints changed.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public static Clip change(Clip clip, BitSet joints, Work work, Change change) {
    int[] list = joints.stream().toArray();
    Track[] rotations = new Track[list.length];
    Track[] translations = new Track[list.length];
    AtomicInteger done = new AtomicInteger();
    IntStream.range(0, list.length)
        .parallel()
        .forEach(
            n -> {
              work.check();
              int j = list[n];
              rotations[n] = change.of(j, clip.rotation(j));
              translations[n] = clip.hasTranslation(j) ? change.of(j, clip.translation(j)) : null;
              work.done(done.incrementAndGet() / (double) list.length);
            });
    Clip out = clip;
    for (int n = 0; n < list.length; n++) {
      out = out.withRotation(list[n], rotations[n]);
      if (translations[n] != null) {
        out = out.withTranslation(list[n], translations[n]);
      }
    }
    return out;
  }
}
