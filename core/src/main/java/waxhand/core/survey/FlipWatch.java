package waxhand.core.survey;

import java.util.ArrayList;
import java.util.List;
import waxhand.core.body.TwistedBone;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.scene.Motion;
import waxhand.core.signal.Flips;

/**
 * Stretches in which a joint is turned over, or a bone by several joints together. They are longer
 * than what other watches look at.
 */
final class FlipWatch implements Watch {
  private final Clip clip;
  private final List<TwistedBone> bones;
  private final Flips flips;

  FlipWatch(Motion motion) {
    this.clip = motion.clip();
    this.bones = TwistedBone.of(motion.body());
    this.flips = Flips.of(clip.rateHz(), Flips.LONGEST_S);
  }

  /** How many frames to either side of a block decide about it, at that rate. */
  static int reach(double rateHz) {
    return Flips.of(rateHz, Flips.LONGEST_S).reach();
  }

  @Override
  public void look(Window w, Marks marks) {
    Frames frames = w.block().grown(flips.reach()).within(clip.allFrames());
    List<List<Flips.Flip>> found = new ArrayList<>(w.joints());
    double[] q = new double[4 * frames.count()];
    for (int j = 0; j < w.joints(); j++) {
      clip.rotation(j).read(frames, q);
      found.add(flips.find(q, frames.count()));
      mark(found.get(j), j, frames, marks);
    }
    for (TwistedBone bone : bones) {
      List<Flips.Flip> all = new ArrayList<>(flips.find(bone.whole(clip, frames), frames.count()));
      bone.joints()
          .forEach(j -> all.removeIf(whole -> found.get(j).stream().anyMatch(whole::meets)));
      mark(all, bone.joints().get(0), frames, marks);
    }
  }

  private static void mark(List<Flips.Flip> found, int joint, Frames frames, Marks marks) {
    for (Flips.Flip flip : found) {
      Frames run = new Frames(frames.from() + flip.from(), frames.from() + flip.to());
      marks.add(FindingKind.FLIP, joint, run, run.from(), Math.toDegrees(flip.angleRad()));
    }
  }
}
