package waxhand.core.survey;

import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.signal.Flips;

/** Stretches in which a joint is turned over. They are longer than what other watches look at. */
final class FlipWatch implements Watch {
  private final Clip clip;
  private final Flips flips;
  private double[] q = new double[0];

  FlipWatch(Clip clip) {
    this.clip = clip;
    this.flips = Flips.of(clip.rateHz(), Flips.LONGEST_S);
  }

  /** How many frames to either side of a block decide about it, at that rate. */
  static int reach(double rateHz) {
    return Flips.of(rateHz, Flips.LONGEST_S).reach();
  }

  @Override
  public void look(Window w, Marks marks) {
    Frames frames = w.block().grown(flips.reach()).within(clip.allFrames());
    if (q.length < 4 * frames.count()) {
      q = new double[4 * frames.count()];
    }
    for (int j = 0; j < w.joints(); j++) {
      clip.rotation(j).read(frames, q);
      for (Flips.Flip flip : flips.find(q, frames.count())) {
        Frames run = new Frames(frames.from() + flip.from(), frames.from() + flip.to());
        marks.add(FindingKind.FLIP, j, run, run.from(), Math.toDegrees(flip.angleRad()));
      }
    }
  }
}
