package waxhand.desk.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import waxhand.core.evaluate.Evaluator.Stages;
import waxhand.core.motion.TimeMap;
import waxhand.core.scene.Motion;
import waxhand.core.survey.Finding;
import waxhand.core.survey.Survey;
import waxhand.core.survey.Surveyor;
import waxhand.core.survey.Unreached;
import waxhand.core.work.Work;
import waxhand.desk.notice.Jobs;

/**
 * Keeps a survey of the take's result, on a thread of its own. While it runs the last one stands; a
 * newer result stops the survey of an older one.
 */
public final class Surveys {
  /**
   * What was found in what.
   *
   * @param takeId the take
   * @param motion the result that was surveyed
   * @param timing which frames of the raw take it has
   * @param survey its findings, their frames counted in the raw take
   */
  public record Found(String takeId, Motion motion, TimeMap timing, Survey survey) {
    /** A finding with its frames counted in the motion. */
    public Finding local(Finding raw) {
      return raw.at(timing.local(raw.frames()), timing.local(raw.worst()));
    }
  }

  private final Session session;
  private final Jobs jobs;
  private final ExecutorService thread = Background.thread("survey");
  private final Patience patience = new Patience(thread);
  private final AtomicLong wanted = new AtomicLong();
  private final ReadOnlyObjectWrapper<Optional<Found>> found =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private final ReadOnlyObjectWrapper<OptionalInt> inRaw =
      new ReadOnlyObjectWrapper<>(OptionalInt.empty());
  private Surveyor surveyor = new Surveyor();
  private String surveyed = "";
  private volatile String counted = "";
  private Runnable stopped = () -> {};

  public Surveys(Session session, Jobs jobs) {
    this.session = session;
    this.jobs = jobs;
    session
        .takeProperty()
        .addListener(
            (o, a, b) -> {
              boolean same = a.isPresent() && b.isPresent() && a.get().id().equals(b.get().id());
              // what is surveyed is out of date, and would take the processors from the new result
              wanted.incrementAndGet();
              if (!same) {
                patience.forget();
                found.set(Optional.empty());
                inRaw.set(OptionalInt.empty());
                counted = "";
              }
            });
    session.stagesProperty().addListener((o, a, b) -> update());
  }

  public ReadOnlyObjectProperty<Optional<Found>> foundProperty() {
    return found.getReadOnlyProperty();
  }

  /** How many findings the raw take has; empty until that is known. */
  public ReadOnlyObjectProperty<OptionalInt> inRawProperty() {
    return inRaw.getReadOnlyProperty();
  }

  /** Called when the artist has stopped a survey. */
  public void onStop(Runnable action) {
    stopped = action;
  }

  private void stop() {
    wanted.incrementAndGet();
    stopped.run();
  }

  private void update() {
    long ticket = wanted.incrementAndGet();
    Optional<Stages> stages = session.stagesProperty().get();
    Optional<Motion> result = stages.map(Stages::result);
    // early stages are not right in all frames yet
    boolean whole = stages.map(Stages::whole).orElse(false);
    if (result.isEmpty() || !whole || session.takeProperty().get().isEmpty()) {
      return;
    }
    String id = session.takeProperty().get().get().id();
    if (found.get().map(f -> f.motion() == result.get() && f.takeId().equals(id)).orElse(false)) {
      return;
    }
    TimeMap timing = session.timingAt(Flag.RESULT);
    Motion raw = session.takeProperty().get().get().raw().motion();
    patience
        .next()
        .execute(
            () -> {
              if (wanted.get() != ticket) {
                return;
              }
              Jobs.Job job = jobs.start("Surveying", this::stop);
              try {
                Work work = job.until(() -> wanted.get() != ticket);
                survey(ticket, id, stages.get(), timing, work);
                countRaw(ticket, id, raw, result.get(), work);
              } finally {
                job.end();
              }
            });
  }

  private void survey(long ticket, String id, Stages stages, TimeMap timing, Work work) {
    Motion motion = stages.result();
    if (!id.equals(surveyed)) {
      surveyor = new Surveyor();
      surveyed = id;
    }
    try {
      work.check();
      long begun = System.nanoTime();
      Survey local = surveyor.survey(motion, work);
      patience.took(System.nanoTime() - begun);
      List<Finding> findings = new ArrayList<>(Unreached.of(stages));
      local.findings().stream()
          .map(f -> f.at(timing.raw(f.frames()), timing.raw(f.worst())))
          .forEach(findings::add);
      Survey survey = new Survey(findings, local.floorM());
      Platform.runLater(
          () -> {
            if (wanted.get() == ticket) {
              found.set(Optional.of(new Found(id, motion, timing, survey)));
            }
          });
    } catch (CancellationException e) {
      // a newer result is on its way, or the artist stopped it
    } catch (RuntimeException | OutOfMemoryError e) {
      surveyor = new Surveyor();
      Platform.runLater(() -> jobs.failed("The take could not be surveyed", e));
    }
  }

  /** Once for every take: where a chain was there before any survey, the list began longer. */
  private void countRaw(long ticket, String id, Motion raw, Motion result, Work work) {
    if (id.equals(counted) || wanted.get() != ticket) {
      return;
    }
    try {
      int count = (raw == result ? surveyor : new Surveyor()).survey(raw, work).findings().size();
      counted = id;
      Platform.runLater(
          () -> {
            if (session.takeProperty().get().map(t -> t.id().equals(id)).orElse(false)) {
              inRaw.set(OptionalInt.of(count));
            }
          });
    } catch (CancellationException e) {
      // tried again with the next survey
    } catch (RuntimeException | OutOfMemoryError e) {
      counted = id;
    }
  }

  public void close() {
    wanted.incrementAndGet();
    thread.shutdownNow();
  }
}
