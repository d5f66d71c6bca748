package waxhand.desk.session;

import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import javafx.application.Platform;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import waxhand.core.work.Work;

/**
 * A value worked out of a key off the window's thread. Until it is known the last one stands in. Of
 * several under way only the last asked for counts; the others are stopped. What failed is tried
 * again when it is asked for again, a few times.
 */
public final class WorkedOut<K, V> {
  private static final Logger LOG = LoggerFactory.getLogger(WorkedOut.class);

  /** What fails so often fails always. */
  private static final int TRIES = 3;

  /** So long nothing else is asked for once a hand has let go, milliseconds. */
  private static final long REST_MS = 700;

  /** What is long is worked out one after the other. */
  private static final Executor PATIENT = Background.thread("patient");

  private final boolean patient;
  private K wanted;
  private K known;
  private V value;
  private Attempt attempt;
  private int failures;
  private int begun;

  /** Work that is stopped once nobody wants what comes of it. */
  private static final class Attempt implements Work {
    private volatile boolean stopped;

    @Override
    public void done(double share) {
      // nobody looks
    }

    @Override
    public boolean stopped() {
      return stopped;
    }
  }

  /**
   * @param first stands in until any value is known
   */
  public WorkedOut(V first) {
    this(first, false);
  }

  private WorkedOut(V first, boolean patient) {
    value = first;
    this.patient = patient;
  }

  /**
   * One that takes its time: what is long, and of the whole take, is begun only when no other value
   * has been asked for in a while, so that it does not take the processors from a hand that drags.
   * The first value is not waited for.
   */
  public static <K, V> WorkedOut<K, V> patient(V first) {
    return new WorkedOut<>(first, true);
  }

  /**
   * The value for {@code key}, or the last one while it is being worked out.
   *
   * @param work called on another thread; it is told to stop when another key is asked for
   * @param then called on the window's thread when the value has become known
   */
  public V of(K key, Function<Work, V> work, Runnable then) {
    if (key.equals(known)) {
      stop();
      wanted = known;
      return value;
    }
    if (!key.equals(wanted)) {
      stop();
      wanted = key;
      failures = 0;
    }
    if (attempt == null && failures < TRIES) {
      Attempt mine = new Attempt();
      attempt = mine;
      CompletableFuture.supplyAsync(
              () -> {
                mine.check();
                return work.apply(mine);
              },
              executor())
          .whenComplete(
              (found, failure) -> Platform.runLater(() -> ended(mine, key, found, failure, then)));
    }
    return value;
  }

  private Executor executor() {
    return patient
        ? CompletableFuture.delayedExecutor(
            begun++ == 0 ? 0 : REST_MS, TimeUnit.MILLISECONDS, PATIENT)
        : new CompletableFuture<V>().defaultExecutor();
  }

  /** Forgets the value, such as for another take; the next one is not waited for. */
  public void forget(V first) {
    stop();
    value = first;
    known = null;
    wanted = null;
    begun = 0;
  }

  private void stop() {
    if (attempt != null) {
      attempt.stopped = true;
      attempt = null;
    }
  }

  private void ended(Attempt mine, K key, V found, Throwable failure, Runnable then) {
    if (mine != attempt) {
      return;
    }
    attempt = null;
    if (failure == null) {
      known = key;
      value = found;
      then.run();
    } else {
      failures++;
      boolean stopped = failure.getCause() instanceof CancellationException;
      if (!stopped && failures == TRIES) {
        LOG.warn("cannot be worked out", failure);
      }
    }
  }

  /** Whether the value for {@code key} is known. */
  public boolean knows(K key) {
    return key.equals(known);
  }
}
