package waxhand.core;

import waxhand.core.work.Work;

/** Work that is stopped once it has been asked so often whether it is. */
public final class StoppedWork implements Work {
  private int left;

  public StoppedWork(int asked) {
    left = asked;
  }

  @Override
  public void done(double share) {
    // nobody looks
  }

  /** Whether anybody has been told that it is. */
  public synchronized boolean wasStopped() {
    return left < 0;
  }

  @Override
  public synchronized boolean stopped() {
    return left-- <= 0;
  }
}
