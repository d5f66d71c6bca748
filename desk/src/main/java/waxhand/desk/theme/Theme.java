package waxhand.desk.theme;

import atlantafx.base.theme.PrimerLight;
import java.util.Locale;
import javafx.application.Application;
import javafx.scene.Parent;
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

  /**
   * Dresses the scene. All stylesheets stay; only a style class of the root changes, because
   * changing stylesheets makes every control match every rule again.
   */
  public void wear(Scene scene) {
    if (scene.getStylesheets().isEmpty()) {
      Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
      for (String sheet : new String[] {"tallow.css", "lampblack.css", "bench.css"}) {
        scene.getStylesheets().add(Theme.class.getResource(sheet).toExternalForm());
      }
    }
    wear(scene.getRoot());
  }

  /** Dresses the root of a scene: that of a menu or tooltip too, which has one of its own. */
  public void wear(Parent root) {
    root.getStyleClass().remove(other().styleClass());
    if (!root.getStyleClass().contains(styleClass())) {
      root.getStyleClass().add(styleClass());
    }
  }

  private String styleClass() {
    return "wh-" + name().toLowerCase(Locale.ROOT);
  }
}
