package waxhand.core.evaluate;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import waxhand.core.body.Body;
import waxhand.core.chain.Chain;
import waxhand.core.chain.Pass;
import waxhand.core.chain.Plate;
import waxhand.core.chain.Prepared;
import waxhand.core.chain.PreparedPlate;
import waxhand.core.motion.FrameSet;
import waxhand.core.motion.Frames;
import waxhand.core.motion.TimeMap;
import waxhand.core.motion.Track;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;

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
    TimeMap before;
    TimeMap after;

    /** Null until the plate was prepared, and while it does not act. */
    PreparedPlate ready;

    /** The body that it was prepared for. */
    Body body;

    boolean settle;
    boolean sameInput;
    Motion out;
    FrameSet stale;

    /** What the plate as it is made of what when all was last worked out, if that is of use. */
    Optional<PreparedPlate.Done> done = Optional.empty();

    /** All frames that come out. */
    Frames all() {
      return Frames.first(after.frames());
    }

    boolean cuts() {
      return plate.reshapesTime();
    }

    /** The frames it acts on. */
    Frames active() {
      return plate.active(before.frames());
    }

    /** Those and the one behind them: what ends where they end begins anew there. */
    FrameSet touched() {
      Frames active = active();
      return active.isEmpty()
          ? FrameSet.NONE
          : FrameSet.of(new Frames(active.from(), active.to() + 1).within(all()));
    }
  }

  /**
   * Motions along a chain: number 0 is the raw one, number n the one after n plates.
   *
   * @param chain what was evaluated
   * @param motions one more than there are plates
   * @param prepared what the plates' passes found; empty for plates that do not act
   * @param whole whether they are right in all frames, not only in those wanted soonest
   */
  public record Stages(
      Chain chain, List<Motion> motions, List<Optional<Prepared>> prepared, boolean whole) {
    public Motion result() {
      return motions.get(motions.size() - 1);
    }

    /**
     * A plate's pass with everything found filled in, to be read; as it is set where the plate does
     * not act.
     */
    public Pass pass(int index) {
      return prepared.get(index).map(Prepared::shown).orElse(chain.plates().get(index).pass());
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
      shape(k, work);
    }
    Frames soon = focus.within(raw.clip().allFrames());
    if (!soon.isEmpty()) {
      boolean more = false;
      for (int k = 0; k < stages.size(); k++) {
        TimeMap after = stages.get(k).after;
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
    remember();
    return result;
  }

  private Motion input(int k) {
    return k == 0 ? raw : stages.get(k - 1).out;
  }

  private Stages snapshot(Chain chain, boolean whole) {
    List<Motion> motions = new ArrayList<>();
    List<Optional<Prepared>> prepared = new ArrayList<>();
    motions.add(raw);
    for (Stage stage : stages) {
      motions.add(stage.out);
      prepared.add(Optional.ofNullable(stage.ready).map(PreparedPlate::full));
    }
    return new Stages(chain, List.copyOf(motions), List.copyOf(prepared), whole);
  }

  // ---- what a new chain changes ------------------------------------------------------------

  /**
   * Lines the kept stages up with a new chain. {@code differs} holds, along the way, the frames in
   * which the new motion at this point can differ from the old one.
   */
  private void align(Chain chain) {
    List<Stage> aligned = new ArrayList<>();
    FrameSet differs = FrameSet.NONE;
    TimeMap map = TimeMap.all(raw.clip().frames());
    int next = 0;
    for (int k = 0; k < chain.size(); k++) {
      Plate plate = chain.placed(k, map);
      int old = find(plate.id(), next);
      Stage stage = new Stage();
      stage.plate = plate;
      stage.before = map;
      map = plate.after(map);
      stage.after = map;
      Stage kept = old < 0 ? null : stages.get(old);
      if (kept != null) {
        for (int gone = next; gone < old; gone++) {
          Stage left = stages.get(gone);
          differs =
              left.cuts()
                  ? FrameSet.of(Frames.first(stage.before.frames()))
                  : differs.union(left.touched());
        }
        next = old + 1;
      }
      boolean sameTime =
          kept != null
              && kept.cuts() == stage.cuts()
              && kept.before.equals(stage.before)
              && kept.after.equals(stage.after)
              && kept.out != null;
      if (sameTime) {
        differs = keep(stage, kept, differs);
      } else if (kept == null && !stage.cuts() && inputOf(aligned) != null) {
        FrameSet active = stage.touched();
        stage.out = inputOf(aligned);
        FrameSet unsure = aligned.isEmpty() ? FrameSet.NONE : lastStale(aligned);
        stage.stale = active.union(unsure);
        stage.settle = true;
        differs = differs.union(active);
      } else {
        stage.stale = FrameSet.of(stage.all());
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
    stage.ready = kept.ready;
    stage.body = kept.body;
    boolean sameWork =
        plate.pass().equals(kept.plate.pass())
            && plate.scope().equals(kept.plate.scope())
            && plate.span().equals(kept.plate.span())
            && plate.weight() == kept.plate.weight()
            && plate.acts() == kept.plate.acts();
    stage.settle = kept.settle || !sameWork || !differs.isEmpty();
    stage.sameInput = !kept.settle && differs.isEmpty() && plate.place().equals(kept.plate.place());
    // what another setting changes is told once the pass is prepared
    Plate last = kept.plate.withName(plate.name());
    boolean settingOnly = sameKind(plate, last) && plate.equals(last.withPass(plate.pass()));
    boolean changed = !settingOnly && !plate.equals(last);
    if (stage.cuts()) {
      FrameSet all = FrameSet.of(stage.all());
      stage.stale = changed || !differs.isEmpty() ? all : kept.stale;
      return changed || !differs.isEmpty() ? all : FrameSet.NONE;
    }
    stage.done = changed ? Optional.empty() : kept.done;
    FrameSet spread = differs.union(spread(differs, kept.ready, stage.active()));
    if (changed) {
      spread = spread.union(stage.touched());
      spread = spread.union(kept.touched());
    }
    stage.stale = kept.stale.union(spread);
    return spread;
  }

  private static boolean sameKind(Plate a, Plate b) {
    return a.pass().kind() == b.pass().kind();
  }

  private static FrameSet lastStale(List<Stage> aligned) {
    return aligned.get(aligned.size() - 1).stale;
  }

  /** How far a difference of the input goes through a plate; all it acts on while not prepared. */
  private static FrameSet spread(FrameSet differs, PreparedPlate ready, Frames active) {
    if (differs.isEmpty() || active.isEmpty()) {
      return FrameSet.NONE;
    }
    return ready == null
        ? FrameSet.of(active)
        : differs.grown(ready.reach(), active).within(active);
  }

  private int find(String id, int from) {
    for (int i = from; i < stages.size(); i++) {
      if (stages.get(i).plate.id().equals(id)) {
        return i;
      }
    }
    return -1;
  }

  /** Prepares plate {@code k} again, and tells what changes if that came out new. */
  private void settle(int k, Work work) {
    Stage stage = stages.get(k);
    if (!stage.settle) {
      return;
    }
    Plate plate = stage.plate;
    PreparedPlate was = stage.ready;
    PreparedPlate now = plate.acts() ? prepared(k, work) : null;
    stage.settle = false;
    // an equal body that is made anew has joints that are other objects
    boolean onSame = stage.body == input(k).body();
    stage.body = input(k).body();
    stage.ready = now != null && was != null && now.alike(was) && onSame ? now.keeping(was) : now;
    if (now != null && was != null && now.alike(was)) {
      return;
    }
    stage.done = Optional.empty();
    FrameSet changed = changed(stage, was);
    for (int later = k; later < stages.size(); later++) {
      Stage s = stages.get(later);
      if (later > k) {
        changed =
            s.cuts() ? FrameSet.of(s.all()) : changed.union(spread(changed, s.ready, s.active()));
        s.settle |= !changed.isEmpty();
        s.sameInput &= changed.isEmpty();
      }
      s.stale = s.stale.union(changed);
    }
  }

  private PreparedPlate prepared(int k, Work work) {
    Stage stage = stages.get(k);
    Pass pass = stage.plate.pass();
    if (k > 0 && pass.finds()) {
      ensure(k - 1, stages.get(k - 1).all(), work);
    }
    work.check();
    Motion in = input(k);
    Prepared before =
        stage.sameInput && stage.ready != null && stage.ready.plate().pass().kind() == pass.kind()
            ? stage.ready.full()
            : null;
    if (before == null) {
      return stage.plate.prepared(in);
    }
    boolean same = stage.ready.plate().pass().equals(pass);
    return stage.plate.prepared(in, same ? before : pass.prepared(in, stage.plate.place(), before));
  }

  /** What comes out otherwise once a stage was prepared anew. */
  private static FrameSet changed(Stage stage, PreparedPlate was) {
    if (stage.cuts()) {
      return FrameSet.of(stage.all());
    }
    Frames active = stage.active();
    boolean comparable =
        stage.sameInput
            && stage.ready != null
            && was != null
            && stage.ready.weak().isEmpty()
            && was.weak().isEmpty()
            && sameKind(stage.plate, was.plate());
    return comparable ? stage.ready.full().differing(was.full(), active) : FrameSet.of(active);
  }

  /**
   * Sees to it that what comes out of plate {@code k} stands on the right joints and is as long as
   * it must be, so that the next plate can be prepared; its samples may be stale.
   */
  private void shape(int k, Work work) {
    Stage stage = stages.get(k);
    if (stage.stale.isEmpty()) {
      return;
    }
    if (stage.cuts()) {
      cut(k, work);
      return;
    }
    Motion shaped = input(k);
    Frames active = stage.active();
    boolean reshapes = stage.plate.pass().reshapes() == Pass.Reshapes.SKELETON;
    if (stage.ready != null && reshapes && !active.isEmpty()) {
      shaped = stage.ready.apply(shaped, new Frames(active.from(), active.from() + 1), work);
    }
    boolean fits = stage.out != null && stage.out.body().equals(shaped.body());
    if (!fits) {
      stage.out = shaped;
      stage.stale = FrameSet.of(stage.all());
    }
  }

  // ---- computing ---------------------------------------------------------------------------

  private void ensure(int k, Frames range, Work work) {
    Stage stage = stages.get(k);
    if (stage.cuts()) {
      cut(k, work);
      return;
    }
    Frames active = stage.active();
    // whole chunks, so that stages which leave them alone can share them
    int block = stage.ready == null ? Track.CHUNK : stage.ready.full().block();
    for (Frames run : stage.stale.within(range).rounded(block, stage.all()).runs()) {
      work.check();
      Frames acting = run.within(active);
      if (k > 0) {
        ensure(k - 1, run, work);
        int reach = acting.isEmpty() ? 0 : stage.ready.reach();
        ensure(k - 1, acting.grown(reach).within(stage.all()), work);
      }
      Motion in = input(k);
      Motion out = in;
      if (acting.isEmpty() && stage.out != null && !in.body().equals(stage.out.body())) {
        // frames it does not act on stand on its body all the same
        out = in.with(in.clip().withSkeleton(stage.out.clip().skeleton()), stage.out.body());
      } else if (!acting.isEmpty()) {
        out = stage.ready.apply(in, acting, work, stage.done);
        chunksComputed += chunks(acting);
      }
      stage.out = stage.out == null ? out : stage.out.patched(run, out);
      stage.stale = stage.stale.minus(run);
    }
  }

  /** Passes that change time are worked out as a whole. */
  private void cut(int k, Work work) {
    Stage stage = stages.get(k);
    if (stage.stale.isEmpty()) {
      return;
    }
    if (k > 0) {
      ensure(k - 1, stages.get(k - 1).all(), work);
    }
    Motion in = input(k);
    stage.out = stage.ready.apply(in, in.clip().allFrames(), work);
    chunksComputed += chunks(stage.all());
    stage.stale = FrameSet.NONE;
  }

  /** Keeps what came of what, of stages whose results are all there and that can use it. */
  private void remember() {
    boolean whole = true;
    for (int k = 0; k < stages.size(); k++) {
      Stage stage = stages.get(k);
      boolean both = whole && stage.stale.isEmpty();
      stage.done =
          both && stage.ready != null && !stage.cuts()
              ? stage.ready.done(input(k), stage.out)
              : Optional.empty();
      whole = stage.stale.isEmpty();
    }
  }

  private static int chunks(Frames run) {
    return (run.to() - 1) / Track.CHUNK - run.from() / Track.CHUNK + 1;
  }

  private void keepWithinBudget() {
    long most = 0;
    for (Stage stage : stages) {
      most += stage.out.clip().bytesBeyond(null);
    }
    if (most <= budgetBytes) {
      // what stages share need not be counted
      return;
    }
    long[] own = new long[stages.size()];
    long sum = 0;
    for (int k = 0; k < own.length; k++) {
      own[k] = stages.get(k).out.clip().bytesBeyond(input(k).clip());
      sum += own[k];
    }
    for (int k = 0; k < own.length - 1 && sum > budgetBytes; k++) {
      Stage stage = stages.get(k);
      boolean alike = stage.out.body().skeleton().size() == input(k).body().skeleton().size();
      stage.out = stage.cuts() || !alike ? null : input(k);
      stage.stale = FrameSet.of(stage.all());
      sum -= own[k];
    }
  }
}
