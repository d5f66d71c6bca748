package waxhand.desk.theme;

import javafx.scene.text.Font;

/** The program's typeface for what is drawn on canvases; controls have it from the stylesheet. */
public final class Type {
  private Type() {}

  public static Font plain(double size) {
    return Font.font("Lato", size);
  }

  /** For what is chosen or said first. */
  public static Font strong(double size) {
    return Font.font("Lato Semibold", size);
  }
}
