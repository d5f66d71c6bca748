package waxhand.desk.session;

import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
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

  /** What is long is worked out one after the other. */
  private static final Executor PATIENT = Background.thread("patient");

  private final Optional<Patience> patience;
  private K wanted;
  private K known;
  private V value;
  private Attempt attempt;
  private int failures;

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
    this(first, Optional.empty());
  }

  private WorkedOut(V first, Optional<Patience> patience) {
    value = first;
    this.patience = patience;
  }

  /**
   * One that takes its time: while its values take long, they are begun only when no other has been
   * asked for in a while, so that they do not take the processors from a hand that drags.
   */
  public static <K, V> WorkedOut<K, V> patient(V first) {
    return new WorkedOut<>(first, Optional.of(new Patience(PATIENT)));
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
                long begun = System.nanoTime();
                V made = work.apply(mine);
                patience.ifPresent(p -> p.took(System.nanoTime() - begun));
                return made;
              },
              patience
                  .map(Patience::next)
                  .orElseGet(() -> new CompletableFuture<V>().defaultExecutor()))
          .whenComplete(
              (found, failure) -> Platform.runLater(() -> ended(mine, key, found, failure, then)));
    }
    return value;
  }

  /** Forgets the value, such as for another take; the next one is not waited for. */
  public void forget(V first) {
    stop();
    value = first;
    known = null;
    wanted = null;
    patience.ifPresent(Patience::forget);
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
