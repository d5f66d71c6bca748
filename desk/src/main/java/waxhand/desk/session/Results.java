package waxhand.desk.session;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import waxhand.core.chain.Chain;
import waxhand.core.evaluate.Evaluator;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.measure.Distance;
import waxhand.core.motion.Frames;
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

  private final Session session;
  private final Jobs jobs;
  private final ExecutorService thread = Background.thread("results");
  private final AtomicLong wanted = new AtomicLong();
  private final ObjectProperty<Optional<Sketch>> sketch =
      new SimpleObjectProperty<>(Optional.empty());
  private Evaluator evaluator;

  public Results(Session session, Jobs jobs) {
    this.session = session;
    this.jobs = jobs;
    session.takeProperty().addListener((o, a, b) -> update());
    session.flagAProperty().addListener((o, a, b) -> update());
    session.flagBProperty().addListener((o, a, b) -> update());
  }

  public ObjectProperty<Optional<Sketch>> sketchProperty() {
    return sketch;
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
    Motion raw = take.get().raw().motion();
    int a = session.flagAProperty().get().index(chain);
    int b = session.flagBProperty().get().index(chain);
    Jobs.Job job = jobs.start("Working out " + take.get().name(), () -> wanted.incrementAndGet());
    thread.execute(
        () -> {
          try {
            compute(ticket, raw, chain, focus, a, b, job);
          } finally {
            job.end();
          }
        });
  }

  private void compute(
      long ticket, Motion raw, Chain chain, Frames focus, int a, int b, Jobs.Job job) {
    Work work = job.until(() -> wanted.get() != ticket);
    if (evaluator == null || evaluator.raw() != raw) {
      evaluator = new Evaluator(raw, BUDGET_BYTES);
    }
    try {
      work.check();
      Stages stages =
          evaluator.evaluate(
              chain, focus, work, early -> show(ticket, s -> s.set(Optional.of(early))));
      show(ticket, s -> s.set(Optional.of(stages)));
      List<Double> effects = new ArrayList<>();
      for (int k = 0; k < chain.size(); k++) {
        work.check();
        effects.add(Distance.overall(stages.motions().get(k), stages.motions().get(k + 1)));
      }
      double[][] distance =
          Distance.byPart(
              stages.motions().get(a),
              chain.timing(raw.clip().frames(), a),
              stages.motions().get(b),
              chain.timing(raw.clip().frames(), b),
              SAMPLES);
      Sketch drawn = new Sketch(chain, effects, distance);
      show(ticket, s -> sketch.set(Optional.of(drawn)));
    } catch (CancellationException e) {
      // a newer state is on its way
    } catch (RuntimeException | OutOfMemoryError e) {
      evaluator = null;
      Platform.runLater(() -> jobs.failed("The chain could not be worked out", e));
    }
  }

  private void show(long ticket, Consumer<ObjectProperty<Optional<Stages>>> change) {
    Platform.runLater(
        () -> {
          if (wanted.get() == ticket) {
            change.accept(session.stagesProperty());
          }
        });
  }

  public void close() {
    wanted.incrementAndGet();
    thread.shutdownNow();
  }
}
