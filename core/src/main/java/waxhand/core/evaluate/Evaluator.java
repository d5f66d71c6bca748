package waxhand.core.evaluate;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import waxhand.core.motion.Clip;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.Motion;
import waxhand.core.motion.Track;
import waxhand.core.passes.Chain;
import waxhand.core.passes.Pass;
import waxhand.core.passes.Plate;
import waxhand.core.passes.Timing;
import waxhand.core.passes.Work;

/**
 * Keeps the motion after every plate of a chain and, when the chain changes, computes anew only the
 * frames that the change can reach. Plates are known by their ids, so that adding, muting, moving
 * or changing one leaves the work of the others.
 *
 * <p>Used by one thread at a time. A stopped evaluation leaves the evaluator consistent: what was
 * not computed is still known to be stale.
 */
public final class Evaluator {
  private final Motion raw;
  private final long budgetBytes;
  private List<Stage> stages = new ArrayList<>();
  private long chunksComputed;

  /**
   * A plate, its span where it is in what is left there, with its last result; {@code out} is right
   * in all frames but {@code stale}, and null until any of it is known.
   */
  private static final class Stage {
    Plate plate;
    Timing before;
    Timing after;
    Pass settled;
    boolean settle;
    boolean sameInput;
    Motion out;
    FrameSet stale;

    /** All frames that come out. */
    Frames all() {
      return Frames.first(after.frames());
    }

    boolean cuts() {
      return after.frames() != before.frames();
    }
  }

  /**
   * Motions along a chain: number 0 is the raw one, number n the one after n plates.
   *
   * @param chain what was evaluated
   * @param motions one more than there are plates
   * @param passes the plates' passes with everything found filled in
   * @param whole whether they are right in all frames, not only in those wanted soonest
   */
  public record Stages(Chain chain, List<Motion> motions, List<Pass> passes, boolean whole) {
    public Motion result() {
      return motions.get(motions.size() - 1);
    }
  }

  /**
   * @param budgetBytes how much the stages' own samples may take; above it the results of the
   *     earliest plates are dropped and made again when needed
   */
  public Evaluator(Motion raw, long budgetBytes) {
    this.raw = raw;
    this.budgetBytes = budgetBytes;
  }

  public Evaluator(Motion raw) {
    this(raw, Long.MAX_VALUE);
  }

  public Motion raw() {
    return raw;
  }

  /** How many chunks of frames have been computed since the start, over all plates. */
  public long chunksComputed() {
    return chunksComputed;
  }

  /** The motions after every plate of {@code chain}. */
  public Stages evaluate(Chain chain, Work work) {
    return evaluate(chain, Frames.NONE, work, stages -> {});
  }

  /**
   * The motions after every plate of {@code chain}, those of {@code focus} first.
   *
   * @param focus frames wanted soonest
   * @param early told once they are right, if that was not all that had to be done
   * @throws java.util.concurrent.CancellationException if {@code work} was stopped
   */
  public Stages evaluate(Chain chain, Frames focus, Work work, Consumer<Stages> early) {
    align(chain);
    for (int k = 0; k < stages.size(); k++) {
      settle(k, work);
    }
    Frames soon = focus.within(raw.clip().allFrames());
    if (!soon.isEmpty()) {
      boolean more = false;
      for (int k = 0; k < stages.size(); k++) {
        Timing after = stages.get(k).after;
        int from = after.local(soon.from());
        ensure(k, new Frames(from, from + soon.count()).within(stages.get(k).all()), work);
      }
      for (Stage stage : stages) {
        more |= !stage.stale.isEmpty();
      }
      if (more) {
        early.accept(snapshot(chain, false));
      }
    }
    for (int k = 0; k < stages.size(); k++) {
      ensure(k, stages.get(k).all(), work);
      work.done((k + 1.0) / stages.size());
    }
    Stages result = snapshot(chain, true);
    keepWithinBudget();
    return result;
  }

  private Motion input(int k) {
    return k == 0 ? raw : stages.get(k - 1).out;
  }

  private Stages snapshot(Chain chain, boolean whole) {
    List<Motion> motions = new ArrayList<>();
    List<Pass> passes = new ArrayList<>();
    motions.add(raw);
    for (Stage stage : stages) {
      motions.add(stage.out);
      passes.add(stage.settled);
    }
    return new Stages(chain, List.copyOf(motions), List.copyOf(passes), whole);
  }

