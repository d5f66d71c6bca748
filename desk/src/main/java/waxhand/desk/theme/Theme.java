package waxhand.desk.theme;

import java.util.List;
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

  /** Brings the stylesheets of both themes to a scene; they stay there. */
  public static void prepare(Scene scene) {
    Application.setUserAgentStylesheet(BaseStyles.address());
    for (String sheet : new String[] {"tallow.css", "lampblack.css", "bench.css"}) {
      scene.getStylesheets().add(Theme.class.getResource(sheet).toExternalForm());
    }
  }

  /**
   * Dresses a part of the window and all within: only a style class changes, because changing
   * stylesheets makes every control match every rule again.
   */
  public void wear(Parent room) {
    List<String> classes = room.getStyleClass();
    int other = classes.indexOf(other().styleClass());
    if (other >= 0) {
      // one change, since every change styles the whole room
      classes.set(other, styleClass());
    } else if (!classes.contains(styleClass())) {
      classes.add(styleClass());
    }
  }

  private String styleClass() {
    return "wh-" + name().toLowerCase(Locale.ROOT);
  }
}
