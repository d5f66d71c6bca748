package waxhand.core.work;

import java.util.concurrent.CancellationException;

/** How long work tells of its progress and learns that it is no longer wanted. */
public interface Work {
  /** Nobody watches and nobody stops it. */
  Work UNWATCHED =
      new Work() {
        @Override
        public void done(double share) {}

        @Override
        public boolean stopped() {
          return false;
        }
      };

  /** Called with a share from 0 to 1, from any thread. */
  void done(double share);

  boolean stopped();

  /**
   * To be called now and then.
   *
   * @throws CancellationException if the work was stopped
   */
  default void check() {
    if (stopped()) {
      throw new CancellationException("stopped");
    }
  }
}