  /**
   * Lines the kept stages up with a new chain. {@code differs} holds, along the way, the frames in
   * which the new motion at this point can differ from the old one.
   */
  private void align(Chain chain) {
    List<Stage> aligned = new ArrayList<>();
    FrameSet differs = FrameSet.NONE;
    Timing timing = Timing.all(raw.clip().frames());
    int next = 0;
    for (int k = 0; k < chain.size(); k++) {
      Plate plate = chain.placed(k, timing);
      int old = find(plate.id(), next);
      Stage stage = new Stage();
      stage.plate = plate;
      stage.before = timing;
      timing = plate.after(timing);
      stage.after = timing;
      Stage kept = old < 0 ? null : stages.get(old);
      if (kept != null) {
        for (int gone = next; gone < old; gone++) {
          Stage left = stages.get(gone);
          differs =
              left.cuts()
                  ? FrameSet.of(Frames.first(stage.before.frames()))
                  : differs.union(FrameSet.of(left.plate.active(left.before.frames())));
        }
        next = old + 1;
      }
      boolean lengths =
          kept != null
              && kept.before.equals(stage.before)
              && kept.after.equals(stage.after)
              && kept.out != null;
      if (lengths) {
        differs = keep(stage, kept, differs);
      } else if (kept == null && !stage.cuts() && inputOf(aligned) != null) {
        FrameSet active = FrameSet.of(plate.active(stage.before.frames()));
        stage.out = inputOf(aligned);
        FrameSet unsure = aligned.isEmpty() ? FrameSet.NONE : lastStale(aligned);
        stage.stale = active.union(unsure);
        stage.settled = plate.pass();
        stage.settle = true;
        differs = differs.union(active);
      } else {
        stage.stale = FrameSet.of(stage.all());
        stage.settled = plate.pass();
        stage.settle = true;
        differs = FrameSet.of(stage.all());
      }
      aligned.add(stage);
    }
    stages = aligned;
  }

  private Motion inputOf(List<Stage> aligned) {
    return aligned.isEmpty() ? raw : aligned.get(aligned.size() - 1).out;
  }

  /**
   * Goes on with the result that is there.
   *
   * @param differs frames in which the input can differ
   * @return frames in which the result can
   */
  private FrameSet keep(Stage stage, Stage kept, FrameSet differs) {
    Plate plate = stage.plate;
    stage.out = kept.out;
    stage.settled = kept.settled;
    boolean sameWork =
        plate.pass().equals(kept.plate.pass()) && plate.scope().equals(kept.plate.scope());
    stage.settle = kept.settle || !sameWork || !differs.isEmpty();
    stage.sameInput = !kept.settle && differs.isEmpty() && plate.span().equals(kept.plate.span());
    // what another setting changes is told once the pass is settled
    Plate last = kept.plate.withName(plate.name());
    boolean settingOnly = sameKind(plate, last) && plate.equals(last.withPass(plate.pass()));
    boolean changed = !settingOnly && !plate.equals(last);
    if (stage.cuts()) {
      FrameSet all = FrameSet.of(stage.all());
      stage.stale = changed || !differs.isEmpty() ? all : kept.stale;
      return changed || !differs.isEmpty() ? all : FrameSet.NONE;
    }
    int frames = stage.before.frames();
    FrameSet spread = differs.union(spread(differs, kept, plate, frames));
    if (changed) {
      spread = spread.union(FrameSet.of(plate.active(frames)));
      spread = spread.union(FrameSet.of(kept.plate.active(frames)));
    }
    stage.stale = kept.stale.union(spread);
    return spread;
  }

  private static boolean sameKind(Plate a, Plate b) {
    return sameKind(a.pass(), b.pass());
  }

  private static boolean sameKind(Pass a, Pass b) {
    return a.kind() == b.kind();
  }

  private static FrameSet lastStale(List<Stage> aligned) {
    return aligned.get(aligned.size() - 1).stale;
  }

  private FrameSet spread(FrameSet differs, Stage kept, Plate plate, int frames) {
    Frames active = plate.active(frames);
    return differs.isEmpty() || active.isEmpty()
        ? FrameSet.NONE
        : differs
            .grown(kept.settled.reach(raw, plate.place()), Frames.first(frames))
            .within(active);
  }

