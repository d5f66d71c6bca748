package waxhand.desk.session;

import javafx.application.Platform;

/**
 * Something the window does behind what its thread is at, once for however many have asked for it
 * by then: what shows more than the pose, which an edit is to bring first. For the UI thread only.
 */
public final class Soon {
  private final Runnable action;
  private boolean asked;

  public Soon(Runnable action) {
    this.action = action;
  }

  public void ask() {
    if (!asked) {
      asked = true;
      Platform.runLater(this::act);
    }
  }

  private void act() {
    asked = false;
    action.run();
  }
}
