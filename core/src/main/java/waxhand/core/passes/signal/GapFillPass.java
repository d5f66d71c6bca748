package waxhand.core.passes.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import waxhand.core.chain.Amount;
import waxhand.core.chain.Pass;
import waxhand.core.chain.PassKind;
import waxhand.core.chain.Place;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.Setting;
import waxhand.core.chain.Stage;
import waxhand.core.chain.Worded;
import waxhand.core.gaps.Gap;
import waxhand.core.gaps.GapFiller;
import waxhand.core.gaps.LikeStretch;
import waxhand.core.gaps.MeanReversion;
import waxhand.core.gaps.StillStretches;
import waxhand.core.maths.RotationVectors;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Skeleton;
import waxhand.core.motion.Track;
import waxhand.core.scene.Filled;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

/**
 * Fills frozen and missing stretches of the body or of a limb, keeping the length of the take; or
 * all of its span, whatever is there.
 *
 * @param fills which stretches
 * @param longestS stretches that stand still for longer are left alone, seconds
 * @param borrows whether longer gaps of a limb take the course of a like stretch close by
 */
public record GapFillPass(Fills fills, double longestS, boolean borrows) implements Pass {
  /** Which stretches are filled. */
  public enum Fills implements Worded {
    FOUND("frozen and missing stretches"),
    SPAN("the whole span");

    private final String words;

    Fills(String words) {
      this.words = words;
    }

    @Override
    public String words() {
      return words;
    }
  }

  private static final Amount LONGEST =
      new Amount(
          "longestS",
          "Longest",
          "s",
          0.05,
          5,
          0.05,
          "Stretches that stand still for longer are left as they are.");

  public static final PassKind<GapFillPass> KIND =
      new PassKind<GapFillPass>(
              "gap-fill",
              "Gap fill",
              "Fills stretches that stand still or are missing, keeping the length of the take.",
              new GapFillPass(Fills.FOUND, 1.2, true),
              List.of(
                  Setting.choice(
                      "fills",
                      "Fills",
                      Fills.class,
                      "What is found to stand still or to be missing, or every frame of the span.",
                      GapFillPass::fills,
                      (p, v) -> new GapFillPass(v, p.longestS, p.borrows)),
                  LONGEST.of(
                      GapFillPass::longestS, (p, v) -> new GapFillPass(p.fills, v, p.borrows)),
                  new Setting.Switch<>(
                      "borrows",
                      "Borrow",
                      "Longer gaps of a limb take the course of a like stretch within six seconds.",
                      GapFillPass::borrows,
                      (p, v) -> new GapFillPass(p.fills, p.longestS, v))),
              true)
          .in(Stage.SIGNAL);

  public GapFillPass {
    LONGEST.check(longestS);
  }

  /** One that fills its span. */
  public static GapFillPass ofSpan() {
    return new GapFillPass(Fills.SPAN, KIND.defaults().longestS(), true);
  }

  @Override
  public PassKind<GapFillPass> kind() {
    return KIND;
  }

  @Override
  public Prepared prepared(Motion in, Place place) {
    return new Ready(this, place, in.clip().rateHz(), in.clip().frames());
  }

  private record Ready(GapFillPass pass, Place place, double rateHz, int length)
      implements Prepared {
    @Override
    public int reach() {
      return pass.reach(rateHz, place.frames(length).count());
    }

    @Override
    public int block() {
      return StillStretches.BLOCK;
    }

    @Override
    public Motion apply(Motion in, Frames frames, Work work) {
      return pass.filled(in, frames, place, work);
    }
  }

  private boolean fillsSpan() {
    return fills == Fills.SPAN;
  }

  private int reach(double rateHz, int span) {
    int far = (int) Math.ceil((borrows ? LikeStretch.FAR : MeanReversion.FAR_S) * rateHz);
    return far
        + (fillsSpan() ? span + GapFiller.side(rateHz) : StillStretches.BLOCK + beside(rateHz));
  }

