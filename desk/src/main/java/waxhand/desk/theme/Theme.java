package waxhand.desk.theme;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;

/** The two looks of the window. */
public enum Theme {
  TALLOW("Tallow"),
  LAMPBLACK("Lampblack");

  private final String words;

  Theme(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public Theme other() {
    return this == TALLOW ? LAMPBLACK : TALLOW;
  }

  /** Loads the shipped typeface; once is enough. */
  public static void loadFonts() {
    for (String weight : new String[] {"Regular", "Semibold", "Bold"}) {
      Font.loadFont(Theme.class.getResourceAsStream("fonts/Lato-" + weight + ".ttf"), 13);
    }
  }

  public void wear(Scene scene) {
    Application.setUserAgentStylesheet(
        this == TALLOW
            ? new PrimerLight().getUserAgentStylesheet()
            : new PrimerDark().getUserAgentStylesheet());
    String own = this == TALLOW ? "tallow.css" : "lampblack.css";
    scene
        .getStylesheets()
        .setAll(
            Theme.class.getResource(own).toExternalForm(),
            Theme.class.getResource("bench.css").toExternalForm());
  }
}
