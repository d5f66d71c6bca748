package waxhand.core.chain;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import waxhand.core.motion.Frames;

/**
 * A part does not get to where a pass would have it, or is not led there because it does not fit.
 *
 * @param joint the part
 * @param frames while it falls short
 * @param worst the frame in which it is farthest off
 * @param mm how far it is off there
 * @param why whether it was tried
 */
public record Shortfall(int joint, Frames frames, int worst, double mm, Why why) {
  /** Whether a part was to get there at all. */
  public enum Why {
    /** It was led there, and does not reach. */
    UNREACHED("stays %.0f mm short of where %s has it."),
    /** It seemed to belong there, and what was captured does not fit: it is left as it was. */
    LET_GO("seems to rest, but wanders by %.0f mm: %s lets it go.");

    private final String words;

    Why(String words) {
      this.words = words;
    }

    /** A sentence with the distance, and the name of the plate, to be filled in. */
    public String words() {
      return words;
    }
  }

  /** One that was tried. */
  public Shortfall(int joint, Frames frames, int worst, double mm) {
    this(joint, frames, worst, mm, Why.UNREACHED);
  }

  /** What is nearer than this has been reached, mm. */
  private static final double REACHED_MM = 15;

  /** Pauses of fewer frames are none. */
  private static final int PAUSE = 3;

  /**
   * The stretches of a run in which a part is off its goal.
   *
   * @param offMm distance from the goal by frame, asked in rising order
   */
  public static List<Shortfall> in(Frames run, int joint, IntToDoubleFunction offMm) {
    List<Shortfall> all = new ArrayList<>();
    int from = -1;
    int last = -1;
    int worst = -1;
    double most = 0;
    for (int f = run.from(); f <= run.to(); f++) {
      double off = f < run.to() ? offMm.applyAsDouble(f) : 0;
      if (off > REACHED_MM) {
        from = from < 0 ? f : from;
        last = f;
        worst = worst < 0 || off > most ? f : worst;
        most = Math.max(most, off);
      }
      if (from >= 0 && (f - last > PAUSE || f == run.to())) {
        all.add(new Shortfall(joint, new Frames(from, last + 1), worst, most));
        from = -1;
        worst = -1;
        most = 0;
      }
    }
    return all;
  }
}