  /** A wild sample hides at most so many frames more in which the rest of a limb stands still. */
  private static final int WILD = 3;

  /** Gaps of a limb that are longer may borrow, seconds. */
  private static final double LONG = 0.25;

  /** Frames that are looked at on both sides of a block. */
  private int beside(double rateHz) {
    return StillStretches.reach(rateHz) + (int) Math.ceil(longestS * rateHz) + WILD;
  }

  private Motion filled(Motion in, Frames frames, Place place, Work work) {
    Clip clip = in.clip();
    BitSet joints = place.joints(in.body());
    if (fillsSpan()) {
      Frames gap = place.frames(clip.frames());
      if (gap.from() == 0 || gap.to() == clip.frames()) {
        // with nothing known on one side there is nothing to lead the filling
        return in;
      }
      Frames window = gap.grown(GapFiller.side(clip.rateHz())).within(clip.allFrames());
      return filled(in, in, window, gap, joints, frames);
    }
    Motion out = in;
    StillStretches stretches = new StillStretches(in.body());
    for (Frames whole : frames.blocks(StillStretches.BLOCK)) {
      work.check();
      Frames block = whole.within(clip.allFrames());
      Frames window = block.grown(beside(clip.rateHz())).within(clip.allFrames());
      BitSet[] unknown = unknown(clip, window, gaps(clip, stretches, window));
      for (Map.Entry<Frames, BitSet> gap : byRun(unknown, joints).entrySet()) {
        Frames local = gap.getKey();
        Frames run = new Frames(local.from() + window.from(), local.to() + window.from());
        out = filled(in, out, window, run, gap.getValue(), frames.within(block));
      }
      work.done((double) (block.to() - frames.from()) / frames.count());
    }
    return out;
  }

  /** By joint, the frames of the window that are in a gap. */
  private static BitSet[] unknown(Clip clip, Frames window, List<Gap> gaps) {
    BitSet[] unknown = new BitSet[clip.skeleton().size()];
    for (int j = 0; j < unknown.length; j++) {
      unknown[j] = new BitSet();
    }
    for (Gap gap : gaps) {
      // the first frame of a frozen stretch is still true
      int from = gap.frames().from() + (gap.atRest() ? 0 : 1);
      parts(clip.skeleton(), gap).stream()
          .forEach(
              j ->
                  unknown[j].set(
                      from - window.from(),
                      end(clip.rotation(j), gap.frames().to(), window.to()) - window.from()));
    }
    return unknown;
  }

  /** One past the frames of a joint that still do not move where a wild one ended the others. */
  private static int end(Track rotation, int to, int most) {
    double[] q = new double[8];
    int end = to;
    while (end < Math.min(to + WILD, most) && end > 0) {
      rotation.read(end - 1, q, 0);
      rotation.read(end, q, 4);
      if (!Arrays.equals(q, 0, 4, q, 4, 8)) {
        break;
      }
      end++;
    }
    return end;
  }

  /** Joints that are unknown in the same frames together. */
  private static Map<Frames, BitSet> byRun(BitSet[] unknown, BitSet joints) {
    Map<Frames, BitSet> byRun = new LinkedHashMap<>();
    for (int j = joints.nextSetBit(0); j >= 0; j = joints.nextSetBit(j + 1)) {
      for (Frames run : runs(unknown[j])) {
        byRun.computeIfAbsent(run, r -> new BitSet()).set(j);
      }
    }
    return byRun;
  }

  /** Runs of frames; those with next to nothing between them as one. */
  private static List<Frames> runs(BitSet set) {
    List<Frames> runs = new ArrayList<>();
    for (int from = set.nextSetBit(0); from >= 0; ) {
      int to = set.nextClearBit(from);
      int next = set.nextSetBit(to);
      while (next >= 0 && next - to <= 2) {
        to = set.nextClearBit(next);
        next = set.nextSetBit(to);
      }
      runs.add(new Frames(from, to));
      from = next;
    }
    return runs;
  }

