package waxhand.desk.theme;

import java.util.LinkedHashMap;
import java.util.Map;
import javafx.scene.text.Font;
import javafx.scene.text.Text;

/** The program's typeface for what is drawn on canvases; controls have it from the stylesheet. */
public final class Type {
  private static final Text RULER = new Text();
  private static final int REMEMBERED = 64;

  private record Written(String words, Font font) {}

  /** Widths of what was drawn lately: most words are drawn again and again. */
  private static final Map<Written, Double> WIDTHS =
      new LinkedHashMap<>(REMEMBERED, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Written, Double> eldest) {
          return size() > REMEMBERED;
        }
      };

  private Type() {}

  public static Font plain(double size) {
    return Font.font("Lato", size);
  }

  /** How wide words are, pixels. For the UI thread. */
  public static double width(String words, Font font) {
    return WIDTHS.computeIfAbsent(new Written(words, font), Type::measured);
  }

  private static double measured(Written written) {
    RULER.setFont(written.font());
    RULER.setText(written.words());
    return RULER.getLayoutBounds().getWidth();
  }

  /** For what is chosen or said first. */
  public static Font strong(double size) {
    return Font.font("Lato Semibold", size);
  }
}