  private int find(String id, int from) {
    for (int i = from; i < stages.size(); i++) {
      if (stages.get(i).plate.id().equals(id)) {
        return i;
      }
    }
    return -1;
  }

  /** Finds again what plate {@code k} takes from its input, and what changes if it came out new. */
  private void settle(int k, Work work) {
    Stage stage = stages.get(k);
    if (!stage.settle) {
      return;
    }
    Pass found = stage.plate.pass();
    if (!found.isSettled() && stage.plate.acts()) {
      if (k > 0) {
        ensure(k - 1, stages.get(k - 1).all(), work);
      }
      boolean again =
          stage.sameInput && stage.settled.isSettled() && sameKind(found, stage.settled);
      found =
          again
              ? found.settled(input(k), stage.plate.place(), stage.settled)
              : found.settled(input(k), stage.plate.place());
    }
    stage.settle = false;
    if (!found.equals(stage.settled)) {
      FrameSet changed = changed(stage, found);
      stage.settled = found;
      for (int later = k; later < stages.size(); later++) {
        Stage s = stages.get(later);
        if (later > k) {
          changed =
              s.cuts()
                  ? FrameSet.of(s.all())
                  : changed.union(spread(changed, s, s.plate, s.before.frames()));
          s.settle = true;
          s.sameInput = false;
        }
        s.stale = s.stale.union(changed);
      }
    }
  }

  /** What comes out otherwise once a stage's pass is another. */
  private FrameSet changed(Stage stage, Pass found) {
    if (stage.cuts()) {
      return FrameSet.of(stage.all());
    }
    Frames active = stage.plate.active(stage.before.frames());
    boolean alike =
        stage.sameInput
            && found.isSettled()
            && stage.settled.isSettled()
            && sameKind(found, stage.settled);
    return alike ? found.differing(stage.settled, raw, active) : FrameSet.of(active);
  }

  private void ensure(int k, Frames range, Work work) {
    Stage stage = stages.get(k);
    if (stage.cuts()) {
      cut(k, work);
      return;
    }
    Frames active = stage.plate.active(stage.before.frames());
    // whole chunks, so that stages which leave them alone can share them
    for (Frames run : stage.stale.within(range).rounded(Track.CHUNK, stage.all()).runs()) {
      work.check();
      Frames acting = run.within(active);
      if (k > 0) {
        ensure(k - 1, run, work);
        int reach = acting.isEmpty() ? 0 : stage.settled.reach(input(k), stage.plate.place());
        ensure(k - 1, acting.grown(reach).within(stage.all()), work);
      }
      Motion in = input(k);
      Motion out = in;
      if (!acting.isEmpty()) {
        out = stage.plate.withPass(stage.settled).apply(in, acting, work);
        chunksComputed += chunks(acting);
      }
      if (stage.out == null) {
        stage.out = in;
      }
      Clip patched = stage.out.clip().with(run, out.clip());
      stage.out =
          patched.skeleton() == out.clip().skeleton()
              ? out.with(patched).with(stage.out.filled().with(run, out.filled()))
              : out;
      stage.stale = stage.stale.minus(run);
    }
  }

  /** Passes that cut frames out are worked out as a whole. */
  private void cut(int k, Work work) {
    Stage stage = stages.get(k);
    if (stage.stale.isEmpty()) {
      return;
    }
    if (k > 0) {
      ensure(k - 1, stages.get(k - 1).all(), work);
    }
    Motion in = input(k);
    stage.out = stage.plate.withPass(stage.settled).apply(in, in.clip().allFrames(), work);
    chunksComputed += chunks(stage.all());
    stage.stale = FrameSet.NONE;
  }

  private static int chunks(Frames run) {
    return (run.to() - 1) / Track.CHUNK - run.from() / Track.CHUNK + 1;
  }

  private void keepWithinBudget() {
    long[] own = new long[stages.size()];
    long sum = 0;
    for (int k = 0; k < own.length; k++) {
      own[k] = stages.get(k).out.clip().bytesBeyond(input(k).clip());
      sum += own[k];
    }
    for (int k = 0; k < own.length - 1 && sum > budgetBytes; k++) {
      Stage stage = stages.get(k);
      stage.out = stage.cuts() ? null : input(k);
      stage.stale = FrameSet.of(stage.all());
      sum -= own[k];
    }
  }
}
