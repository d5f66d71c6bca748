package waxhand.desk;

import javafx.application.Application;

/** Starts the application; a class of its own so that JavaFX may lie on the class path. */
public final class Launcher {
  private Launcher() {}

  public static void main(String[] args) {
    Application.launch(DeskApp.class, args);
  }
}
