package waxhand.cli;

import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.function.Supplier;

/** Work that is begun while other work goes on, and asked for when it is needed. */
final class Ahead<T> {
  private final ForkJoinTask<T> task;

  private Ahead(ForkJoinTask<T> task) {
    this.task = task;
  }

  static <T> Ahead<T> of(Supplier<T> work) {
    return new Ahead<>(ForkJoinPool.commonPool().submit(work::get));
  }

  /** What came of it; what it failed with is thrown here, as it was. */
  T get() {
    try {
      return task.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("interrupted");
    } catch (ExecutionException e) {
      if (e.getCause() instanceof Error error) {
        throw error;
      }
      if (e.getCause() instanceof RuntimeException failure) {
        throw failure;
      }
      throw new IllegalStateException(e.getCause());
    }
  }
}
