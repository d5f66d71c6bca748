package waxhand.core.survey;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import waxhand.core.motion.Frames;

/** Collects the marks of one block, of joints of the body alone. */
final class Marks {
  private final List<Mark> marks = new ArrayList<>();
  private final Frames block;
  private final BitSet members;

  /**
   * @param members joints that are told of: what another body in the file does is none of this
   *     one's faults
   */
  Marks(Frames block, BitSet members) {
    this.block = block;
    this.members = members;
  }

  List<Mark> all() {
    return List.copyOf(marks);
  }

  /** Adds a mark, cut to the block; none where it lies outside. */
  void add(FindingKind kind, int joint, Frames frames, int worst, double size) {
    add(kind, joint, frames, worst, size, -1);
  }

  void add(FindingKind kind, int joint, Frames frames, int worst, double size, int other) {
    Frames within = frames.within(block);
    if (!within.isEmpty() && members.get(joint)) {
      int at = Math.max(within.from(), Math.min(within.to() - 1, worst));
      marks.add(new Mark(kind, joint, within, at, size, other));
    }
  }

  /**
   * Adds a mark for every run of frames whose values exceed {@code limit}, at least {@code
   * shortest} long, runs with up to {@code gap} frames between them as one.
   *
   * @param values by frame of the window
   * @param first absolute number of the window's first frame
   */
  void runs(
      FindingKind kind,
      int joint,
      double[] values,
      int count,
      int first,
      double limit,
      int shortest,
      int gap,
      int other) {
    int from = -1;
    int last = -1;
    for (int n = 0; n <= count; n++) {
      boolean over = n < count && values[n] > limit;
      if (over && from < 0) {
        from = n;
      }
      if (over) {
        last = n;
      }
      if (from >= 0 && (n == count || n - last > gap)) {
        if (last + 1 - from >= shortest) {
          int worst = from;
          for (int k = from; k <= last; k++) {
            worst = values[k] > values[worst] ? k : worst;
          }
          Frames run = new Frames(first + from, first + last + 1);
          add(kind, joint, run, first + worst, values[worst], other);
        }
        from = -1;
      }
    }
  }
}