  private List<Gap> gaps(Clip clip, StillStretches stretches, Frames window) {
    int joints = clip.skeleton().size();
    double[][] rotations = new double[joints][4 * window.count()];
    double[][] translations = new double[joints][];
    for (int j = 0; j < joints; j++) {
      clip.rotation(j).read(window, rotations[j]);
      RotationVectors.alignSigns(rotations[j], window.count());
      if (clip.hasTranslation(j)) {
        translations[j] = new double[3 * window.count()];
        clip.translation(j).read(window, translations[j]);
      }
    }
    List<Gap> gaps = new ArrayList<>();
    for (Gap gap : stretches.find(rotations, translations, window.count())) {
      if (gap.frames().count() <= longestS * clip.rateHz()) {
        Frames run =
            new Frames(gap.frames().from() + window.from(), gap.frames().to() + window.from());
        gaps.add(new Gap(gap.top(), run, gap.atRest(), gap.leapRad()));
      }
    }
    return gaps;
  }

  private static BitSet parts(Skeleton skeleton, Gap gap) {
    BitSet parts = new BitSet();
    if (gap.isWholeBody()) {
      parts.set(0, skeleton.size());
    } else {
      parts.set(gap.top());
      parts = skeleton.below(parts);
    }
    return parts;
  }

  /**
   * {@code out} with those frames of the gap that are wanted, filled from the samples of {@code
   * in}.
   */
  private Motion filled(
      Motion motion, Motion out, Frames window, Frames gap, BitSet joints, Frames wanted) {
    Clip in = motion.clip();
    Frames run = gap.within(wanted);
    if (run.isEmpty()) {
      return out;
    }
    boolean inner = gap.from() > 0 && gap.to() < in.frames();
    boolean longer = gap.count() > LONG * in.rateHz();
    boolean limb = joints.cardinality() < in.skeleton().size() / 2;
    Optional<Integer> like =
        borrows && inner && longer && limb
            ? new LikeStretch(motion, joints, gap).find()
            : Optional.empty();
    GapFiller filler = new GapFiller(in.rateHz());
    MeanReversion reversion = new MeanReversion(in.rateHz());
    int far = (int) Math.ceil(MeanReversion.FAR_S * in.rateHz());
    Frames within = new Frames(gap.from() - window.from(), gap.to() - window.from());
    int skip = run.from() - window.from();
    Clip result = out.clip();
    for (int j = joints.nextSetBit(0); j >= 0; j = joints.nextSetBit(j + 1)) {
      double[] q = new double[4 * window.count()];
      in.rotation(j).read(window, q);
      if (moves(q, 4, window.count())) {
        if (like.isPresent()) {
          double[] course = new double[4 * (gap.count() + 2)];
          in.rotation(j).read(new Frames(like.get(), like.get() + gap.count() + 2), course);
          filler.borrowed(q, window.count(), within, course);
        } else {
          filler.rotations(q, window.count(), within);
          if (inner && longer) {
            Frames around = gap.grown(far).within(in.allFrames());
            double[] known = new double[4 * around.count()];
            in.rotation(j).read(around, known);
            Frames hole = new Frames(gap.from() - around.from(), gap.to() - around.from());
            reversion.apply(q, within, known, hole);
          }
        }
        result = result.withRotation(j, patched(result.rotation(j), run, q, skip));
      }
      if (in.hasTranslation(j)) {
        double[] p = new double[3 * window.count()];
        in.translation(j).read(window, p);
        filler.places(p, window.count(), within);
        result = result.withTranslation(j, patched(result.translation(j), run, p, skip));
      }
    }
    return out.with(result).with(Filled.of(out).with(joints, run));
  }

  private static boolean moves(double[] q, int width, int count) {
    for (int i = width; i < width * count; i++) {
      if (q[i] != q[i - width]) {
        return true;
      }
    }
    return false;
  }

  private static Track patched(Track track, Frames run, double[] values, int skip) {
    int width = track.width();
    return track.with(run, Arrays.copyOfRange(values, width * skip, width * (skip + run.count())));
  }
}
