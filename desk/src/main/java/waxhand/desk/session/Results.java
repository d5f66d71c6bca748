package waxhand.desk.session;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.chain.Chain;
import waxhand.core.character.Wardrobe;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.measure.Distance;
import waxhand.core.motion.Frames;
import waxhand.core.project.Project;
import waxhand.core.project.Take;
import waxhand.core.scene.Motion;
import waxhand.core.work.Work;
import waxhand.desk.notice.Jobs;

/**
 * Keeps the session's stages up to date. Work runs on one thread of its own; a newer state stops
 * the work on an older one, and late results are dropped.
 */
public final class Results {
  /** Samples of the distance strip and of the effect bars. */
  private static final int SAMPLES = 600;

  /** Frames around the playhead that are computed first. */
  private static final int FOCUS = 48;

  /**
   * The pose is waited for after an edit where it was there so soon the last time: drawn at once
   * with what else the edit changes, it is seen sooner than after a drawing without it.
   */
  private static final long POSE_NS = TimeUnit.MILLISECONDS.toNanos(24);

  /** And so is the rest of the take so much longer, or it would have to be drawn for itself. */
  private static final long REST_NS = TimeUnit.MILLISECONDS.toNanos(2);

  /** Own samples of all stages together may take this much. */
  private static final long BUDGET_BYTES = Runtime.getRuntime().maxMemory() / 3;

  /**
   * What is drawn of a whole take.
   *
   * @param effects by how much each plate moves the body, metres
   * @param distance between flags A and B over the take by large part of the body, metres
   */
  public record Sketch(Chain chain, List<Double> effects, double[][] distance) {
    /** The largest distance of any part. */
    public double most() {
      return Arrays.stream(distance).flatMapToDouble(Arrays::stream).max().orElse(0);
    }
  }

  /** The working out of one state, and when it is there: about the playhead, and all of it. */
  private final class Round {
    private final long ticket;
    private final long begun = System.nanoTime();
    private final CompletableFuture<Optional<Stages>> early = new CompletableFuture<>();
    private final CompletableFuture<Optional<Stages>> whole = new CompletableFuture<>();

    Round(long ticket) {
      this.ticket = ticket;
    }

    void early(Optional<Stages> stages) {
      earlyNs = System.nanoTime() - begun;
      early.complete(stages);
    }

    void whole(Optional<Stages> stages) {
      wholeNs = System.nanoTime() - begun;
      earlyNs = Math.min(earlyNs, wholeNs);
      whole.complete(stages);
      early.complete(stages);
    }

    /** The most that is there; where that was waited for, less than it is not shown behind it. */
    Optional<Stages> latest() {
      return whole.isDone() ? whole.join() : early.join();
    }
  }

  private final Session session;
  private final Jobs jobs;
  private final ExecutorService thread = Background.thread("results");
  private final Patience patience = new Patience(thread);
  private final AtomicLong wanted = new AtomicLong();
  private final ObjectProperty<Optional<Sketch>> sketch =
      new SimpleObjectProperty<>(Optional.empty());
  private Evaluator evaluator;
  private Motion input;
  private Round round = new Round(0);

  /** How long it took the last time. */
  private volatile long earlyNs = Long.MAX_VALUE;

  private volatile long wholeNs = Long.MAX_VALUE;

  public Results(Session session, Jobs jobs) {
    this.session = session;
    this.jobs = jobs;
    session.takeProperty().addListener((o, a, b) -> update());
    session.flagAProperty().addListener((o, a, b) -> update());
    session.flagBProperty().addListener((o, a, b) -> update());
    session.onEdited(this::awaitSoon);
  }

  public ObjectProperty<Optional<Sketch>> sketchProperty() {
    return sketch;
  }

  /** What goes into a chain; the very same object for the same take and characters. */
  private Motion input(Project project, Take take) {
    Motion now = project.input(take);
    boolean same =
        input != null
            && input.clip() == now.clip()
            && input.body() == now.body()
            && Wardrobe.of(input).equals(Wardrobe.of(now));
    input = same ? input : now;
    return input;
  }

