package waxhand.cli;

import java.io.PrintStream;
import java.nio.file.Path;
import waxhand.core.text.Legible;
import waxhand.core.work.Work;

/** A progress bar on the terminal; silent where nobody watches. */
final class Progress implements Work {
  private static final int WIDTH = 30;
  private static final int MOST = 40;
  private final String what;
  private final PrintStream out = System.err;
  private final boolean shown = System.console() != null;
  private int last = -1;

  /**
   * @param doing such as "reading"
   * @param file what it is done with
   */
  Progress(String doing, Path file) {
    this.what = doing + " " + Legible.of(String.valueOf(file.getFileName()), MOST);
  }

  @Override
  public synchronized void done(double share) {
    int now = (int) (WIDTH * Math.max(0, Math.min(1, share)));
    if (shown && now != last) {
      last = now;
      out.print("\r" + what + " [" + "#".repeat(now) + " ".repeat(WIDTH - now) + "]");
      out.flush();
    }
  }

  @Override
  public boolean stopped() {
    return Thread.currentThread().isInterrupted();
  }

  void end() {
    if (shown && last >= 0) {
      out.print("\r" + " ".repeat(what.length() + WIDTH + 3) + "\r");
    }
  }
}
