package waxhand.core.chain;

import java.util.BitSet;
import java.util.Optional;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.scene.Motion;
import waxhand.core.scene.Shielded;
import waxhand.core.work.Work;

/**
 * A plate ready to act on a motion: its pass prepared, and where and how much of it counts.
 *
 * @param full the pass at its full strength
 * @param weak the pass at the plate's weight, where results cannot be mixed frame by frame
 */
public record PreparedPlate(Plate plate, Prepared full, Optional<Prepared> weak) {
  /**
   * What a plate made of a motion before, in all frames.
   *
   * @param in what went in
   * @param out what came out
   */
  public record Done(Motion in, Motion out) {
    /**
     * The joints whose samples in a run of frames are the very same ones again; none where anything
     * else has a say in what comes out.
     */
    private BitSet same(Motion now, Frames run) {
      BitSet same = new BitSet();
      boolean comparable =
          now.body() == in.body()
              && Shielded.of(now).isNone()
              && Shielded.of(in).isNone()
              && now.clip().frames() == in.clip().frames();
      for (int j = 0; comparable && j < now.body().skeleton().size(); j++) {
        same.set(j, isSame(now.clip(), j, run));
      }
      return same;
    }

    private boolean isSame(Clip now, int j, Frames run) {
      boolean moves = now.hasTranslation(j);
      return now.rotation(j).shares(run, in.clip().rotation(j))
          && moves == in.clip().hasTranslation(j)
          && moves == out.clip().hasTranslation(j)
          && (!moves || now.translation(j).shares(run, in.clip().translation(j)));
    }

    /** A clip with what came of these joints in a run of frames. */
    private Clip put(BitSet joints, Clip into, Frames run) {
      Clip result = into;
      for (int j = joints.nextSetBit(0); j >= 0; j = joints.nextSetBit(j + 1)) {
        result = result.withRotation(j, into.rotation(j).with(run, out.clip().rotation(j)));
        if (into.hasTranslation(j)) {
          result =
              result.withTranslation(j, into.translation(j).with(run, out.clip().translation(j)));
        }
      }
      return result;
    }
  }

  /** What came of a motion, where this plate can go on from it; empty where it cannot. */
  public Optional<Done> done(Motion in, Motion out) {
    boolean apart = weak.orElse(full).leaving(new BitSet()).isPresent();
    return apart ? Optional.of(new Done(in, out)) : Optional.empty();
  }

  /** Whether both give the same result for the same input, place and weight. */
  public boolean alike(PreparedPlate other) {
    return full.equals(other.full) && weak.equals(other.weak);
  }

  /** This plate with what another, that is alike, has prepared. */
  public PreparedPlate keeping(PreparedPlate other) {
    return new PreparedPlate(plate, other.full, other.weak);
  }

  /** How many frames to either side of a frame the result can depend on. */
  public int reach() {
    return weak.orElse(full).reach();
  }

  /**
   * Applies the pass to the frames of {@code frames} that lie in the span. Samples outside span and
   * scope are shared with {@code in}; where the weight is 0 their bits stay. A plate that changes
   * time does so as a whole, whatever frames are asked for.
   *
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public Motion apply(Motion in, Frames frames, Work work) {
    return apply(in, frames, work, Optional.empty());
  }

  /**
   * The same, with what this plate made of another motion at hand: where joints do not depend on
   * each other, those that come in as they did then are not worked out again.
   */
  public Motion apply(Motion in, Frames frames, Work work, Optional<Done> before) {
    Frames all = in.clip().allFrames();
    Frames run = plate.active(all.to()).within(frames);
    Pass pass = plate.pass();
    if (run.isEmpty() || pass.kind().scoped() && plate.scope().joints(in.body()).isEmpty()) {
      return in;
    }
    if (plate.reshapesTime()) {
      TimeMap map = pass.time(plate.place(), all.to());
      return map.equals(TimeMap.all(all.to()))
          ? in
          : in.through(map, full.apply(in, all, work).clip());
    }
    return Shielded.of(in).keeping(in, acted(in, run, work, before), run);
  }

  private Motion acted(Motion in, Frames run, Work work, Optional<Done> before) {
    Pass pass = plate.pass();
    Prepared all = weak.orElse(full);
    Frames felt = run.grown(reach()).within(in.clip().allFrames());
    BitSet same = before.map(b -> b.same(in, felt)).orElseGet(BitSet::new);
    Optional<Prepared> rest = same.isEmpty() ? Optional.empty() : all.leaving(same);
    Motion out = rest.orElse(all).apply(in, run, work);
    boolean whole = plate.weight() == 1 && (plate.span().isAll() || !pass.kind().local());
    Clip clip = whole || weak.isPresent() ? out.clip() : mixed(in.clip(), out.clip(), run);
    clip = rest.isPresent() ? before.orElseThrow().put(same, clip, run) : clip;
    return clip == in.clip() ? out : out.with(clip.withoutIdleTranslation());
  }

  private Clip mixed(Clip in, Clip out, Frames run) {
    double[] weights = new double[run.count()];
    for (int n = 0; n < weights.length; n++) {
      weights[n] = plate.weight() * plate.span().weight(run.from() + n);
    }
    Clip result = out;
    for (int j = 0; j < in.skeleton().size(); j++) {
      if (out.rotation(j) != in.rotation(j)) {
        result = result.withRotation(j, mixed(in.rotation(j), out.rotation(j), run, weights));
      }
      // one that stands at its offset on one side has a place there all the same
      if (out.translation(j) != in.translation(j)) {
        result = result.withTranslation(j, mixed(in.places(j), out.places(j), run, weights));
      }
    }
    return result;
  }

  private static Track mixed(Track in, Track out, Frames run, double[] weights) {
    int width = in.width();
    double[] a = new double[run.count() * width];
    double[] b = new double[run.count() * width];
    in.read(run, a);
    out.read(run, b);
    for (int n = 0; n < weights.length; n++) {
      double w = weights[n];
      int at = n * width;
      if (w == 1) {
        System.arraycopy(b, at, a, at, width);
      } else if (w > 0 && !in.sameAt(run.from() + n, out)) {
        in.type().mix(a, at, b, at, w, a, at);
      }
    }
    return in.with(run, a);
  }
}
