package waxhand.desk.session;

import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import javafx.application.Platform;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A value worked out of a key off the window's thread. Until it is known the last one stands in; of
 * several under way only the last asked for counts.
 */
public final class WorkedOut<K, V> {
  private static final Logger LOG = LoggerFactory.getLogger(WorkedOut.class);
  private K wanted;
  private K known;
  private V value;

  /**
   * @param first stands in until any value is known
   */
  public WorkedOut(V first) {
    value = first;
  }

  /**
   * The value for {@code key}, or the last one while it is being worked out.
   *
   * @param work called on another thread
   * @param then called on the window's thread when the value has become known
   */
  public V of(K key, Supplier<V> work, Runnable then) {
    if (!key.equals(known) && !key.equals(wanted)) {
      wanted = key;
      CompletableFuture.supplyAsync(work)
          .whenComplete(
              (v, failure) -> {
                if (failure != null) {
                  LOG.error("cannot be worked out", failure);
                  return;
                }
                Platform.runLater(
                    () -> {
                      if (key.equals(wanted)) {
                        known = key;
                        value = v;
                        then.run();
                      }
                    });
              });
    }
    return value;
  }

  /** Whether the value for {@code key} is known. */
  public boolean knows(K key) {
    return key.equals(known);
  }
}
