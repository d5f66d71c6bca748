package waxhand.desk.session;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Threads beside the window's. */
public final class Background {
  private Background() {}

  /** One thread that does what it is given in order, and does not keep the program alive. */
  public static ExecutorService thread(String name) {
    return Executors.newSingleThreadExecutor(
        r -> {
          Thread thread = new Thread(r, name);
          thread.setDaemon(true);
          return thread;
        });
  }
}
