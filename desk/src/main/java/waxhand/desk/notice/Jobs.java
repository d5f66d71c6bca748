package waxhand.desk.notice;

import java.util.concurrent.CancellationException;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.util.Duration;
import waxhand.core.work.Work;

/** Work under way: shown after 300 ms, each with its progress and a way to stop it. */
public final class Jobs {
  private static final Duration PATIENCE = Duration.millis(300);
  private final ObservableList<Job> shown = FXCollections.observableArrayList();
  private final BiConsumer<String, Throwable> failures;

  public Jobs(BiConsumer<String, Throwable> failures) {
    this.failures = failures;
  }

  /** Jobs that have lasted long enough to be shown. */
  public ObservableList<Job> shown() {
    return shown;
  }

  public void failed(String what, Throwable cause) {
    failures.accept(what, cause);
  }

  /** Begins a job. May be called from any thread. */
  public Job start(String what, Runnable stop) {
    Job job = new Job(what, stop);
    if (Platform.isFxApplicationThread()) {
      await(job);
    } else {
      Platform.runLater(() -> await(job));
    }
    return job;
  }

  private void await(Job job) {
    PauseTransition wait = new PauseTransition(PATIENCE);
    wait.setOnFinished(
        e -> {
          if (!job.ended) {
            shown.add(job);
          }
        });
    wait.play();
  }

  /** Something that is being done. */
  public final class Job {
    private final String what;
    private final Runnable stop;
    private volatile double share;
    private volatile boolean stopped;
    private volatile boolean ended;

    private Job(String what, Runnable stop) {
      this.what = what;
      this.stop = stop;
    }

    public String what() {
      return what;
    }

    public double share() {
      return share;
    }

    public void stop() {
      stopped = true;
      stop.run();
    }

    /**
     * Work that tells this job how far it is and ends when it is stopped or {@code also} says so.
     */
    public Work until(BooleanSupplier also) {
      return new Work() {
        @Override
        public void done(double now) {
          share = now;
        }

        @Override
        public boolean stopped() {
          return stopped || also.getAsBoolean();
        }
      };
    }

    /** May be called from any thread. */
    public void end() {
      ended = true;
      Platform.runLater(() -> shown.remove(this));
    }
  }

  /** Runs work on a thread of its own and hands its result to the UI thread. */
  public <T> void run(String what, Task<T> task, java.util.function.Consumer<T> then) {
    Job job = start(what, () -> {});
    Thread thread =
        new Thread(
            () -> {
              try {
                T result = task.run(job.until(() -> false));
                Platform.runLater(() -> then.accept(result));
              } catch (CancellationException e) {
                // the artist stopped it
              } catch (Exception | OutOfMemoryError | StackOverflowError e) {
                Platform.runLater(() -> failures.accept(what, e));
              } finally {
                job.end();
              }
            },
            what);
    thread.setDaemon(true);
    thread.start();
  }

  /** Work with a result. */
  public interface Task<T> {
    T run(Work work) throws Exception;
  }
}
