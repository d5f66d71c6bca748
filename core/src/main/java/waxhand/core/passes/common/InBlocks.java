package waxhand.core.passes.common;

import java.util.List;
import java.util.function.Function;
import java.util.stream.IntStream;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.work.Work;

/** Works frames out block by block, on all processors. */
public final class InBlocks {
  private static final int BLOCK = 1024;

  private InBlocks() {}

  /**
   * @param block gives a clip whose samples in the block's frames are right
   * @return the clip with the samples of every block in their frames
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public static Clip of(Clip clip, Frames frames, Work work, Function<Frames, Clip> block) {
    return of(clip, frames, work, BLOCK, block);
  }

  /**
   * The same in blocks of another size, counted from frame 0.
   *
   * @param block is given as much of one block as lies in {@code frames}
   */
  public static Clip of(
      Clip clip, Frames frames, Work work, int size, Function<Frames, Clip> block) {
    List<Frames> blocks =
        frames.blocks(size).stream().map(b -> b.within(frames)).filter(b -> !b.isEmpty()).toList();
    Clip[] parts = new Clip[blocks.size()];
    IntStream.range(0, parts.length)
        .parallel()
        .forEach(
            b -> {
              work.check();
              parts[b] = block.apply(blocks.get(b));
            });
    Clip out = clip;
    for (int b = 0; b < parts.length; b++) {
      out = out.with(blocks.get(b), parts[b]);
    }
    return out;
  }
}
