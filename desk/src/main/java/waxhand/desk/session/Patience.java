package waxhand.desk.session;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.function.LongSupplier;

/**
 * When work of a whole take is begun: at once where nothing else was asked for just before, or
 * where it was short the last time. What is long waits while a hand drags, until that has rested,
 * or it would take the processors from it. Whoever asks sees to it that work which is out of date
 * by then does nothing. For one thread that asks.
 */
final class Patience {
  /** So long nothing else is asked for once a hand has let go. */
  private static final long REST_NS = TimeUnit.MILLISECONDS.toNanos(500);

  /** Nobody feels so much of a drawn frame. */
  private static final long SHORT_NS = TimeUnit.MILLISECONDS.toNanos(8);

  private final Executor thread;
  private final Executor rested;
  private final LongSupplier clock;
  private volatile long lastNs;
  private long askedNs;

  /**
   * @param thread does the work
   */
  Patience(Executor thread) {
    this(thread, System::nanoTime);
  }

  /**
   * @param clock nanoseconds
   */
  Patience(Executor thread, LongSupplier clock) {
    this.thread = thread;
    this.clock = clock;
    askedNs = clock.getAsLong() - REST_NS;
    rested = CompletableFuture.delayedExecutor(REST_NS, TimeUnit.NANOSECONDS, thread);
  }

  /** What begins the next work when it is time. */
  Executor next() {
    long now = clock.getAsLong();
    boolean rests = now - askedNs >= REST_NS;
    askedNs = now;
    return rests || lastNs <= SHORT_NS ? thread : rested;
  }

  /** Says how long work took that was not stopped. */
  void took(long ns) {
    lastNs = ns;
  }

  /** The next work is begun at once, such as that on another take. */
  void forget() {
    lastNs = 0;
  }
}