  private void update() {
    long ticket = wanted.incrementAndGet();
    Optional<Take> take = session.takeProperty().get();
    if (take.isEmpty()) {
      sketch.set(Optional.empty());
      session.stagesProperty().set(Optional.empty());
      return;
    }
    int frame = session.frameProperty().get();
    Frames focus = new Frames(Math.max(0, frame - FOCUS), frame + FOCUS);
    Chain chain = take.get().chain();
    Motion raw = input(session.projectProperty().get(), take.get());
    int a = session.flagAProperty().get().index(chain);
    int b = session.flagBProperty().get().index(chain);
    Jobs.Job job = jobs.start("Working out " + take.get().name(), () -> wanted.incrementAndGet());
    Round now = new Round(ticket);
    round = now;
    Work work = job.until(() -> wanted.get() != ticket);
    thread.execute(
        () ->
            attempt(
                () -> {
                  try {
                    Stages stages = evaluated(now, raw, chain, focus, work);
                    patience.next().execute(() -> attempt(() -> sketch(now, stages, a, b, work)));
                  } finally {
                    job.end();
                  }
                }));
  }

  /** Does what may be out of date by now, or fail. */
  private void attempt(Runnable action) {
    try {
      action.run();
    } catch (CancellationException | RejectedExecutionException e) {
      // a newer state is on its way, or the window closes
    } catch (RuntimeException | OutOfMemoryError e) {
      evaluator = null;
      Platform.runLater(() -> jobs.failed("The chain could not be worked out", e));
    }
  }

  private Stages evaluated(Round now, Motion raw, Chain chain, Frames focus, Work work) {
    if (evaluator == null || evaluator.raw() != raw) {
      evaluator = new Evaluator(raw, BUDGET_BYTES);
    }
    work.check();
    Stages stages =
        evaluator.evaluate(
            chain,
            focus,
            work,
            early -> {
              now.early(Optional.of(early));
              later(now, () -> session.stagesProperty().set(now.latest()));
            });
    now.whole(Optional.of(stages));
    later(now, () -> session.stagesProperty().set(now.latest()));
    return stages;
  }

  private void sketch(Round now, Stages stages, int a, int b, Work work) {
    long begun = System.nanoTime();
    Chain chain = stages.chain();
    int frames = stages.motions().get(0).clip().frames();
    List<Double> effects = new ArrayList<>();
    for (int k = 0; k < chain.size(); k++) {
      work.check();
      effects.add(Distance.overall(stages.motions().get(k), stages.motions().get(k + 1)));
    }
    work.check();
    double[][] distance =
        Distance.byPart(
            stages.motions().get(a),
            chain.timing(frames, a),
            stages.motions().get(b),
            chain.timing(frames, b),
            SAMPLES);
    patience.took(System.nanoTime() - begun);
    Sketch drawn = new Sketch(chain, effects, distance);
    later(now, () -> sketch.set(Optional.of(drawn)));
  }

  private void later(Round of, Runnable action) {
    Platform.runLater(
        () -> {
          if (wanted.get() == of.ticket) {
            action.run();
          }
        });
  }

  /** Waits for the stages where they were there soon the last time. For the UI thread. */
  private void awaitSoon() {
    if (wanted.get() != round.ticket || session.takeProperty().get().isEmpty()) {
      return;
    }
    if (earlyNs > POSE_NS) {
      return;
    }
    boolean restIsSoon = wholeNs - earlyNs <= REST_NS;
    if (await(round.early, POSE_NS)) {
      if (restIsSoon) {
        await(round.whole, REST_NS);
      }
      session.stagesProperty().set(round.latest());
    }
  }

  /** Whether they are there in that time; else they come when they are. */
  private static boolean await(CompletableFuture<Optional<Stages>> stages, long ns) {
    try {
      stages.get(ns, TimeUnit.NANOSECONDS);
      return true;
    } catch (TimeoutException e) {
      return false;
    } catch (ExecutionException e) {
      throw new IllegalStateException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  public void close() {
    wanted.incrementAndGet();
    thread.shutdownNow();
  }
}
